// Long: the sky’s methods, one after another.
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { design } from '../src/chain/design.ts'
import { methodOf } from '../src/chain/methods.ts'
import { fieldStation } from '../src/demo/demo.ts'
import { emptyPlane } from '../src/job/job.ts'
import type { Plane, Site } from '../src/job/schema.ts'
import { runMethod } from '../src/method/method.ts'
import { CLIMATES, climateFigures, climatesNear } from '../src/site/climates.ts'
import { horizonHeightDeg, openShareOfSky } from '../src/site/horizon.ts'
import { solarNoonLateH } from '../src/site/link.ts'
import { monthLimitKwhPerM2Day } from '../src/site/plane.ts'
import { impossibleSun } from '../src/site/sun.ts'
import {
  DAY_PERSISTENCE,
  dayClearness,
  greatestClearness,
  hourDiffuseShare,
  hourInPlaneW,
  monthlyMeans,
  spreadSteepness,
  syntheticYear,
  yearInPlane,
  yearStatistics,
} from '../src/site/synthetic-year.ts'
import { bestTiltDeg, hoursInPlane, seasonOfMonths, skyYear, tiltRules } from '../src/site/tilts.ts'

const COASTAL = [0.86, 1.62, 2.81, 4.42, 5.38, 5.79, 5.52, 4.71, 3.42, 2.02, 1.08, 0.71]
const run = (id: string, input: unknown) => runMethod(methodOf(id), input) as Record<string, number[]>
const year = (seed: number, flat = COASTAL, latitudeDeg = 50) =>
  syntheticYear({ latitudeDeg, flatKwhPerM2Day: flat, monthMeanC: Array(12).fill(10), daySwingK: 8, seed })
const siteOf = (patch: Partial<Site>, plane: Partial<Plane> = {}) => {
  const job = fieldStation()
  const planes = [{ ...emptyPlane('a', 'A'), ...plane }]
  return design({ ...job, site: { ...job.site, horizon: [], planes, ...patch } }, SHIPPED_CATALOGUE).site
}

describe('hours in a plane', () => {
  test('Duffie & Beckman, example 2.10.1: k = 0.445 has a diffuse share of 0.766', () => {
    expect(hourDiffuseShare(0.445)).toBeCloseTo(0.766, 3)
    expect([hourDiffuseShare(0), hourDiffuseShare(0.9)]).toEqual([1, 0.165])
  })

  test('Duffie & Beckman, example 2.15.1: an even sky gives 1.17 MJ/m² on a plane of 60°', () => {
    // 1.04 MJ/m² on the flat, 0.796 of it diffuse, R_b = 1.71, ground reflectance 0.6.
    const cosZenith = 0.5
    const plane = hourInPlaneW({
      totalW: 1.04,
      diffuseW: 0.796,
      topW: 2.34,
      cosZenith,
      cosIncidence: 1.71 * cosZenith,
      cosTilt: 0.5,
      albedo: 0.6,
      sky: 'isotropic',
    })
    expect(plane).toBeCloseTo(1.17, 2)
  })

  test('Duffie & Beckman, example 2.19.1: January at 43°, 60° to the south over snow, has 13.7 MJ/m²', () => {
    // There by Klein’s monthly ratio of the beam, here hour by hour: 6.44 MJ/m² on the flat, ground reflectance 0.7.
    const flat = [6.44 / 3.6, ...COASTAL.slice(1).map((kwh) => kwh / 2)]
    const input = { latitudeDeg: 43, tiltDeg: 60, azimuthDeg: 180, horizontalKwhPerM2Day: flat, albedo: 0.7 }
    const january = (run('sun.plane-monthly', input).planeKwhPerM2Day?.[0] ?? 0) * 3.6
    expect(Math.abs(january - 13.7) / 13.7).toBeLessThan(0.06)
  })

  test('Hay & Davies: overcast it is the even sky, and toward the sun it never gives less', () => {
    const hour = { totalW: 400, topW: 900, cosZenith: 0.5, cosIncidence: 0.9, cosTilt: 0.7, albedo: 0.2 }
    const of = (diffuseW: number, sky: 'isotropic' | 'hay-davies') => hourInPlaneW({ ...hour, diffuseW, sky })
    expect(of(400, 'hay-davies')).toBeCloseTo(of(400, 'isotropic'), 9)
    expect(of(150, 'hay-davies')).toBeGreaterThan(of(150, 'isotropic'))
  })

  test('flat, both skies give back what lay on the flat', () => {
    for (const sky of ['isotropic', 'hay-davies'] as const) {
      const flat = monthlyMeans(yearInPlane(year(1), { tiltDeg: 0, azimuthDeg: 180, albedo: 0.2, sky }))
      // The lowest sun, below 3°, is not raised to the whole beam.
      flat.forEach((kwh, month) => void expect(kwh / (COASTAL[month] ?? 1)).toBeCloseTo(1, 1))
    }
  })
})

