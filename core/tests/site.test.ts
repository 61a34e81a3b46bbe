import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { design } from '../src/chain/design.ts'
import { methodOf } from '../src/chain/methods.ts'
import { fieldStation, narrowboat } from '../src/demo/demo.ts'
import { EMPTY_BACKUP, emptyPlane } from '../src/job/job.ts'
import type { Job, Site } from '../src/job/schema.ts'
import { runMethod } from '../src/method/method.ts'
import { diffuseShare, monthLimitKwhPerM2Day, monthSky, planeKwhPerM2Day } from '../src/site/plane.ts'
import { declinationDeg, extraterrestrialDailyWhPerM2, sunsetHourAngleDeg } from '../src/site/solar-geometry.ts'

const position = (latitudeDeg: number, longitudeDeg: number, utc: string) =>
  runMethod(methodOf('sun.position'), { latitudeDeg, longitudeDeg, utc }) as { zenithDeg: number; azimuthDeg: number }

describe('where the sun stands', () => {
  test('the published test case of Reda & Andreas, Solar Energy 76 (2004) 577, Table A5.1', () => {
    // 17 October 2003, 12:30:30 at UTC−7; zenith 50.1116°, azimuth 194.3402°, with 0.01° of refraction in the zenith.
    const { zenithDeg, azimuthDeg } = position(39.742476, -105.1786, '2003-10-17T12:30:30-07:00')
    expect(Math.abs(zenithDeg - 50.1116)).toBeLessThan(0.05)
    expect(Math.abs(azimuthDeg - 194.3402)).toBeLessThan(0.05)
  })

  test('overhead at the tropic on the solstice, on the horizon at the equinox at the pole', () => {
    // Solar noon at Greenwich on 21 June comes about two minutes after twelve.
    expect(position(23.437, 0, '2026-06-21T12:02:00Z').zenithDeg).toBeLessThan(0.6)
    expect(Math.abs(position(90, 0, '2026-03-20T14:46:00Z').zenithDeg - 90)).toBeLessThan(0.05)
  })

  test('an offset and its instant in UTC are the same; a text without a zone is UTC', () => {
    const there = position(10, 20, '2026-05-05T08:30:00+02:00')
    expect(position(10, 20, '2026-05-05T06:30:00Z')).toEqual(there)
    expect(position(10, 20, '2026-05-05T06:30')).toEqual(there)
  })
})

describe('sun above the air', () => {
  test('Duffie & Beckman, example 1.6.1: declination on 13 February is −14°', () => {
    expect(declinationDeg(44)).toBeCloseTo(-13.95, 1)
  })

  test('Duffie & Beckman, example 1.10.1: 15 April at 43° N has 33.8 MJ/m²', () => {
    expect(extraterrestrialDailyWhPerM2(43, 105) * 0.0036).toBeCloseTo(33.8, 0)
  })

  test('polar night has none, polar day has the sun up for 24 hours', () => {
    expect(extraterrestrialDailyWhPerM2(80, 344)).toBe(0)
    expect(sunsetHourAngleDeg(80, declinationDeg(344))).toBe(0)
    expect(sunsetHourAngleDeg(80, declinationDeg(162))).toBe(180)
    expect(extraterrestrialDailyWhPerM2(80, 162)).toBeGreaterThan(10_000)
  })
})

