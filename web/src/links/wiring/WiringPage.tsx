import { sizeInBoth } from '@yard-lamp/core/tables'
import { formatQuantity } from '@yard-lamp/core/units'
import { useState } from 'react'
import { OneLine } from '../../diagram/OneLine.tsx'
import { RoofPart } from '../../diagram/roof/RoofPart.tsx'
import { WallPart } from '../../diagram/wall/WallPart.tsx'
import { Page, Part } from '../../job/Page.tsx'
import { selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { Answer, PlainAnswer } from '../../working/Figure.tsx'
import { BatteryLeads } from './BatteryLeads.tsx'
import { BesideWiring } from './BesideWiring.tsx'
import { CircuitTable } from './CircuitTable.tsx'
import { Differences } from './Differences.tsx'
import { Earthing } from './Earthing.tsx'
import { Fittings } from './Fittings.tsx'
import { Paths } from './Paths.tsx'
import './wiring.css'

export default function WiringPage() {
  const write = useWrite()
  const design = useAppSelector(selectDesign)
  const { wiring, battery } = design
  const [selected, setSelected] = useState<string | null>(null)
  const { circuits } = wiring
  const heaviest = circuits.reduce((a, b) => (b.currentA.value > (a?.currentA.value ?? 0) ? b : a), circuits[0])
  const highestV = Math.max(0, ...circuits.filter(({ ac }) => !ac).map(({ highestV: volts }) => volts))
  return (
    <Page
      link="wiring"
      question="Which cable, which fuse, where?"
      answers={
        circuits.length > 0 && heaviest ? (
          <>
            <PlainAnswer label="circuits" text={String(circuits.length)} />
            <Answer
              label={`heaviest: ${heaviest.title.toLowerCase()}`}
              figure={heaviest.currentA}
              unit="A"
              decimals={0}
            />
            {heaviest.cable && <PlainAnswer label="its cable" text={sizeInBoth(heaviest.cable.size, write)} />}
            <PlainAnswer label="highest direct voltage" text={formatQuantity(highestV, 'V', 0)} />
            {battery.bank && (
              <Answer
                label="the bank into a short"
                figure={battery.bank.shortCircuitA}
                shown={battery.bank.shortCircuitA.value / 1000}
                unit="kA"
                decimals={1}
              />
            )}
          </>
        ) : undefined
      }
    >
      {circuits.length === 0 ? (
        <p className="soft">Circuits stand here once a battery is chosen: list loads first.</p>
      ) : (
        <>
          <OneLine design={design} selected={selected} onSelect={setSelected} />
          <Part title="Circuits" aside="slanted is the design’s; what you set is kept">
            <CircuitTable design={design} idOf={(id) => id} selected={selected} onSelect={setSelected} />
            <p className="small soft" style={{ marginTop: 8 }}>
              Carries: as laid, in the air about it, beside what lies with it, held to what its terminals bear. Open a
              circuit to see where it lies, why it is so thick, what a short there drives, and what more it bears.
            </p>
          </Part>
          <Paths />
          <BatteryLeads />
          <Fittings />
          <Earthing />
          <WallPart />
          <RoofPart />
          {design.beside.map((each) => (
            <BesideWiring key={each.id} beside={each} selected={selected} onSelect={setSelected} />
          ))}
          <Differences />
        </>
      )}
    </Page>
  )
}
