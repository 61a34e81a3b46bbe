import { emptyLoad } from '../job/job.ts'
import type { Load } from '../job/schema.ts'
import { entryOf, LOAD_COLUMNS, type LoadColumn } from './entry.ts'

/** Words people head such columns with. */
const HEADINGS: Record<LoadColumn, RegExp> = {
  quantity: /^(qty|quantity|number|no\.?|count|how many|pcs|#)$/,
  name: /^(load|name|appliance|item|device|equipment|what|description)$/,
  supply: /^(on|supply|ac ?\/ ?dc|ac or dc|type)$/,
  basis: /^(watts from|basis|source|from|measured)$/,
  powerW: /^(w|w each|watts?|watts each|power|power \(?w\)?|rating)$/,
  startW: /^(start|start w|start watts|surge|surge w|starting)$/,
  hoursPerDay: /^(h|hours|a day|hours? ?(a|per|\/) ?day|h ?\/ ?d(ay)?|run time)$/,
  dutyCycle: /^(duty|duty cycle|duty %)$/,
  daysPerWeek: /^(days|days? ?(a|per|\/) ?week|d ?\/ ?w(eek|k)?)$/,
  hoursOfDay: /^(hours of the day|when|times?)$/,
  group: /^(room|use|group|room or use|where)$/,
  priority: /^(priority|importance|critical)$/,
  stage: /^(stage|wanted|now or later)$/,
  note: /^(notes?|remarks?|comments?)$/,
}

const columnNamed = (text: string): LoadColumn | undefined =>
  LOAD_COLUMNS.find((column) => HEADINGS[column].test(text.trim().toLowerCase()))

/** A cell that was not understood: the load keeps what it had there. */
export interface RefusedCell {
  /** Row of the table, counted from 1. */
  readonly row: number
  readonly column: LoadColumn
  readonly message: string
}

export interface ReadTable {
  /** What each row of the table changes. */
  readonly patches: readonly Partial<Load>[]
  readonly refused: readonly RefusedCell[]
  /** Columns of the heading that mean nothing here. */
  readonly ignored: readonly string[]
}

/**
 * Reads a block of cells, as copied from a spreadsheet. A first row of headings says which column is which; without one the
 * cells go to the columns given.
 * @param columns where the cells go without a heading, first cell first
 * @param loads the loads the rows fall on, for what a cell needs to know of its load; empty ones beyond
 */
export function loadsFromTable(
  rows: readonly (readonly string[])[],
  columns: readonly LoadColumn[],
  loads: readonly Load[],
): ReadTable {
  const filled = rows.filter((row) => row.some((cell) => cell.trim() !== ''))
  const headings = (filled[0] ?? []).map(columnNamed)
  const hasHeading = headings.filter((column) => column !== undefined).length >= 2
  const order = hasHeading ? headings : columns
  const refused: RefusedCell[] = []
  const patches = filled.slice(hasHeading ? 1 : 0).map((row, i) => {
    let load = loads[i] ?? emptyLoad('new')
    let patch: Partial<Load> = {}
    order.forEach((column, at) => {
      const text = row[at]
      // How many is one where nothing is said.
      if (column === undefined || text === undefined || (column === 'quantity' && text.trim() === '')) return
      const entry = entryOf(load, column, text)
      if (!entry.ok) {
        refused.push({ row: i + 1 + (hasHeading ? 1 : 0), column, message: entry.message })
        return
      }
      patch = { ...patch, ...entry.patch }
      load = { ...load, ...entry.patch }
    })
    return patch
  })
  const ignored = hasHeading ? (filled[0] ?? []).filter((cell, at) => cell.trim() !== '' && !headings[at]) : []
  return { patches, refused, ignored }
}
