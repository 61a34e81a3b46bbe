import { type Block, plainText, type ReportColumn, type ReportRow, type Rich } from '@yard-lamp/core/report'
import { HAIRLINES, INK, MARGIN_MM, type Node, type Paper, pt, runs } from './nodes.ts'

/** Tables of a report: columns as wide as what stands in them, heads that come again on each page. */

/** How wide a text stands, in ems: as wide as its letters are on the average of their kind. */
const emsOf = (text: string): number => {
  let ems = 0
  for (const letter of text) ems += /[A-ZÄÖÜ%@MWmw]/.test(letter) ? 0.66 : /[il.,;:'|! ()]/.test(letter) ? 0.27 : 0.52
  return ems
}

export function tableNodes({ title, columns, rows }: Extract<Block, { kind: 'table' }>, room: Paper): Node[] {
  const many = columns.length > 9
  const fontSize = many ? 7.6 : 8.8
  const roomPt = pt(room.widthMm - 2 * MARGIN_MM.side)
  const widths = widthsOf(columns, rows, fontSize, roomPt)
  // Anew for each table: what lays them out writes into them.
  const head = (heading: Rich = '', over = 0): Node[] =>
    columns.map(({ title: name, unit, align }, i) =>
      i === 0 && over > 0
        ? { text: runs(heading), bold: true, fillColor: INK.wash, colSpan: over }
        : {
            text: runs(unit === '' ? name : `${name}, ${unit}`),
            alignment: align,
            color: INK.soft,
            fontSize: fontSize - 0.4,
            bold: true,
            ...(over > 0 && { fillColor: INK.wash }),
          },
    )
  const wide = (text: Rich, more: Node): Node[] => [
    { text: runs(text), bold: true, colSpan: columns.length, ...more },
    ...columns.slice(1).map(() => ({})),
  ]
  const bodyOf = (own: readonly ReportRow[]) =>
    own.map(({ cells, as }): Node[] =>
      cells.map(({ rich }, i) => ({
        text: runs(rich),
        alignment: columns[i]?.align ?? 'left',
        ...(as === 'sum' && { bold: true }),
      })),
    )
  /** Of a part under a heading of its own: over the first columns where they are of words and give it room, beside the heads of the others. */
  const headsOf = (heading: Rich | null): Node[][] => {
    if (heading === null) return [head()]
    const headingPt = emsOf(plainText(heading)) * fontSize * BOLD_WIDER
    const over = 1 + columns.findIndex((_, i) => headingPt <= sumOf(widths.slice(0, i + 1)))
    const isBeside = over > 0 && over < columns.length && columns.slice(0, over).every(({ align }) => align === 'left')
    return isBeside ? [head(heading, over)] : [head(), wide(heading, { fillColor: INK.wash })]
  }
  // A part under a heading of its own is a table of its own: head and heading come again on each page it runs to.
  return partsOf(rows).map(({ heading, own }, i, all) => {
    // The title is part of the head, so that it never stands alone at the foot of a page.
    const titled = i === 0 && title !== '' ? [wide(title, { margin: [0, 0, 0, 2] })] : []
    const heads = [...titled, ...headsOf(heading)]
    return {
      table: {
        headerRows: heads.length,
        widths,
        body: [...heads, ...bodyOf(own)],
        dontBreakRows: true,
        keepWithHeaderRows: 1,
      },
      layout: tableLines(columns, titled.length + 1, own.at(-1)?.as === 'sum'),
      fontSize,
      margin: [0, titled.length > 0 ? 6 : i === 0 ? 0 : 4, 0, i === all.length - 1 ? 8 : 0],
    }
  })
}

const BOLD_WIDER = 1.08
const sumOf = (values: readonly number[]): number => values.reduce((sum, each) => sum + each, 0)

interface Part {
  readonly heading: Rich | null
  readonly own: ReportRow[]
}

/** Rows from one heading to the next; those before the first as well. */
function partsOf(rows: readonly ReportRow[]): Part[] {
  const parts: Part[] = []
  for (const each of rows) {
    const last = parts.at(-1)
    if (each.as === 'head') parts.push({ heading: each.cells[0]?.rich ?? '', own: [] })
    else if (last) last.own.push(each)
    else parts.push({ heading: null, own: [each] })
  }
  return parts
}

/** @param headAt the line below the heads of the columns */
const tableLines = (columns: readonly ReportColumn[], headAt: number, hasSum: boolean) => ({
  ...HAIRLINES,
  hLineWidth: (i: number, node: { table: { body: unknown[] } }) =>
    i < headAt ? 0 : i === headAt || (hasSum && i >= node.table.body.length - 1) ? 0.9 : 0.5,
  hLineColor: (i: number) => (i === headAt ? INK.rule : INK.hair),
  // What is written into by hand is ruled off.
  vLineWidth: (i: number) => ((columns[i]?.blankMm ?? 0) > 0 ? 0.5 : 0),
  vLineColor: () => INK.hair,
  paddingLeft: (i: number) => (i === 0 ? 0 : 4),
  paddingRight: (i: number) => (i === columns.length - 1 ? 0 : 4),
})

/** A longer word is broken. */
const LONGEST_WORD_EM = 13

/** Points of each column: figures as wide as they are, words by their share of what is left, none beyond the page. */
function widthsOf(
  columns: Extract<Block, { kind: 'table' }>['columns'],
  rows: readonly ReportRow[],
  fontSize: number,
  roomPt: number,
): number[] {
  const gaps = columns.length * 8
  const pointsOf = (text: string) => emsOf(text) * fontSize + 2
  const breaks = (text: string) => text.split(/[ /-]/).map(pointsOf)
  const texts = columns.map((_, i) =>
    rows.filter(({ as }) => as !== 'head').map(({ cells }) => plainText(cells[i]?.rich ?? '')),
  )
  const heads = columns.map(({ title, unit }) => `${title}${unit === '' ? '' : `, ${unit}`}`)
  // First what no word of it may be broken for, heads in two lines; the rest by share to those that run on.
  const least = columns.map((_, i) => {
    const blank = pt(columns[i]?.blankMm ?? 0)
    if (blank > 0) return blank
    const head = heads[i] ?? ''
    const words = (texts[i] ?? []).flatMap(breaks)
    return Math.max(
      pointsOf(head) * 0.56,
      ...breaks(head),
      ...words.map((each) => Math.min(each, LONGEST_WORD_EM * fontSize)),
    )
  })
  const more = columns.map((_, i) =>
    [heads[i] ?? '', ...(texts[i] ?? [])].map((text) => Math.max(0, pointsOf(text) - (least[i] ?? 0))),
  )
  const wanted = columns.map(({ blankMm }, i) => (blankMm > 0 ? 0 : Math.max(...(more[i] ?? [0]))))
  const leastSum = sumOf(least)
  const spare = Math.max(0, roomPt - gaps - leastSum)
  const wantedSum = sumOf(wanted)
  const scale = leastSum > roomPt - gaps ? (roomPt - gaps) / leastSum : 1
  if (wantedSum <= spare) {
    // Everything fits: what is left goes to the columns of words.
    const shares = columns.map(({ width }) => width)
    const all = sumOf(shares)
    const over = spare - wantedSum
    return least.map(
      (each, i) => each + (wanted[i] ?? 0) + (all === 0 ? over / columns.length : (over * (shares[i] ?? 0)) / all),
    )
  }
  // First the little that keeps a head or a figure on one line; the rest by the root of the mean square: one long cell
  // in a column of short ones takes no room from columns that are long throughout.
  const little = wanted.map((each) => (each <= LITTLE_MORE_PT ? each : 0))
  const littleSum = sumOf(little)
  const isGiven = littleSum <= spare
  const weights = columns.map((_, i) => (isGiven && (little[i] ?? 0) > 0 ? 0 : rootMeanSquare(more[i] ?? [])))
  const rest = shared(
    isGiven ? spare - littleSum : spare,
    wanted.map((each, i) => (weights[i] === 0 ? 0 : each)),
    weights,
  )
  const given = rest.map((each, i) => each + (isGiven ? (little[i] ?? 0) : 0))
  return least.map((each, i) => each * scale + (given[i] ?? 0))
}

const LITTLE_MORE_PT = 24

const rootMeanSquare = (values: readonly number[]): number =>
  Math.sqrt(values.reduce((sum, each) => sum + each * each, 0) / Math.max(1, values.length))

/** What there is, shared by weight, nobody given more than wanted. */
function shared(there: number, wanted: readonly number[], weights: readonly number[]): number[] {
  const given = wanted.map(() => 0)
  const open = new Set(wanted.flatMap((each, i) => (each > 0 ? [i] : [])))
  let left = there
  for (let full = true; full && open.size > 0; ) {
    const sum = sumOf([...open].map((i) => weights[i] ?? 0))
    const share = (i: number) => (left * (weights[i] ?? 0)) / sum
    const satisfied = [...open].filter((i) => share(i) >= (wanted[i] ?? 0))
    full = satisfied.length > 0
    for (const i of full ? satisfied : open) given[i] = full ? (wanted[i] ?? 0) : share(i)
    for (const i of satisfied) open.delete(i)
    left = there - sumOf(given)
  }
  return given
}