describe('the synthetic year', () => {
  test.each([
    ['a cool coast', 50, COASTAL],
    ['the tropics', 5, Array<number>(12).fill(5)],
    ['a southern desert', -25, [7.8, 7.2, 6.4, 5.3, 4.4, 3.9, 4.2, 5, 6.1, 6.9, 7.6, 7.9]],
    ['beyond the polar circle', 70, [0, 0.4, 1.6, 3.6, 4.9, 5.2, 4.7, 3.3, 1.8, 0.7, 0.05, 0]],
  ])('returns the months entered within 1 %%: %s', (_, latitudeDeg, flat) => {
    for (const seed of [1, 7, 4_294_967_295]) {
      monthlyMeans(year(seed, flat, latitudeDeg).totalW).forEach((kwh, month) => {
        expect(Math.abs(kwh - (flat[month] ?? 0))).toBeLessThanOrEqual(0.01 * (flat[month] ?? 0) + 1e-9)
      })
    }
  })

  test('is the same for the same seed and another for another', () => {
    expect(year(5).totalW).toEqual(year(5).totalW)
    expect(year(5).totalW).not.toEqual(year(6).totalW)
  })

  test('no hour is negative, and the diffuse is never more than the whole', () => {
    const { totalW, diffuseW } = year(3)
    expect(
      totalW.every((watts, i) => watts >= 0 && (diffuseW[i] ?? 0) >= 0 && (diffuseW[i] ?? 0) <= watts + 1e-9),
    ).toBe(true)
    expect(Math.max(...totalW)).toBeLessThan(1200)
  })

  test('the days follow one another as Graham, Hollands & Brunger 1988 found: lag one 0.29', () => {
    const seeds = Array.from({ length: 40 }, (_, i) => i + 1)
    const mean = seeds.reduce((sum, seed) => sum + yearStatistics(year(seed)).lagOneCorrelation, 0) / seeds.length
    expect(Math.abs(mean - DAY_PERSISTENCE)).toBeLessThan(0.03)
  })

  test('the spread has the mean of its month, and the steepness Herzog’s fit gives (Duffie & Beckman, eq. 2.9.3)', () => {
    for (const monthClearness of [0.3, 0.4, 0.5, 0.6, 0.7]) {
      const high = greatestClearness(monthClearness)
      const xi = (high - 0.05) / (high - monthClearness)
      const fitted = -1.498 + (1.184 * xi - 27.182 * Math.exp(-1.5 * xi)) / (high - 0.05)
      expect(Math.abs(spreadSteepness(monthClearness) - fitted)).toBeLessThan(0.2)
      const days = Array.from({ length: 1000 }, (_, i) => dayClearness(monthClearness, (i + 0.5) / 1000))
      expect(days.reduce((sum, day) => sum + day, 0) / 1000).toBeCloseTo(monthClearness, 3)
    }
  })

  test('shares of clear, mixed and overcast days are those of the published spread', () => {
    // A month of clearness 0.5: the exponential spread of Bendt et al. counted at 0.3 and 0.6.
    const share = (clearness: number) => {
      let [low, high] = [0, 1]
      for (let i = 0; i < 50; i++) {
        const middle = (low + high) / 2
        if (dayClearness(0.5, middle) < clearness) low = middle
        else high = middle
      }
      return low
    }
    const flat = Array.from({ length: 12 }, (_, month) => 0.5 * monthLimitKwhPerM2Day(35, month))
    const { clearDays, mixedDays, overcastDays } = yearStatistics(year(2, flat, 35))
    expect(clearDays + mixedDays + overcastDays).toBe(365)
    expect(Math.abs(overcastDays / 365 - share(0.3))).toBeLessThan(0.03)
    expect(Math.abs(clearDays / 365 - (1 - share(0.6)))).toBeLessThan(0.03)
  })

  test('air keeps its monthly means and its daily swing', () => {
    const monthMeanC = [-5, -3, 2, 7, 12, 16, 18, 17, 13, 8, 2, -3]
    const { airC } = syntheticYear({ latitudeDeg: 50, flatKwhPerM2Day: COASTAL, monthMeanC, daySwingK: 10, seed: 1 })
    monthlyMeans(airC).forEach((mean, month) => void expect((mean * 1000) / 24).toBeCloseTo(monthMeanC[month] ?? 0, 6))
    expect(Math.max(...airC.slice(0, 24)) - Math.min(...airC.slice(0, 24))).toBeCloseTo(
      10 * Math.cos((7.5 * Math.PI) / 180),
      1,
    )
  })
})

