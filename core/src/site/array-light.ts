import type { HorizonPoint } from '../job/schema.ts'
import { openShareOfHour, openShareOfSky } from './horizon.ts'
import { planeNormal } from './plane.ts'
import { declinationDeg, sunInSky } from './solar-geometry.ts'
import { HOURS_IN_YEAR, type SunPath, sunPath } from './sun-path.ts'
import { FIRST_DAY, MONTH_OF_DAY, type SyntheticYear } from './synthetic-year.ts'
import { LOWEST_COS_ZENITH } from './year-in-plane.ts'

/** A plane as a year sees it: where it faces in each month, and its part of an array. */
export interface LitPlane {
  /** January first; alike for a fixed one. */
  readonly tiltDeg: readonly number[]
  readonly azimuthDeg: number
  /** Share of the array in it; those of an array add up to 1. */
  readonly share: number
}

/** What stands about the planes of a site. */
export interface Around {
  readonly albedoFraction: number
  readonly horizon: readonly HorizonPoint[]
  /** Share left by shade and snow, January first. */
  readonly openFraction: readonly number[]
}

/** How much of the beam, of the scattered light and of the ground's an array receives: settled for every year of a site. */
export interface ArrayLight {
  readonly beam: Float64Array
  /** January first. */
  readonly sky: readonly number[]
  readonly ground: readonly number[]
}

/** Light on an array whose planes are weighed by their shares; an even sky. Heavy: some milliseconds, more behind a horizon. */
export function arrayLight(latitudeDeg: number, planes: readonly LitPlane[], around: Around): ArrayLight {
  const path = sunPath(latitudeDeg)
  const beam = new Float64Array(HOURS_IN_YEAR)
  const sky = Array<number>(12).fill(0)
  const ground = Array<number>(12).fill(0)
  const open = openHours(path, around.horizon)
  for (const { tiltDeg, azimuthDeg, share } of planes) {
    if (share <= 0) continue
    for (let month = 0; month < 12; month++) {
      const tilt = tiltDeg[month] ?? 0
      const normal = planeNormal(tilt, azimuthDeg)
      const left = share * (around.openFraction[month] ?? 1)
      sky[month] = (sky[month] ?? 0) + (left * (1 + normal.up) * openShareOfSky(around.horizon, tilt, azimuthDeg)) / 2
      ground[month] = (ground[month] ?? 0) + (left * around.albedoFraction * (1 - normal.up)) / 2
      const last = (FIRST_DAY[month + 1] ?? 365) * 24
      for (let i = (FIRST_DAY[month] ?? 0) * 24; i < last; i++) {
        const up = path.up[i] ?? 0
        const onPlane = up * normal.up + (path.east[i] ?? 0) * normal.east + (path.north[i] ?? 0) * normal.north
        if (onPlane > 0) beam[i] = (beam[i] ?? 0) + (left * (open[i] ?? 1) * onPlane) / Math.max(LOWEST_COS_ZENITH, up)
      }
    }
  }
  return { beam, sky, ground }
}

/** Share of each hour of the year in which the sun stands above the horizon. */
function openHours({ latitudeDeg, hourShare }: SunPath, horizon: readonly HorizonPoint[]): Float64Array {
  const open = new Float64Array(HOURS_IN_YEAR).fill(1)
  if (horizon.length === 0) return open
  for (let i = 0; i < HOURS_IN_YEAR; i++) {
    if ((hourShare[i] ?? 0) <= 0) continue
    const declination = declinationDeg(Math.floor(i / 24) + 1)
    const angleDeg = 15 * ((i % 24) + 0.5 - 12)
    open[i] = openShareOfHour(
      { sunAt: (laterH) => sunInSky(latitudeDeg, declination, angleDeg + 15 * laterH) },
      horizon,
    )
  }
  return open
}

/** Sun on an array in a solar hour, W/m². */
export const lightInHour = (
  { beam, sky, ground }: ArrayLight,
  year: SyntheticYear,
  i: number,
  month: number,
): number => {
  const totalW = year.totalW[i] ?? 0
  const diffuseW = year.diffuseW[i] ?? 0
  const beamW = totalW > diffuseW ? totalW - diffuseW : 0
  return beamW * (beam[i] ?? 0) + diffuseW * (sky[month] ?? 0) + totalW * (ground[month] ?? 0)
}

/** The year on an array, W/m² by solar hour. */
export function yearOnArray(light: ArrayLight, year: SyntheticYear): Float64Array {
  const watts = new Float64Array(HOURS_IN_YEAR)
  for (let i = 0; i < HOURS_IN_YEAR; i++) watts[i] = lightInHour(light, year, i, MONTH_OF_DAY[Math.floor(i / 24)] ?? 0)
  return watts
}
