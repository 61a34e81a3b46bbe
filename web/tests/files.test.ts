import { emptyLoad, fieldStation, SHIPPED_ITEMS } from '@yard-lamp/core'
import { fieldsOf } from '@yard-lamp/core/catalogue'
import { LOAD_COLUMNS } from '@yard-lamp/core/loads'
import ExcelJS from 'exceljs'
import Zip from 'jszip'
import { describe, expect, test } from 'vitest'
import { readFile, rowsOf, writeFile } from '../src/catalogue/catalogue-files.ts'
import { priceLines, pricesFrom } from '../src/catalogue/price-text.ts'
import { guarded, unguarded } from '../src/files/spreadsheet-text.ts'
import { cellsOf, copied, copiedRows, headingOf, isBlock } from '../src/links/loads/load-clipboard.ts'
import { openWeather, readColumns } from '../src/workers/weather-file.ts'

const kinds = [...new Set(SHIPPED_ITEMS.map(({ kind }) => kind))]
const ofKind = (kind: string) => SHIPPED_ITEMS.filter((item) => item.kind === kind)
const csv = (text: string, name = 'a.csv') => new File([text], name)

describe('sheets taken out and brought in', () => {
  test.each(kinds.flatMap((kind) => (['csv', 'xlsx', 'json'] as const).map((form) => [kind, form] as const)))(
    'every %s comes back from %s as it went',
    async (kind, form) => {
      const items = ofKind(kind)
      const blob = await writeFile(form, items, kind)
      const { items: back, refused } = await readFile(new File([blob], `sheets.${form}`), kind)
      expect(refused).toEqual([])
      // A table has no column for notes of the maker; what it has comes back to the digit.
      const named = fieldsOf(kind).map(({ name }) => name)
      const pick = (item: object) =>
        Object.fromEntries(Object.entries(item).filter(([key]) => form === 'json' || named.includes(key)))
      expect(back.map(pick)).toEqual(items.map(pick))
    },
    30_000,
  )

  test('a row that contradicts itself is refused by its number and field; the others stand', async () => {
    const text = await (await writeFile('csv', ofKind('panel').slice(0, 3), 'panel')).text()
    const [head = '', first = '', ...rest] = text
      .replace(/^\ufeff/, '')
      .trim()
      .split('\r\n')
    const at = head.split(',').findIndex((name) => name.startsWith('vmpV'))
    const cells = first.split(',')
    cells[at] = '99'
    const { items, refused } = await readFile(csv([head, cells.join(','), ...rest].join('\r\n')), 'panel')
    expect(items).toHaveLength(2)
    expect(refused).toHaveLength(1)
    expect(refused[0]?.row).toBe('row 2')
    expect(refused[0]?.message).toMatch(/99.*below the open-circuit voltage/)
  })

  test.each([
    ['a.json', '{"items": ', /a.json is not JSON/],
    ['a.json', '{"else": 1}', /holds no list of catalogue items/],
    ['a.xlsx', 'no book', /a.xlsx is not an XLSX file that can be read/],
    ['a.csv', 'maker,model', /a.csv holds no rows/],
    ['a.csv', '', /a.csv holds no rows/],
  ])('%s with %j is refused in a sentence', async (name, text, says) => {
    await expect(readFile(csv(text, name), 'panel')).rejects.toThrow(says)
  })

  test('a file beyond the bound is refused before it is read', async () => {
    const large = csv('x')
    Object.defineProperty(large, 'size', { value: 21 * 1024 * 1024 })
    await expect(rowsOf(large)).rejects.toThrow('a.csv is larger than 20 MB')
    Object.defineProperty(large, 'name', { value: 'a.json' })
    await expect(readFile(large, 'panel')).rejects.toThrow('a.json is larger than 20 MB')
  })
})

/** A book of one sheet as a spreadsheet writes it. */
async function book(fill: (sheet: ExcelJS.Worksheet) => void, name = 'a.xlsx'): Promise<File> {
  const made = new ExcelJS.Workbook()
  fill(made.addWorksheet('Sheet'))
  return new File([await made.xlsx.writeBuffer()], name)
}
/** A book whose sheet is this XML. */
async function rawBook(rows: string): Promise<File> {
  const zip = await Zip.loadAsync(await (await book((sheet) => sheet.addRow(['x']))).arrayBuffer())
  const xml = await zip.file('xl/worksheets/sheet1.xml')?.async('string')
  zip.file(
    'xl/worksheets/sheet1.xml',
    (xml ?? '').replace(/<sheetData>.*<\/sheetData>/s, `<sheetData>${rows}</sheetData>`),
  )
  return new File([await zip.generateAsync({ type: 'arraybuffer', compression: 'DEFLATE' })], 'a.xlsx')
}

