import type { Site } from '../job/schema.ts'
import { CLIMATES, climateFigures } from './climates.ts'

/** A place of the gazetteer. */
export interface KnownPlace {
  readonly id: string
  readonly name: string
  /** State, county, province; empty where unknown. */
  readonly region: string
  readonly country: string
  readonly latitudeDeg: number
  readonly longitudeDeg: number
  readonly timeZone: string
  /** Standard time ahead of UTC, h. */
  readonly utcOffsetH: number
}

/** Somewhere on the map: its clock, and the nearest place that has a name. */
export interface SpotOnMap {
  readonly latitudeDeg: number
  readonly longitudeDeg: number
  readonly timeZone: string
  readonly utcOffsetH: number
  readonly nearest: { readonly place: KnownPlace; readonly distanceKm: number } | null
}

/** As far as this from a named place a spot is said to be there, km. Assumption of Yard Lamp. */
const AT_PLACE_KM = 5
/** Beyond this the nearest named place says nothing about a spot, km. Assumption of Yard Lamp. */
const NEAR_PLACE_KM = 100
const DECIMALS = 1000
const rounded = (degrees: number) => Math.round(degrees * DECIMALS) / DECIMALS

/**
 * What a site takes from a place of the gazetteer or a spot of the map: coordinates, clock, and a name where it has none of its
 * own. Sun of a climate was made for a latitude, and so is made again for the new one; altitude and record temperatures are not
 * in a gazetteer and stay.
 *
 * @param name what the place is called; empty leaves the site's own
 * @example siteAt(site, { latitudeDeg: 47.5, longitudeDeg: 9.75, utcOffsetH: 1, name: 'Lowmere' })
 */
export function siteAt(
  site: Site,
  {
    latitudeDeg,
    longitudeDeg,
    utcOffsetH,
    name,
  }: Pick<Site, 'utcOffsetH'> & { latitudeDeg: number; longitudeDeg: number; name: string },
): Partial<Site> {
  const climate = site.sunBasis === 'climate' ? CLIMATES.find(({ id }) => id === site.climateId) : undefined
  return {
    ...(climate ? climateFigures(climate, latitudeDeg) : {}),
    ...(name === '' ? {} : { place: name }),
    latitudeDeg: rounded(latitudeDeg),
    longitudeDeg: rounded(longitudeDeg),
    utcOffsetH,
  }
}

/** Name, region and country of a place, what is the same said once. @example 'Lowmere, Westmark, Utopia' */
export const placeName = ({ name, region, country }: KnownPlace): string =>
  [name, region, country].filter((part, i, all) => part !== '' && all.indexOf(part) === i).join(', ')

/** What a spot is called by its nearest named place; empty far from any. @example 'near Lowmere, Westmark, Utopia' */
export function spotName({ nearest }: SpotOnMap): string {
  if (!nearest || nearest.distanceKm > NEAR_PLACE_KM) return ''
  return `${nearest.distanceKm <= AT_PLACE_KM ? '' : 'near '}${placeName(nearest.place)}`
}
