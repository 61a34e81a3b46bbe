import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { dateOfDay, dayInYear, dayOf, dayOfDate, daySums, logHours, packedHour, weekdayOf } from '../src/log/days.ts'
import { episodesOf } from '../src/log/episodes.ts'
import { gravityAt25C } from '../src/log/gravity.ts'
import { HOUR_MS, hourOf, hourSums, mostSpaceMs, type Sample, usualStepMs } from '../src/log/sums.ts'
import type { Values } from '../src/records/index.ts'

const START = Date.UTC(2026, 5, 1, 8)
const every = (stepMin: number, count: number, of: (i: number) => Values, fromMs = START): Sample[] =>
  Array.from({ length: count }, (_, i) => ({ atMs: fromMs + i * stepMin * 60_000, values: of(i) }))
const hour = (samples: readonly Sample[], fromMs = START) =>
  hourSums(samples, fromMs, mostSpaceMs(usualStepMs(samples)))

describe('an hour', () => {
  test('a power read each minute is its energy', () => {
    const sums = hour(every(1, 61, () => ({ pvW: 480, batteryA: -10, batteryV: 25 })))
    expect(sums?.pvWh).toBeCloseTo(480, 9)
    expect(sums?.dischargeAh).toBeCloseTo(10, 9)
    expect(sums?.dischargeWh).toBeCloseTo(250, 9)
    expect(sums?.chargeWh).toBe(0)
  })

  test('a power that rises is taken between two readings, wherever the readings lie', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 20 }), fc.integer({ min: 0, max: 59 }), (stepMin, shiftMin) => {
        const from = START - HOUR_MS - shiftMin * 60_000
        const samples = every(stepMin, Math.ceil(240 / stepMin), (i) => ({ pvW: i * stepMin }), from)
        // At a minute m after the first reading the power is m: in the middle of the hour that of its middle.
        expect(hour(samples)?.pvWh).toBeCloseTo(60 + shiftMin + 30, 6)
      }),
    )
  })

  test('a gap stays a gap: of an hour read for a part only no energy is told, its volts are', () => {
    const sums = hour(every(1, 30, () => ({ pvW: 480, batteryV: 25.1 })))
    expect(sums?.pvWh).toBeNull()
    expect(sums?.batteryVMean).toBeCloseTo(25.1, 9)
    expect(sums?.readings).toBe(30)
  })

  test('readings two hours apart have a gap between them, where the others come each minute', () => {
    const samples = [...every(1, 10, () => ({ pvW: 100 })), ...every(1, 10, () => ({ pvW: 100 }), START + 2 * HOUR_MS)]
    expect(hour(samples)?.pvWh).toBeNull()
  })

  test('nothing read in it is no hour', () => {
    expect(
      hour(
        every(1, 10, () => ({ pvW: 1 })),
        START + 5 * HOUR_MS,
      ),
    ).toBeNull()
  })

  test('a count that was set back is not taken for energy that went backwards', () => {
    const kwh = [1.0, 1.1, 1.2, 0.0, 0.1, 0.2, 0.3]
    const sums = hour(every(10, 7, (i) => ({ pvTodayKwh: kwh[i] ?? 0 })))
    expect(sums?.pvWh).toBeCloseTo(((0.1 + 0.1 + 0 + 0.1 + 0.1 + 0.1) / 1) * 1000, 6)
  })

  test('volts that fall with the current tell the resistance', () => {
    const sums = hour(every(10, 6, (i) => ({ batteryA: i % 2 === 0 ? -2 : -12, batteryV: i % 2 === 0 ? 25.4 : 25.1 })))
    expect((sums?.sagV ?? 0) / (sums?.sagA ?? 1)).toBeCloseTo(0.03, 9)
  })

  test.each([
    [0, '2026-06-01T08:20:00Z', '2026-06-01T08:00:00Z'],
    [5.75, '2026-06-01T08:20:00Z', '2026-06-01T08:15:00Z'],
    [-3.5, '2026-06-01T08:20:00Z', '2026-06-01T07:30:00Z'],
  ])('begins by the clock of the place, %s h from UTC', (offsetH, at, begin) => {
    expect(hourOf(Date.parse(at), offsetH * HOUR_MS)).toBe(Date.parse(begin))
  })
})

