import type { CatalogueItem } from '@yard-lamp/core'
import { cellsOf, fieldsOf, KIND_NAME } from '@yard-lamp/core/catalogue'
import Papa from 'papaparse'
import { guarded } from '../files/spreadsheet-text.ts'
import { refuseLarge, tableIn } from '../files/table.ts'
import { inFileWorker } from '../workers/files.ts'
import { type ReadFile, sheetsIn } from './sheets-in.ts'

type ItemKind = CatalogueItem['kind']
export type FileForm = 'csv' | 'xlsx' | 'json'

const FORMAT = 'yard-lamp-catalogue'

const headOf = (kind: ItemKind): string[] =>
  fieldsOf(kind).map(({ name, unit }) => (unit === '' || unit === 'money' ? name : `${name} (${unit})`))
const rowOf = (item: CatalogueItem): string[] => {
  const cells = cellsOf(item)
  return fieldsOf(item.kind).map(({ name }) => cells[name] ?? '')
}
/** A figure goes as a number; an id or a model that looks like one ("0120", "1e5") stays the text it is. */
const bookRowOf = (item: CatalogueItem): (string | number)[] =>
  rowOf(item).map((text, i) =>
    fieldsOf(item.kind)[i]?.form === 'number' && text !== '' && Number.isFinite(Number(text)) ? Number(text) : text,
  )

/** A file of one kind's sheets. JSON holds several kinds as well. */
export async function writeFile(form: FileForm, items: readonly CatalogueItem[], kind: ItemKind): Promise<Blob> {
  if (form === 'json') {
    return new Blob([`${JSON.stringify({ format: FORMAT, version: 1, items }, null, 2)}\n`], {
      type: 'application/json',
    })
  }
  const head = headOf(kind)
  const ofKind = items.filter((item) => item.kind === kind)
  if (form === 'csv') {
    const rows = [head, ...ofKind.map(rowOf)].map((row) => row.map(guarded))
    return new Blob([`\ufeff${Papa.unparse(rows)}\r\n`], { type: 'text/csv' })
  }
  const { default: excel } = await import('exceljs')
  const book = new excel.Workbook()
  const sheet = book.addWorksheet(KIND_NAME[kind][1])
  sheet.addRows([head, ...ofKind.map((item) => bookRowOf(item).map(asCell))])
  sheet.views = [{ state: 'frozen', ySplit: 1 }]
  return new Blob([await book.xlsx.writeBuffer()])
}

/** A text in a book is a text: what would be a formula in a table it is saved as later is guarded here as well. */
const asCell = (value: string | number): string | number => (typeof value === 'string' ? guarded(value) : value)

/**
 * Reads sheets from a file of any of the three forms, in a worker where there are workers.
 * @param kind kind of the rows of a table
 * @throws {Error} in a sentence, where the file is no such file
 */
export async function readFile(file: File, kind: ItemKind, signal?: AbortSignal): Promise<ReadFile> {
  refuseLarge(file)
  const bytes = await file.arrayBuffer()
  return typeof Worker === 'undefined'
    ? sheetsIn(file.name, bytes, kind)
    : inFileWorker(file.name, signal, (calls) => calls.sheetsIn(file.name, bytes, kind))
}

/** Cells of a CSV file or of the first sheet of an XLSX file. @throws {Error} in a sentence, where it is neither */
export async function rowsOf(file: File, signal?: AbortSignal): Promise<string[][]> {
  refuseLarge(file)
  const bytes = await file.arrayBuffer()
  return typeof Worker === 'undefined'
    ? tableIn(file.name, bytes)
    : inFileWorker(file.name, signal, (calls) => calls.tableIn(file.name, bytes))
}
