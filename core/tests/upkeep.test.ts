import { describe, expect, test } from 'vitest'
import { applyAll, demoJobs, design, SHIPPED_CATALOGUE } from '../src/index.ts'
import { recordSchema, type SiteRecord } from '../src/records/index.ts'
import { calendarOf, type DueTask, plusMonths, type UpkeepStanding } from '../src/upkeep/calendar.ts'
import { upkeepOf } from '../src/upkeep/tasks.ts'

const jobOf = (name: string) => {
  const job = demoJobs().find((each) => each.name.startsWith(name))
  if (!job) throw new Error(`no ${name}`)
  return job
}
const tasksOf = (job = jobOf('Saltmarsh')) => upkeepOf(design(job, SHIPPED_CATALOGUE))
/** The station with a vented bank in place of its lithium. */
const vented = () => {
  const job = jobOf('Saltmarsh')
  return applyAll(job, [
    { act: 'set-option', part: 'battery', patch: { chemistry: 'tubular lead-acid', itemId: null, parallel: null } },
  ])
}

const standing: UpkeepStanding = { begunDay: '2026-03-10', today: '2026-11-29', generatorHours: [], monthsInUse: [] }
let ids = 0
const entry = (kind: string, when: string, more: object): SiteRecord =>
  recordSchema.parse({
    id: `3f0e2c1a-0c5b-4f0e-9a53-${String(++ids).padStart(12, '0')}`,
    at: `${when}T10:00:00.000Z`,
    by: 'Ida',
    when: `${when}T09:00:00.000Z`,
    note: '',
    kind,
    ...more,
  })
const done = (taskId: string, when: string, outcome = 'done') =>
  entry('upkeep', when, { taskId, title: '', outcome, fileIds: [] })
const of = (all: readonly DueTask[], id: string): DueTask => {
  const found = all.find(({ task }) => task.id === id)
  if (!found) throw new Error(`no ${id} in ${all.map(({ task }) => task.id).join()}`)
  return found
}

describe('tasks', () => {
  test.each(demoJobs().map((job) => [job.name, job] as const))(
    'of %s: each with how, tools and an interval, ids of their own',
    (_, job) => {
      const tasks = tasksOf(job)
      expect(tasks.length).toBeGreaterThan(8)
      expect(new Set(tasks.map(({ id }) => id)).size).toBe(tasks.length)
      for (const { title, how, tools, interval } of tasks) {
        expect(`${title}${how}${tools}`).not.toMatch(/undefined|null|NaN/)
        expect((interval.months ?? 0) > 0 || (interval.hours ?? 0) > 0).toBe(true)
      }
    },
  )

  test('go by what stands there: water and gravity of vented cells, a full charge of lithium', () => {
    const lithium = tasksOf().map(({ id }) => id)
    expect(lithium).toContain('upkeep/full/battery')
    expect(lithium).not.toContain('upkeep/water/battery')
    const lead = tasksOf(vented()).map(({ id }) => id)
    expect(lead).toEqual(
      expect.arrayContaining([
        'upkeep/water/battery',
        'upkeep/gravity/battery',
        'upkeep/equalise/battery',
        'upkeep/vents/room',
      ]),
    )
    expect(lead).not.toContain('upkeep/full/battery')
  })

  test('of dangerous work say so', () => {
    const tasks = tasksOf(vented())
    const cautionOf = (id: string) => tasks.find((task) => task.id === id)?.caution
    expect(cautionOf('upkeep/equalise/battery')).toContain('gasses heavily')
    expect(cautionOf('upkeep/wash/panels')).toContain('live whenever lit')
  })

  test('of a place with snow begin before its first cold month', () => {
    const winter = tasksOf(jobOf('Rescue hut')).find(({ id }) => id === 'upkeep/winter/site')
    expect(winter?.interval.inMonths).toHaveLength(1)
  })
})

