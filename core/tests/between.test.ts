import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { fieldStation } from '../src/demo/demo.ts'
import { apply, applyAll } from '../src/edit/apply.ts'
import { actsBetween } from '../src/edit/between.ts'
import { ACTS, type Edit, MOST_ACTS } from '../src/edit/edit.ts'
import { schoolsOf } from '../src/edit/schools.ts'
import { changedJob } from '../src/job/changed.ts'
import { chosenOption, emptyBeside, emptyLoad, keptJob } from '../src/job/job.ts'
import type { Job, School } from '../src/job/schema.ts'
import { jobText } from '../src/job/text.ts'
import './property-seed.ts'

const job = fieldStation()
const [first, second] = job.loads.map(({ id }) => id) as [string, string]
const school = { ...(schoolsOf(job)[0] as School), id: 'own', name: 'Own' }
const number = fc.integer({ min: 1, max: 500 })
const existing = {
  id: 'e',
  itemId: 'fenlode-400',
  quantity: 1,
  ageYears: 3,
  condition: 'good',
  measuredCapacityAh: null,
  kept: true,
  note: '',
} as const

/** Acts as a person does them, one after another, on whatever stands there by then. */
const anyAct: fc.Arbitrary<(job: Job) => Edit> = fc.oneof(
  number.map((powerW) => () => ({ act: 'change-loads', changes: [{ id: first, patch: { powerW } }] }) as Edit),
  number.map(
    (n) => () =>
      ({
        act: 'change-loads',
        changes: [
          { id: second, patch: { name: `Load ${n} 😀` } },
          { id: first, patch: { hoursOfDay: [n % 24] } },
        ],
      }) as Edit,
  ),
  fc.nat(9).map(
    (n) => (now: Job) =>
      ({
        act: 'add-loads',
        loads: [{ ...emptyLoad(`n${n}-${now.loads.length}`), name: 'New' }],
        at: n % (now.loads.length + 1),
      }) as Edit,
  ),
  fc
    .nat(20)
    .map(
      (n) => (now: Job) =>
        ({ act: 'remove-loads', ids: [now.loads[n % Math.max(1, now.loads.length)]?.id ?? ''] }) as Edit,
    ),
  fc
    .nat(20)
    .map(
      (n) => (now: Job) =>
        ({ act: 'move-loads', ids: [now.loads[n % Math.max(1, now.loads.length)]?.id ?? ''], before: null }) as Edit,
    ),
  number.map((altitudeM) => () => ({ act: 'set-site', patch: { altitudeM } }) as Edit),
  number.map(
    (n) => (now: Job) =>
      ({ act: 'set-plane', planeId: now.site.planes[0]?.id ?? '', patch: { tiltDeg: n % 90 } }) as Edit,
  ),
  number.map(
    (n) => () => ({ act: 'set-job', patch: { note: `note ${n}`, written: { 'site.altitudeM': `${n} ft` } } }) as Edit,
  ),
  number.map((n) => () => ({ act: 'set-option', part: 'battery', patch: { autonomyDays: 1 + (n % 9) } }) as Edit),
  fc
    .constantFrom(12, 24, 48)
    .map((v) => () => ({ act: 'choose-voltage', systemVoltageV: v, letGo: ['battery', 'inverter'] }) as Edit),
  number.map((n) => () => ({ act: 'set-circuit', circuitId: `c${n % 3}`, patch: { lengthM: n } }) as Edit),
  number.map(
    (n) => (now: Job) =>
      (chosenOption(now).beside.length > 0
        ? n % 2 === 0
          ? { act: 'change-beside', id: 'shed', patch: { panelsPerString: 1 + (n % 9) } }
          : { act: 'remove-beside', id: 'shed' }
        : { act: 'add-beside', beside: emptyBeside('shed', `Shed ${n}`) }) as Edit,
  ),
  number.map(
    (n) => () =>
      ({ act: 'hang-piece', pieceId: `u#${n % 3}`, at: n % 2 === 0 ? null : { xMm: n % 100, yMm: 5 } }) as Edit,
  ),
  number.map((n) => () => ({ act: 'set-fitting', unitId: `u${n % 3}`, itemId: n % 2 === 0 ? null : `i${n}` }) as Edit),
  fc.constant(
    (now: Job) =>
      (now.existing.some(({ id }) => id === 'e')
        ? { act: 'remove-existing', id: 'e' }
        : { act: 'add-existing', existing }) as Edit,
  ),
  number.map((n) => () => ({ act: 'change-existing', id: 'e', patch: { quantity: n } }) as Edit),
  fc.constantFrom(...job.options.map(({ id }) => id)).map((id) => () => ({ act: 'choose-option', id }) as Edit),
  number.map((n) => (now: Job) => ({ act: 'rename-option', id: now.chosenOptionId, name: `Option ${n}` }) as Edit),
  number.map((n) => (now: Job) => ({ act: 'copy-option', id: `o${n}-${now.options.length}`, name: 'Copy' }) as Edit),
  fc.constant(
    (now: Job) =>
      (now.schools.length > 0 ? { act: 'remove-school', id: 'own' } : { act: 'keep-school', school }) as Edit,
  ),
)
const done = (start: Job, acts: readonly ((job: Job) => Edit)[]): Job =>
  acts.reduce((now, act) => apply(now, act(now)), start)

