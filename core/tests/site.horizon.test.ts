import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { fieldStation } from '../src/demo/demo.ts'
import { CLIMATES, climateFigures, climatesNear } from '../src/site/climates.ts'
import { horizonHeightDeg, openShareOfSky } from '../src/site/horizon.ts'
import { drawnHeights, horizonText, pointsOfHeights, readHorizon } from '../src/site/horizon-text.ts'
import { solarNoonLateH } from '../src/site/link.ts'
import { impossibleSun } from '../src/site/sun.ts'
import { COASTAL, run, siteOf } from './sky.ts'

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

describe('a horizon as text and as a line drawn', () => {
  test.each([
    [
      '90 10\n180 25',
      [
        [90, 10],
        [180, 25],
      ],
    ],
    [
      'Azimuth;Height\n-90;5,5\n0;2',
      [
        [0, 2],
        [270, 5.5],
      ],
    ],
    ['# from the roof\n 45, 3 \n\n', [[45, 3]]],
    ['−45\t12°', [[315, 12]]],
    ['', []],
  ])('%j is read', (text, points) => {
    expect(readHorizon(text).map(({ azimuthDeg, heightDeg }) => [azimuthDeg, heightDeg])).toEqual(points)
  })

  test.each([
    ['90 10\n400 5', /line 2, “400 5”/],
    ['90 91', /line 1.*height from 0 to 90/],
    ['90', /line 1/],
    [Array.from({ length: 721 }, (_, i) => `${i / 4} 1`).join('\n'), /721 points; expected at most 720/],
  ])('%j is refused by its line', (text, says) => {
    expect(() => readHorizon(text)).toThrow(says)
  })

  test('comes back from its text as it was', () => {
    const horizon = [
      { azimuthDeg: 12, heightDeg: 3.5 },
      { azimuthDeg: 200, heightDeg: 20 },
    ]
    expect(readHorizon(horizonText(horizon))).toEqual(horizon)
  })

  test('whatever is drawn, its points give back the heights every five degrees to half a degree', () => {
    const half = fc.integer({ min: 0, max: 180 }).map((n) => n / 2)
    fc.assert(
      fc.property(fc.array(half, { minLength: 72, maxLength: 72 }), (heights) => {
        const again = drawnHeights(pointsOfHeights(heights))
        for (const [i, height] of heights.entries()) expect(again[i]).toBeCloseTo(height, 6)
      }),
      { numRuns: 60 },
    )
  })

  test('all flat has no points, and a straight rise keeps its ends alone', () => {
    expect(pointsOfHeights(Array(72).fill(0.1))).toEqual([])
    const rise = Array.from({ length: 72 }, (_, i) => (i <= 10 ? i : Math.max(0, 20 - i)))
    expect(pointsOfHeights(rise).map(({ azimuthDeg }) => azimuthDeg)).toEqual([0, 50, 100])
  })
})
