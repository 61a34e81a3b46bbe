import { type Block, plainText, type ReportRow } from '@yard-lamp/core/report'
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
  const head = () =>
    columns.map(({ title: name, unit, align }) => ({
      text: runs(unit === '' ? name : `${name}, ${unit}`),
      alignment: align,
      color: INK.soft,
      fontSize: fontSize - 0.4,
      bold: true,
    }))
  const bodyOf = (own: readonly ReportRow[]) =>
    own.map(({ cells, as }): Node[] =>
      as === 'head'
        ? [
            { text: runs(cells[0]?.rich ?? ''), bold: true, colSpan: columns.length, fillColor: INK.wash },
            ...columns.slice(1).map(() => ({})),
          ]
        : cells.map(({ rich }, i) => ({
            text: runs(rich),
            alignment: columns[i]?.align ?? 'left',
            ...(as === 'sum' && { bold: true }),
          })),
    )
  return [
    ...(title === '' ? [] : [{ text: runs(title), bold: true, margin: [0, 6, 0, 3], headlineLevel: 1 }]),
    // A part under a heading of its own is a table of its own: head and heading come again on each page it runs to.
    ...partsOf(rows).map((own, i, all) => ({
      table: {
        headerRows: own[0]?.as === 'head' ? 2 : 1,
        widths,
        body: [head(), ...bodyOf(own)],
        dontBreakRows: true,
        keepWithHeaderRows: 1,
      },
      layout: tableLines(columns.length, own.at(-1)?.as === 'sum'),
      fontSize,
      margin: [0, i === 0 ? 0 : 4, 0, i === all.length - 1 ? 8 : 0],
    })),
  ]
}

/** Rows from one heading to the next; those before the first as well. */
function partsOf(rows: readonly ReportRow[]): ReportRow[][] {
  const parts: ReportRow[][] = []
  for (const each of rows) {
    const last = parts.at(-1)
    if (last && each.as !== 'head') last.push(each)
    else parts.push([each])
  }
  return parts
}

const tableLines = (columns: number, hasSum: boolean) => ({
  ...HAIRLINES,
  hLineWidth: (i: number, node: { table: { body: unknown[] } }) =>
    i === 0 ? 0 : i === 1 || (hasSum && i >= node.table.body.length - 1) ? 0.9 : 0.5,
  hLineColor: (i: number) => (i === 1 ? INK.rule : INK.hair),
  paddingLeft: (i: number) => (i === 0 ? 0 : 4),
  paddingRight: (i: number) => (i === columns - 1 ? 0 : 4),
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
    const head = heads[i] ?? ''
    const words = (texts[i] ?? []).flatMap(breaks)
    return Math.max(
      pointsOf(head) * 0.56,
      ...breaks(head),
      ...words.map((each) => Math.min(each, LONGEST_WORD_EM * fontSize)),
    )
  })
  const wanted = columns.map((_, i) =>
    Math.max(0, Math.max(pointsOf(heads[i] ?? ''), ...(texts[i] ?? []).map(pointsOf)) - (least[i] ?? 0)),
  )
  const leastSum = least.reduce((sum, each) => sum + each, 0)
  const spare = Math.max(0, roomPt - gaps - leastSum)
  const wantedSum = wanted.reduce((sum, each) => sum + each, 0)
  const scale = leastSum > roomPt - gaps ? (roomPt - gaps) / leastSum : 1
  if (wantedSum <= spare) {
    // Everything fits: what is left goes to the columns of words.
    const shares = columns.map(({ width }) => width)
    const all = shares.reduce((sum, each) => sum + each, 0)
    const over = spare - wantedSum
    return least.map(
      (each, i) => each + (wanted[i] ?? 0) + (all === 0 ? over / columns.length : (over * (shares[i] ?? 0)) / all),
    )
  }
  return least.map((each, i) => each * scale + (spare * (wanted[i] ?? 0)) / wantedSum)
}
