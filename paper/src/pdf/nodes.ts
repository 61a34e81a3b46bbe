import type { Rich, Span } from '@yard-lamp/core/report'
import { POINTS_PER_MM } from './drawing-pdf.ts'
import { fontRuns } from './fonts.ts'

/** What pages of a report are made of, in the words of the maker of PDFs. */

export type Node = Record<string, unknown>

/** A sheet, or the room on one. */
export interface Paper {
  readonly widthMm: number
  readonly heightMm: number
}

export const INK = {
  line: '#15212b',
  soft: '#45525c',
  rule: '#b9b2a4',
  hair: '#ddd7ca',
  wash: '#f3f1ec',
  bad: '#a12a1c',
  lamp: '#b5660a',
}
export const MARGIN_MM = { side: 16, top: 18, foot: 18 }
export const pt = (mm: number): number => mm * POINTS_PER_MM

/** A text in runs of letters that one file of the typeface holds. */
export function runs(rich: Rich): Node[] {
  const spans: readonly (string | Span)[] = typeof rich === 'string' ? [rich] : rich
  return spans.flatMap((each) => {
    const one: Span = typeof each === 'string' ? { text: each } : each
    const look: Node = {
      ...(one.strong && { bold: true }),
      ...((one.italic || one.assumed) && { italics: true }),
      ...(one.assumed && { decoration: 'underline', decorationStyle: 'dashed', decorationColor: INK.soft }),
      ...(one.soft && { color: INK.soft }),
      ...(one.bad && { color: INK.bad }),
      ...(one.sub && { sub: true }),
    }
    return fontRuns(one.text).map(({ family, text }) => ({ ...look, text, font: family }))
  })
}

/** Lines as thin as hairs between rows, none at the sides. */
export const HAIRLINES = {
  hLineWidth: (i: number, node: { table: { body: unknown[] } }) => (i === 0 || i === node.table.body.length ? 0 : 0.5),
  vLineWidth: () => 0,
  hLineColor: () => INK.hair,
  paddingTop: () => 2,
  paddingBottom: () => 2,
}
