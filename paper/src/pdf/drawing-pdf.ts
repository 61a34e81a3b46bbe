import type { PdfDefinition } from './definition.ts'
import { MAIN_FAMILY } from './fonts.ts'
import { namedFonts, svgForPdf } from './svg-text.ts'

/** Points of a millimetre. */
export const POINTS_PER_MM = 72 / 25.4

/** A drawing on its sheet as a PDF of one page, with its letters as letters. @param markup its SVG as React or a browser writes it */
export function drawingPdf(
  markup: string,
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number },
  title: string,
): PdfDefinition {
  const svg = svgForPdf(markup)
  const [width, height] = [widthMm * POINTS_PER_MM, heightMm * POINTS_PER_MM]
  return {
    info: { title, creator: 'Yard Lamp', producer: 'Yard Lamp' },
    pageSize: { width, height },
    pageMargins: 0,
    defaultStyle: { font: MAIN_FAMILY },
    content: [...namedFonts([svg]), { svg, width, height, absolutePosition: { x: 0, y: 0 } }],
  }
}
