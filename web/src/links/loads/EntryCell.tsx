import type { Load } from '@yard-lamp/core'
import type { LoadColumn } from '@yard-lamp/core/loads'
import { CellInput } from '../../fields/CellInput.tsx'
import { useEntryText } from './use-entry-text.ts'

interface EntryCellProps {
  load: Load
  column: LoadColumn
  label: string
  /** How it reads while the cursor is elsewhere. */
  shown: string
  /** An empty cell is marked: the energy of the row waits for it. */
  needed?: boolean
  title?: string
}

/** A cell of the load list that reads what a person types, as they say it. */
export function EntryCell({ load, column, ...cell }: EntryCellProps) {
  const field = useEntryText(load, column)
  return <CellInput {...cell} field={field} column={column} place={field.place} />
}
