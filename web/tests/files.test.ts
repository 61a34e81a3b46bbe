import { emptyLoad, fieldStation, SHIPPED_ITEMS } from '@yard-lamp/core'
import { fieldsOf } from '@yard-lamp/core/catalogue'
import { LOAD_COLUMNS } from '@yard-lamp/core/loads'
import { describe, expect, test } from 'vitest'
import { readFile, rowsOf, writeFile } from '../src/catalogue/catalogue-files.ts'
import { priceLines, pricesFrom } from '../src/catalogue/price-text.ts'
import { cellsOf, copied, copiedRows, headingOf, isBlock } from '../src/links/loads/load-clipboard.ts'

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

describe('prices', () => {
  const known = new Set(['one'])

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