describe('sun in a plane', () => {
  const flat = [0.86, 1.62, 2.81, 4.42, 5.38, 5.79, 5.52, 4.71, 3.42, 2.02, 1.08, 0.71]
  const inPlane = (tiltDeg: number, azimuthDeg: number, latitudeDeg = 50, month = 0) =>
    planeKwhPerM2Day(monthSky(latitudeDeg, month, flat[month] ?? 0), tiltDeg, azimuthDeg, 0.2)

  test('the diffuse share follows the published curve at its corners', () => {
    expect(diffuseShare(0.3, 70)).toBeCloseTo(1.391 - 3.56 * 0.3 + 4.189 * 0.09 - 2.137 * 0.027, 9)
    expect(diffuseShare(0.8, 100)).toBeCloseTo(1.311 - 3.022 * 0.8 + 3.427 * 0.64 - 1.821 * 0.512, 9)
    expect(diffuseShare(0.1, 70)).toBe(diffuseShare(0.3, 70))
    expect(diffuseShare(0.95, 70)).toBe(diffuseShare(0.8, 70))
  })

  test.each([0, 3, 6, 9])('flat gives back what lay on the flat, month %i', (month) => {
    expect(inPlane(0, 180, 50, month)).toBeCloseTo(flat[month] ?? 0, 1)
  })

  test('east and west are alike, and a hemisphere away north and south change places', () => {
    expect(inPlane(40, 90)).toBeCloseTo(inPlane(40, 270), 9)
    const north = planeKwhPerM2Day(monthSky(50, 2, 2.8), 45, 180, 0.2)
    // Mean day of September has nearly the declination of March turned over.
    const south = planeKwhPerM2Day(monthSky(-50, 8, 2.8), 45, 0, 0.2)
    expect(Math.abs(north - south) / north).toBeLessThan(0.06)
  })

  test('in winter a plane to the equator beats flat, and away from it loses', () => {
    expect(inPlane(60, 180)).toBeGreaterThan(1.5 * inPlane(0, 180))
    expect(inPlane(60, 0)).toBeLessThan(inPlane(0, 180))
  })

  test('polar night brings twilight only, all of it diffuse', () => {
    expect(monthLimitKwhPerM2Day(80, 11)).toBe(0.1)
    expect(planeKwhPerM2Day(monthSky(80, 11, 0.05), 90, 180, 0)).toBeCloseTo(0.025, 9)
  })
})

describe('the site link', () => {
  const siteOf = ({ tiltDeg, ...patch }: Partial<Site> & { tiltDeg?: number | null }) => {
    const job = fieldStation()
    const planes = [{ ...emptyPlane('a', 'Array'), tiltDeg: tiltDeg ?? null }]
    return design({ ...job, site: { ...job.site, horizon: [], planes, ...patch } }, SHIPPED_CATALOGUE).site
  }

  test('the tilt it takes is the best of all for the worst month', () => {
    const best = siteOf({})
    const least = (site: typeof best) => Math.min(...(site.sunHours?.value ?? []))
    for (const tiltDeg of [0, 20, 40, 60, best.tiltDeg.value - 2, best.tiltDeg.value + 2, 90]) {
      expect(least(siteOf({ tiltDeg }))).toBeLessThanOrEqual(least(best) + 1e-9)
    }
  })

  test('shade takes its share of a month, and months out of use do not count', () => {
    const open = siteOf({ tiltDeg: 60, shadeFraction: Array(12).fill(0) })
    const shaded = siteOf({ tiltDeg: 60, shadeFraction: Array(12).fill(0.25) })
    expect(shaded.sunHours?.value[5]).toBeCloseTo(0.75 * (open.sunHours?.value[5] ?? 0), 9)
    expect(siteOf({ monthsInUse: [5, 6, 7] }).leastSunMonth).not.toBe(12)
  })

  test('months left to a generator do not decide the sun', () => {
    const job = narrowboat()
    const [option] = job.options
    if (!option) throw new Error('no option')
    const left: Job = {
      ...job,
      options: [{ ...option, backup: { ...EMPTY_BACKUP, kind: 'generator', months: [10, 3] } }],
    }
    const alone: Job = { ...job, options: [{ ...option, backup: EMPTY_BACKUP }] }
    expect(design(alone, SHIPPED_CATALOGUE).site.leastSunMonth).toBe(10)
    expect(design(left, SHIPPED_CATALOGUE).site.leastSunMonth).not.toBe(10)
  })

  test('what is not entered is an assumption and says so', () => {
    const site = siteOf({ recordHighC: null, batteryRoomLowC: null, tiltDeg: null })
    expect([site.recordHighC.origin, site.batteryRoomLowC.origin, site.tiltDeg.origin]).toEqual([
      'assumption',
      'assumption',
      'assumption',
    ])
    expect(siteOf({ tiltDeg: 30 }).tiltDeg).toMatchObject({ value: 30, origin: 'entered' })
  })

  test('missing months are asked for by name', () => {
    const sun = [...fieldStation().site.sunKwhPerM2Day]
    sun[3] = null
    sun[8] = null
    expect(siteOf({ sunKwhPerM2Day: sun }).needs.map(({ message }) => message)).toEqual([
      'the sun of April, September, kWh/m² a day',
    ])
  })
})
