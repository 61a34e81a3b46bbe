import { batchOf, guessMapping, type Mapping, MOST_IN_BATCH, readTable, type TableRead } from '@yard-lamp/core/log'
import { expose } from 'comlink'
import { OF_READINGS, tableIn } from '../files/table.ts'

/** A table of readings as it was found, before anything of it is taken. */
export interface TableFound {
  readonly titles: readonly string[]
  /** Rows from the top, without the heading. */
  readonly first: readonly (readonly string[])[]
  readonly rows: number
  readonly guess: ReturnType<typeof guessMapping>
}

export type TableSummary = Omit<TableRead, 'samples'> & {
  readonly readings: number
  readonly fromMs: number
  readonly toMs: number
}

const FIRST_ROWS = 5
/** Readings of one sending: in one piece, within what the server takes. */
const AT_ONCE = Math.min(MOST_IN_BATCH, 10_000)

let body: string[][] = []
let read: TableRead | null = null

/** A file of readings stays here from its opening to its last batch: a year of minutes need not go through the page. */
const calls = {
  async open(name: string, bytes: ArrayBuffer): Promise<TableFound> {
    const [titles = [], ...rows] = await tableIn(name, bytes, OF_READINGS)
    body = rows
    read = null
    return { titles, first: rows.slice(0, FIRST_ROWS), rows: rows.length, guess: guessMapping(titles, rows) }
  },
  read(mapping: Mapping, offsetMs: number): TableSummary {
    read = readTable(body, mapping, offsetMs)
    const { samples, ...summary } = read
    return { ...summary, readings: samples.length, fromMs: samples[0]?.atMs ?? 0, toMs: samples.at(-1)?.atMs ?? 0 }
  },
  /** Which of the batches; null after the last. */
  batch(which: number) {
    const samples = read?.samples.slice(which * AT_ONCE, (which + 1) * AT_ONCE) ?? []
    return samples.length > 0 ? batchOf(samples) : null
  },
}
export type ReadingCalls = typeof calls

expose(calls)
