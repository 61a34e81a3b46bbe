/** Degrees in a radian. */
const DEG = Math.PI / 180
export const sinDeg = (angleDeg: number) => Math.sin(angleDeg * DEG)
export const cosDeg = (angleDeg: number) => Math.cos(angleDeg * DEG)
export const acosDeg = (cosine: number) => Math.acos(Math.min(1, Math.max(-1, cosine))) / DEG

/** Solar constant, W/m². Source: Duffie & Beckman, Solar Engineering of Thermal Processes, §1.4. */
const SOLAR_CONSTANT_W_PER_M2 = 1367

/** Declination of the sun, degrees. Source: Cooper, Solar Energy 12 (1969) 333. */
export const declinationDeg = (dayOfYear: number) => 23.45 * sinDeg((360 * (284 + dayOfYear)) / 365)

/** Hour angle of sunset, degrees: 0 in polar night, 180 in polar day. */
export function sunsetHourAngleDeg(latitudeDeg: number, sunDeclinationDeg: number): number {
  const tangents =
    -(sinDeg(latitudeDeg) * sinDeg(sunDeclinationDeg)) / (cosDeg(latitudeDeg) * cosDeg(sunDeclinationDeg))
  return acosDeg(tangents)
}

/** Height and azimuth of the sun by declination and hour angle (afternoon positive), degrees. Source: Duffie & Beckman, §1.6. */
export function sunInSky(latitudeDeg: number, sunDeclinationDeg: number, hourAngleDeg: number) {
  const up =
    sinDeg(latitudeDeg) * sinDeg(sunDeclinationDeg) +
    cosDeg(latitudeDeg) * cosDeg(sunDeclinationDeg) * cosDeg(hourAngleDeg)
  const east = -cosDeg(sunDeclinationDeg) * sinDeg(hourAngleDeg)
  const north =
    cosDeg(latitudeDeg) * sinDeg(sunDeclinationDeg) -
    sinDeg(latitudeDeg) * cosDeg(sunDeclinationDeg) * cosDeg(hourAngleDeg)
  return { heightDeg: 90 - acosDeg(up), azimuthDeg: (Math.atan2(east, north) / DEG + 360) % 360 }
}

/** Minutes a sundial runs ahead of the clock's mean sun. Source: Spencer 1971, as in Duffie & Beckman, eq. 1.5.3. */
export function equationOfTimeMin(dayOfYear: number): number {
  const angleDeg = ((dayOfYear - 1) * 360) / 365
  return (
    229.2 *
    (0.000075 +
      0.001868 * cosDeg(angleDeg) -
      0.032077 * sinDeg(angleDeg) -
      0.014615 * cosDeg(2 * angleDeg) -
      0.04089 * sinDeg(2 * angleDeg))
  )
}

/** Energy a day on a flat square metre above the air, Wh/m². Source: Duffie & Beckman, eq. 1.10.3. */
export function extraterrestrialDailyWhPerM2(latitudeDeg: number, dayOfYear: number): number {
  const sunDeclinationDeg = declinationDeg(dayOfYear)
  const sunsetDeg = sunsetHourAngleDeg(latitudeDeg, sunDeclinationDeg)
  const distanceFactor = 1 + 0.033 * cosDeg((360 * dayOfYear) / 365)
  const geometry =
    cosDeg(latitudeDeg) * cosDeg(sunDeclinationDeg) * sinDeg(sunsetDeg) +
    sunsetDeg * DEG * sinDeg(latitudeDeg) * sinDeg(sunDeclinationDeg)
  return Math.max(0, (24 / Math.PI) * SOLAR_CONSTANT_W_PER_M2 * distanceFactor * geometry)
}

/**
 * Geometric position of the sun, without refraction, good to 0.01° between the years 1900 and 2100.
 * Source: J. Meeus, Astronomical Algorithms, 2nd ed., ch. 25 (low accuracy), with sidereal time of ch. 12.
 * @param unixMs instant, ms since 1970-01-01 UTC
 */
export function sunPosition(latitudeDeg: number, longitudeDeg: number, unixMs: number) {
  const julianDay = unixMs / 86_400_000 + 2_440_587.5
  const centuries = (julianDay - 2_451_545) / 36_525
  const meanLongitudeDeg = 280.46646 + centuries * (36_000.76983 + centuries * 0.0003032)
  const anomalyDeg = 357.52911 + centuries * (35_999.05029 - centuries * 0.0001537)
  const centreDeg =
    (1.914602 - centuries * (0.004817 + centuries * 0.000014)) * sinDeg(anomalyDeg) +
    (0.019993 - centuries * 0.000101) * sinDeg(2 * anomalyDeg) +
    0.000289 * sinDeg(3 * anomalyDeg)
  const nodeDeg = 125.04 - 1934.136 * centuries
  const apparentLongitudeDeg = meanLongitudeDeg + centreDeg - 0.00569 - 0.00478 * sinDeg(nodeDeg)
  const obliquityDeg = 23.4392911 - centuries * 0.0130042 + 0.00256 * cosDeg(nodeDeg)
  const sunDeclinationDeg = Math.asin(sinDeg(obliquityDeg) * sinDeg(apparentLongitudeDeg)) / DEG
  const rightAscensionDeg =
    Math.atan2(cosDeg(obliquityDeg) * sinDeg(apparentLongitudeDeg), cosDeg(apparentLongitudeDeg)) / DEG
  const siderealDeg = 280.46061837 + 360.98564736629 * (julianDay - 2_451_545) + 0.000387933 * centuries * centuries
  const hourAngleDeg = (siderealDeg + longitudeDeg - rightAscensionDeg) % 360
  const { heightDeg, azimuthDeg } = sunInSky(latitudeDeg, sunDeclinationDeg, hourAngleDeg)
  return { zenithDeg: 90 - heightDeg, azimuthDeg }
}
