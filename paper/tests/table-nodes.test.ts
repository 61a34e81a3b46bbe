import { describe, expect, test } from 'vitest'
import { column, figures, headRow, row, table } from '../../core/src/report/content.ts'
import { footless, kept } from '../src/pdf/kept.ts'
import { MARGIN_MM, pt } from '../src/pdf/nodes.ts'
import { tableNodes } from '../src/pdf/table-nodes.ts'

const A4 = { widthMm: 210, heightMm: 297 }
const ROOM_PT = pt(A4.widthMm - 2 * MARGIN_MM.side)
const LONG = 'what is written here at some length, so that it runs to a second line and to a third one '.repeat(2)

interface Laid {
  table: { widths: number[]; body: { text: { text: string }[]; colSpan?: number }[][]; headerRows: number }
}
const laid = (...args: Parameters<typeof table>): Laid[] =>
  tableNodes(table(...args) as Parameters<typeof tableNodes>[0], A4) as unknown as Laid[]
const widthOf = ({ table: { widths } }: Laid) => widths.reduce((sum, each) => sum + each, widths.length * 8)
const textOf = (cell?: { text: { text: string }[] }) => (cell?.text ?? []).map(({ text }) => text).join('')

describe('a table on paper', () => {
  test('is as wide as the page, whatever stands in it', () => {
    for (const cell of ['a', LONG, 'a-word-without-a-blank'.repeat(9)])
      for (const columns of [2, 5, 12]) {
        const [one] = laid(
          't',
          '',
          Array.from({ length: columns }, (_, i) => column(`Column ${i}`, { width: 1 })),
          [row(...Array.from({ length: columns }, () => cell))],
        )
        expect(one && widthOf(one)).toBeCloseTo(ROOM_PT, 0)
      }
  })

  test('leaves the room to write in that was asked for', () => {
    const [one] = laid('t', '', [column('Step'), column('Measured', { blankMm: 28 })], [row(LONG, '')])
    expect(one?.table.widths[1]).toBeCloseTo(pt(28), 6)
  })

  test('keeps figures on one line beside long words, and gives most to what is long throughout', () => {
    const rows = Array.from({ length: 9 }, (_, i) => row(i === 0 ? LONG : 'short', LONG, '1,234.50'))
    const [one] = laid('t', '', [column('Once'), column('Always'), figures('Price', 'EUR')], rows)
    const [once = 0, always = 0, price = 0] = one?.table.widths ?? []
    expect(always).toBeGreaterThan(once * 2)
    // Ten letters of the head, at about half an em.
    expect(price).toBeGreaterThan(10 * 0.45 * 8.4)
  })

  test('has a heading beside the heads of its columns where it has room, and over them where it has none', () => {
    const rows = [headRow('Strings', 2), row(LONG, '1'), headRow(LONG, 2), row(LONG, '2')]
    const [beside, over] = laid('t', 'All of them', [column('Step'), figures('Volts', 'V')], rows)
    expect(beside?.table.body.slice(0, 2).map(([first]) => textOf(first))).toEqual(['All of them', 'Strings'])
    expect(textOf(beside?.table.body[1]?.[1])).toBe('Volts, V')
    expect(beside?.table.headerRows).toBe(2)
    expect(over?.table.body.slice(0, 2).map(([first]) => textOf(first))).toEqual(['Step', LONG])
    expect(over?.table.headerRows).toBe(2)
  })
})

describe('a heading', () => {
  const heading = { text: 'Heading', headlineLevel: 1 }

  test('goes to the next page with what is short below it, other headings too', () => {
    const [one, ...rest] = kept([heading, heading, { text: 'short' }])
    expect(rest).toEqual([])
    expect(one).toMatchObject({ unbreakable: true, stack: [{}, { unbreakable: true }] })
  })

  test('is left to what is longer than a page may be', () => {
    const long = { ul: Array.from({ length: 80 }, () => ({ text: 'x' })) }
    expect(kept([heading, long])).toEqual([heading, long])
    expect(kept([heading, { table: { body: [] } }])).toHaveLength(2)
    expect(kept([heading])).toEqual([heading])
  })

  test('begins a page with nothing free left over from the page before', () => {
    const table = { table: { body: [] }, margin: [0, 0, 0, 8] }
    expect(footless(table)).toMatchObject({ margin: [0, 0, 0, 0] })
    expect(footless({ stack: [heading, table], unbreakable: true })).toEqual({
      stack: [heading, { ...table, margin: [0, 0, 0, 0] }],
      unbreakable: true,
    })
  })
})
