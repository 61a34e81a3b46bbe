import { describe, expect, test } from 'vitest'
import { emptyJob } from '../src/job/job.ts'
import type { Site } from '../src/job/schema.ts'
import { CLIMATES, climateFigures, climatesNear, isMetAt } from '../src/site/climates.ts'
import { type KnownPlace, placeName, type SpotOnMap, siteAt, spotName } from '../src/site/place.ts'

const LOWMERE: KnownPlace = {
  id: '1',
  name: 'Lowmere',
  region: 'Westmark',
  country: 'Utopia',
  latitudeDeg: 47.51234,
  longitudeDeg: 9.75678,
  timeZone: 'Etc/GMT-1',
  utcOffsetH: 1,
}
const site = (figures: Partial<Site> = {}): Site => ({ ...emptyJob('Place').site, ...figures })

describe('what a site takes from a place', () => {
  test('coordinates, clock and name; altitude and records stay', () => {
    const taken = siteAt(site({ altitudeM: 400, recordLowC: -20 }), { ...LOWMERE, name: placeName(LOWMERE) })
    expect(taken).toEqual({
      place: 'Lowmere, Westmark, Utopia',
      latitudeDeg: 47.512,
      longitudeDeg: 9.757,
      utcOffsetH: 1,
    })
  })

  test('a spot far from any name leaves the site its own', () => {
    expect(siteAt(site({ place: 'Hut' }), { ...LOWMERE, name: '' })).not.toHaveProperty('place')
  })

  test('sun of a climate is made again for the new latitude; figures of a person are not touched', () => {
    const climate = CLIMATES[1]
    if (!climate) throw new Error('no climate')
    const before = site(climateFigures(climate, 55))
    const there = { ...LOWMERE, latitudeDeg: -38, name: '' }
    expect(siteAt(before, there).sunKwhPerM2Day).toEqual(climateFigures(climate, -38).sunKwhPerM2Day)
    expect(siteAt({ ...before, sunBasis: 'measured' }, there)).not.toHaveProperty('sunKwhPerM2Day')
  })

  test('names: the same said once, near and far said', () => {
    expect(placeName({ ...LOWMERE, region: 'Lowmere', country: '' })).toBe('Lowmere')
    const spot = (distanceKm: number): SpotOnMap => ({ ...LOWMERE, nearest: { place: LOWMERE, distanceKm } })
    expect([3, 40, 400].map((distance) => spotName(spot(distance)))).toEqual([
      'Lowmere, Westmark, Utopia',
      'near Lowmere, Westmark, Utopia',
      '',
    ])
  })
})

describe('climates by place', () => {
  test.each([
    [38, 24, 'winter-rain'],
    [52, 5, 'lowland-temperate'],
    [-33, 151, 'subtropic-humid'],
    [25, 45, 'desert'],
    [-16.5, -68, 'high-plateau'],
    [64, 100, 'boreal'],
    [46.5, 10, 'mountain'],
    [18, -66, 'trade-island'],
  ])('at %s, %s the first is %s', (latitudeDeg, longitudeDeg, id) => {
    expect(climatesNear(latitudeDeg, longitudeDeg)[0]?.id).toBe(id)
  })

  test('every climate is met somewhere of its own latitudes, and all are offered everywhere', () => {
    for (const climate of CLIMATES) {
      const [low, high] = climate.latitudesDeg
      const met = Array.from({ length: 181 }, (_, i) => i - 90)
        .filter((latitude) => Math.abs(latitude) >= low && Math.abs(latitude) <= high)
        .some((latitude) =>
          Array.from({ length: 360 }, (_, i) => i - 180).some((longitude) => isMetAt(climate, latitude, longitude)),
        )
      expect({ id: climate.id, met }).toEqual({ id: climate.id, met: true })
    }
    expect(new Set(climatesNear(10, 10))).toEqual(new Set(CLIMATES))
  })
})
