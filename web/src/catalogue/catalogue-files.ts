import { type CatalogueItem, InputError } from '@yard-lamp/core'
import { cellsOf, fieldsOf, itemFromCells, KIND_NAME, parseItem } from '@yard-lamp/core/catalogue'
import Papa from 'papaparse'

type ItemKind = CatalogueItem['kind']
export type FileForm = 'csv' | 'xlsx' | 'json'

/** Largest file that is read, bytes. */
const MOST_BYTES = 20 * 1024 * 1024
const FORMAT = 'yard-lamp-catalogue'

/** What a file holds: sheets that can be taken in, and rows that cannot, with why. */
export interface ReadFile {
  readonly items: readonly CatalogueItem[]
  readonly refused: readonly { readonly row: string; readonly message: string }[]
}

const headOf = (kind: ItemKind): string[] =>
  fieldsOf(kind).map(({ name, unit }) => (unit === '' || unit === 'money' ? name : `${name} (${unit})`))
const rowOf = (item: CatalogueItem): string[] => {
  const cells = cellsOf(item)
  return fieldsOf(item.kind).map(({ name }) => cells[name] ?? '')
}

/** A file of one kind's sheets. JSON holds several kinds as well. */
export async function writeFile(form: FileForm, items: readonly CatalogueItem[], kind: ItemKind): Promise<Blob> {
  if (form === 'json') {
    return new Blob([`${JSON.stringify({ format: FORMAT, version: 1, items }, null, 2)}\n`], {
      type: 'application/json',
    })
  }
  const head = headOf(kind)
  const rows = items.filter((item) => item.kind === kind).map(rowOf)
  if (form === 'csv') return new Blob([`\ufeff${Papa.unparse([head, ...rows])}\r\n`], { type: 'text/csv' })
  const { default: excel } = await import('exceljs')
  const book = new excel.Workbook()
  const sheet = book.addWorksheet(KIND_NAME[kind][1])
  sheet.addRows([
    head,
    ...rows.map((row) => row.map((text) => (text !== '' && Number.isFinite(Number(text)) ? Number(text) : text))),
  ])
  sheet.views = [{ state: 'frozen', ySplit: 1 }]
  return new Blob([await book.xlsx.writeBuffer()])
}

/**
 * Reads sheets from a file of any of the three forms.
 * @param kind kind of the rows of a table
 * @throws {Error} in a sentence, where the file is no such file
 */
export async function readFile(file: File, kind: ItemKind): Promise<ReadFile> {
  if (file.name.toLowerCase().endsWith('.json')) {
    refuseLarge(file)
    return readJson(await file.text(), file.name)
  }
  const [head, ...body] = await rowsOf(file)
  if (!head || body.length === 0)
    throw new Error(`${file.name} holds no rows below a head with the names of the fields.`)
  return readRows(
    body
      .filter((cells) => cells.some((cell) => cell.trim() !== ''))
      .map(
        (cells, i) => [`row ${i + 2}`, Object.fromEntries(head.map((field, at) => [field, cells[at] ?? '']))] as const,
      ),
    (cells) => itemFromCells(kind, cells),
  )
}

const refuseLarge = (file: File) => {
  if (file.size > MOST_BYTES) throw new Error(`${file.name} is larger than ${MOST_BYTES / 1024 / 1024} MB.`)
}

/** Cells of a CSV file or of the first sheet of an XLSX file. @throws {Error} in a sentence, where it is neither */
export async function rowsOf(file: File): Promise<string[][]> {
  refuseLarge(file)
  return file.name.toLowerCase().endsWith('.xlsx') ? readBook(file) : readTable(await file.text())
}

function readRows<T>(rows: readonly (readonly [string, T])[], read: (value: T) => CatalogueItem): ReadFile {
  const items: CatalogueItem[] = []
  const refused: { row: string; message: string }[] = []
  for (const [row, value] of rows) {
    try {
      items.push(read(value))
    } catch (error) {
      if (!(error instanceof InputError)) throw error
      refused.push({ row, message: error.message })
    }
  }
  return { items, refused }
}

function readJson(text: string, name: string): ReadFile {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    throw new Error(`${name} is not JSON: it is broken, cut short or of another kind.`)
  }
  const items = Array.isArray(value) ? value : (value as { items?: unknown } | null)?.items
  if (!Array.isArray(items)) throw new Error(`${name} holds no list of catalogue items.`)
  return readRows(
    items.map((item, i) => [`item ${i + 1}`, item] as const),
    parseItem,
  )
}

const readTable = (text: string): string[][] =>
  Papa.parse<string[]>(text.replace(/^\ufeff/, ''), { skipEmptyLines: true }).data

async function readBook(file: File): Promise<string[][]> {
  const { default: excel } = await import('exceljs')
  const book = new excel.Workbook()
  try {
    await book.xlsx.load(await file.arrayBuffer())
  } catch {
    throw new Error(`${file.name} is not an XLSX file that can be read: it is broken or of another kind.`)
  }
  const rows: string[][] = []
  book.worksheets[0]?.eachRow((row) => {
    const cells: string[] = []
    row.eachCell({ includeEmpty: true }, (cell, at) => {
      cells[at - 1] = cell.text
    })
    rows.push(cells)
  })
  return rows
}