describe('the horizon', () => {
  const valley = [
    { azimuthDeg: 90, heightDeg: 10 },
    { azimuthDeg: 180, heightDeg: 30 },
    { azimuthDeg: 270, heightDeg: 10 },
  ]

  test('runs in straight lines right round the compass, in whatever order it was typed', () => {
    expect(horizonHeightDeg(valley, 135)).toBeCloseTo(20, 9)
    expect(horizonHeightDeg([...valley].reverse(), 135)).toBeCloseTo(20, 9)
    expect(horizonHeightDeg(valley, 0)).toBeCloseTo(10, 9)
    expect(
      horizonHeightDeg(
        [
          { azimuthDeg: 350, heightDeg: 0 },
          { azimuthDeg: 10, heightDeg: 20 },
        ],
        0,
      ),
    ).toBeCloseTo(10, 9)
    expect(horizonHeightDeg([], 77)).toBe(0)
  })

  test('takes the low winter sun and leaves the high summer one', () => {
    const { peakSunHours: _, ...lost } = {
      peakSunHours: 0,
      ...siteOf({ horizon: valley }, { tiltDeg: 60 }).planes[0]?.horizonLost,
    }
    expect(lost.beam?.value[11]).toBeGreaterThan(0.9)
    expect(lost.beam?.value[5]).toBeLessThan(0.1)
    expect(lost.diffuse?.value).toBeGreaterThan(0.05)
  })

  test('none takes nothing, a wall round the whole sky takes all but what the ground reflects', () => {
    const base = { latitudeDeg: 50, tiltDeg: 0, azimuthDeg: 180, horizontalKwhPerM2Day: COASTAL, albedo: 0.2 }
    expect(run('sun.horizon-loss', { ...base, horizon: [] }).lostFraction).toEqual(Array(12).fill(0))
    const wall = run('sun.horizon-loss', { ...base, horizon: [{ azimuthDeg: 0, heightDeg: 90 }] })
    wall.lostFraction?.forEach((share) => void expect(share).toBeCloseTo(1, 6))
  })

  test('an even wall round a flat plane leaves cos² of its height of the diffuse light', () => {
    expect(openShareOfSky([{ azimuthDeg: 0, heightDeg: 30 }], 0, 180)).toBeCloseTo(0.75, 2)
  })

  test('a higher horizon never lets in more', () => {
    const height = fc.double({ min: 0, max: 80, noNaN: true })
    fc.assert(
      fc.property(height, height, fc.double({ min: 0, max: 360, noNaN: true }), (low, more, azimuthDeg) => {
        const lost = (heightDeg: number) =>
          run('sun.horizon-loss', {
            latitudeDeg: 45,
            tiltDeg: 40,
            azimuthDeg: 180,
            horizontalKwhPerM2Day: COASTAL,
            horizon: [
              { azimuthDeg, heightDeg },
              { azimuthDeg: (azimuthDeg + 180) % 360, heightDeg: 0 },
            ],
          }).lostFraction ?? []
        const [before, after] = [lost(low), lost(Math.min(90, low + more))]
        after.forEach((share, month) => void expect(share).toBeGreaterThanOrEqual((before[month] ?? 0) - 1e-9))
      }),
      { numRuns: 25 },
    )
  })
})

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

