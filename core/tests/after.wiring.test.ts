import { describe, expect, test } from 'vitest'
import { cableCost } from '../src/after/cable-cost.ts'
import { roomLeft } from '../src/after/room-left.ts'
import { fieldStation } from '../src/demo/demo.ts'
import { applyAll } from '../src/edit/apply.ts'
import { earliestOpeningS, latestOpeningS, letThroughA2s, OPENINGS, TIME_CURRENT } from '../src/tables/time-current.ts'
import { circuitOf, designed, stationWith } from './designed.ts'

describe('room left in a circuit', () => {
  const station = stationWith()
  const rooms = new Map(roomLeft(station).map((each) => [each.circuitId, each]))

  test('is what device and cable carry beyond the current; nothing of it once it is used', () => {
    for (const { circuitId, moreA, moreW, first } of rooms.values()) {
      const circuit = circuitOf(station, circuitId)
      const mostA = (circuit.device?.ratingA.value ?? Number.POSITIVE_INFINITY) / circuit.factor.value
      expect(moreA + circuit.currentA.value).toBeLessThanOrEqual(mostA + 1e-9)
      expect(moreW).toBeCloseTo(moreA * circuit.voltageV.value, 6)
      expect(first).not.toBeNull()
    }
    // A 100 A controller on a 100 A breaker has none.
    expect(rooms.get('controller')).toMatchObject({ moreA: 0, first: 'device' })
  })

  test('a third string asks for fuses and opens the breaker of the array; a third inverter the main fuse', () => {
    expect(rooms.get('string')?.breaks.string).toBe('it then needs a fuse')
    expect(rooms.get('array')?.breaks.string).toMatch(/^its 40.A device: 52\.\d.A is needed$/)
    expect(rooms.get('inverter-ac')?.breaks).toEqual({ string: '', battery: '', inverter: '' })
    const two = stationWith({ inverter: { itemId: 'castlemere-24-3000c', quantity: 1 } })
    const main = roomLeft(two).find(({ circuitId }) => circuitId === 'battery-main')
    expect(main?.breaks.inverter).toMatch(/^its \d+.A device: \d+.A is needed$/)
  })

  test('more batteries drive a larger short: the device that no longer breaks it is named', () => {
    const close = stationWith({
      circuits: { 'battery-main': { lengthM: 1.4 }, 'inverter-dc': { deviceId: 'wardwick-dcb-250' } },
    })
    const { device, shortA } = circuitOf(close, 'inverter-dc')
    expect(device?.item?.interruptingA).toBe(10_000)
    expect(shortA.value).toBeLessThan(10_000)
    const room = roomLeft(close).find(({ circuitId }) => circuitId === 'inverter-dc')
    expect(room?.breaks.battery).toMatch(/^its device breaks 10.kA; a short is then 1\d\.\d.kA$/)
  })
})

describe('what a cable loses in a year', () => {
  test('grows with the length, and the next thicker one saves by its resistance', () => {
    const cost = (lengthM: number) =>
      cableCost(stationWith({ circuits: { array: { lengthM, size: '16 mm2' } } }), 'array')
    const [near, far] = [cost(10), cost(20)]
    expect(far?.lostKwhPerYear.value).toBeCloseTo(2 * (near?.lostKwhPerYear.value ?? 0), 6)
    expect(near?.next?.size).toBe('25 mm2')
    expect(near?.next?.savedKwhPerYear).toBeCloseTo((near?.lostKwhPerYear.value ?? 0) * (1 - 0.78 / 1.21), 6)
    // Twice as long costs twice as much and saves twice as much: it pays about as late, at the price of a kWh there.
    expect((far?.next?.years.value ?? 0) / (near?.next?.years.value ?? 1)).toBeCloseTo(1, 1)
  })

  test('counts the months in use, and nothing is said of a circuit whose hours nobody knows', () => {
    const winter = stationWith({ site: { monthsInUse: [12, 1, 2] } })
    const [all, some] = [cableCost(stationWith(), 'inverter-ac'), cableCost(winter, 'inverter-ac')]
    expect(some?.fullHoursPerYear.value).toBeLessThan((all?.fullHoursPerYear.value ?? 0) / 3)
    const hut = designed(applyAll(fieldStation(), [{ act: 'set-option', part: 'backup', patch: { kind: 'mains' } }]))
    expect(cableCost(hut, 'backup-ac')).toBeNull()
  })
})

describe('how devices open', () => {
  test.each(OPENINGS)('%s opens sooner the larger the current, never later than its latest', (opening) => {
    const { points } = TIME_CURRENT[opening]
    const holds = points[0]?.times ?? 1
    expect(earliestOpeningS(opening, 100, 100)).toBe(Number.POSITIVE_INFINITY)
    expect(latestOpeningS(opening, 100, 99 * holds)).toBe(Number.POSITIVE_INFINITY)
    let [before, latest] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY]
    for (let times = 1.05; times < 60; times *= 1.07) {
      const [early, late] = [earliestOpeningS(opening, 100, 100 * times), latestOpeningS(opening, 100, 100 * times)]
      expect(early).toBeLessThanOrEqual(before + 1e-9)
      expect(late).toBeLessThanOrEqual(latest + 1e-9)
      expect(early).toBeLessThanOrEqual(late)
      before = early
      latest = late
    }
    expect(letThroughA2s(opening, 100, 10_000)).toBeLessThanOrEqual(10_000 ** 2 * latest)
  })

  test('a start a fast fuse opens on is held by a larger one, and the cable grows with it', () => {
    // Four times the current for three seconds: 100 A would open.
    expect(earliestOpeningS('fast-fuse', 100, 400)).toBeLessThan(3)
    expect(earliestOpeningS('fast-fuse', 200, 400)).toBeGreaterThan(3)
    const pump = {
      ...stationWith().job.loads[0],
      id: 'deep',
      name: 'Deep pump',
      group: '',
      supply: 'ac' as const,
      quantity: 1,
      powerW: 300,
      startW: 2800,
      hoursPerDay: 0.5,
    }
    const station = fieldStation()
    const made = stationWith({ loads: [...station.loads, pump as (typeof station.loads)[number]] })
    const branch = made.wiring.circuits.find(({ id }) => id === 'ac-branch-deep')
    expect(branch?.startA?.value).toBeGreaterThan(8)
    expect(branch?.device?.opensOnStart).toBe(false)
    expect(branch?.device?.ratingA.value).toBeGreaterThan(branch?.device?.minimumA.value ?? 0)
    expect(branch?.cable?.ampacityA.value).toBeGreaterThanOrEqual(branch?.device?.ratingA.value ?? 0)
  })
})
