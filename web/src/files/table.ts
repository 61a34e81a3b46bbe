import { formatNumber } from '@yard-lamp/core/units'
import type { CellValue } from 'exceljs'
import Papa from 'papaparse'
import { unguarded } from './spreadsheet-text.ts'

/** Largest file, and what it may hold once it is unpacked. */
export interface TableBounds {
  readonly fileBytes: number
  readonly unpackedBytes: number
  readonly rows: number
  readonly columns: number
  readonly cells: number
  /** Said of one that has more. */
  readonly isNo: string
}

const MEGABYTE = 1024 * 1024
export const MOST_FILE_BYTES = 20 * MEGABYTE
const OF_EQUIPMENT: TableBounds = {
  fileBytes: MOST_FILE_BYTES,
  unpackedBytes: 80 * MEGABYTE,
  rows: 20_000,
  columns: 256,
  cells: 500_000,
  isNo: 'that is no list of equipment',
}
/** A year of minutes, and a little more. */
export const OF_READINGS: TableBounds = {
  fileBytes: 120 * MEGABYTE,
  unpackedBytes: 400 * MEGABYTE,
  rows: 700_000,
  columns: 256,
  cells: 12_000_000,
  isNo: 'bring it in by pieces',
}

const megabytes = (bytes: number): string => `${formatNumber(bytes / 1024 / 1024, 0)} MB`

/** @throws {Error} in a sentence, where a file is larger than is read */
export function refuseLarge({ name, size }: { name: string; size: number }, bounds = OF_EQUIPMENT): void {
  if (size > bounds.fileBytes) throw new Error(`${name} is larger than ${megabytes(bounds.fileBytes)}.`)
}

/**
 * Cells of a CSV file, or of the first sheet of an XLSX file, as texts: what is written as text stays as it is written.
 * @throws {Error} in a sentence: what the file is not, what in it is too much, or which cell cannot be read
 */
export async function tableIn(name: string, bytes: ArrayBuffer, bounds = OF_EQUIPMENT): Promise<string[][]> {
  refuseLarge({ name, size: bytes.byteLength }, bounds)
  const rows = name.toLowerCase().endsWith('.xlsx') ? await bookRows(name, bytes, bounds) : csvRows(name, bytes, bounds)
  return rows.map((row) => row.map(unguarded))
}

function csvRows(name: string, bytes: ArrayBuffer, bounds: TableBounds): string[][] {
  const text = new TextDecoder().decode(bytes)
  const rows: string[][] = []
  let cells = 0
  Papa.parse<string[]>(text, {
    skipEmptyLines: true,
    step: ({ data }, parser) => {
      rows.push(data)
      cells += data.length
      if (rows.length > bounds.rows || cells > bounds.cells) parser.abort()
    },
  })
  refuseMany(
    name,
    { rows: rows.length, columns: rows.reduce((most, row) => Math.max(most, row.length), 0), cells },
    bounds,
  )
  return rows
}

function refuseMany(name: string, has: Pick<TableBounds, 'rows' | 'columns' | 'cells'>, bounds: TableBounds): void {
  for (const what of ['rows', 'columns', 'cells'] as const)
    if (has[what] > bounds[what])
      throw new Error(`${name} has more than ${formatNumber(bounds[what])} ${what}: ${bounds.isNo}.`)
}

const noBook = (name: string): Error =>
  new Error(`${name} is not an XLSX file that can be read: it is broken or of another kind.`)

async function bookRows(name: string, bytes: ArrayBuffer, bounds: TableBounds): Promise<string[][]> {
  await lookIntoBook(name, bytes, bounds)
  const { default: excel } = await import('exceljs')
  const book = new excel.Workbook()
  try {
    await book.xlsx.load(bytes)
  } catch {
    throw noBook(name)
  }
  const rows: string[][] = []
  book.worksheets[0]?.eachRow((row, number) => {
    // Empty rows stay, so that a row is called by its number in the book.
    while (rows.length < number - 1) rows.push([])
    const cells: string[] = []
    row.eachCell((cell, at) => {
      cells[at - 1] = cellText(cell.value, `${name}, cell ${cell.address}`)
    })
    rows.push(Array.from(cells, (cell) => cell ?? ''))
  })
  return rows
}

