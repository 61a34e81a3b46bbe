import { describe, expect, test } from 'vitest'
import { settingsOf } from '../src/after/settings.ts'
import type { BuildRecord } from '../src/build/records.ts'
import { stepsOf } from '../src/build/steps.ts'
import { demoJobs, fieldStation, narrowboat } from '../src/demo/demo.ts'
import { applyAll } from '../src/edit/apply.ts'
import type { Edit } from '../src/edit/edit.ts'
import { emptyJob } from '../src/job/job.ts'
import type { Job } from '../src/job/schema.ts'
import { cellValue } from '../src/report/book.ts'
import { READERS, type Reader } from '../src/report/brief.ts'
import { type Block, plainText, type ReportContent } from '../src/report/content.ts'
import { reportOf } from '../src/report/report.ts'
import { reportBook } from '../src/report/report-book.ts'
import { photosIn } from '../src/report/sections/as-built.ts'
import { designed } from './designed.ts'
import { FIELD_SHAPES } from './field-shapes.ts'

const reportFor = (job: Job, reader: Reader = 'everyone'): ReportContent =>
  reportOf(
    { job, design: designed(job), revision: '7', date: '2026-11-28', program: '1.2.3', catalogueMark: 'abc' },
    reader,
  )
const station = (...edits: Edit[]) => applyAll(fieldStation(), edits)
const sectionOf = (content: ReportContent, id: string) => content.sections.find((each) => each.id === id)
const tableOf = (content: ReportContent, id: string) => {
  const found = content.sections
    .flatMap(({ blocks }) => blocks)
    .find((block): block is Extract<Block, { kind: 'table' }> => block.kind === 'table' && block.id === id)
  if (!found) throw new Error(`no table ${id}`)
  return found
}
const textOf = (content: ReportContent, id: string): string =>
  (sectionOf(content, id)?.blocks ?? [])
    .flatMap((block) =>
      block.kind === 'words'
        ? [plainText(block.text)]
        : block.kind === 'list'
          ? block.items.map(plainText)
          : block.kind === 'facts'
            ? block.facts.map(({ label, text }) => `${label}: ${plainText(text)}`)
            : block.kind === 'table'
              ? block.rows.map(({ cells }) => cells.map(({ rich }) => plainText(rich)).join(' | '))
              : [],
    )
    .join('\n')

describe('a report', () => {
  const everyJob = [...demoJobs(), emptyJob('Empty'), ...Object.values(FIELD_SHAPES)].map(
    (job) => [job.name, job] as const,
  )

  test.each(everyJob)('of %s has as many cells as columns in every row, for every reader', (_, job) => {
    for (const reader of READERS) {
      const { sections } = reportFor(job, reader)
      expect(new Set(sections.map(({ id }) => id)).size).toBe(sections.length)
      for (const { blocks } of sections)
        for (const block of blocks)
          if (block.kind === 'table')
            for (const { cells } of block.rows) expect(cells.length, block.id).toBe(block.columns.length)
    }
  })

  test('holds for each reader what that reader needs, and no more', () => {
    const ids = (reader: Reader) => reportFor(station(), reader).sections.map(({ id }) => id)
    expect(ids('everyone')).toEqual(
      expect.arrayContaining([
        'brief',
        'loads',
        'sun',
        'checks',
        'schedule',
        'drawings',
        'parts',
        'settings',
        'cautions',
        'origins',
        'versions',
        'workings',
      ]),
    )
    expect(ids('customer')).not.toContain('schedule')
    expect(ids('customer')).not.toContain('parts')
    expect(ids('inspector')).toEqual(expect.arrayContaining(['schedule', 'earth', 'drawings', 'workings', 'checks']))
    expect(ids('inspector')).not.toContain('parts')
    expect(ids('workshop')).toEqual(expect.arrayContaining(['cuts', 'parts', 'settings', 'drawings']))
    // The workshop is told no prices.
    expect(tableOf(reportFor(station(), 'workshop'), 'Parts').columns.map(({ title }) => title)).not.toContain('price')
  })

  test('tells every load, circuit and part of the design', () => {
    const job = station()
    const { wiring, parts, loads } = designed(job)
    const content = reportFor(job)
    expect(tableOf(content, 'Wiring').rows.length).toBe(wiring.circuits.length)
    expect(tableOf(content, 'Loads').rows.length).toBe(job.loads.length + 1)
    expect(tableOf(content, 'Loads').rows.at(-1)?.cells.at(-1)?.value).toBe(loads.busDailyEnergyWh.value)
    expect(tableOf(content, 'Parts').rows.filter(({ as }) => as === 'plain').length).toBe(parts.lines.length)
    expect(tableOf(content, 'Parts').rows.at(-1)?.cells.at(-1)?.value).toBe(parts.price.value)
    for (const circuit of wiring.circuits) expect(textOf(content, 'schedule')).toContain(circuit.title)
  })

  test('says on its cover what keeps it from being built, and what was accepted with its reason', () => {
    const thin: Edit = { act: 'set-circuit', circuitId: 'battery-main', patch: { size: '10 mm2' } }
    const open = reportFor(station(thin))
    expect(open.stop.map(plainText).join()).toMatch(/danger:/)
    const accepted = station({
      act: 'accept-finding',
      accepted: {
        checkId: 'battery.autonomy-short',
        place: 'battery.autonomyDays',
        reason: 'A boat comes',
        by: 'A. Reed',
        on: '2026-11-27',
      },
    })
    expect(reportFor(accepted).stop).toEqual([])
    expect(reportFor(emptyJob('x')).stop.map(plainText).join()).toMatch(/needed:/)
  })

  test('keeps what is assumed apart from what was entered, each with where it is from', () => {
    const content = reportFor(station())
    const kinds = (id: string) => new Set(tableOf(content, id).rows.map(({ cells }) => plainText(cells[2]?.rich ?? '')))
    expect([...kinds('Assumptions')].every((kind) => ['assumption', 'typical', 'guess'].includes(kind))).toBe(true)
    expect([...kinds('Settled')].every((kind) => ['measured', 'label', 'entered'].includes(kind))).toBe(true)
    expect(tableOf(content, 'Assumptions').rows.length).toBeGreaterThan(10)
    const first = tableOf(content, 'Assumptions').rows[0]?.cells[1]?.rich
    expect(typeof first === 'object' && first.some((each) => typeof each === 'object' && each.assumed)).toBe(true)
  })

  test('names revision, day, program, catalogue and rules it was made with', () => {
    const said = textOf(reportFor(station()), 'versions')
    for (const each of ['Revision: 7', 'Day: 2026-11-28', 'Yard Lamp 1.2.3', 'mark abc', 'IEC 60364'])
      expect(said).toContain(each)
  })

  test('is written in the units of the job', () => {
    const content = reportFor(station({ act: 'set-job', patch: { units: 'us' } }))
    expect(tableOf(content, 'Wiring').columns.map(({ unit }) => unit)).toContain('ft')
    expect(textOf(content, 'sun')).toContain('°F')
  })

  test('as a workbook has a sheet for each table, figures as figures', () => {
    const content = reportFor(station())
    const { sheets } = reportBook(content)
    expect(sheets.map(({ name }) => name)).toEqual(
      expect.arrayContaining(['Loads', 'Wiring', 'Parts', 'Settings', 'Cut list']),
    )
    expect(new Set(sheets.map(({ name }) => name)).size).toBe(sheets.length)
    const wiring = sheets.find(({ name }) => name === 'Wiring')
    expect(typeof cellValue(wiring?.rows[0]?.[3] ?? null)).toBe('number')
  })
})

