import { describe, expect, test } from 'vitest'
import { fieldStation } from '../src/demo/demo.ts'
import { emptyPlane } from '../src/job/job.ts'
import { bestTiltDeg, hoursInPlane, seasonOfMonths, skyYear, tiltRules } from '../src/site/tilts.ts'
import { COASTAL, siteOf } from './sky.ts'

describe('tilts and planes', () => {
  const all = Array.from({ length: 12 }, (_, month) => month + 1)
  const sky = (latitudeDeg: number, flat: readonly number[] = COASTAL) =>
    skyYear({ ...fieldStation().site, latitudeDeg, horizon: [], shadeFraction: Array(12).fill(0) }, flat, 0.2)

  test('no tilt brings the worst month more than the one called best, nor the year', () => {
    const year50 = sky(50)
    const worst = bestTiltDeg(year50, 180, all, 'worst-month')
    const sum = bestTiltDeg(year50, 180, all, 'sum')
    for (let tilt = 0; tilt <= 90; tilt += 3) {
      expect(Math.min(...hoursInPlane(year50, tilt, 180))).toBeLessThanOrEqual(
        Math.min(...hoursInPlane(year50, worst, 180)) + 1e-9,
      )
      const total = (list: number[]) => list.reduce((a, b) => a + b, 0)
      expect(total(hoursInPlane(year50, tilt, 180))).toBeLessThanOrEqual(total(hoursInPlane(year50, sum, 180)) + 1e-9)
    }
    expect(worst).toBeGreaterThan(sum)
  })

  test('rules stand side by side, and more positions never bring less in the worst month', () => {
    const rules = new Map(tiltRules(sky(50), 180, all).map((rule) => [rule.id, rule]))
    const worst = (id: string) => rules.get(id)?.worstMonthHours ?? 0
    expect(rules.get('latitude')?.tiltsDeg).toEqual([50])
    expect(worst('worst-month')).toBeGreaterThanOrEqual(worst('latitude'))
    expect(worst('two')).toBeGreaterThanOrEqual(worst('worst-month') - 1e-9)
    expect(worst('four')).toBeGreaterThanOrEqual(worst('two') - 1e-9)
    expect(rules.get('two')?.yearKwhPerM2).toBeGreaterThan(rules.get('worst-month')?.yearKwhPerM2 ?? 0)
  })

  test('seasons are half a year later south of the equator', () => {
    expect(seasonOfMonths('two', 50)[0]).toBe(0)
    expect(seasonOfMonths('two', -50)[0]).toBe(2)
    expect(seasonOfMonths('four', 50).filter((season) => season === 1)).toHaveLength(3)
    expect(seasonOfMonths('four', -50)[6]).toBe(0)
  })

  test('two roofs share the array: east and west together lie between them', () => {
    const east = siteOf({}, { tiltDeg: 30, azimuthDeg: 90 }).sunHours?.value ?? []
    const south = siteOf({}, { tiltDeg: 30, azimuthDeg: 180 }).sunHours?.value ?? []
    const both = siteOf({
      planes: [
        { ...emptyPlane('e', 'East'), tiltDeg: 30, azimuthDeg: 90, parts: 1 },
        { ...emptyPlane('s', 'South'), tiltDeg: 30, azimuthDeg: 180, parts: 3 },
        { ...emptyPlane('n', 'Empty'), tiltDeg: 90, azimuthDeg: 0, parts: 0 },
      ],
    })
    expect(both.planes).toHaveLength(2)
    both.sunHours?.value.forEach((hours, month) => {
      expect(hours).toBeCloseTo(((east[month] ?? 0) + 3 * (south[month] ?? 0)) / 4, 9)
    })
  })

  test('an adjusted frame takes each month’s figure from the tilt of its season', () => {
    const seasonTiltsDeg = [70, null, 20, null]
    const two = siteOf({}, { positions: 'two', seasonTiltsDeg }).sunHours?.value
    expect(two?.[0]).toBeCloseTo(siteOf({}, { tiltDeg: 70 }).sunHours?.value[0] ?? 0, 9)
    expect(two?.[6]).toBeCloseTo(siteOf({}, { tiltDeg: 20 }).sunHours?.value[6] ?? 0, 9)
  })

  test('snow and shade both take their share', () => {
    const snow = [0.5, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0]
    const open = siteOf({}, { tiltDeg: 60 }).sunHours?.value[0] ?? 0
    expect(siteOf({ snowFraction: snow }, { tiltDeg: 60 }).sunHours?.value[0]).toBeCloseTo(open / 2, 9)
  })

  test('south of the equator the best faces north and the worst month is June', () => {
    const flat = [...COASTAL.slice(6), ...COASTAL.slice(0, 6)]
    const south = siteOf({ latitudeDeg: -50, sunKwhPerM2Day: flat, shadeFraction: Array(12).fill(0) })
    expect(south.azimuthDeg.value).toBe(0)
    expect([6, 7]).toContain(south.leastSunMonth)
    const wrongWay = siteOf({ latitudeDeg: -50, sunKwhPerM2Day: flat }, { azimuthDeg: 180, tiltDeg: 60 })
    expect(wrongWay.sunHours?.value[5]).toBeLessThan(0.6 * (south.sunHours?.value[5] ?? 0))
  })

  test('in the tropics the sun stands north in June and south in December', () => {
    const tropics = sky(5, Array<number>(12).fill(5.2))
    const [north, south] = [hoursInPlane(tropics, 40, 0), hoursInPlane(tropics, 40, 180)]
    expect(north[5]).toBeGreaterThan(south[5] ?? 0)
    expect(south[11]).toBeGreaterThan(north[11] ?? 0)
    expect(bestTiltDeg(tropics, 180, all, 'sum')).toBeLessThan(15)
  })

  test('above the polar circle the midsummer sun lights a plane to the pole too, and winter is dark', () => {
    const arctic = sky(75, [0, 0.1, 1.2, 3.4, 5, 5.6, 4.9, 3.1, 1.4, 0.4, 0, 0])
    const [toPole, toEquator] = [hoursInPlane(arctic, 60, 0), hoursInPlane(arctic, 60, 180)]
    expect(toPole[5]).toBeGreaterThan(0.5 * (toEquator[5] ?? 0))
    expect(toEquator[11]).toBe(0)
  })
})
