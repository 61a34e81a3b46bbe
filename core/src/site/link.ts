import { endsOf, SITE_PAIRS } from '../job/bounds.ts'
import { DEFAULTS } from '../job/defaults.ts'
import type { Site } from '../job/schema.ts'
import { MONTH_MEAN_DAYS } from '../tables/month-mean-days.ts'
import { formatNumber, monthName } from '../units/format.ts'
import { defineLink, type Link, type LinkResult } from '../working/link.ts'
import { assumedOf, entered, enteredOr, type Known } from '../working/working.ts'
import type { PlaneResult } from './planes.ts'
import { bestOf } from './planes.ts'
import { skyLink } from './sky-link.ts'
import { equationOfTimeMin } from './solar-geometry.ts'
import { siteNeed } from './sun.ts'

/**
 * A month with less sun than this, peak sun hours a day, counts as dark: an array for it would be five times and more what a
 * dull winter asks, and nobody builds it. Assumption of Yard Lamp.
 */
export const DARK_SUN_HOURS = 0.2

export interface SiteResult extends LinkResult {
  /** Of the first plane, in the month with the least sun. */
  readonly tiltDeg: Known
  readonly azimuthDeg: Known
  /** Those the main array lies in, and all of them. */
  readonly planes: readonly PlaneResult[]
  readonly everyPlane: readonly PlaneResult[]
  readonly albedoFraction: Known
  /** Sun on the flat, kWh/m² a day by month; null until all twelve are known. */
  readonly sunOnFlat: Known<number[]> | null
  /** Peak sun hours of the array, all planes together, after shade, horizon and snow, by month. */
  readonly sunHours: Known<number[]> | null
  /** Month (1 to 12) with the least sun of those that count. */
  readonly leastSunMonth: number | null
  readonly recordLowC: Known | null
  readonly recordHighC: Known
  readonly batteryRoomLowC: Known
  readonly batteryRoomHighC: Known
}

/** The sun, the planes and the temperatures of a place. */
export const siteLink: Link<object, SiteResult> = defineLink(
  'site',
  (bench) => {
    const { recordLowC, recordHighC, batteryRoomLowC, batteryRoomHighC, planes } = bench.job.site
    return { sky: skyLink(bench, {}), recordLowC, recordHighC, batteryRoomLowC, batteryRoomHighC, first: planes[0] }
  },
  ({ sky, recordLowC, first, ...typed }, working): SiteResult => {
    working.take(sky.steps)
    const { sunHours, leastSunMonth } = sky
    const low =
      recordLowC === null
        ? [siteNeed('recordLowC', 'the record low, for the voltage of a string on the coldest morning')]
        : []
    const crossed = SITE_PAIRS.flatMap(({ low: name, lowIs, highIs }) => {
      const { most } = endsOf({ recordLowC, ...typed }, name, SITE_PAIRS)
      const value = { recordLowC, ...typed }[name as 'recordLowC']
      return most && value !== null && value > most.value
        ? [siteNeed(name, `${lowIs} again: it stands above ${highIs}`)]
        : []
    })
    return {
      ...sky,
      answer:
        sunHours && leastSunMonth !== null
          ? `${formatNumber(sunHours.value[leastSunMonth - 1] ?? 0, 1)} sun hours, ${monthName(leastSunMonth)}`
          : 'sun and place needed',
      needs: [...sky.needs, ...low, ...crossed],
      tiltDeg: sky.planes[0]?.tiltDeg[(leastSunMonth ?? 1) - 1] ?? enteredOr(first?.tiltDeg ?? null, 'site', bestOf(0)),
      recordLowC: recordLowC === null ? null : entered(recordLowC, 'site'),
      recordHighC: enteredOr(typed.recordHighC, 'site', assumedOf(DEFAULTS.recordHighC)),
      batteryRoomLowC: enteredOr(typed.batteryRoomLowC, 'site', assumedOf(DEFAULTS.batteryRoomLowC)),
      batteryRoomHighC: enteredOr(typed.batteryRoomHighC, 'site', assumedOf(DEFAULTS.batteryRoomHighC)),
    }
  },
)

/** Hours by which the sun’s noon comes after twelve on the clock, in a month; 0 while longitude or zone are not known. */
export function solarNoonLateH(site: Pick<Site, 'longitudeDeg' | 'utcOffsetH'>, month: number): number {
  if (site.longitudeDeg === null || site.utcOffsetH === null) return 0
  const sunMin = 4 * (site.longitudeDeg - 15 * site.utcOffsetH) + equationOfTimeMin(MONTH_MEAN_DAYS[month - 1] ?? 1)
  return -sunMin / 60
}