describe('the sheet of settings', () => {
  const setting = (job: Job, unitId: string, label: string) =>
    settingsOf(designed(job))
      .find((each) => each.unitId === unitId)
      ?.settings.find((each) => each.label === label)

  test('takes the battery’s sheet for every charger, and a person’s figure in its place', () => {
    const { battery } = designed(station())
    expect(setting(station(), 'controller.main', 'Absorption')?.value).toBe(battery.bank?.absorptionV)
    const set = station({
      act: 'set-option',
      part: 'battery',
      patch: { settings: { absorptionV: 28, floatV: null, lowCutoffV: 23 } },
    })
    expect(setting(set, 'controller.main', 'Absorption')).toMatchObject({ value: 28, from: 'entered' })
    expect(setting(set, 'inverter', 'Low cut-off')).toMatchObject({ value: 23, from: 'entered' })
  })

  test('leaves equalising and compensation to lead-acid, by its cells', () => {
    expect(setting(station(), 'controller.main', 'Equalise')?.text).toBe('off')
    expect(setting(station(), 'controller.main', 'Temperature compensation')?.text).toBe('off')
    const lead = station({ act: 'choose-option', id: 'b' })
    // Twelve cells at 24 V: 2.6 V and 4 mV/°C each.
    expect(setting(lead, 'controller.main', 'Equalise, by hand')?.value).toBeCloseTo(31.2, 6)
    expect(setting(lead, 'controller.main', 'Temperature compensation')?.value).toBeCloseTo(-48, 6)
    expect(setting(lead, 'generator', 'Starts at a charge of')?.value).toBeGreaterThan(0)
  })

  test('tells monitor and engine charger of a boat, and nothing of a job without a bank', () => {
    const boat = settingsOf(designed(narrowboat()))
    expect(boat.map(({ unitId }) => unitId)).toEqual(expect.arrayContaining(['monitor', 'engine-charger']))
    expect(settingsOf(designed(emptyJob('x')))).toEqual([])
  })
})

