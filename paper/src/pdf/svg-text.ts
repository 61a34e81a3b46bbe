import { FONT_PARTS, fontRuns, MAIN_FAMILY } from './fonts.ts'

/** From here on a weight is bold: there are two. */
const BOLD = 600

const unescaped = (text: string): string =>
  text
    .replaceAll('&lt;', '<')
    .replaceAll('&gt;', '>')
    .replaceAll('&quot;', '"')
    .replaceAll('&#x27;', "'")
    .replaceAll('&amp;', '&')
const escaped = (text: string): string => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;')

/**
 * A drawing, as React or a browser writes it, in what the maker of PDFs reads: two weights, no typeface of the page, each run of letters
 * in the part of the typeface that holds it.
 */
export function svgForPdf(markup: string): string {
  return markup
    .replace(/<title>[^<]*<\/title>/g, '')
    .replace(/font-family:(?:&#?\w+;|[^;"&])*;?/g, '')
    .replace(/font-weight: ?(\d+)/g, (_, weight) => `font-weight:${Number(weight) >= BOLD ? 'bold' : 'normal'}`)
    .replace(/<svg /, `<svg font-family="${MAIN_FAMILY}" `)
    .replace(/<text([^>]*)>([^<]*)<\/text>/g, (_, attributes: string, content: string) => {
      const runs = fontRuns(unescaped(content))
      const inside =
        runs.length === 1 && runs[0]?.family === MAIN_FAMILY
          ? escaped(runs[0].text)
          : runs.map(({ family, text }) => `<tspan font-family="${family}">${escaped(text)}</tspan>`).join('')
      return `<text${attributes}>${inside}</text>`
    })
}

/** Fonts are read in where a text names them: those that drawings use are each named once, in nothing. @param svgs as svgForPdf gives them */
export const namedFonts = (svgs: readonly string[]) =>
  FONT_PARTS.filter(({ family }) => svgs.some((svg) => svg.includes(`font-family="${family}"`))).map(({ family }) => ({
    text: [
      { text: ' ', font: family },
      { text: ' ', font: family, bold: true },
    ],
    absolutePosition: { x: 0, y: 0 },
    fontSize: 1,
  }))
