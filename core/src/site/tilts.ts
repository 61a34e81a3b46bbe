import type { Plane, Site } from '../job/schema.ts'
import { horizonTakes, openHours, openShareOfSky } from './horizon.ts'
import { type MonthSky, monthSky, planeKwhPerM2Day, planeNormal } from './plane.ts'

/** Seasons in the order in which a plane keeps their tilts. */
export const SEASONS = ['winter', 'spring', 'summer', 'autumn'] as const
/** Season of each month in the northern half, about solstices and equinoxes. */
const FOUR_SEASONS = [0, 1, 1, 1, 2, 2, 2, 3, 3, 3, 0, 0] as const
/** October to March, April to September. */
const TWO_SEASONS = [0, 0, 0, 2, 2, 2, 2, 2, 2, 0, 0, 0] as const

/** Which season's tilt a frame stands in, by month: an index of SEASONS. Always 0 for a fixed one. */
export function seasonOfMonths(positions: Plane['positions'], latitudeDeg: number): number[] {
  if (positions === 'fixed') return Array<number>(12).fill(0)
  const seasons = positions === 'two' ? TWO_SEASONS : FOUR_SEASONS
  return seasons.map((_, month) => seasons[(month + (latitudeDeg < 0 ? 6 : 0)) % 12] ?? 0)
}

/** The year's sun over a site, ready to be looked at in any plane: after shade, snow and horizon. */
export interface SkyYear {
  readonly latitudeDeg: number
  readonly months: readonly {
    readonly sky: MonthSky
    /** Share of each hour in which the sun stands above the horizon. */
    readonly openHours: readonly number[]
    /** Share left by shade and snow. */
    readonly open: number
  }[]
  readonly albedoFraction: number
  readonly horizon: Site['horizon']
}

export function skyYear(
  site: Pick<Site, 'latitudeDeg' | 'horizon' | 'shadeFraction' | 'snowFraction'>,
  flatKwhPerM2Day: readonly number[],
  albedoFraction: number,
): SkyYear {
  const latitudeDeg = site.latitudeDeg ?? 0
  return {
    latitudeDeg,
    albedoFraction,
    horizon: site.horizon,
    months: flatKwhPerM2Day.map((kwh, month) => {
      const sky = monthSky(latitudeDeg, month, kwh)
      return {
        sky,
        openHours: openHours(sky, site.horizon),
        open: (1 - (site.shadeFraction[month] ?? 0)) * (1 - (site.snowFraction[month] ?? 0)),
      }
    }),
  }
}

/** Peak sun hours of the twelve months in a plane, after shade, snow and horizon. */
export function hoursInPlane(year: SkyYear, tiltDeg: number, azimuthDeg: number): number[] {
  const { horizon, albedoFraction } = year
  const openSky = openShareOfSky(horizon, tiltDeg, azimuthDeg)
  const normal = planeNormal(tiltDeg, azimuthDeg)
  return year.months.map(({ sky, openHours: hours, open }) => {
    const whole = planeKwhPerM2Day(sky, tiltDeg, azimuthDeg, albedoFraction)
    if (horizon.length === 0) return whole * open
    const taken = horizonTakes(sky, hours, normal, openSky)
    return Math.max(0, whole - taken.beamKwh - taken.diffuseKwh) * open
  })
}

/** What a tilt is chosen for: the sun of the worst of some months, or of their sum. */
export type TiltAim = 'worst-month' | 'sum'

/** Tilt, whole degrees, that serves the aim best: 5° steps, then 1° about the best. Months count from 1. */
export function bestTiltDeg(year: SkyYear, azimuthDeg: number, months: readonly number[], aim: TiltAim): number {
  const worth = (tiltDeg: number) => {
    const hours = hoursInPlane(year, tiltDeg, azimuthDeg)
    const counted = months.map((month) => hours[month - 1] ?? 0)
    return aim === 'sum' ? counted.reduce((sum, each) => sum + each, 0) : Math.min(...counted)
  }
  const best = (tilts: number[]) =>
    tilts.map((tiltDeg) => ({ tiltDeg, worth: worth(tiltDeg) })).reduce((a, b) => (b.worth > a.worth + 1e-9 ? b : a))
      .tiltDeg
  const coarse = best(Array.from({ length: 19 }, (_, i) => i * 5))
  return best(Array.from({ length: 9 }, (_, i) => Math.min(90, Math.max(0, coarse - 4 + i))))
}