describe('the steps on paper', () => {
  const rowsOf = (job: Job) =>
    tableOf(reportFor(job, 'workshop'), 'Checklist').rows.map(({ cells }) => cells.map(({ rich }) => plainText(rich)))

  test('hold every step in order, with what to expect and room to write', () => {
    const job = station()
    const titles = stepsOf(designed(job), null).map(({ title }) => title)
    const said = rowsOf(job).map(([step = '']) => step)
    let at = -1
    for (const title of titles) {
      at = said.findIndex((step, i) => i > at && step.startsWith(title))
      expect(at, title).toBeGreaterThanOrEqual(0)
    }
    const { columns } = tableOf(reportFor(job, 'workshop'), 'Checklist')
    expect(columns.filter(({ blankMm }) => blankMm > 0).map(({ title }) => title)).toEqual(['Measured', 'By, when'])
  })

  test('tell a string by how warm its cells are, and say what is said once only once', () => {
    const [first, second] = rowsOf(station()).filter(([step = '']) => /^String GP/.test(step))
    // Two panels in series at test conditions, and colder and warmer: lower the warmer.
    const volts = [...(first?.[1] ?? '').matchAll(/([\d.]+)\sV with/g)].map(([, each]) => Number(each))
    expect(volts).toHaveLength(3)
    expect(volts).toEqual([...volts].sort((a, b) => b - a))
    expect(first?.[0]).toContain('Never unplug a connector that carries current')
    expect(second?.[0]).toMatch(/ as String GP\S+$/)
  })

  test('stand in the report of the workshop alone', () => {
    for (const reader of ['everyone', 'customer', 'inspector'] as const)
      expect(sectionOf(reportFor(station(), reader), 'checklist')).toBeUndefined()
  })
})

describe('as built', () => {
  const plan = station()
  const job = station({ act: 'set-circuit', circuitId: 'inverter-dc', patch: { lengthM: 2.4 } })
  const common = (minute: number) => ({
    id: `00000000-0000-4000-8000-0000000000${10 + minute}`,
    at: `2026-11-28T09:${10 + minute}:00.000Z`,
    by: 'Ines Varga',
  })
  const string = stepsOf(designed(job), { airC: 4, lightWPerM2: 500 }).find(({ id }) => id === 'string.GP1.1')
  const tried = (minute: number, openV: number, outcome: 'pass' | 'fail'): BuildRecord => ({
    ...common(minute),
    kind: 'step',
    stepId: string?.id ?? '',
    title: string?.title ?? '',
    designation: '',
    mark: string?.mark ?? '',
    outcome,
    readings: [...(string?.readings({ openV }, () => null) ?? [])],
    now: null,
    note: outcome === 'fail' ? 'panel 2 turned' : '',
  })
  const begin: BuildRecord = { ...common(0), kind: 'begin', optionId: plan.chosenOptionId, revision: 3, reason: '' }
  const records: BuildRecord[] = [
    begin,
    tried(1, 1.2, 'fail'),
    tried(2, 76, 'pass'),
    { ...common(3), kind: 'photo', stepId: 'string.GP1.1', fileId: common(9).id, caption: '' },
  ]
  const reported = (more: readonly BuildRecord[] = [], reader: Reader = 'everyone') =>
    reportOf(
      {
        job,
        design: designed(job),
        revision: '7',
        date: '2026-11-28',
        program: '1',
        catalogueMark: '',
        build: { records: [...records, ...more], plan },
      },
      reader,
    )
  const rowsOf = (content: ReportContent, id: string) =>
    tableOf(content, id).rows.map(({ cells }) => cells.map(({ rich }) => plainText(rich)))

  test('is told once the work has begun, and says while nobody signed', () => {
    expect(sectionOf(reportFor(job), 'as-built')).toBeUndefined()
    expect(textOf(reported(), 'as-built')).toContain('Signed: not signed: the work is not finished')
    const signed: BuildRecord = {
      ...common(5),
      kind: 'sign-off',
      revision: 9,
      day: '2026-11-28',
      statement: 'as recorded',
    }
    expect(textOf(reported([signed]), 'as-built')).toContain('2026-11-28 by Ines Varga, revision 9: as recorded')
  })

  test('shows planned beside built, with the reason or that there is none', () => {
    const [before] = rowsOf(reported(), 'Built otherwise')
    expect(before?.slice(1, 4)).toEqual(['1.5\u00a0m', '2.4\u00a0m', 'nobody said why'])
    const said: BuildRecord = {
      ...common(6),
      kind: 'change',
      reason: 'a beam',
      differences: [{ id: 'circuit.inverter-dc.length', planned: '1.5 m', built: '2.4\u00a0m' }],
    }
    expect(rowsOf(reported([said]), 'Built otherwise')[0]?.slice(3)).toEqual(['a beam', 'Ines Varga, 2026-11-28'])
  })

  test('holds what was measured against what was expected, each try by itself, and its photograph', () => {
    const content = reported()
    expect(rowsOf(content, 'Measured')).toEqual([
      [
        expect.stringContaining('GP1.1'),
        'open-circuit voltage',
        '76.0\u00a0V',
        expect.stringMatching(/ to .*V$/),
        '✓ within',
        expect.stringContaining('09:12'),
      ],
    ])
    const steps = rowsOf(content, 'Steps').filter(([title]) => title?.includes('GP1.1'))
    expect(steps.map(([, how, , , note]) => [how, note])).toEqual([
      ['failed', 'panel 2 turned'],
      ['passed', ''],
    ])
    expect(photosIn(content.sections)).toEqual([common(9).id])
    expect(photosIn(reported([], 'customer').sections)).toEqual([])
  })
})
