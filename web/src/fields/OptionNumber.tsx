import { BACKUP_PAIRS, endsOf, optionSchema } from '@yard-lamp/core/job'
import type { z } from 'zod'
import { edited } from '../store/job-slice.ts'
import { selectOption } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { NumberField } from './NumberField.tsx'

/** Numbers of an option that may be left to the design, by the link they belong to. */
interface OptionNumbers {
  battery: 'autonomyDays' | 'depthOfDischarge' | 'agingFactor' | 'parallel' | 'selfDischargeFractionPerMonth'
  array: 'recoveryDays' | 'singleFactor' | 'singleSunHours'
  controller: 'panelsPerString' | 'stringsPerController' | 'quantity' | 'clippingFraction' | 'setA'
  inverter: 'headroom' | 'idleW' | 'hoursPerDay' | 'quantity' | 'searchW'
  backup:
    | 'chargers'
    | 'chargerSetA'
    | 'houseLoadW'
    | 'startAt'
    | 'stopAt'
    | 'refillHours'
    | 'inletA'
    | 'inputSetA'
    | 'ordinaryShedAt'
    | 'ordinaryBackAt'
    | 'waitShedAt'
    | 'waitBackAt'
}
type OptionNumberName = { [P in keyof OptionNumbers]: { part: P; name: OptionNumbers[P] } }[keyof OptionNumbers]

type OptionNumberProps = OptionNumberName & {
  label: string
  /** What the design takes while it is empty. */
  assumed: string
  /** Shown value over kept value; 100 for percentages. */
  scale?: number
  unit?: string
}

/** A number of the chosen option, by the name it has in the job. */
export function OptionNumber({ part, name, ...field }: OptionNumberProps) {
  const option = useAppSelector(selectOption)
  const dispatch = useAppDispatch()
  const values = option[part] as unknown as Record<string, number | null>
  const schemas = optionSchema.shape[part].shape as Record<string, z.ZodType>
  const schema = schemas[name]
  if (!schema) throw new Error(`there is no ${part}.${name}`)
  return (
    <NumberField
      {...field}
      place={`${part}.${name}`}
      value={values[name] ?? null}
      schema={schema}
      {...(part === 'backup' ? { ends: endsOf(option.backup, name, BACKUP_PAIRS) } : {})}
      onValue={(value) => dispatch(edited({ act: 'set-option', part, patch: { [name]: value } }))}
    />
  )
}