describe('a book is read within bounds', () => {
  test.each([
    ['one cell far to the right', '<row r="1"><c r="XFD1"><v>1</v></c></row>', 'more than 256 columns'],
    ['one cell far below', '<row r="1048576"><c r="A1048576"><v>1</v></c></row>', 'more than 20,000 rows'],
    [
      'very many rows',
      Array.from({ length: 21_000 }, (_, i) => `<row r="${i + 1}"/>`).join(''),
      'more than 20,000 rows',
    ],
    [
      'very many cells',
      Array.from({ length: 2100 }, (_, i) => `<row r="${i + 1}">${'<c/>'.repeat(250)}</row>`).join(''),
      'more than 500,000 cells',
    ],
  ])('%s', async (_, rows, says) => {
    const file = await rawBook(rows)
    const before = process.memoryUsage().rss
    await expect(rowsOf(file)).rejects.toThrow(`a.xlsx has ${says}: that is no list of equipment.`)
    expect(process.memoryUsage().rss - before).toBeLessThan(300e6)
  })

  test('packed a thousandfold', async () => {
    const file = await rawBook(`<row r="1"><c r="A1" t="inlineStr"><is><t>${'0'.repeat(90_000_000)}</t></is></c></row>`)
    expect(file.size).toBeLessThan(200_000)
    await expect(rowsOf(file)).rejects.toThrow('a.xlsx unpacks to more than 80 MB: it is not read.')
  }, 30_000)

  test('a table of the same sizes, too', async () => {
    await expect(rowsOf(csv('a\n'.repeat(20_001)))).rejects.toThrow('a.csv has more than 20,000 rows')
    await expect(rowsOf(csv(`${'a,'.repeat(300)}\n`))).rejects.toThrow('a.csv has more than 256 columns')
  })

  test('rows keep their number though some are empty', async () => {
    const file = await book((sheet) => {
      sheet.getCell('A1').value = 'id'
      sheet.getCell('B4').value = 7
    })
    expect(await rowsOf(file)).toEqual([['id'], [], [], ['', '7']])
  })
})

describe('a cell is read as it is written', () => {
  const read = async (value: ExcelJS.CellValue) =>
    (await rowsOf(await book((sheet) => void sheet.addRow([value]))))[0]?.[0]
  test.each([
    ['0120', '0120'],
    ['1e5', '1e5'],
    ['1.0', '1.0'],
    [100_000, '100000'],
    [0.1, '0.1'],
    [true, 'yes'],
    [new Date(Date.UTC(2026, 2, 4)), '2026-03-04'],
    [new Date(Date.UTC(2026, 2, 4, 14, 5)), '2026-03-04 14:05:00'],
    [{ richText: [{ text: 'a' }, { text: 'b' }] }, 'ab'],
    [{ text: 'words', hyperlink: 'https://example.invalid' }, 'words'],
    [{ formula: '1+1', result: 2 }, '2'],
  ] as [ExcelJS.CellValue, string][])('%j', async (value, text) => {
    expect(await read(value)).toBe(text)
  })

  test('an error is a sentence that names the cell', async () => {
    await expect(read({ error: '#N/A' })).rejects.toThrow('a.xlsx, cell A1, holds the error #N/A: mend it in the book.')
    await expect(read({ formula: '1/0', result: { error: '#DIV/0!' } })).rejects.toThrow('holds the error #DIV/0!')
    await expect(read({ formula: 'A2', result: undefined as never })).rejects.toThrow('never worked out')
  })
})

