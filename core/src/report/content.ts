import type { SheetOf } from './sheets.ts'

/** One content of a report for screen, PDF, workbook and CSV: sections, columns with units, rows. Plain data. */

/** A piece of text, and what is said by its look. */
export interface Span {
  readonly text: string
  readonly strong?: boolean
  /** Assumed, typical or guessed: slanted and underlined wherever it stands. */
  readonly assumed?: boolean
  readonly soft?: boolean
  readonly bad?: boolean
  /** Below the line, of a symbol. */
  readonly sub?: boolean
  readonly italic?: boolean
}
export type Rich = string | readonly (string | Span)[]

export interface ReportColumn {
  readonly title: string
  /** Of its figures; empty for words and counts. */
  readonly unit: string
  readonly align: 'left' | 'right'
  /** Share of the width beside the other columns; 0 for as wide as its words. */
  readonly width: number
  /** Of a column that is written into by hand: room for it, in millimetres on paper; 0 for any other. */
  readonly blankMm: number
}

/** A cell: what is read, and the figure itself where it is one. */
export interface ReportCell {
  readonly rich: Rich
  readonly value: number | null
}

export interface ReportRow {
  readonly cells: readonly ReportCell[]
  /** A heading over the rows that follow, or a sum below those before it. */
  readonly as: 'plain' | 'head' | 'sum'
}

export type Block =
  | { readonly kind: 'words'; readonly text: Rich; readonly tone: 'plain' | 'soft' | 'lead' }
  | { readonly kind: 'facts'; readonly facts: readonly { readonly label: string; readonly text: Rich }[] }
  | { readonly kind: 'list'; readonly items: readonly Rich[]; readonly tone: 'plain' | 'stop' }
  | {
      readonly kind: 'table'
      /** Name of its sheet in a workbook. */
      readonly id: string
      readonly title: string
      readonly columns: readonly ReportColumn[]
      readonly rows: readonly ReportRow[]
    }
  | { readonly kind: 'working'; readonly working: WorkedFigure }
  /** Photographs by their files; a reader without them shows what they are of. */
  | { readonly kind: 'photos'; readonly photos: readonly { readonly fileId: string; readonly caption: string }[] }
  | { readonly kind: 'drawing'; readonly sheet: SheetOf; readonly systemId: string | null; readonly title: string }

/** A method applied: its formula in symbols, with the figures of the job, and where it is from. */
export interface WorkedFigure {
  readonly title: string
  readonly methodId: string
  readonly lines: readonly { readonly symbols: Rich; readonly figures: Rich }[]
  readonly source: string
}

export interface Section {
  readonly id: string
  readonly title: string
  readonly blocks: readonly Block[]
  /** Stands on pages that lie. */
  readonly lies: boolean
  /** Begins on a page of its own. */
  readonly apart: boolean
}

export interface ReportContent {
  readonly title: string
  /** What it is for: "Report for the inspector". */
  readonly subtitle: string
  readonly place: string
  readonly option: string
  readonly revision: string
  /** Day it was made, as 2026-11-28. */
  readonly date: string
  /** What must not be overlooked on the first page; empty where the design is finished. */
  readonly stop: readonly Rich[]
  readonly sections: readonly Section[]
  readonly foot: string
}

export const span = (text: string, look: Omit<Span, 'text'>): Span => ({ text, ...look })
export const assumedIf = (isAssumed: boolean, text: string): Rich => (isAssumed ? [{ text, assumed: true }] : text)

/** Text of a piece without its look. */
export const plainText = (rich: Rich): string =>
  typeof rich === 'string' ? rich : rich.map((each) => (typeof each === 'string' ? each : each.text)).join('')

export const column = (title: string, more: Partial<Omit<ReportColumn, 'title'>> = {}): ReportColumn => ({
  title,
  unit: '',
  align: 'left',
  width: 0,
  blankMm: 0,
  ...more,
})
export const figures = (title: string, unit = ''): ReportColumn => column(title, { unit, align: 'right' })

export const say = (rich: Rich): ReportCell => ({ rich, value: null })
/** A figure as it is read, and itself. */
export const tell = (value: number, text: string, isAssumed = false): ReportCell => ({
  rich: assumedIf(isAssumed, text),
  value: Number.isFinite(value) ? value : null,
})
export const NONE: ReportCell = { rich: '–', value: null }

export const row = (...cells: readonly (ReportCell | Rich)[]): ReportRow => ({
  cells: cells.map((cell) => (isCell(cell) ? cell : say(cell))),
  as: 'plain',
})
const isCell = (cell: ReportCell | Rich): cell is ReportCell =>
  typeof cell === 'object' && !Array.isArray(cell) && 'rich' in cell

export const headRow = (text: string, columns: number): ReportRow => ({
  cells: [say(text), ...Array.from({ length: columns - 1 }, () => say(''))],
  as: 'head',
})
export const sumRow = (...cells: readonly (ReportCell | Rich)[]): ReportRow => ({ ...row(...cells), as: 'sum' })

export const table = (
  id: string,
  title: string,
  columns: readonly ReportColumn[],
  rows: readonly ReportRow[],
): Block => ({ kind: 'table', id, title, columns, rows })
export const words = (text: Rich, tone: 'plain' | 'soft' | 'lead' = 'plain'): Block => ({ kind: 'words', text, tone })
export const section = (
  id: string,
  title: string,
  blocks: readonly Block[],
  more: Partial<Pick<Section, 'lies' | 'apart'>> = {},
): Section => ({ id, title, blocks, lies: false, apart: false, ...more })