describe('a day', () => {
  const kept = (fromMs: number, count: number, of: (i: number) => Values) =>
    Array.from({ length: count }, (_, i) => {
      const sums = hour(
        every(10, 7, () => of(i), fromMs + i * HOUR_MS),
        fromMs + i * HOUR_MS,
      )
      if (!sums) throw new Error('no hour')
      return packedHour(fromMs + i * HOUR_MS, sums)
    })
  const MIDNIGHT = Date.UTC(2026, 5, 1)

  test('is the sum of its hours, and open where three are missing', () => {
    const whole = logHours([kept(MIDNIGHT, 24, () => ({ pvW: 100 }))], 0)
    expect(whole && daySums(whole, 0)?.pvWh).toBeCloseTo(2400, 6)
    const part = logHours([kept(MIDNIGHT, 21, () => ({ pvW: 100 }))], 0)
    expect(part && daySums(part, 0)?.pvWh).toBeNull()
  })

  test('read once in the evening it is what its count shows', () => {
    const log = logHours([kept(MIDNIGHT + 19 * HOUR_MS, 1, () => ({ pvTodayKwh: 3.2, soc: 91 }))], 0)
    const day = log && daySums(log, 0)
    expect(day?.pvWh).toBeCloseTo(3200, 6)
    expect(day?.socEnd).toBe(91)
  })

  test('read at noon alone it says nothing of the whole day', () => {
    const log = logHours([kept(MIDNIGHT + 12 * HOUR_MS, 1, () => ({ pvTodayKwh: 1.2 }))], 0)
    expect(log && daySums(log, 0)?.pvWh).toBeNull()
  })

  test('of two sources the first that has a figure gives it', () => {
    const first = kept(MIDNIGHT, 24, (i) => (i < 12 ? { pvW: 100 } : { airC: 5 }))
    const second = kept(MIDNIGHT, 24, () => ({ pvW: 300 }))
    const log = logHours([first, second], 0)
    expect(log && daySums(log, 0)?.pvWh).toBeCloseTo(12 * 100 + 12 * 300, 6)
  })

  test('numbers, dates and weekdays agree, 29 February among them', () => {
    const day = dayOfDate('2028-02-29')
    expect(dateOfDay(day)).toBe('2028-02-29')
    expect(dayInYear(day)).toBe(58)
    expect(dayInYear(dayOfDate('2028-12-31'))).toBe(364)
    expect(dayInYear(dayOfDate('2027-12-31'))).toBe(364)
    expect(weekdayOf(dayOfDate('2026-11-29'))).toBe(6)
    expect(dayOf(Date.parse('2026-11-29T23:30:00Z'), HOUR_MS)).toBe(dayOfDate('2026-11-30'))
  })
})

describe('an episode', () => {
  const rule = { needed: 3, endAfter: 2 }
  test('begins with as many days as are needed, across days that say nothing', () => {
    expect(episodesOf([false, true, null, true, null, true], rule)).toEqual([{ from: 1, named: 5, to: 5, isNow: true }])
  })
  test('ends after some days without, and one day without does not end it', () => {
    expect(episodesOf([true, true, true, false, true, false, false, true], rule)).toEqual([
      { from: 0, named: 2, to: 4, isNow: false },
    ])
  })
  test('says nothing of too few days', () => {
    expect(episodesOf([true, true, false, true], rule)).toEqual([])
  })
})

test('gravity is told as at 25 °C', () => {
  expect(gravityAt25C(1.25, 35)).toBeCloseTo(1.257, 9)
  expect(gravityAt25C(1.25, 5)).toBeCloseTo(1.236, 9)
})
