import { demoJobs, design, SHIPPED_CATALOGUE } from '@yard-lamp/core'
import { type Book, cellValue, ordersBook, partsBook } from '@yard-lamp/core/report'
import excel from 'exceljs'
import Papa from 'papaparse'
import { describe, expect, test } from 'vitest'
import calculate from 'xlsx-calc'
import { bookFile, sheetCsv } from '../src/files/book-file.ts'
import { fileName } from '../src/files/save-file.ts'

// The package's own SUMIF looks along a row only; ours stand in columns.
calculate.import_functions(
  {
    SUMIF: (range: unknown[][], wanted: unknown, sums: unknown[][]) =>
      range.flat().reduce<number>((sum, cell, i) => (cell === wanted ? sum + Number(sums.flat()[i] ?? 0) : sum), 0),
  },
  { override: true },
)

/** A workbook opened again and all its formulas worked out by another hand. */
async function reopened(book: Book, change: (file: excel.Workbook) => void = () => {}) {
  const file = new excel.Workbook()
  await file.xlsx.load(await (await bookFile(book)).arrayBuffer())
  change(file)
  const names = file.worksheets.map(({ name }) => name)
  const sheets: Record<string, Record<string, unknown>> = {}
  let formulas = 0
  for (const sheet of file.worksheets) {
    const cells: Record<string, unknown> = { '!ref': `A1:Z${sheet.rowCount}` }
    sheet.eachRow((row) => {
      row.eachCell((cell) => {
        const { value } = cell
        const isFormula = value !== null && typeof value === 'object' && 'formula' in value
        if (isFormula) formulas += 1
        // What was written beside a formula is not looked at: it is worked out anew.
        cells[cell.address] = isFormula
          ? { f: value.formula, t: 'n' }
          : { v: value, t: typeof value === 'number' ? 'n' : 's' }
      })
    })
    sheets[sheet.name] = cells
  }
  calculate({ SheetNames: names, Sheets: sheets })
  const valueAt = (sheet: string, row: number, col: number): unknown =>
    (sheets[sheet]?.[`${String.fromCharCode(64 + col)}${row}`] as { v?: unknown } | undefined)?.v
  return { names, valueAt, formulas }
}

const designs = demoJobs().map((job) => [job.name, design(job, SHIPPED_CATALOGUE)] as const)

describe.each(designs)('the workbook of %s', (_, made) => {
  test('opens again, and every formula in it comes to what Yard Lamp says', async () => {
    const book = partsBook(made)
    const { names, valueAt, formulas } = await reopened(book)
    expect(names).toEqual(book.sheets.map(({ name }) => name))
    for (const { name, rows, foot } of book.sheets)
      for (const [at, row] of [...rows, ...foot].entries())
        for (const [col, cell] of row.entries())
          if (cell !== null && typeof cell === 'object')
            expect(valueAt(name, at + 2, col + 1), `${name} ${at + 2} ${col + 1}`).toBeCloseTo(cell.value, 2)
    expect(formulas).toBeGreaterThan(2 * made.parts.lines.length)
    expect(valueAt('To pay', 12, 2)).toBeCloseTo(made.parts.sale.gross.value, 2)
  })

  test('a price changed in it changes what is to pay', async () => {
    const book = partsBook(made)
    const [line] = made.parts.lines
    if (!line) throw new Error('no line')
    const { valueAt } = await reopened(book, (file) => {
      const cell = file.getWorksheet('Parts')?.getRow(2).getCell(8)
      if (cell) cell.value = line.unitPrice + 10
    })
    const { markUpFraction, taxFraction, gross } = made.parts.sale
    const moreNet = line.quantity * 10 * (1 + markUpFraction.value)
    expect(valueAt('To pay', 12, 2)).toBeCloseTo(gross.value + moreNet * (1 + taxFraction.value), 1)
  })

  test('the orders by supplier come to the same as the list', async () => {
    const book = ordersBook(made)
    const { valueAt } = await reopened(book)
    const whole = book.sheets.reduce((sum, { name, rows }) => sum + Number(valueAt(name, rows.length + 2, 5)), 0)
    expect(whole).toBeCloseTo(made.parts.price.value, 1)
  })
})

test('the plain table has a line for each part and what it comes to, and no text in it is a formula', async () => {
  const [[, made]] = designs as [(typeof designs)[number]]
  const [sheet] = partsBook(made).sheets
  if (!sheet) throw new Error('no sheet')
  const spoilt = { ...sheet, rows: [['=1+1', '@x', ...(sheet.rows[0] ?? []).slice(2)], ...sheet.rows.slice(1)] }
  const { data } = Papa.parse<string[]>((await sheetCsv(spoilt).text()).replace('\ufeff', ''), { skipEmptyLines: true })
  expect(data.length).toBe(1 + sheet.rows.length + sheet.foot.length)
  expect(data[1]?.slice(0, 2)).toEqual(["'=1+1", "'@x"])
  expect(Number(data.at(-1)?.[8])).toBeCloseTo(made.parts.price.value, 2)
  expect(sheet.rows.map((row) => cellValue(row[2] ?? null))).toEqual(data.slice(1, -1).map((row) => row[2]))
})

test('a file has a name that any system takes', () => {
  expect(fileName('Hut: “north/south” * parts', 'csv')).toBe('Hut- -north-south- - parts.csv')
})
