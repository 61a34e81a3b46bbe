import type { Load } from '@yard-lamp/core'
import { LOAD_COLUMNS, type LoadColumn, shownEntry } from '@yard-lamp/core/loads'
import Papa from 'papaparse'
import { guarded, unguarded } from '../../files/spreadsheet-text.ts'

/** Headings of whole rows when they are copied; the same are understood when they come back. */
const HEADINGS: Record<LoadColumn, string> = {
  quantity: 'Qty',
  name: 'Load',
  supply: 'On',
  basis: 'Watts from',
  powerW: 'W each',
  startW: 'Start W',
  hoursPerDay: 'Hours a day',
  dutyCycle: 'Duty',
  daysPerWeek: 'Days a week',
  hoursOfDay: 'Hours of the day',
  group: 'Room or use',
  priority: 'Priority',
  stage: 'Wanted',
  note: 'Note',
}

/** Cells of loads as a spreadsheet takes them. */
export function copied(loads: readonly Load[], columns: readonly LoadColumn[], heading: boolean): string {
  const rows = loads.map((load) => columns.map((column) => guarded(shownEntry(load, column))))
  const head = heading ? [columns.map((column) => HEADINGS[column])] : []
  return Papa.unparse([...head, ...rows], { delimiter: '\t', newline: '\n' })
}

export const copiedRows = (loads: readonly Load[]): string => copied(loads, LOAD_COLUMNS, true)

/** Cells of a text from a spreadsheet, by rows; also of commas or semicolons where there are no tabs. */
export function cellsOf(text: string): string[][] {
  const delimiter = text.includes('\t') ? '\t' : ''
  return Papa.parse<string[]>(text.replace(/\r\n?/g, '\n').replace(/\n$/, ''), { delimiter }).data.map((row) =>
    row.map(unguarded),
  )
}

/** Whether a pasted text is a block of cells rather than one cell. */
export const isBlock = (text: string): boolean => /[\t\n\r]/.test(text.trimEnd())

export const headingOf = (column: LoadColumn): string => HEADINGS[column]
