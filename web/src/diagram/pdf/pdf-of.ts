import pdfMake from 'pdfmake/build/pdfmake'
import { FONT_PARTS, fontRuns } from './fonts.ts'

/** Points of a millimetre. */
const POINTS_PER_MM = 72 / 25.4
/** From here on a weight is bold: there are two. */
const BOLD = 600

/** A drawing on its sheet as a PDF of one page, with its letters as letters. */
export async function pdfOf(
  sheet: SVGSVGElement,
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number },
  title: string,
): Promise<Blob> {
  const absolute = (address: string) => new URL(address, document.baseURI).href
  pdfMake.setFonts(
    Object.fromEntries(
      FONT_PARTS.map(({ family, normal, bold }) => [family, { normal: absolute(normal), bold: absolute(bold) }]),
    ),
  )
  const [width, height] = [widthMm * POINTS_PER_MM, heightMm * POINTS_PER_MM]
  const page: Parameters<typeof pdfMake.createPdf>[0] = {
    info: { title, creator: 'Yard Lamp', producer: 'Yard Lamp' },
    pageSize: { width, height },
    pageMargins: 0,
    defaultStyle: { font: FONT_PARTS[0]?.family ?? '' },
    content: [
      // Fonts are read in where a text names them: each is named once, in nothing.
      ...FONT_PARTS.map(({ family }) => ({
        text: [
          { text: ' ', font: family },
          { text: ' ', font: family, bold: true },
        ],
        absolutePosition: { x: 0, y: 0 },
        fontSize: 1,
      })),
      { svg: forPdf(sheet), width, height, absolutePosition: { x: 0, y: 0 } },
    ],
  }
  return await pdfMake.createPdf(page).getBlob()
}

/** The drawing in what the maker of PDFs reads: two weights, and each run of letters in the part of the typeface that holds it. */
function forPdf(sheet: SVGSVGElement): string {
  const copy = sheet.cloneNode(true) as SVGSVGElement
  copy.style.removeProperty('font-family')
  copy.setAttribute('font-family', FONT_PARTS[0]?.family ?? '')
  for (const words of copy.querySelectorAll('text')) {
    const weight = Number(words.style.fontWeight || 400)
    words.style.fontWeight = weight >= BOLD ? 'bold' : 'normal'
    const runs = fontRuns(words.textContent ?? '')
    if (runs.every(({ family }) => family === FONT_PARTS[0]?.family))
      words.textContent = runs.map(({ text }) => text).join('')
    else
      words.replaceChildren(
        ...runs.map(({ family, text }) => {
          const run = document.createElementNS('http://www.w3.org/2000/svg', 'tspan')
          run.setAttribute('font-family', family)
          run.textContent = text
          return run
        }),
      )
  }
  for (const told of copy.querySelectorAll('title')) told.remove()
  return new XMLSerializer().serializeToString(copy)
}