describe('no text leaves as a formula, and each comes back as it was', () => {
  const TEXTS = [
    '=1+1',
    '+cmd',
    '-x',
    '@sum',
    '\tx',
    "'=1",
    "''=1",
    "'quoted'",
    '0120',
    '1e5',
    '1.0',
    '−3',
    '= ',
    '+',
    '-',
  ]
  test.each(TEXTS)('%j', (text) => {
    const left = guarded(text)
    expect(/^[=+\-@\t\r]/.test(left) && !/^[+-]?\d/.test(left)).toBe(false)
    expect(unguarded(left)).toBe(text)
  })
  test('figures stay figures', () => {
    for (const figure of ['-3', '+4.5', '-0.0027', '-1e-3', '-2,5']) expect(guarded(figure)).toBe(figure)
  })

  test.each(['csv', 'xlsx'] as const)('in sheets taken out as %s', async (form) => {
    const items = TEXTS.flatMap((text, i) => {
      const [panel] = ofKind('panel')
      return panel && text.trim() !== '' && text.trim() === text
        ? [{ ...panel, id: `p-${i}`, maker: text, model: `${i}${text}` }]
        : []
    })
    const blob = await writeFile(form, items, 'panel')
    if (form === 'csv') expect(await blob.text()).not.toMatch(/(^|,)"?[=+@]/m)
    const { items: back, refused } = await readFile(new File([blob], `sheets.${form}`), 'panel')
    expect(refused).toEqual([])
    expect(back.map(({ maker, model }) => [maker, model])).toEqual(items.map(({ maker, model }) => [maker, model]))
  })

  test('on the clipboard of the load grid', () => {
    const loads = ['=HYPERLINK("x")', '+A1', '@a', "'=b"].map((name, i) => ({ ...emptyLoad(`l${i}`), name }))
    const text = copied(loads, ['name', 'powerW'], false)
    expect(text).not.toMatch(/^"?[=+@]/m)
    expect(cellsOf(text).map(([name]) => name)).toEqual(loads.map(({ name }) => name))
  })
})

describe('a weather file', () => {
  const hours = (count: number, head = 'time;ghi;air') =>
    new File(
      [
        `${head}\n${Array.from({ length: count }, (_, i) => `${i};${i % 24 > 6 && i % 24 < 18 ? 300 : 0};5,5`).join('\n')}`,
      ],
      'year.csv',
    )

  test('is opened with its progress told, and its columns read where it stays', async () => {
    const shares: number[] = []
    const found = await openWeather(hours(8760), (share) => shares.push(share))
    expect(found).toMatchObject({ kind: 'table', rows: 8761, heading: 1 })
    if (found.kind === 'table') expect(found.first.length).toBeLessThan(80)
    expect(shares.length).toBeGreaterThan(10)
    expect(shares.every((share, i) => share >= 0 && share <= 1 && share >= (shares[i - 1] ?? 0))).toBe(true)
    const months = readColumns(1, { sun: 1, sunUnit: 'W/m²', air: 2, airUnit: '°C' })
    expect(months.sunKwhPerM2Day.every((value) => Math.abs((value ?? 0) - 3.3) < 1e-9)).toBe(true)
  })

  test('that is none is refused in a sentence, a large one before all of it is taken apart', async () => {
    await expect(openWeather(hours(20), () => undefined)).rejects.toThrow(
      'The table has 21 rows; expected a year of hours',
    )
    await expect(openWeather(hours(60_000), () => undefined)).rejects.toThrow(
      /more than 8,984 rows; expected a year of hours, 8760 or 8784\. Minutes/,
    )
    const large = hours(10)
    Object.defineProperty(large, 'size', { value: 61_000_000 })
    await expect(openWeather(large, () => undefined)).rejects.toThrow(
      'The file has 61 MB; a year of hours has less than 60.',
    )
  })
})

describe('prices', () => {
  const known = new Set(['one'])

  test.each([
    ['one,1e999,', /got the price "1e999"; allowed: a number from 0 to 1,000,000,000/],
    ['one,1e300,', /got the price "1e300"/],
    [`one,1,${'9'.repeat(400)}`, /got the stock "9+"; allowed: a whole number/],
  ])('%s is refused', (line, says) => {
    expect(() => pricesFrom(line, known)).toThrow(says)
  })

  test('a file of prices becomes the lines a person looks through', async () => {
    const rows = await rowsOf(csv('Item,Price,Stock,Remark\none,149.5,12,"new, boxed"\n'))
    expect(priceLines(rows)).toBe('Item,Price,Stock\none,149.5,12')
    expect(pricesFrom(priceLines(rows), known)).toEqual({ one: { price: 149.5, stock: 12 } })
  })
})

describe('the clipboard of the load grid', () => {
  const { loads } = fieldStation()

  test('whole rows go with a heading that names every column, and come back cell for cell', () => {
    const [head = [], ...rows] = cellsOf(copiedRows(loads))
    expect(head).toEqual(LOAD_COLUMNS.map(headingOf))
    expect(rows).toHaveLength(loads.length)
    for (const row of rows) expect(row).toHaveLength(LOAD_COLUMNS.length)
    expect(rows.map((row) => row[LOAD_COLUMNS.indexOf('name')])).toEqual(loads.map(({ name }) => name))
  })

  test('a name with tabs, quotes or lines stays one cell', () => {
    const odd = { ...emptyLoad('a'), name: 'Lamp\t"north"\nwall' }
    expect(cellsOf(copied([odd], ['name', 'quantity'], false))).toEqual([[odd.name, '1']])
  })

  test('commas and semicolons are understood where there are no tabs; one cell is no block', () => {
    expect(cellsOf('2;Lamp;5\r\n1;Fan;30\r\n')).toEqual([
      ['2', 'Lamp', '5'],
      ['1', 'Fan', '30'],
    ])
    expect([isBlock('1.2 kW'), isBlock('1.2 kW\n'), isBlock('1\t2'), isBlock('a\nb')]).toEqual([
      false,
      false,
      true,
      true,
    ])
  })
})