describe('acts between two states of a job', () => {
  test('lead from the one to the other to the letter, or none are told; and what they come to is read as sound', () => {
    let told = 0
    let runs = 0
    fc.assert(
      fc.property(
        fc.array(anyAct, { maxLength: 6 }),
        fc.array(anyAct, { minLength: 1, maxLength: 4 }),
        (before, since) => {
          const saved = done(job, before)
          const now = done(saved, since)
          const acts = actsBetween(saved, now)
          runs += 1
          if (acts === null) return
          told += 1
          // As on the way: acts as JSON, on the document as the server reads it.
          const there = keptJob(JSON.parse(jobText(saved)))
          const arrived = changedJob(there, applyAll(there, JSON.parse(JSON.stringify(acts)) as Edit[]))
          expect(JSON.parse(jobText(arrived))).toEqual(JSON.parse(jobText(now)))
        },
      ),
      { numRuns: 300 },
    )
    // Most edits are told as acts: the whole document is the exception.
    expect(told / runs).toBeGreaterThan(0.6)
  })

  test('of the same state there are none; what was undone is not told', () => {
    expect(actsBetween(job, job)).toEqual([])
    const there = apply(job, { act: 'set-site', patch: { altitudeM: 7 } })
    expect(actsBetween(job, apply(there, { act: 'set-site', patch: { altitudeM: job.site.altitudeM } }))).toEqual([])
    expect(actsBetween(job, keptJob(JSON.parse(jobText(job))))).toEqual([])
  })

  test('one edit is one act, a thousandth of the document', () => {
    const now = apply(job, { act: 'change-loads', changes: [{ id: first, patch: { powerW: 7 } }] })
    expect(actsBetween(job, now)).toEqual([{ act: 'change-loads', changes: [{ id: first, patch: { powerW: 7 } }] }])
  })

  test('more acts than travel together are told as the document', () => {
    const circuits = Object.fromEntries(Array.from({ length: MOST_ACTS + 1 }, (_, i) => [`c${i}`, { lengthM: i }]))
    const edits = Object.entries(circuits).map(
      ([circuitId, patch]) => ({ act: 'set-circuit', circuitId, patch }) as Edit,
    )
    expect(actsBetween(job, applyAll(job, edits))).toBeNull()
  })

  test('whatever a person can do travels but a whole job', () => {
    expect(ACTS).not.toContain('replace-job')
    expect(ACTS.length).toBe(37)
  })
})
