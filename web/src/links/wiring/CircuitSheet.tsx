import { type CircuitChoice, type Design, EMPTY_CIRCUIT_CHOICE } from '@yard-lamp/core'
import { circuitChoiceSchema, RUN_PLACES, type RunPlace } from '@yard-lamp/core/job'
import { TERMINALS_C, type TerminalC, WAYS } from '@yard-lamp/core/rules'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { NumberField } from '../../fields/NumberField.tsx'
import { TextField } from '../../fields/TextField.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectOption } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { CircuitFigures } from './CircuitFigures.tsx'

type Circuit = Design['wiring']['circuits'][number]
type Installation = NonNullable<CircuitChoice['installation']>

interface CircuitSheetProps {
  design: Design
  circuit: Circuit
  /** Id under which the job keeps what is chosen for it. */
  circuitId: string
}

const PLACE_WORDS: Readonly<Record<RunPlace, string>> = {
  roof: 'on the roof',
  outside: 'on a wall outside',
  indoors: 'indoors',
  'battery room': 'battery room',
  'engine space': 'engine space',
  ground: 'in the ground',
}
const { shape } = circuitChoiceSchema

/** All of one circuit: where it lies and what a person sets, then each figure with why it is so. */
export function CircuitSheet({ design, circuit, circuitId }: CircuitSheetProps) {
  return (
    <div className="circuit-sheet">
      <Laying design={design} circuit={circuit} circuitId={circuitId} />
      <CircuitFigures design={design} circuit={circuit} />
    </div>
  )
}

/** Where it lies: place, table, air, neighbours, terminals, and the reason where it is not what the rules would. */
// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one form, its fields in order
function Laying({ design: { wiring, job }, circuit, circuitId }: CircuitSheetProps) {
  const write = useWrite()
  const option = useAppSelector(selectOption)
  const dispatch = useAppDispatch()
  const choice = option.wiring.circuits[circuitId] ?? EMPTY_CIRCUIT_CHOICE
  const change = (patch: Partial<CircuitChoice>) => dispatch(edited({ act: 'set-circuit', circuitId, patch }))
  const place = (field: keyof CircuitChoice) => `wiring.${circuitId}.${field}`
  const { rules } = wiring
  const own = rules.installations({ kind: job.site.kind, use: circuit.use, ac: circuit.ac })
  const foreign = (Object.keys(WAYS) as Installation[]).filter((way) => !own.includes(way))
  const isBattery = circuit.kind === 'battery-string' || circuit.kind === 'battery-main' || circuit.kind === 'starter'
  return (
    <div className="fields circuit-laying">
      <ChoiceField
        label="Lies"
        place={place('runPlace')}
        value={choice.runPlace ?? ''}
        choices={[
          { value: '', label: `${PLACE_WORDS[circuit.place]}, as usual` },
          ...RUN_PLACES.map((value) => ({ value, label: PLACE_WORDS[value] })),
        ]}
        onValue={(value) => change({ runPlace: value === '' ? null : (value as RunPlace) })}
      />
      <ChoiceField
        label="Read from the table"
        place={place('installation')}
        value={choice.installation ?? ''}
        choices={[
          { value: '', label: WAYS[circuit.installation].title },
          ...own.map((value) => ({ value, label: WAYS[value].title })),
          ...foreign.map((value) => ({ value, label: `${WAYS[value].title} · wants a reason` })),
        ]}
        onValue={(value) => change({ installation: value === '' ? null : (value as Installation) })}
        hint={WAYS[circuit.installation].source}
      />
      <NumberField
        label="Air about it"
        place={place('ambientC')}
        value={choice.ambientC}
        schema={shape.ambientC}
        assumed={write.number(circuit.ambientC.value, '°C', 0)}
        hint={choice.ambientC === null ? circuit.ambientC.from : ''}
        onValue={(ambientC) => change({ ambientC })}
      />
      <NumberField
        label="Side by side, itself counted"
        place={place('sideBySide')}
        value={choice.sideBySide}
        schema={shape.sideBySide}
        assumed={String(circuit.together)}
        onValue={(sideBySide) => change({ sideBySide })}
      />
      <ChoiceField
        label="Terminals"
        place={place('terminalC')}
        value={choice.terminalC === null ? '' : String(choice.terminalC)}
        choices={[
          { value: '', label: `not marked: ${circuit.terminalC.value} °C` },
          ...TERMINALS_C.filter((each) => rules.terminalsC.includes(each)).map((each) => ({
            value: String(each),
            label: `marked ${each} °C`,
          })),
        ]}
        onValue={(value) => change({ terminalC: value === '' ? null : (Number(value) as TerminalC) })}
      />
      <NumberField
        label="May lose"
        place={place('maxDropFraction')}
        value={choice.maxDropFraction}
        schema={shape.maxDropFraction}
        scale={100}
        unit="%"
        assumed={`${circuit.maxDropFraction.value * 100}`}
        onValue={(maxDropFraction) => change({ maxDropFraction })}
      />
      {isBattery && (
        <NumberField
          label="Battery post to the device"
          place={place('deviceAtM')}
          value={choice.deviceAtM}
          schema={shape.deviceAtM}
          assumed="at the post"
          onValue={(deviceAtM) => change({ deviceAtM })}
        />
      )}
      <TextField
        label="Why it is laid otherwise"
        place={place('reason')}
        value={choice.reason}
        most={200}
        onValue={(reason) => change({ reason })}
        wide
      />
    </div>
  )
}
