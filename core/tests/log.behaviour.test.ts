import { describe, expect, test } from 'vitest'
import { demoJobs, design, SHIPPED_CATALOGUE } from '../src/index.ts'
import { behaviourOf } from '../src/log/behaviour.ts'
import { dayOfDate } from '../src/log/days.ts'
import type { DiagnosisId } from '../src/log/diagnosis.ts'
import type { FaultId } from '../src/log/faults.ts'
import { livedHours } from '../src/log/live-hours.ts'
import { ordinaryOf } from '../src/log/ordinary.ts'
import { isReference, type Reference, referenceOf } from '../src/log/system.ts'
import { prepare } from '../src/proof/year.ts'
import { isLogEntry, recordSchema, type SiteRecord } from '../src/records/index.ts'
import { writerOf } from '../src/units/writer.ts'

const JANUARY = dayOfDate('2025-01-01')
const MARCH = dayOfDate('2025-03-15')
const write = writerOf('metric')

/** What a demo job is held against, made ready. */
const made = demoJobs().map((job) => {
  const reference = referenceOf(design(job, SHIPPED_CATALOGUE))
  if (!isReference(reference)) throw new Error(`${job.name} has no plan`)
  const prepared = prepare(reference.plan)
  return { name: job.name, reference, prepared, ordinary: ordinaryOf(prepared) }
})
type Made = (typeof made)[number]

const lived = (
  reference: Reference,
  fault: FaultId | null,
  faultDay: number,
  days: number,
  seed = 100,
  firstDay = JANUARY,
) => livedHours({ reference, seed, fault, faultDay, stepMin: fault === null ? 30 : 10, hasSun: true }, firstDay, days)
const toldOf = ({ reference, prepared, ordinary }: Made, log: ReturnType<typeof lived>, records: SiteRecord[] = []) =>
  behaviourOf(reference, log, records, ordinary, write, prepared).diagnoses

/** What each fault is named, and within how many days on each demo job: measured, and a little more. */
const NAMED: readonly [FaultId, DiagnosisId, readonly number[]][] = [
  ['string-out', 'pv.string', [6, 6, 6, 6]],
  ['dirt', 'pv.low', [25, 28, 25, 26]],
  ['shade', 'pv.half-day', [6, 6, 6, 8]],
  ['load-growth', 'load.above', [6, 6, 6, 6]],
  ['hidden-load', 'shunt.unseen', [5, 6, 5, 8]],
  ['tired-bank', 'bank.tired', [14, 110, 20, 8]],
  ['loose-joint', 'bank.joint', [4, 4, 4, 4]],
  ['charge-setting', 'settings.absorption', [8, 8, 8, 8]],
  ['snow', 'pv.snow', [6, 4, 4, 6]],
  ['clock', 'clock.off', [8, 8, 8, 8]],
]

describe.each(NAMED)('%s', (fault, id, days) => {
  test.each(made.map((each, i) => [each.name, each, days[i] ?? 0] as const))(
    'is named for what it is: %s',
    (_, each, within) => {
      const log = lived(each.reference, fault, MARCH, MARCH - JANUARY + within + 1)
      const diagnoses = toldOf(each, log).filter(({ isFault, named }) => isFault && JANUARY + named >= MARCH)
      // A single string that is out is the whole array, and in the cold that looks like snow.
      const alone: DiagnosisId[] =
        fault === 'string-out' && each.reference.strings === 1 ? ['pv.silent', 'pv.snow'] : [id]
      expect(diagnoses.map((one) => one.id)).toEqual([expect.toBeOneOf(alone)])
      const [only] = diagnoses
      expect(only?.evidence.join(' ')).toMatch(/\d/)
      expect(only?.next).not.toBe('')
      expect(only?.causes.length).toBeGreaterThan(1)
    },
  )
})

describe('a sound system', () => {
  test.each(made.map((each) => [each.name, each] as const))('brings no diagnosis in ten years: %s', (_, each) => {
    for (let year = 0; year < 10; year++) {
      const firstDay = dayOfDate('2015-01-01') + 365 * year
      const log = lived(each.reference, null, 0, 365, 1000 + 37 * year, firstDay)
      expect(toldOf(each, log).filter(({ isFault }) => isFault)).toEqual([])
    }
  })

  test('that has more sun than use is told so, and not as a fault', () => {
    const [, , clinic] = made
    if (!clinic) throw new Error('no clinic')
    const [told] = toldOf(clinic, lived(clinic.reference, null, 0, 60)).filter(({ id }) => id === 'surplus')
    expect(told).toMatchObject({ isFault: false, isUrgent: false })
  })
})

describe('readings without a sensor of sun', () => {
  test('name what is not of the array, and keep silent about the array', () => {
    const [station] = made
    if (!station) throw new Error('no station')
    const named = (fault: FaultId) =>
      toldOf(
        station,
        livedHours(
          { reference: station.reference, seed: 100, fault, faultDay: MARCH, stepMin: 10, hasSun: false },
          JANUARY,
          100,
        ),
      )
        .filter(({ isFault }) => isFault)
        .map(({ id }) => id)
    expect(named('loose-joint')).toEqual(['bank.joint'])
    expect(named('hidden-load')).toEqual(['shunt.unseen'])
    expect(named('dirt')).toEqual([])
  })
})

describe('what is written by hand', () => {
  const base = {
    id: '3f0e2c1a-0c5b-4f0e-9a53-111111111111',
    at: '2025-02-01T09:00:00.000Z',
    by: 'Ida',
    when: '2025-02-01T08:00:00.000Z',
    note: '',
  }

  test('resting volts that stand apart are told, and a record that was taken back is not', () => {
    const [station] = made
    if (!station) throw new Error('no station')
    const log = lived(station.reference, null, 0, 40)
    const rest = recordSchema.parse({
      ...base,
      kind: 'rest',
      restedH: 8,
      units: [
        { unit: 'B1.1', restV: 26.6 },
        { unit: 'B1.2', restV: 25.9 },
      ],
    })
    const told = toldOf(station, log, [rest])[0]
    expect(told?.id).toBe('bank.cells')
    expect(told?.evidence[0]).toContain('0.70')
    const back = recordSchema.parse({
      id: '3f0e2c1a-0c5b-4f0e-9a53-222222222222',
      at: base.at,
      by: 'Ida',
      kind: 'withdraw',
      recordId: rest.id,
      reason: '',
    })
    expect(toldOf(station, log, [rest, back]).filter(({ id }) => id === 'bank.cells')).toEqual([])
  })

  test('an entry is refused with the field, what came and what is allowed', () => {
    const wrong = recordSchema.safeParse({
      ...base,
      kind: 'gravity',
      electrolyteC: 20,
      cells: [{ cell: '1', gravity: 12.5 }],
    })
    expect(wrong.error?.issues[0]).toMatchObject({ path: ['cells', 0, 'gravity'], message: 'a number from 1 to 1.4' })
    expect(recordSchema.safeParse({ ...base, kind: 'reading', values: {} }).success).toBe(false)
    const reading = recordSchema.parse({ ...base, kind: 'reading', values: { soc: 80 } })
    expect(isLogEntry(reading)).toBe(true)
  })
})