describe('a calendar', () => {
  test('is empty while nothing runs', () => {
    expect(calendarOf(tasksOf(), [], { ...standing, begunDay: null })).toEqual([])
  })

  test('begins a month after the day it was handed over, and then goes from the last time', () => {
    const id = 'upkeep/torque/board'
    expect(of(calendarOf(tasksOf(), [], standing), id)).toMatchObject({
      dueDay: '2026-04-10',
      state: 'overdue',
      lastDay: null,
    })
    const after = of(calendarOf(tasksOf(), [done(id, '2026-11-20')], standing), id)
    expect(after).toMatchObject({ dueDay: '2027-11-20', state: 'later', lastDay: '2026-11-20', lastBy: 'Ida' })
  })

  test('what is overdue stands first; what is near is told as soon', () => {
    const all = calendarOf(tasksOf(), [done('upkeep/full/battery', '2026-06-05')], standing)
    expect(of(all, 'upkeep/full/battery')).toMatchObject({ dueDay: '2026-12-05', state: 'soon' })
    const days = all.flatMap(({ dueDay }) => (dueDay ? [dueDay] : []))
    expect(days).toEqual([...days].sort())
  })

  test('an entry of the log is its task done; one that was taken back is not', () => {
    const water = entry('water', '2026-11-01', { addedL: 2 })
    expect(of(calendarOf(tasksOf(vented()), [water], standing), 'upkeep/water/battery').lastDay).toBe('2026-11-01')
    const back = recordSchema.parse({
      id: '3f0e2c1a-0c5b-4f0e-9a53-999999999999',
      at: water.at,
      by: 'Ida',
      kind: 'withdraw',
      recordId: water.id,
      reason: '',
    })
    expect(of(calendarOf(tasksOf(vented()), [water, back], standing), 'upkeep/water/battery').lastDay).toBeNull()
  })

  test('water goes by use: after three small fills it is looked at half as often', () => {
    const fills = (litres: number) =>
      ['2026-08-01', '2026-09-01', '2026-10-01'].map((when) => entry('water', when, { addedL: litres }))
    const dueAfter = (litres: number) =>
      of(calendarOf(tasksOf(vented()), fills(litres), standing), 'upkeep/water/battery').dueDay
    expect(dueAfter(3)).toBe('2026-11-01')
    expect(dueAfter(0.2)).toBe('2026-12-01')
  })

  test('oil goes by hours where these come first', () => {
    const generatorHours = [
      { day: '2026-04-01', hours: 10 },
      { day: '2026-05-01', hours: 26 },
      { day: '2026-06-01', hours: 140 },
    ]
    const oil = (records: SiteRecord[]) => {
      const found = calendarOf(tasksOf(), records, { ...standing, generatorHours }).find(({ task }) =>
        task.id.startsWith('upkeep/oil/'),
      )
      if (!found) throw new Error('no oil')
      return found
    }
    expect(oil([])).toMatchObject({ dueDay: '2026-05-01', because: 'after 25 h of running: sheet' })
    expect(oil([done(oil([]).task.id, '2026-05-02')])).toMatchObject({
      dueDay: '2026-06-01',
      because: 'after 100 h of running: sheet',
    })
  })

  test('what was put off comes a month later, and says so', () => {
    const id = 'upkeep/torque/board'
    const put = of(calendarOf(tasksOf(), [done(id, '2026-11-20', 'put off')], standing), id)
    expect(put).toMatchObject({ dueDay: '2026-12-20', lastDay: null })
    expect(put.because).toContain('put off on 2026-11-20')
  })

  test('what falls into months nobody is there waits for the first day somebody is', () => {
    const summer = { ...standing, monthsInUse: [5, 6, 7, 8, 9] }
    const full = of(calendarOf(tasksOf(), [done('upkeep/full/battery', '2026-07-15')], summer), 'upkeep/full/battery')
    expect(full.dueDay).toBe('2027-05-01')
  })

  test('months are as long as they are', () => {
    expect(plusMonths('2026-01-31', 1)).toBe('2026-02-28')
    expect(plusMonths('2028-01-31', 1)).toBe('2028-02-29')
    expect(plusMonths('2026-11-30', 3)).toBe('2027-02-28')
  })
})