/** What a book holds, before it is taken apart: packed a thousandfold, or with one cell far to the right, it takes all memory. */
async function lookIntoBook(name: string, bytes: ArrayBuffer, bounds: TableBounds): Promise<void> {
  const { default: Zip } = await import('jszip')
  const zip = await Zip.loadAsync(bytes).catch(() => {
    throw noBook(name)
  })
  let unpackedBytes = 0
  for (const entry of Object.values(zip.files)) {
    if (entry.dir) continue
    const isSheet = /^xl\/worksheets\/[^/]+\.xml$/i.test(entry.name)
    const counted = isSheet ? new CountedSheet(name, bounds) : null
    // Unpacked piece by piece: what it says of its own size may be a lie.
    await new Promise<void>((resolve, reject) => {
      const stream = (entry as unknown as { internalStream(type: 'string'): ZipStream }).internalStream('string')
      const stop = (error: unknown) => {
        stream.pause()
        reject(error)
      }
      stream
        .on('data', (piece) => {
          unpackedBytes += piece.length
          try {
            if (unpackedBytes > bounds.unpackedBytes)
              throw new Error(`${name} unpacks to more than ${megabytes(bounds.unpackedBytes)}: it is not read.`)
            counted?.take(piece)
          } catch (error) {
            stop(error)
          }
        })
        .on('error', () => stop(noBook(name)))
        .on('end', () => resolve())
        .resume()
    })
  }
}

interface ZipStream {
  on(event: 'data', act: (piece: string) => void): ZipStream
  on(event: 'error' | 'end', act: () => void): ZipStream
  resume(): ZipStream
  pause(): ZipStream
}

/** Counts rows, columns and cells of a sheet as it is unpacked. */
class CountedSheet {
  private readonly name: string
  private rest = ''
  private rows = 0
  private cells = 0

  private readonly bounds: TableBounds

  constructor(name: string, bounds: TableBounds) {
    this.name = name
    this.bounds = bounds
  }

  /** @throws {Error} once there are too many */
  take(piece: string): void {
    const text = this.rest + piece
    // A tag may be cut: what follows the last whole one waits for the next piece.
    const whole = text.lastIndexOf('>') + 1
    this.rest = text.slice(whole).slice(-4096)
    let columns = 0
    for (const [, tag, attributes = ''] of text.slice(0, whole).matchAll(/<(?:\w+:)?(row|c)\b([^>]*)>/g)) {
      if (tag === 'row') this.rows += 1
      else this.cells += 1
      const at = /\br="([A-Z]*)(\d*)"/.exec(attributes)
      columns = Math.max(columns, columnOf(at?.[1] ?? ''))
      this.rows = Math.max(this.rows, Number(at?.[2] ?? 0))
    }
    refuseMany(this.name, { rows: this.rows, columns, cells: this.cells }, this.bounds)
  }
}

/** Number of a column: A is 1, AA is 27. */
const columnOf = (letters: string): number =>
  [...letters].reduce((sum, letter) => 26 * sum + letter.charCodeAt(0) - 64, 0)

/** A day alone, or with its time of day where it has one. @param iso of a date in a book */
const dateText = (iso: string): string =>
  iso.slice(11, 19) === '00:00:00' ? iso.slice(0, 10) : `${iso.slice(0, 10)} ${iso.slice(11, 19)}`

/** A cell as text. @throws {Error} where it holds an error, or a formula that was never worked out */
function cellText(value: CellValue, where: string): string {
  if (value === null || value === undefined) return ''
  if (value instanceof Date) return Number.isNaN(value.getTime()) ? '' : dateText(value.toISOString())
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value !== 'object') return String(value)
  if ('error' in value) throw new Error(`${where}, holds the error ${value.error}: mend it in the book.`)
  if ('richText' in value) return value.richText.map(({ text }) => text).join('')
  if ('text' in value) return cellText(value.text as CellValue, where)
  const { result } = value as { result?: CellValue }
  if (result === undefined)
    throw new Error(`${where}, holds a formula that was never worked out: open the book in a spreadsheet and save it.`)
  return cellText(result, where)
}