/** Tilts of a plane by season: those typed, and the best for the months of the season where none is. */
export function seasonTilts(
  year: SkyYear,
  plane: Pick<Plane, 'positions' | 'tiltDeg' | 'seasonTiltsDeg'>,
  azimuthDeg: number,
  months: readonly number[],
): { tiltDeg: number; typed: boolean }[] {
  const seasons = seasonOfMonths(plane.positions, year.latitudeDeg)
  return SEASONS.map((_, season) => {
    const typed = plane.positions === 'fixed' ? plane.tiltDeg : (plane.seasonTiltsDeg[season] ?? null)
    if (typed !== null) return { tiltDeg: typed, typed: true }
    const own = seasons.flatMap((each, month) => (each === season ? [month + 1] : []))
    if (own.length === 0) return { tiltDeg: 0, typed: false }
    const counted = months.filter((month) => own.includes(month))
    const aim = counted.length > 0 ? 'worst-month' : 'sum'
    return { tiltDeg: bestTiltDeg(year, azimuthDeg, counted.length > 0 ? counted : own, aim), typed: false }
  })
}

/** One way to choose the tilt, and what it brings, in peak sun hours. */
export interface TiltRule {
  readonly id: string
  readonly name: string
  /** The tilt, or those of the seasons. */
  readonly tiltsDeg: readonly number[]
  /** Peak sun hours a day in the worst of the months that count. */
  readonly worstMonthHours: number
  readonly worstMonth: number
  /** kWh/m² in the whole year. */
  readonly yearKwhPerM2: number
}

/** The tilts a practitioner would weigh, side by side. */
export function tiltRules(year: SkyYear, azimuthDeg: number, months: readonly number[]): TiltRule[] {
  const latitude = Math.min(90, Math.abs(year.latitudeDeg))
  const all = Array.from({ length: 12 }, (_, month) => month + 1)
  const set = (positions: 'two' | 'four') => {
    const plane = { positions, tiltDeg: null, seasonTiltsDeg: [null, null, null, null] }
    const tilts = seasonTilts(year, plane, azimuthDeg, months)
    const used = positions === 'two' ? [0, 2] : [0, 1, 2, 3]
    return {
      tiltsDeg: used.map((season) => tilts[season]?.tiltDeg ?? 0),
      byMonth: seasonOfMonths(positions, year.latitudeDeg).map((season) => tilts[season]?.tiltDeg ?? 0),
    }
  }
  const fixed = (tiltDeg: number) => ({ tiltsDeg: [tiltDeg], byMonth: Array<number>(12).fill(tiltDeg) })
  return [
    {
      id: 'worst-month',
      name: 'best for worst month',
      ...fixed(bestTiltDeg(year, azimuthDeg, months, 'worst-month')),
    },
    { id: 'year', name: 'best for the year', ...fixed(bestTiltDeg(year, azimuthDeg, all, 'sum')) },
    { id: 'latitude', name: 'latitude', ...fixed(Math.round(latitude)) },
    { id: 'latitude-15', name: 'latitude + 15°', ...fixed(Math.min(90, Math.round(latitude) + 15)) },
    { id: 'flat', name: 'flat', ...fixed(0) },
    { id: 'two', name: 'two positions', ...set('two') },
    { id: 'four', name: 'four positions', ...set('four') },
  ].map(({ byMonth, ...rule }) => ({ ...rule, ...brings(year, azimuthDeg, byMonth, months) }))
}

/** @param tiltByMonth degrees, January first */
export function brings(year: SkyYear, azimuthDeg: number, tiltByMonth: readonly number[], months: readonly number[]) {
  const byTilt = new Map([...new Set(tiltByMonth)].map((tilt) => [tilt, hoursInPlane(year, tilt, azimuthDeg)]))
  const hours = tiltByMonth.map((tilt, month) => byTilt.get(tilt)?.[month] ?? 0)
  const worstMonth = months.reduce((a, b) => ((hours[b - 1] ?? 0) < (hours[a - 1] ?? 0) ? b : a), months[0] ?? 1)
  return { worstMonth, worstMonthHours: hours[worstMonth - 1] ?? 0, yearKwhPerM2: yearSum(hours) }
}

const DAYS_A_MONTH = 365 / 12
const yearSum = (hours: readonly number[]): number => hours.reduce((sum, each) => sum + each * DAYS_A_MONTH, 0)

/** What planes of all tilts and directions bring, for a picture: rows of tilts, columns of azimuths. */
export interface PlaneMap {
  readonly tiltsDeg: readonly number[]
  readonly azimuthsDeg: readonly number[]
  /** kWh/m² in the year, or peak sun hours of the worst month, by tilt and azimuth. */
  readonly worth: readonly (readonly number[])[]
  readonly most: number
}

export function planeMap(year: SkyYear, months: readonly number[], aim: TiltAim): PlaneMap {
  const tiltsDeg = Array.from({ length: 19 }, (_, i) => i * 5)
  const azimuthsDeg = Array.from({ length: 37 }, (_, i) => i * 10)
  const worth = tiltsDeg.map((tilt) =>
    azimuthsDeg.map((azimuth) => {
      const hours = hoursInPlane(year, tilt, azimuth)
      return aim === 'sum' ? yearSum(hours) : Math.min(...months.map((month) => hours[month - 1] ?? 0))
    }),
  )
  return { tiltsDeg, azimuthsDeg, worth, most: Math.max(...worth.flat()) }
}
