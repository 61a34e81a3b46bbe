import { emptyJob, fieldStation } from '@yard-lamp/core'
import { describe, expect, test } from 'vitest'
import { differences } from '../src/conflict/differences.ts'
import { namedTracks, sunHours, sunTracks, TRACK_NAME } from '../src/links/site/sun-tracks.ts'

describe('the ways of the sun over the sky', () => {
  test.each([
    [50, 63.5, 16.5],
    [0, 66.5, 66.5],
    [-34, 32.5, 79.5],
  ])('at latitude %i June culminates near %f° and December near %f°', (latitudeDeg, june, december) => {
    const top = (month: number) =>
      Math.max(
        ...(sunTracks(latitudeDeg)
          .find((track) => track.month === month)
          ?.points.map(({ heightDeg }) => heightDeg) ?? []),
      )
    expect(top(5)).toBeCloseTo(june, -0.5)
    expect(top(11)).toBeCloseTo(december, -0.5)
  })

  test('nothing is drawn below the horizon, and a polar winter has no track', () => {
    for (const { points } of [...sunTracks(70), ...sunHours(70)])
      for (const { heightDeg } of points) expect(heightDeg).toBeGreaterThanOrEqual(0)
    expect(sunTracks(75).find(({ month }) => month === 11)?.points).toEqual([])
    expect(sunTracks(75).find(({ month }) => month === 5)?.points).toHaveLength(145)
  })

  test('names stand apart, the highest and the lowest always', () => {
    const tracks = sunTracks(50)
    const y = (deg: number) => 200 - 2 * deg
    const named = namedTracks(tracks, y)
    expect(named.has(5) && named.has(11)).toBe(true)
    const tops = tracks
      .filter(({ month }) => named.has(month))
      .map(({ points }) => y(Math.max(...points.map(({ heightDeg }) => heightDeg))))
      .sort((a, b) => a - b)
    tops.slice(1).forEach((top, i) => {
      expect(top - (tops[i] ?? 0)).toBeGreaterThanOrEqual(15)
    })
    for (const { month } of tracks) expect(TRACK_NAME[month]).toBeTruthy()
  })
})

describe('two versions of a job', () => {
  test('that say the same differ in nothing, whatever the order of their fields', () => {
    const job = fieldStation()
    expect(differences(job, Object.fromEntries(Object.entries(job).reverse()) as typeof job)).toEqual([])
  })

  test('are told apart in the field’s words, loads by their names', () => {
    const job = fieldStation()
    const other = {
      ...job,
      name: 'Other',
      site: { ...job.site, recordLowC: -30 },
      loads: job.loads.slice(1).map((load, i) => (i === 0 ? { ...load, quantity: 7 } : load)),
    }
    const said = differences(job, other).map(({ what, mine, theirs }) => `${what}: ${mine} / ${theirs}`)
    expect(said).toContain(`name: ${job.name} / Other`)
    expect(said.some((line) => /^site › record low: .* \/ -30$/.test(line))).toBe(true)
    expect(said.some((line) => line.includes(job.loads[0]?.name ?? '?') && /is there \/ is not there/.test(line))).toBe(
      true,
    )
    expect(said.some((line) => / › how many: \d+ \/ 7$/.test(line))).toBe(true)
    // No name of the code.
    for (const line of said) expect(line.split(':')[0]).not.toMatch(/recordLowC|chosenOption/)
  })

  test('beyond what is read at a glance are counted', () => {
    const found = differences(fieldStation(), emptyJob('Empty'))
    expect(found.length).toBe(15)
    expect(found.at(-1)?.what).toMatch(/^and \d+ more$/)
  })
})
