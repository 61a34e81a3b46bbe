import { describe, expect, test } from 'vitest'
import { dayClearness, greatestClearness, hourDiffuseShare, spreadSteepness } from '../src/site/clearness.ts'
import { monthLimitKwhPerM2Day } from '../src/site/plane.ts'
import { DAY_PERSISTENCE, syntheticYear, yearStatistics } from '../src/site/synthetic-year.ts'
import { hourInPlaneW, monthlyMeans, yearInPlane } from '../src/site/year-in-plane.ts'
import { yearSummary } from '../src/site/year-summary.ts'
import { COASTAL, run, year } from './sky.ts'

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

describe('a year told in what a person looks at', () => {
  const brief = {
    latitudeDeg: 50,
    flatKwhPerM2Day: COASTAL,
    monthMeanC: Array<number>(12).fill(10),
    daySwingK: 8,
    tiltDeg: 40,
    azimuthDeg: 180,
    albedo: 0.2,
  }
  const told = yearSummary({ ...brief, seed: 7 })

  test('its days add up to the year that was made, and its kinds of day to 365', () => {
    const sum = told.daysKwhPerM2.reduce((a, b) => a + b, 0)
    expect(told.daysKwhPerM2).toHaveLength(365)
    expect(sum).toBeCloseTo(year(7).totalW.reduce((a, b) => a + b, 0) / 1000, 6)
    expect(told.clearDays + told.mixedDays + told.overcastDays).toBe(365)
  })

  test('the months of a plane are those of its year, by either sky', () => {
    for (const sky of ['isotropic', 'hay-davies'] as const) {
      const days = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31]
      const sum = told.monthKwhPerM2Day[sky].reduce((total, mean, m) => total + mean * (days[m] ?? 0), 0)
      expect(sum).toBeCloseTo(told.yearKwhPerM2[sky], 6)
    }
    // The bright ring about the sun lies on the side a tilted plane looks to.
    expect(told.yearKwhPerM2['hay-davies']).toBeGreaterThan(told.yearKwhPerM2.isotropic)
  })

  test('its air lies about the mean, and the same seed tells the same', () => {
    expect(told.coldestC).toBeLessThan(10)
    expect(told.hottestC).toBeGreaterThan(10)
    expect(yearSummary({ ...brief, seed: 7 })).toEqual(told)
    expect(yearSummary({ ...brief, seed: 8 })).not.toEqual(told)
  })
})
