import { DEFAULTS } from '../job/defaults.ts'
import type { Option, Site } from '../job/schema.ts'
import { defineLink, type Link } from '../working/link.ts'
import type { Need } from '../working/links.ts'
import { assumedOf, enteredOr, type Known } from '../working/working.ts'
import { azimuthOf, type PlaneResult, planesOf, planesTogetherHours } from './planes.ts'
import { siteNeed, sunOnFlat } from './sun.ts'

/** What the sky gives a site: the part of the site that a cable or a battery room does not touch. */
export interface SkyResult {
  readonly needs: readonly Need[]
  /** Those the main array lies in. */
  readonly planes: readonly PlaneResult[]
  /** Those no part of the main array lies in as well. */
  readonly everyPlane: readonly PlaneResult[]
  /** Azimuth of the first plane, known or taken. */
  readonly azimuthDeg: Known
  readonly albedoFraction: Known
  readonly sunOnFlat: Known<number[]> | null
  readonly sunHours: Known<number[]> | null
  readonly leastSunMonth: number | null
}

/** Whether generator, mains or alternator stand behind the array. */
export const hasBackup = ({ backup }: Pick<Option, 'backup'>): boolean =>
  backup.kind !== 'none' || backup.alternator !== null

/** Months the array alone must carry: in use and not left to a backup. */
export function sunMonths({ monthsInUse }: Pick<Site, 'monthsInUse'>, option: Pick<Option, 'backup'>): number[] {
  const left = monthsInUse.filter((month) => !hasBackup(option) || !option.backup.months.includes(month))
  return left.length > 0 ? left : monthsInUse
}

/** Sun on the flat and in the planes: read from what bears on it alone, so that no other edit of the site works it again. */
export const skyLink: Link<object, SkyResult> = defineLink(
  'site',
  ({ job: { site }, option }) => ({
    latitudeDeg: site.latitudeDeg,
    albedoFraction: site.albedoFraction,
    sunKwhPerM2Day: site.sunKwhPerM2Day,
    sunBasis: site.sunBasis,
    sunSource: site.sunSource,
    sunGivenFor: site.sunGivenFor,
    planes: site.planes,
    horizon: site.horizon,
    shadeFraction: site.shadeFraction,
    snowFraction: site.snowFraction,
    months: sunMonths(site, option).join(),
  }),
  ({ months: counted, ...sky }, working): SkyResult => {
    const months = counted.split(',').map(Number)
    const needs: Need[] = []
    if (sky.latitudeDeg === null) needs.push(siteNeed('latitudeDeg', 'the latitude, for the path of the sun'))
    const albedoFraction = enteredOr(sky.albedoFraction, 'site', assumedOf(DEFAULTS.albedoFraction))
    const flat = sunOnFlat(sky, needs, albedoFraction, working)
    if (flat && !sky.planes.some(({ parts }) => parts > 0))
      needs.push(siteNeed('planes', 'a plane with a part of the array in it'))
    const everyPlane = flat ? planesOf(sky, flat, albedoFraction, months, working) : []
    const planes = everyPlane.filter(({ share }) => share > 0)
    const sunHours = planesTogetherHours(planes, working)
    return {
      needs,
      planes,
      everyPlane,
      azimuthDeg: planes[0]?.azimuthDeg ?? azimuthOf(sky, sky.planes[0]),
      albedoFraction,
      sunOnFlat: flat,
      sunHours,
      leastSunMonth: sunHours ? leastMonth(sunHours.value, months) : null,
    }
  },
)

function leastMonth(sunHours: readonly number[], months: readonly number[]): number {
  return months.reduce(
    (least, month) => ((sunHours[month - 1] ?? 0) < (sunHours[least - 1] ?? 0) ? month : least),
    months[0] ?? 1,
  )
}
