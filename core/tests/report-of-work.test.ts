import { describe, expect, test } from 'vitest'
import { stepsOf } from '../src/build/steps.ts'
import type { Job } from '../src/job/schema.ts'
import type { BuildRecord } from '../src/records/index.ts'
import type { Reader } from '../src/report/brief.ts'
import { plainText, type ReportContent } from '../src/report/content.ts'
import { reportOf } from '../src/report/report.ts'
import { photosIn } from '../src/report/sections/as-built.ts'
import { designed } from './designed.ts'
import { reportFor, sectionOf, station, tableOf, textOf } from './reported.ts'

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
