import { EMPTY_CIRCUIT_CHOICE } from '@yard-lamp/core'
import { circuitChoiceSchema } from '@yard-lamp/core/job'
import { NumberField } from '../../fields/NumberField.tsx'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'

const LEAD = circuitChoiceSchema.shape.lengthM

/** The length of each lead of batteries in parallel, where they were not cut alike. */
export function BatteryLeads() {
  const { wiring, option } = useAppSelector(selectDesign)
  const write = useWrite()
  const dispatch = useAppDispatch()
  const circuit = wiring.circuits.find(({ kind }) => kind === 'battery-string')
  if (!circuit || circuit.count < 2) return null
  const given = (option.wiring.circuits[circuit.id] ?? EMPTY_CIRCUIT_CHOICE).leadsM
  const set = (at: number, value: number | null) => {
    const leads = Array.from({ length: circuit.count }, (_, i) => (i === at ? value : (given?.[i] ?? null)))
    const leadsM = leads.every((each) => each === null) ? null : leads
    dispatch(edited({ act: 'set-circuit', circuitId: circuit.id, patch: { leadsM } }))
  }
  const longest = write.quantity(circuit.lengthM.value, 'm')
  return (
    <Part title="Battery leads" aside="as they hang; equal leads share the current equally">
      <div className="fields fields-narrow">
        {Array.from({ length: circuit.count }, (_, i) => i + 1).map((number) => (
          <NumberField
            key={number}
            label={`Battery ${number}`}
            place={number === 1 ? `wiring.${circuit.id}.leadsM` : `wiring.${circuit.id}.leadsM.${number}`}
            value={given?.[number - 1] ?? null}
            schema={LEAD}
            assumed={longest}
            onValue={(value) => set(number - 1, value)}
            compact
          />
        ))}
      </div>
      <p className="small soft">
        Cut all to {longest}, one size, the same lugs, and join them at the bars from opposite ends.
      </p>
    </Part>
  )
}
