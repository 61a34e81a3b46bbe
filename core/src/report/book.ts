/** A workbook as plain data: what writes files turns it into a spreadsheet or a table of text. */

/** A formula in the notation of spreadsheets, with what it comes to. */
export interface BookFormula {
  readonly formula: string
  readonly value: number
}
export type BookCell = string | number | null | BookFormula

export interface BookColumn {
  readonly title: string
  /** Of its figures; empty for words and counts. */
  readonly unit: string
  readonly form: 'text' | 'count' | 'figure' | 'money' | 'percent'
  /** Letters wide. */
  readonly width: number
}

export interface BookSheet {
  readonly name: string
  readonly columns: readonly BookColumn[]
  readonly rows: readonly (readonly BookCell[])[]
  /** Sums below the rows, set off from them. */
  readonly foot: readonly (readonly BookCell[])[]
}

export interface Book {
  readonly title: string
  readonly sheets: readonly BookSheet[]
}

/** Name of a column: 0 is A, 26 is AA. */
export function columnName(at: number): string {
  const letter = String.fromCharCode(65 + (at % 26))
  return at < 26 ? letter : columnName(Math.floor(at / 26) - 1) + letter
}

/** Row of the book in which a row of a sheet stands: the heads are in the first. */
export const rowNumber = (at: number): number => at + 2

/** Head of a column with its unit: "Length (m)". */
export const headOf = ({ title, unit }: BookColumn): string => (unit === '' ? title : `${title} (${unit})`)

/** What a cell says by itself, formulas worked out. */
export const cellValue = (cell: BookCell): string | number | null =>
  cell !== null && typeof cell === 'object' ? cell.value : cell

/** A name of a sheet that spreadsheets take: no marks of theirs, at most 31 letters, each once. */
export function sheetNames(names: readonly string[]): string[] {
  const used = new Set<string>()
  return names.map((name) => {
    const plain =
      name
        .replace(/[[\]*?:/\\']/g, ' ')
        .trim()
        .slice(0, MOST_LETTERS) || 'Sheet'
    let free = plain
    for (let n = 2; used.has(free.toLowerCase()); n++) free = `${plain.slice(0, MOST_LETTERS - 4)} ${n}`
    used.add(free.toLowerCase())
    return free
  })
}
const MOST_LETTERS = 31
