import type { Need } from '../chain/links.ts'
import { assumed, entered, enteredOr, type Known, type Step, type Working } from '../chain/working.ts'
import type { Option, Site } from '../job/schema.ts'
import { MONTH_MEAN_DAYS } from '../tables/month-mean-days.ts'
import { formatNumber, monthName } from '../units/format.ts'
import { azimuthOf, bestOf, type PlaneResult, planesOf, planesTogetherHours } from './planes.ts'
import { equationOfTimeMin } from './solar-geometry.ts'
import { ALBEDO_FRACTION, siteNeed, sunOnFlat } from './sun.ts'

/** Temperatures while none are entered, on the safer side for most inhabited places. Assumptions of Yard Lamp. */
export const ASSUMED_ROOM_C = { low: 5, high: 35 } as const
export const ASSUMED_RECORD_HIGH_C = 40
/** Warmest less coldest hour of a day while none is entered. Assumption of Yard Lamp. */
export const ASSUMED_DAY_SWING_K = 8
/** Sun lost to dirt. Assumptions of Yard Lamp after common practice. */
export const SOILING_FRACTION: Record<Site['soiling'], number> = { 'rain-washed': 0.03, dusty: 0.06, desert: 0.12 }

/** A month with less sun than this, peak sun hours a day, counts as dark: no array can carry it. Assumption of Yard Lamp. */
export const DARK_SUN_HOURS = 0.01

export interface SiteResult {
  readonly text: string
  readonly needs: readonly Need[]
  /** Of the first plane, in the month with the least sun. */
  readonly tiltDeg: Known
  readonly azimuthDeg: Known
  readonly planes: readonly PlaneResult[]
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

/** Whether generator, mains or alternator stand behind the array. */
export const hasBackup = ({ backup }: Option): boolean => backup.kind !== 'none' || backup.alternator !== null

/** Months the array alone must carry: in use and not left to a backup. */
export function sunMonths(site: Site, option: Option): number[] {
  const left = site.monthsInUse.filter((month) => !hasBackup(option) || !option.backup.months.includes(month))
  return left.length > 0 ? left : site.monthsInUse
}

interface Kept {
  readonly result: SiteResult
  readonly steps: readonly Step[]
}
/** What was last worked out for a site, which never changes once it is there: an edit elsewhere does not redo the sun. */
const workedOut = new WeakMap<Site, Map<string, Kept>>()

/** The first link of the chain: its steps stand at the beginning of the working. */
export function siteLink(site: Site, option: Option, working: Working): SiteResult {
  const months = sunMonths(site, option)
  const kept = workedOut.get(site) ?? new Map<string, Kept>()
  workedOut.set(site, kept)
  const before = working.steps.length === 0 ? kept.get(months.join()) : undefined
  if (before) {
    working.steps.push(...before.steps)
    return before.result
  }
  const first = working.steps.length
  const result = siteFigures(site, months, working)
  if (first === 0) kept.set(months.join(), { result, steps: working.steps.slice() })
  return result
}

function siteFigures(site: Site, months: readonly number[], working: Working): SiteResult {
  const needs: Need[] = []
  if (site.latitudeDeg === null) needs.push(siteNeed('latitudeDeg', 'the latitude, for the path of the sun'))
  const albedoFraction = enteredOr(site.albedoFraction, 'site', assumed(ALBEDO_FRACTION, 'grass and soil'))
  const flat = sunOnFlat(site, needs, albedoFraction, working)
  if (site.recordLowC === null)
    needs.push(siteNeed('recordLowC', 'the record low, for the voltage of a string on the coldest morning'))
  if (flat && !site.planes.some(({ parts }) => parts > 0))
    needs.push(siteNeed('planes', 'a plane with a part of the array in it'))
  const planes = flat ? planesOf(site, flat, albedoFraction, months, working) : []
  const sunHours = planesTogetherHours(planes, working)
  const leastSunMonth = sunHours ? leastMonth(sunHours.value, months) : null
  const [first] = planes
  return {
    text:
      sunHours && leastSunMonth !== null
        ? `${formatNumber(sunHours.value[leastSunMonth - 1] ?? 0, 1)} sun hours, ${monthName(leastSunMonth)}`
        : 'sun and place needed',
    needs,
    tiltDeg: first?.tiltDeg[(leastSunMonth ?? 1) - 1] ?? enteredOr(site.planes[0]?.tiltDeg ?? null, 'site', bestOf(0)),
    azimuthDeg: first?.azimuthDeg ?? azimuthOf(site, site.planes[0]),
    planes,
    albedoFraction,
    sunOnFlat: flat,
    sunHours,
    leastSunMonth,
    recordLowC: site.recordLowC === null ? null : entered(site.recordLowC, 'site'),
    recordHighC: enteredOr(site.recordHighC, 'site', assumed(ASSUMED_RECORD_HIGH_C, 'hot summer day')),
    batteryRoomLowC: enteredOr(site.batteryRoomLowC, 'site', assumed(ASSUMED_ROOM_C.low, 'sheltered, not heated')),
    batteryRoomHighC: enteredOr(site.batteryRoomHighC, 'site', assumed(ASSUMED_ROOM_C.high, 'sheltered, not cooled')),
  }
}

/** Hours by which the sun’s noon comes after twelve on the clock, in a month; 0 while longitude or zone are not known. */
export function solarNoonLateH(site: Site, month: number): number {
  if (site.longitudeDeg === null || site.utcOffsetH === null) return 0
  const sunMin = 4 * (site.longitudeDeg - 15 * site.utcOffsetH) + equationOfTimeMin(MONTH_MEAN_DAYS[month - 1] ?? 1)
  return -sunMin / 60
}

function leastMonth(sunHours: readonly number[], months: readonly number[]): number {
  return months.reduce(
    (least, month) => ((sunHours[month - 1] ?? 0) < (sunHours[least - 1] ?? 0) ? month : least),
    months[0] ?? 1,
  )
}
