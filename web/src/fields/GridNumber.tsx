import type { z } from 'zod'
import { useWrite } from '../store/use-write.ts'
import { CellInput } from './CellInput.tsx'
import { fieldRule } from './rule.ts'
import { useNumberText } from './use-number-text.ts'
import './fields.css'

interface GridNumberProps {
  label: string
  column: string
  place: string
  value: number | null
  schema: z.ZodType
  onValue: (value: number | null) => void
}

/** A number in a cell of a grid, with the unit a person likes to type. */
export function GridNumber({ label, column, place, value, schema, onValue }: GridNumberProps) {
  const write = useWrite()
  const field = useNumberText(place, value, fieldRule(schema, write), 1, onValue)
  return <CellInput field={field} label={label} column={column} place={place} shown={field.text} inputMode="decimal" />
}
