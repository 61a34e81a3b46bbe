/** Papers a drawing is printed on, lying: outside, and what a printer leaves free, mm. */
export const PAPERS = {
  A4: { widthMm: 297, heightMm: 210 },
  A3: { widthMm: 420, heightMm: 297 },
  Letter: { widthMm: 279.4, heightMm: 215.9 },
  Tabloid: { widthMm: 431.8, heightMm: 279.4 },
} as const
export type PaperName = keyof typeof PAPERS
export const PAPER_NAMES = Object.keys(PAPERS) as PaperName[]
export const MARGIN_MM = 8
