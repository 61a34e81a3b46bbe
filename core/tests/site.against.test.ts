import { describe, expect, test } from 'vitest'
import { fieldStation } from '../src/demo/demo.ts'
import { DEFAULTS } from '../src/job/defaults.ts'
import type { Site } from '../src/job/schema.ts'
import type { PlaneResult } from '../src/site/planes.ts'
import { yearAgainstMonths } from '../src/site/year-against-months.ts'
import { yearSummary } from '../src/site/year-summary.ts'
import { designed } from './designed.ts'

/** The year of days of the demo station, as its site page makes it, against its months. */
function against(patch: Partial<Site> = {}) {
  const job = { ...fieldStation(), site: { ...fieldStation().site, horizon: [], ...patch } }
  const { site } = designed(job)
  const plane = site.planes[0] as PlaneResult
  const year = yearSummary({
    latitudeDeg: job.site.latitudeDeg ?? 0,
    flatKwhPerM2Day: site.sunOnFlat?.value ?? [],
    monthMeanC: job.site.monthMeanC.map((mean) => mean ?? DEFAULTS.yearAirC.value),
    daySwingK: 8,
    seed: 7,
    tiltDeg: site.tiltDeg.value,
    azimuthDeg: plane.azimuthDeg.value,
    albedo: site.albedoFraction.value,
  })
  const hours = year.monthKwhPerM2Day.isotropic
  return {
    plane,
    hours,
    ...yearAgainstMonths({ year, plane, flatKwhPerM2Day: site.sunOnFlat?.value ?? [], site: job.site }),
  }
}
const NONE = Array<number>(12).fill(0)
const CLEAR = { shadeFraction: NONE, snowFraction: NONE }

describe('a year of days against the month method', () => {
  test('names the months that differ by more than three in a hundred, with both figures', () => {
    const { plane, hours, differing } = against(CLEAR)
    for (const { month, yearHours, monthHours, fraction } of differing) {
      expect(yearHours).toBe(hours[month - 1])
      expect(monthHours).toBe(plane.peakSunHours.value[month - 1])
      expect(Math.abs(fraction)).toBeGreaterThan(0.03)
    }
    const alike = hours.flatMap((each, i) =>
      differing.some(({ month }) => month === i + 1) ? [] : [[each, i] as const],
    )
    for (const [each, i] of alike)
      expect(Math.abs(each / (plane.peakSunHours.value[i] ?? 1) - 1)).toBeLessThanOrEqual(0.03)
  })

  test('on the flat they agree: both are made from the same twelve figures', () => {
    const [plane] = fieldStation().site.planes
    const flat = against({ ...CLEAR, planes: [{ ...(plane as Site['planes'][number]), tiltDeg: 0 }] })
    expect(flat.differing).toEqual([])
    expect(flat.why).toEqual([])
  })

  test('says shade where it is shade, and the sky where it is the sky', () => {
    const half = NONE.map((_, i) => (i === 5 ? 0.5 : 0))
    const shaded = against({ ...CLEAR, shadeFraction: half })
    expect(shaded.differing.find(({ month }) => month === 6)?.fraction).toBeGreaterThan(0.8)
    expect(shaded.why).toContain('shade, horizon and snow count in the month method only')
    const clear = against(CLEAR)
    expect(clear.why.join()).not.toContain('shade')
    expect(clear.why.join()).toMatch(
      /clear and dull days alternate .* in (January|December) \d+.% of its light is scattered, against \d+.%/,
    )
  })

  test('says the moved frame where its tilt follows the season', () => {
    const [plane] = fieldStation().site.planes
    const moved = {
      ...(plane as Site['planes'][number]),
      positions: 'two' as const,
      seasonTiltsDeg: [70, null, 15, null],
    }
    expect(against({ ...CLEAR, planes: [moved] }).why.join()).toContain('moved from season to season')
  })
})
