import { readFile, writeFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { join } from 'node:path'
import { parentPort, workerData } from 'node:worker_threads'
import { catalogueOf, design, fieldStation, SHIPPED_ITEMS } from '@yard-lamp/core'
import { designWithYear } from '@yard-lamp/core/proof'
import { reportOf } from '@yard-lamp/core/report'
import { drawingSvg, FONT_PARTS, fontsAt, type PdfDefinition, reportPdf, unpackedFont } from '@yard-lamp/paper/pdf'
import { type Asked, type Made, REHEARSE } from './asked.ts'

/** A thread of its own: laying out a report takes a second or two, and the server goes on answering meanwhile. */

/** Files and packages that stand in node_modules. */
const installed = createRequire(import.meta.url)
interface PdfMaker {
  setUrlAccessPolicy(isAllowed: () => boolean): void
  setLocalAccessPolicy(isAllowed: (path: string) => boolean): void
  setFonts(fonts: ReturnType<typeof fontsAt>): void
  createPdf(definition: PdfDefinition): { getBuffer(): Promise<Buffer> }
}
const pdfMaker: PdfMaker = installed('pdfmake')

/** The files of the typeface, unpacked once into the folder this thread is given; as they are installed where there is no room. */
const ready = (async () => {
  const names = FONT_PARTS.flatMap(({ normal, bold, italics }) => [normal, bold, italics])
  const paths = new Map(names.map((name) => [name, installed.resolve(name)]))
  try {
    const folder: string = workerData.folder
    for (const [i, name] of names.entries()) {
      const path = join(folder, `${i}.ttf`)
      await writeFile(path, await unpackedFont(new Uint8Array(await readFile(installed.resolve(name)))))
      paths.set(name, path)
    }
  } catch {
    // Slower, and no worse.
  }
  const allowed = new Set(paths.values())
  // Nothing of a job is ever fetched or opened: its texts are texts.
  pdfMaker.setUrlAccessPolicy(() => false)
  pdfMaker.setLocalAccessPolicy((path) => allowed.has(path))
  pdfMaker.setFonts(fontsAt((name) => paths.get(name) ?? name))
})()

async function made(asked: Asked): Promise<Buffer> {
  await ready
  const { job, items, reader, paper, revision, date, program, catalogueMark, build, photos } = asked
  const whole = designWithYear(design(job, catalogueOf(items)))
  const content = reportOf({ job, design: whole, revision, date, program, catalogueMark, build }, reader)
  const photoOf = (fileId: string) => {
    const jpeg = photos.get(fileId)
    return jpeg ? `data:image/jpeg;base64,${Buffer.from(jpeg).toString('base64')}` : null
  }
  return await pdfMaker
    .createPdf(reportPdf(content, paper, (block, room) => drawingSvg(whole, block, room), photoOf))
    .getBuffer()
}

/** A short report nobody asked for: what lays out pages is quick only once it has run. */
function rehearsed(): Promise<unknown> {
  const job = fieldStation()
  const asked = {
    reader: 'customer',
    paper: 'A4',
    revision: '',
    date: '2026-01-01',
    program: '',
    catalogueMark: '',
  } as const
  return made({
    ...asked,
    number: 0,
    job,
    items: SHIPPED_ITEMS,
    build: { records: [], plan: null },
    photos: new Map(),
  })
}

parentPort?.on('message', (asked: Asked | typeof REHEARSE) => {
  // Where it fails, the report that is asked for will say why.
  if (asked === REHEARSE) return void rehearsed().catch(() => undefined)
  made(asked).then(
    (pdf) => parentPort?.postMessage({ number: asked.number, pdf } satisfies Made),
    (fault: unknown) =>
      parentPort?.postMessage({
        number: asked.number,
        fault: fault instanceof Error ? (fault.stack ?? fault.message) : String(fault),
      } satisfies Made),
  )
})
