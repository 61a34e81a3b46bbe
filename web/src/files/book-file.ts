import { type Book, type BookCell, type BookColumn, type BookSheet, cellValue, headOf } from '@yard-lamp/core/report'
import Papa from 'papaparse'
import { guarded } from './spreadsheet-text.ts'

/** How spreadsheets write the figures of a column. */
const FORMAT: Readonly<Record<BookColumn['form'], string>> = {
  text: '@',
  count: '0',
  figure: '#,##0.##',
  money: '#,##0.00',
  percent: '0.0%',
}

/** A workbook as an XLSX file, its formulas with what they come to. */
export async function bookFile({ title, sheets }: Book): Promise<Blob> {
  const { default: excel } = await import('exceljs')
  const book = new excel.Workbook()
  book.title = title
  book.creator = 'Yard Lamp'
  for (const { name, columns, rows, foot } of sheets) {
    const sheet = book.addWorksheet(name, { views: [{ state: 'frozen', ySplit: 1 }] })
    sheet.columns = columns.map(({ width, form }) => ({ width, style: { numFmt: FORMAT[form] } }))
    sheet.addRow(columns.map(headOf)).font = { bold: true }
    sheet.addRows(rows.map((row) => row.map(asCell)))
    for (const row of foot) sheet.addRow(row.map(asCell)).font = { bold: true }
  }
  return new Blob([await book.xlsx.writeBuffer()], {
    type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  })
}

/** A text in a book is a text; what is empty stays empty. */
function asCell(cell: BookCell): string | number | null | { formula: string; result: number } {
  if (cell === null) return null
  if (typeof cell === 'object') return { formula: cell.formula, result: cell.value }
  return typeof cell === 'string' ? guarded(cell) : cell
}

/** A sheet as CSV, formulas worked out. */
export function sheetCsv({ columns, rows, foot }: BookSheet): Blob {
  const texts = [...rows, ...foot].map((row) => row.map((cell) => guarded(String(cellValue(cell) ?? ''))))
  return new Blob([`\ufeff${Papa.unparse([columns.map(headOf), ...texts])}\r\n`], { type: 'text/csv' })
}