describe('figures of sun', () => {
  test('given for a plane they come back in that plane, and serve others', () => {
    const given = [2.1, 2.8, 3.9, 4.6, 5, 5.1, 5.2, 5, 4.4, 3.2, 2.3, 1.8]
    const site = (azimuthDeg: number) =>
      siteOf(
        { sunKwhPerM2Day: given, sunGivenFor: { tiltDeg: 35, azimuthDeg: 180 }, shadeFraction: Array(12).fill(0) },
        { tiltDeg: 35, azimuthDeg },
      ).sunHours?.value
    site(180)?.forEach((hours, month) => void expect(hours).toBeCloseTo(given[month] ?? 0, 3))
    expect(site(90)?.[0]).toBeLessThan(given[0] ?? 0)
  })

  test('what no sky can give is refused with the limit, on the flat and in a plane', () => {
    const site = { ...fieldStation().site, latitudeDeg: 50, sunKwhPerM2Day: [9, ...COASTAL.slice(1)] }
    expect(impossibleSun(site, 0)?.message).toMatch(
      /^January: 9 kWh\/m² a day is more than the 2\.\d+ that arrive above the air/,
    )
    expect(impossibleSun(site, 1)).toBeNull()
    const tilted = { ...site, sunGivenFor: { tiltDeg: 60, azimuthDeg: 180 } }
    expect(impossibleSun(tilted, 0)?.message).toMatch(/any sky gives a plane of 60° at 50°/)
    expect(impossibleSun({ ...tilted, sunKwhPerM2Day: [3, ...COASTAL.slice(1)] }, 0)).toBeNull()
  })

  test('noon by the clock comes late in the west of a zone', () => {
    const site = { ...fieldStation().site, longitudeDeg: -7.5, utcOffsetH: 0 }
    expect(solarNoonLateH(site, 4)).toBeCloseTo(0.5, 1)
    expect(solarNoonLateH({ ...site, utcOffsetH: null }, 4)).toBe(0)
  })
})

describe('climates', () => {
  test('there are at least twelve kinds, each once, each with its spread', () => {
    expect(CLIMATES.length).toBeGreaterThanOrEqual(12)
    expect(new Set(CLIMATES.map(({ id }) => id)).size).toBe(CLIMATES.length)
    for (const { spreadFraction } of CLIMATES) expect(spreadFraction).toBeGreaterThan(0.03)
  })

  test.each(CLIMATES.map((climate) => [climate.id, climate] as const))(
    '%s is possible wherever it is met, both sides of the equator',
    (_, climate) => {
      for (const latitudeDeg of [...climate.latitudesDeg, ...climate.latitudesDeg.map((each) => -each)]) {
        const site = { ...fieldStation().site, latitudeDeg, ...climateFigures(climate, latitudeDeg) }
        for (let month = 0; month < 12; month++) expect(impossibleSun(site, month)).toBeNull()
        expect(site.sunBasis).toBe('climate')
      }
    },
  )

  test('south of the equator summer is in January, and those met at a latitude come first', () => {
    const [desert] = CLIMATES.filter(({ id }) => id === 'desert')
    if (!desert) throw new Error('no desert')
    expect(climateFigures(desert, -25).monthMeanC[0]).toBe(climateFigures(desert, 25).monthMeanC[6])
    expect(climatesNear(-75)[0]?.id).toBe('arctic')
    expect(climatesNear(null)).toEqual(CLIMATES)
  })
})
