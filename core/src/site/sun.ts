import { DEFAULTS } from '../job/defaults.ts'
import type { Site } from '../job/schema.ts'
import { InputError } from '../method/input-error.ts'
import { formatNumber, MONTH_NAMES, monthName } from '../units/format.ts'
import type { Need } from '../working/links.ts'
import { entered, type Known, known, type Working } from '../working/working.ts'
import { flatFromPlane } from './methods.ts'
import { flatBehindPlane, monthLimitKwhPerM2Day } from './plane.ts'

/** What of a site the sun in its planes rests on. */
export type Sky = Pick<
  Site,
  | 'latitudeDeg'
  | 'albedoFraction'
  | 'sunKwhPerM2Day'
  | 'sunBasis'
  | 'sunSource'
  | 'sunGivenFor'
  | 'planes'
  | 'horizon'
  | 'shadeFraction'
  | 'snowFraction'
>

export const siteNeed = (field: string, message: string): Need => ({ link: 'site', place: `site.${field}`, message })

/** The twelve figures on the flat once all are there and none is more than a sky can give. */
export function sunOnFlat(site: Sky, needs: Need[], albedoFraction: Known, working: Working): Known<number[]> | null {
  const figures = site.sunKwhPerM2Day
  const missing = MONTH_NAMES.filter((_, month) => figures[month] === null)
  if (missing.length > 0) {
    const which = missing.length === 12 ? 'the sun of each month' : `the sun of ${missing.join(', ')}`
    needs.push(siteNeed(`sunKwhPerM2Day.${figures.indexOf(null)}`, `${which}, kWh/m² a day`))
    return null
  }
  const { latitudeDeg } = site
  if (latitudeDeg === null) return null
  const known12 = figures.map((figure) => figure ?? 0)
  const refused = known12.flatMap((_, month) => impossibleSun(site, month) ?? [])
  if (refused[0]) {
    needs.push(siteNeed(`sunKwhPerM2Day.${refused[0].month - 1}`, refused[0].message))
    return null
  }
  const given = known(known12, SUN_ORIGIN[site.sunBasis], site.sunSource === '' ? 'site' : site.sunSource)
  if (!site.sunGivenFor) return given
  try {
    return working.apply(flatFromPlane, {
      latitudeDeg: entered(latitudeDeg, 'site'),
      tiltDeg: entered(site.sunGivenFor.tiltDeg, 'site'),
      azimuthDeg: entered(site.sunGivenFor.azimuthDeg, 'site'),
      planeKwhPerM2Day: given,
      albedo: albedoFraction,
    }).horizontalKwhPerM2Day
  } catch (error) {
    if (error instanceof InputError) return null
    throw error
  }
}

const SUN_ORIGIN = { measured: 'measured', published: 'entered', climate: 'assumption', guess: 'guess' } as const

/** Why a month's figure of sun cannot be; null where it can, or where the latitude is not known yet. */
export function impossibleSun(
  site: Pick<Site, 'latitudeDeg' | 'albedoFraction' | 'sunKwhPerM2Day' | 'sunGivenFor'>,
  monthIndex: number,
): { month: number; message: string } | null {
  const figure = site.sunKwhPerM2Day[monthIndex] ?? null
  const { latitudeDeg, sunGivenFor } = site
  if (figure === null || latitudeDeg === null) return null
  const month = monthIndex + 1
  if (!sunGivenFor) {
    const limitKwh = monthLimitKwhPerM2Day(latitudeDeg, monthIndex)
    if (figure <= limitKwh) return null
    return {
      month,
      message: `${monthName(month)}: ${figure} kWh/m² a day is more than the ${formatNumber(limitKwh, 2)} that arrive above the air at ${latitudeDeg}°`,
    }
  }
  const plane = { ...sunGivenFor, albedo: site.albedoFraction ?? DEFAULTS.albedoFraction.value }
  const { flatKwh, mostKwh } = flatBehindPlane(latitudeDeg, monthIndex, figure, plane)
  if (flatKwh !== null) return null
  return {
    month,
    message: `${monthName(month)}: ${figure} kWh/m² a day is more than the ${formatNumber(mostKwh, 2)} that any sky gives a plane of ${sunGivenFor.tiltDeg}° at ${latitudeDeg}°`,
  }
}
