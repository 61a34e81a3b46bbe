import { MONTH_MEAN_DAYS } from '../tables/month-mean-days.ts'
import {
  cosDeg,
  declinationDeg,
  extraterrestrialDailyWhPerM2,
  sinDeg,
  sunInSky,
  sunsetHourAngleDeg,
} from './solar-geometry.ts'

/** Diffuse twilight a polar-night month may still report, kWh/m² a day. Assumption of Yard Lamp. */
const TWILIGHT_KWH_PER_M2_DAY = 0.1
/** Sine and cosine of the hour angle at the midpoints of the 24 solar hours. */
const HOUR_COSINES = Array.from({ length: 24 }, (_, hour) => {
  const angleDeg = 15 * (hour + 0.5 - 12)
  return { angleDeg, sine: sinDeg(angleDeg), cosine: cosDeg(angleDeg) }
})
/** Lowest sun for which the beam is projected on a plane. */
const LOWEST_COS_ZENITH = cosDeg(87)

/** The most a month's mean day can bring on the flat, kWh/m² a day: what arrives above the air. */
export function monthLimitKwhPerM2Day(latitudeDeg: number, monthIndex: number): number {
  const limitKwh = extraterrestrialDailyWhPerM2(latitudeDeg, MONTH_MEAN_DAYS[monthIndex] ?? 1) / 1000
  return Math.max(limitKwh, TWILIGHT_KWH_PER_M2_DAY)
}

/** Monthly diffuse share. Source: Erbs, Klein & Duffie, Solar Energy 28 (1982) 293. Clearness is held to 0.3…0.8. */
export function diffuseShare(clearness: number, sunsetDeg: number): number {
  const kt = Math.min(0.8, Math.max(0.3, clearness))
  return sunsetDeg <= 81.4
    ? 1.391 - 3.56 * kt + 4.189 * kt ** 2 - 2.137 * kt ** 3
    : 1.311 - 3.022 * kt + 3.427 * kt ** 2 - 1.821 * kt ** 3
}

/** An hour's beam on the flat and where it comes from, as a unit vector. */
export interface Beam {
  readonly onFlatKwh: number
  /** Where the sun stands some part of an hour after the middle of this hour. */
  sunAt(laterH: number): { heightDeg: number; azimuthDeg: number }
  readonly up: number
  readonly east: number
  readonly north: number
}

/** The sky of a month's mean day, before any plane is put under it. */
export interface MonthSky {
  readonly totalKwh: number
  readonly diffuseKwh: number
  readonly beams: readonly Beam[]
}

/**
 * Splits a month's mean day into diffuse and hourly beam. Hours after Collares-Pereira & Rabl, Solar Energy 22 (1979) 155
 * (total) and Liu & Jordan, Solar Energy 4 (1960) 1 (diffuse).
 */
export function monthSky(latitudeDeg: number, monthIndex: number, horizontalKwh: number): MonthSky {
  const day = MONTH_MEAN_DAYS[monthIndex] ?? 1
  const sunDeclinationDeg = declinationDeg(day)
  const sunsetDeg = sunsetHourAngleDeg(latitudeDeg, sunDeclinationDeg)
  const topKwh = extraterrestrialDailyWhPerM2(latitudeDeg, day) / 1000
  const cosSunset = cosDeg(sunsetDeg)
  const hours = HOUR_COSINES.filter(({ cosine }) => cosine > cosSunset)
  // Polar night: what is reported is twilight, all of it diffuse.
  if (topKwh <= 0 || hours.length === 0) return { totalKwh: horizontalKwh, diffuseKwh: horizontalKwh, beams: [] }
  const diffuseKwh = horizontalKwh * diffuseShare(horizontalKwh / topKwh, sunsetDeg)
  const a = 0.409 + 0.5016 * sinDeg(sunsetDeg - 60)
  const b = 0.6609 - 0.4767 * sinDeg(sunsetDeg - 60)
  const diffuseSum = hours.reduce((sum, { cosine }) => sum + (cosine - cosSunset), 0)
  const totalSum = hours.reduce((sum, { cosine }) => sum + (a + b * cosine) * (cosine - cosSunset), 0)
  const across = cosDeg(sunDeclinationDeg)
  const along = sinDeg(sunDeclinationDeg)
  const [sinLatitude, cosLatitude] = [sinDeg(latitudeDeg), cosDeg(latitudeDeg)]
  const beams = hours.map(({ angleDeg, sine, cosine }): Beam => {
    const totalShare = ((a + b * cosine) * (cosine - cosSunset)) / totalSum
    const onFlatKwh = Math.max(0, horizontalKwh * totalShare - (diffuseKwh * (cosine - cosSunset)) / diffuseSum)
    return {
      onFlatKwh,
      sunAt: (laterH) => sunInSky(latitudeDeg, sunDeclinationDeg, angleDeg + 15 * laterH),
      up: sinLatitude * along + cosLatitude * across * cosine,
      east: -across * sine,
      north: cosLatitude * along - sinLatitude * across * cosine,
    }
  })
  return { totalKwh: horizontalKwh, diffuseKwh, beams }
}

