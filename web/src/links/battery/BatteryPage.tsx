import { CHEMISTRY_NAMES } from '@yard-lamp/core/tables'
import { formatNumber } from '@yard-lamp/core/units'
import { ExistingPart } from '../../existing/ExistingPart.tsx'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { OptionNumber } from '../../fields/OptionNumber.tsx'
import { Page, Part } from '../../job/Page.tsx'
import { LaterPart } from '../../later/LaterPart.tsx'
import { SchoolsPart } from '../../schools/SchoolsPart.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectCatalogue, selectDesign } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { Answer, PlainAnswer } from '../../working/Figure.tsx'
import { Alternatives, BankCare, LabelOnly } from './BankCare.tsx'
import { BankDrawing } from './BankDrawing.tsx'
import { BatteryTable } from './BatteryTable.tsx'
import { Beside } from './Beside.tsx'
import { Cold } from './BoxHeating.tsx'
import { ChemistryTable } from './ChemistryTable.tsx'
import './battery.css'
import { Settings } from './Settings.tsx'
import { VoltageTable } from './VoltageTable.tsx'

const CHEMISTRIES = [
  { value: '', label: 'design chooses' },
  ...CHEMISTRY_NAMES.map((value) => ({ value, label: value })),
]

const AGEING = { 'end-of-life': 'end of life', 'middle-of-life': 'mid-life' } as const
const AGEINGS = [
  { value: 'end-of-life', label: 'the end of its life: 80 % left' },
  { value: 'middle-of-life', label: 'the middle of its life: 90 % left' },
] as const

// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one page, its parts in order
export default function BatteryPage() {
  const { battery, option } = useAppSelector(selectDesign)
  const { batteries } = useAppSelector(selectCatalogue)
  const dispatch = useAppDispatch()
  const change = (patch: Partial<typeof option.battery>) =>
    dispatch(edited({ act: 'set-option', part: 'battery', patch }))
  const { bank, requiredNominalWh } = battery
  return (
    <Page
      link="battery"
      question="How long must it last without sun?"
      answers={
        bank && requiredNominalWh ? (
          <>
            <Answer label="needed" figure={requiredNominalWh} shown={requiredNominalWh.value / 1000} unit="kWh" />
            <Answer label="chosen" figure={bank.energyWh} shown={bank.energyWh.value / 1000} unit="kWh" />
            <Answer label="usable" figure={bank.usableWh} shown={bank.usableWh.value / 1000} unit="kWh" />
            <Answer label="carries" figure={bank.carriesDays} unit="days" decimals={1} />
            <Answer
              label="each day uses"
              figure={bank.dailyDepth}
              shown={bank.dailyDepth.value * 100}
              unit="%"
              decimals={0}
            />
            <Answer label="lasts about" figure={bank.years} unit="years" decimals={0} />
          </>
        ) : (
          <PlainAnswer label="bank" text={battery.answer} />
        )
      }
    >
      <div className="two">
        <div className="drawing">
          {battery.item && bank ? (
            <BankDrawing item={battery.item} series={bank.series.value} parallel={bank.parallel.value} />
          ) : (
            <p className="soft">The bank is drawn here once loads are listed.</p>
          )}
          <Alternatives />
        </div>
        <div>
          <div className="fields">
            <OptionNumber
              part="battery"
              name="autonomyDays"
              label="Days without sun"
              assumed={`${formatNumber(battery.autonomyDays.value)}, ${battery.autonomyDays.from}`}
            />
            <OptionNumber
              part="battery"
              name="depthOfDischarge"
              label="Depth it may be used to"
              scale={100}
              assumed={`${formatNumber(battery.depthOfDischarge.value * 100)} sheet`}
            />
            <OptionNumber
              part="battery"
              name="agingFactor"
              label="Capacity left with age"
              scale={100}
              assumed={`${formatNumber(battery.agingFactor.value * 100)} ${AGEING[option.battery.ageing ?? 'end-of-life']}`}
            />
            <ChoiceField
              label="Still carries the brief at"
              place="battery.ageing"
              value={option.battery.ageing ?? 'end-of-life'}
              choices={AGEINGS}
              onValue={(ageing) => change({ ageing })}
            />
            <OptionNumber
              part="battery"
              name="selfDischargeFractionPerMonth"
              label="Loses by itself a month"
              scale={100}
              unit="%"
              assumed={
                battery.item?.selfDischargeFractionPerMonth
                  ? `${formatNumber(battery.item.selfDischargeFractionPerMonth * 100)} sheet`
                  : 'typical'
              }
            />
            <OptionNumber
              part="battery"
              name="parallel"
              label="Strings in parallel"
              assumed={bank ? `${bank.parallel.value} counted` : 'counted'}
            />
            <ChoiceField
              label="Chemistry"
              place="battery.chemistry"
              value={option.battery.chemistry ?? ''}
              choices={CHEMISTRIES as { value: string; label: string }[]}
              onValue={(chemistry) =>
                change({ chemistry: chemistry === '' ? null : (chemistry as (typeof CHEMISTRY_NAMES)[number]) })
              }
            />
          </div>
          <Part title="Cold" aside="how the battery is kept from being charged in the frost">
            <Cold />
          </Part>
          <Part title="System voltage" aside="battery current at full power">
            <VoltageTable />
          </Part>
        </div>
      </div>
      <Settings />
      <Part title="This bank" aside="what it takes, gives and needs">
        <LabelOnly />
        <BankCare />
      </Part>
      <Part title="Chemistries" aside="each with the cheapest bank that does this job">
        <ChemistryTable />
      </Part>
      <SchoolsPart />
      <Beside />
      <LaterPart link="battery" />
      <ExistingPart items={batteries} what="batteries" place="battery.existing" />
      <Part title="What could stand there" aside="each as many as this job needs, cheapest first">
        <BatteryTable />
      </Part>
    </Page>
  )
}
