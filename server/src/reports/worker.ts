import { readFile, writeFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { join } from 'node:path'
import { parentPort, workerData } from 'node:worker_threads'
import {
  type CatalogueItem,
  catalogueOf,
  type Design,
  design,
  fieldStation,
  type Job,
  SHIPPED_ITEMS,
} from '@yard-lamp/core'
import { buildingsOf, jobAsBuilt } from '@yard-lamp/core/build'
import { isReference, logHours, ordinaryOf, referenceOf, tellLog } from '@yard-lamp/core/log'
import {
  designWithYear,
  isQuestion,
  prepare,
  workYears,
  yearFigures,
  yearQuestion,
  yearsCarried,
} from '@yard-lamp/core/proof'
import type { SiteRecord } from '@yard-lamp/core/records'
import { photosIn, quoteOf, quotePaper, reportOf } from '@yard-lamp/core/report'
import { writerOf } from '@yard-lamp/core/units'
import { calendarOf, standingOf, upkeepOf } from '@yard-lamp/core/upkeep'
import { drawingSvg, FONT_PARTS, fontsAt, type PdfDefinition, reportPdf, unpackedFont } from '@yard-lamp/paper/pdf'
import { type Asked, type Made, REHEARSE, type ReportAsked, type WorkKind, type Works } from './asked.ts'

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

/** A report with its design: its year is worked here. */
function written({ job, items, reader, revision, date, program, catalogueMark, build }: ReportAsked) {
  const whole = designWithYear(design(job, catalogueOf(items)))
  return { whole, content: reportOf({ job, design: whole, revision, date, program, catalogueMark, build }, reader) }
}

function dataAddress(photos: ReportAsked['photos'], fileId: string): string | null {
  const jpeg = photos.get(fileId)
  return jpeg ? `data:image/jpeg;base64,${Buffer.from(jpeg).toString('base64')}` : null
}

/** Room for a drawing on a screen; it is scaled there. */
const ON_SCREEN = { widthMm: 260, heightMm: 180 }

const WORKS: { readonly [K in WorkKind]: (asked: Works[K]['asked']) => Works[K]['made'] | Promise<Works[K]['made']> } =
  {
    async pdf(asked) {
      await ready
      const { whole, content } = written(asked)
      return await pdfMaker
        .createPdf(
          reportPdf(
            content,
            asked.paper,
            (block, room) => drawingSvg(whole, block, room),
            (fileId) => dataAddress(asked.photos, fileId),
          ),
        )
        .getBuffer()
    },
    sheet(asked) {
      const { whole, content } = written(asked)
      const drawings = content.sections
        .flatMap(({ blocks }) => blocks)
        .flatMap((block) => (block.kind === 'drawing' ? [drawingSvg(whole, block, ON_SCREEN)] : []))
      const photos = photosIn(content.sections).flatMap((fileId) => {
        const address = dataAddress(asked.photos, fileId)
        return address ? [[fileId, address] as const] : []
      })
      return { content, drawings, photos: Object.fromEntries(photos) }
    },
    quote: ({ job, items, date }) => quotePaper(quoteOf(job, catalogueOf(items), date)),
    log({ job, items, records, hours }) {
      const reference = referenceOf(asBuilt(job, items, records))
      if (!isReference(reference)) return { told: null, lacks: reference.lacks }
      const log = logHours(hours, reference.offsetMs)
      if (!log) return { told: null, lacks: '' }
      const prepared = prepare(reference.plan)
      return {
        told: tellLog(reference, log, records, ordinaryOf(prepared), writerOf(job.units), prepared),
        lacks: '',
      }
    },
    years({ job, items, firstSeed, years }) {
      const question = yearQuestion(design(job, catalogueOf(items)))
      if (!isQuestion(question)) throw new Error(`The years cannot be worked: the design lacks ${question.lacks}.`)
      const prepared = prepare(question.plan)
      const worked = workYears(prepared, years, firstSeed)
      const told = worked.map((year) => yearFigures(year, question.plan))
      const sum = (of: (year: (typeof told)[number]) => number) => told.reduce((total, year) => total + of(year), 0)
      return {
        years,
        carriedYears: yearsCarried(prepared, question.asked, worked),
        unmetHours: sum(({ unmetHours }) => unmetHours),
        mostUnmetHours: Math.max(...told.map(({ unmetHours }) => unmetHours)),
        generatorHours: sum(({ generatorHours }) => generatorHours),
        mostGeneratorHours: Math.max(...told.map(({ generatorHours }) => generatorHours)),
        lowestSoc: Math.min(...told.map(({ lowestSoc }) => lowestSoc)),
      }
    },
    upkeep({ job, items, records, days, today }) {
      const made = asBuilt(job, items, records)
      const standing = standingOf({
        monthsInUse: made.job.site.monthsInUse,
        signedDay: buildingsOf(records).at(-1)?.signedOff?.day ?? null,
        records,
        sources: days.map((each) => ({ days: each })),
        today,
      })
      return calendarOf(upkeepOf(made), records, standing)
    },
  }

/** The design that stands on site. */
const asBuilt = (job: Job, items: readonly CatalogueItem[], records: readonly SiteRecord[]): Design =>
  design(jobAsBuilt(job, buildingsOf(records).at(-1) ?? null), catalogueOf(items))

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
  return Promise.resolve(
    WORKS.pdf({
      ...asked,
      job,
      items: SHIPPED_ITEMS,
      build: { records: [], plan: null },
      photos: new Map(),
    }),
  )
}

/** Each by its kind. */
const done = ({ kind, asked }: Asked): unknown => (WORKS[kind] as (asked: unknown) => unknown)(asked)

parentPort?.on('message', async (asked: Asked | typeof REHEARSE) => {
  // Where it fails, the report that is asked for will say why.
  if (asked === REHEARSE) return void rehearsed().catch(() => undefined)
  const { number } = asked
  try {
    parentPort?.postMessage({ number, made: await done(asked) } as Made)
  } catch (fault) {
    const text = fault instanceof Error ? (fault.stack ?? fault.message) : String(fault)
    parentPort?.postMessage({ number, fault: text } satisfies Made)
  }
})