/** Direction a plane faces, as a unit vector. */
export interface Normal {
  readonly up: number
  readonly east: number
  readonly north: number
}

/** @param azimuthDeg clockwise from north; 180 faces south */
export function planeNormal(tiltDeg: number, azimuthDeg: number): Normal {
  const flat = sinDeg(tiltDeg)
  return { up: cosDeg(tiltDeg), east: flat * sinDeg(azimuthDeg), north: flat * cosDeg(azimuthDeg) }
}

/** Energy of an hour's beam in a plane, kWh/m². */
export function beamOnPlane({ onFlatKwh, up, east, north }: Beam, normal: Normal): number {
  const onPlane = up * normal.up + north * normal.north + east * normal.east
  return onPlane > 0 ? (onFlatKwh * onPlane) / Math.max(LOWEST_COS_ZENITH, up) : 0
}

/**
 * Energy a day in a tilted plane under a sky, kWh/m²; isotropic diffuse.
 * @param azimuthDeg clockwise from north; 180 faces south
 */
export function planeKwhPerM2Day(sky: MonthSky, tiltDeg: number, azimuthDeg: number, albedo: number): number {
  const normal = planeNormal(tiltDeg, azimuthDeg)
  let beamKwh = 0
  for (const beam of sky.beams) beamKwh += beamOnPlane(beam, normal)
  return beamKwh + (sky.diffuseKwh * (1 + normal.up)) / 2 + (sky.totalKwh * albedo * (1 - normal.up)) / 2
}

/** Steps in which the flat figure behind a figure in a plane is looked for. */
const FLAT_STEPS = 120

/**
 * Sun on the flat that gives a figure in a plane: the least such, where a plane turned from the sun leaves several.
 * @returns kWh/m² a day; null where no sky gives so much, with the most it gives
 */
export function flatBehindPlane(
  latitudeDeg: number,
  monthIndex: number,
  planeKwh: number,
  plane: { tiltDeg: number; azimuthDeg: number; albedo: number },
): { flatKwh: number | null; mostKwh: number } {
  const limitKwh = monthLimitKwhPerM2Day(latitudeDeg, monthIndex)
  const inPlane = (flatKwh: number) =>
    planeKwhPerM2Day(monthSky(latitudeDeg, monthIndex, flatKwh), plane.tiltDeg, plane.azimuthDeg, plane.albedo)
  let mostKwh = 0
  for (let step = 1; step <= FLAT_STEPS; step++) {
    const highKwh = (limitKwh * step) / FLAT_STEPS
    mostKwh = Math.max(mostKwh, inPlane(highKwh))
    if (mostKwh < planeKwh) continue
    let [low, high] = [(limitKwh * (step - 1)) / FLAT_STEPS, highKwh]
    for (let halving = 0; halving < 40; halving++) {
      const middle = (low + high) / 2
      if (inPlane(middle) < planeKwh) low = middle
      else high = middle
    }
    return { flatKwh: high, mostKwh }
  }
  return { flatKwh: null, mostKwh }
}
