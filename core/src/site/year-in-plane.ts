import { DAYS_IN_MONTH } from '../tables/month-mean-days.ts'
import { planeNormal } from './plane.ts'
import { cosDeg } from './solar-geometry.ts'
import { HOURS_IN_YEAR, sunPath } from './sun-path.ts'
import type { SyntheticYear } from './synthetic-year.ts'

/** A lower sun is taken as this high, or an hour about its rising would be divided by nothing. */
export const LOWEST_COS_ZENITH = cosDeg(87)

export type SkyModel = 'isotropic' | 'hay-davies'

/**
 * One hour in a tilted plane, W/m².
 * Isotropic: Liu & Jordan 1960. Hay & Davies 1980: the part of the diffuse light that comes from about the sun, as large as
 * the beam's share of what arrives above the air, is treated as beam (Duffie & Beckman, §2.16).
 */
export function hourInPlaneW(hour: {
  totalW: number
  diffuseW: number
  /** Sun above the air on the flat in that hour, W/m². */
  topW: number
  cosZenith: number
  cosIncidence: number
  cosTilt: number
  albedo: number
  sky: SkyModel
}): number {
  const { totalW, diffuseW, topW, cosTilt } = hour
  const beamW = Math.max(0, totalW - diffuseW)
  const ratio = Math.max(0, hour.cosIncidence) / Math.max(LOWEST_COS_ZENITH, hour.cosZenith)
  const aboutSun = hour.sky === 'hay-davies' && topW > 0 ? Math.min(1, beamW / topW) : 0
  return (
    (beamW + diffuseW * aboutSun) * ratio +
    (diffuseW * (1 - aboutSun) * (1 + cosTilt)) / 2 +
    (totalW * hour.albedo * (1 - cosTilt)) / 2
  )
}

/** The year in a plane, W/m² by solar hour. */
export function yearInPlane(
  year: SyntheticYear,
  plane: { tiltDeg: number; azimuthDeg: number; albedo: number; sky: SkyModel },
): Float64Array {
  const inPlane = new Float64Array(HOURS_IN_YEAR)
  const normal = planeNormal(plane.tiltDeg, plane.azimuthDeg)
  const { up, east, north, hourTopW } = sunPath(year.latitudeDeg)
  for (let i = 0; i < HOURS_IN_YEAR; i++) {
    const totalW = year.totalW[i] ?? 0
    if (totalW <= 0) continue
    const cosZenith = up[i] ?? 0
    inPlane[i] = hourInPlaneW({
      totalW,
      diffuseW: year.diffuseW[i] ?? 0,
      topW: hourTopW[i] ?? 1,
      cosZenith,
      cosIncidence: cosZenith * normal.up + (east[i] ?? 0) * normal.east + (north[i] ?? 0) * normal.north,
      cosTilt: normal.up,
      albedo: plane.albedo,
      sky: plane.sky,
    })
  }
  return inPlane
}

/** Mean of each month of an hourly year, kWh/m² a day from W/m². */
export function monthlyMeans(hourlyW: Float64Array): number[] {
  let at = 0
  return DAYS_IN_MONTH.map((days) => {
    const month = hourlyW.subarray(at, at + days * 24)
    at += days * 24
    return month.reduce((sum, watts) => sum + watts, 0) / days / 1000
  })
}
