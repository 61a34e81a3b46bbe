import { createRequire } from 'node:module'
import { apply, demoJobs, design, type Job, SHIPPED_CATALOGUE } from '@yard-lamp/core'
import { READERS, type Reader, reportOf } from '@yard-lamp/core/report'
import { describe, expect, test } from 'vitest'
import { FIELD_SHAPES } from '../../core/tests/field-shapes.ts'
import { drawingSvg, fontsAt, reportPdf } from '../src/pdf/index.ts'
import { svgForPdf } from '../src/pdf/svg-text.ts'

const require = createRequire(import.meta.url)
const pdfMaker = require('pdfmake') as {
  setUrlAccessPolicy(isAllowed: () => boolean): void
  setLocalAccessPolicy(isAllowed: () => boolean): void
  setFonts(fonts: unknown): void
  createPdf(definition: unknown): { getBuffer(): Promise<Buffer> }
}
pdfMaker.setUrlAccessPolicy(() => false)
pdfMaker.setLocalAccessPolicy(() => true)
pdfMaker.setFonts(fontsAt((file) => require.resolve(file)))

const contentOf = (job: Job, reader: Reader) => {
  const made = design(job, SHIPPED_CATALOGUE)
  const brief = { job, design: made, revision: '4', date: '2026-11-28', program: '1.2.3', catalogueMark: 'm' }
  return { made, content: reportOf(brief, reader) }
}
function definitionOf(job: Job, reader: Reader) {
  const { made, content } = contentOf(job, reader)
  return reportPdf(content, 'A4', (block, room) => drawingSvg(made, block, room))
}

/** Every text of a definition, run by run. */
function textsOf(node: unknown, found: string[] = []): string[] {
  if (Array.isArray(node)) for (const each of node) textsOf(each, found)
  else if (node !== null && typeof node === 'object')
    for (const [key, value] of Object.entries(node))
      if (key === 'text' && typeof value === 'string') found.push(value)
      else if (key === 'svg') found.push(...[...String(value).matchAll(/>([^<]+)</g)].map(([, text = '']) => text))
      else if (typeof value === 'object') textsOf(value, found)
  return found
}

describe('a report as PDF', () => {
  test.each(demoJobs().map((job) => [job.name, job] as const))(
    'of %s holds no letter that no typeface has',
    (_, job) => {
      for (const reader of READERS) {
        const texts = textsOf(definitionOf(job, reader))
        expect(texts.length).toBeGreaterThan(200)
        // A question is asked nowhere in a report: it would be a letter that is printed as none.
        expect(texts.filter((text) => text.includes('?'))).toEqual([])
      }
    },
  )

  test('of every shape of the field can be laid out, and of a job nothing was entered into', () => {
    for (const job of Object.values(FIELD_SHAPES))
      expect(textsOf(definitionOf(job, 'workshop')).length).toBeGreaterThan(50)
  })

  test('is one file with its title, its outline and its typefaces in it, and signs as letters', async () => {
    const [job] = demoJobs()
    if (!job) throw new Error('no job')
    const bytes = await pdfMaker.createPdf(definitionOf(job, 'customer')).getBuffer()
    const text = bytes.toString('latin1')
    expect(text.startsWith('%PDF-')).toBe(true)
    expect(text).toContain('/Outlines')
    expect(text).toMatch(/\/FontFile2/)
    expect(text).toMatch(/SourceSans3/)
  })

  test.each([
    ...demoJobs().map((job) => [job.name, 'workshop', job] as const),
    ...demoJobs().flatMap((job) => (job.name.startsWith('Rescue') ? [[job.name, 'everyone', job] as const] : [])),
  ])('of %s for %s has something on each of its pages, and is laid out once', async (_, reader, job) => {
    const definition = definitionOf(job, reader) as unknown as Laying
    let again = 0
    const counting = (node: unknown) => {
      const isBroken = definition.pageBreakBefore(node)
      if (isBroken) again += 1
      return isBroken
    }
    const plain = { ...definition, compress: false, pageBreakBefore: counting }
    const bytes = await pdfMaker.createPdf(plain).getBuffer()
    const drawnOn = [...bytes.toString('latin1').matchAll(/stream\n(.*?)\nendstream/gs)].flatMap(([, drawn = '']) =>
      drawn.startsWith('1 0 0 -1 0 ') ? [drawn.match(/ TJ\n/g)?.length ?? 0] : [],
    )
    // An empty one has head and foot, drawn word by word.
    const empty = textsOf([definition.header(2), definition.footer(2, 9)])
      .join(' ')
      .split(' ').length
    expect(drawnOn.length).toBeGreaterThan(15)
    expect(drawnOn.flatMap((words, i) => (words > empty + 5 ? [] : [i + 1]))).toEqual([])
    expect(again).toBe(0)
  })
  interface Laying {
    header(page: number): unknown
    footer(page: number, all: number): unknown
    pageBreakBefore(node: unknown): boolean
  }

  test('says on its first page what keeps it from being built, and nowhere that it is finished', () => {
    const [job] = demoJobs()
    if (!job) throw new Error('no job')
    const thin = apply(job, { act: 'set-circuit', circuitId: 'battery-main', patch: { size: '10 mm2' } })
    const texts = textsOf(definitionOf(thin, 'customer')).join(' ')
    expect(texts).toContain('Not to be built from: this design is not finished')
    expect(textsOf(definitionOf(job, 'customer')).join(' ')).not.toContain('Not to be built from')
  })
})

describe('a drawing in a PDF', () => {
  test('has two weights, no title, and each run of letters in the typeface that holds it', () => {
    const made = svgForPdf(
      '<svg style="font-family:&#x27;A B&#x27;, sans-serif;fill:red"><title>x</title><text x="1" style="font-weight:650">5 Ω &lt; 6 → 7</text><text style="font-weight: 400;">plain</text></svg>',
    )
    expect(made).toBe(
      '<svg font-family="Source Sans 3" style="fill:red"><text x="1" style="font-weight:bold"><tspan font-family="Source Sans 3">5 </tspan><tspan font-family="Source Sans 3 Greek">Ω</tspan><tspan font-family="Source Sans 3"> &lt; 6 </tspan><tspan font-family="DejaVu Sans">→</tspan><tspan font-family="Source Sans 3"> 7</tspan></text><text style="font-weight:normal;">plain</text></svg>',
    )
  })
})
