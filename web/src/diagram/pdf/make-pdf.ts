import { FONT_PARTS, fontsAt, type PdfDefinition, unpackedFont } from '@yard-lamp/paper/pdf'
import pdfMake from 'pdfmake/build/pdfmake'

/** Addresses of the files of the typeface, by their names in their packages: they ship with the pages. */
const SHIPPED = import.meta.glob<string>(
  [
    '/../node_modules/@fontsource/source-sans-3/files/source-sans-3-{latin,latin-ext,greek,cyrillic}-{400-normal,600-normal,400-italic}.woff',
    '/../node_modules/dejavu-fonts-ttf/ttf/{DejaVuSans,DejaVuSans-Bold,DejaVuSans-Oblique}.ttf',
  ],
  { query: '?url', import: 'default', eager: true },
)

interface Files {
  existsSync(name: string): boolean
  writeFileSync(name: string, content: Uint8Array): void
}
const { virtualfs: files } = pdfMake as unknown as { virtualfs: Files }

/** Fetches a file of the typeface once. @throws {Error} where it does not ship, or cannot be had */
async function haveFont(name: string): Promise<void> {
  if (files.existsSync(name)) return
  const address = Object.entries(SHIPPED).find(([path]) => path.endsWith(`/node_modules/${name}`))?.[1]
  if (!address) throw new Error(`${name} does not ship with these pages`)
  const answer = await fetch(address)
  if (!answer.ok) throw new Error(`The typeface cannot be had: the server answers ${answer.status}`)
  files.writeFileSync(name, await unpackedFont(new Uint8Array(await answer.arrayBuffer())))
}

/** Has every file of the typeface. @throws {Error} where one cannot be had */
export async function fetchTypeface(): Promise<void> {
  await Promise.all(FONT_PARTS.flatMap(({ normal, bold, italics }) => [normal, bold, italics]).map(haveFont))
}

/** Makes a PDF in the browser. */
export async function makePdf(definition: PdfDefinition): Promise<Blob> {
  await fetchTypeface()
  pdfMake.setFonts(fontsAt((name) => name))
  return await pdfMake.createPdf(definition).getBlob()
}
