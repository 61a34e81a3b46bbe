import { cosDeg, declinationDeg, extraterrestrialDailyWhPerM2, sinDeg, sunsetHourAngleDeg } from './solar-geometry.ts'

export const HOURS_IN_YEAR = 8760
export const SOLAR_CONSTANT_W_PER_M2 = 1367

/** What the path of the sun over a latitude settles for each of 8760 solar hours: made once, taken for every year. */
export interface SunPath {
  readonly latitudeDeg: number
  /** Above the air on the flat, of each of 365 days, Wh/m². */
  readonly dayTopWh: Float64Array
  /** The same at the middle of each hour, W/m². */
  readonly hourTopW: Float64Array
  /** Share of its day's sun that falls in each hour; all 0 in polar night. Source: Collares-Pereira & Rabl 1979. */
  readonly hourShare: Float64Array
  /** Direction of the sun at the middle of each hour, as a unit vector. */
  readonly up: Float64Array
  readonly east: Float64Array
  readonly north: Float64Array
}

const paths = new Map<number, SunPath>()
/** Latitudes kept: a job has one, and a test or a comparison a few. */
const KEPT = 6

export function sunPath(latitudeDeg: number): SunPath {
  const known = paths.get(latitudeDeg)
  if (known) return known
  const path = makePath(latitudeDeg)
  if (paths.size >= KEPT) paths.delete(paths.keys().next().value ?? latitudeDeg)
  paths.set(latitudeDeg, path)
  return path
}

function makePath(latitudeDeg: number): SunPath {
  const hours = () => new Float64Array(HOURS_IN_YEAR)
  const path = {
    dayTopWh: new Float64Array(365),
    hourTopW: hours(),
    hourShare: hours(),
    up: hours(),
    east: hours(),
    north: hours(),
  }
  const [sinLatitude, cosLatitude] = [sinDeg(latitudeDeg), cosDeg(latitudeDeg)]
  for (let day = 0; day < 365; day++) {
    const declination = declinationDeg(day + 1)
    const [along, across] = [sinDeg(declination), cosDeg(declination)]
    const sunsetDeg = sunsetHourAngleDeg(latitudeDeg, declination)
    const cosSunset = cosDeg(sunsetDeg)
    const topNormalW = SOLAR_CONSTANT_W_PER_M2 * (1 + 0.033 * cosDeg((360 * (day + 1)) / 365))
    const [a, b] = [0.409 + 0.5016 * sinDeg(sunsetDeg - 60), 0.6609 - 0.4767 * sinDeg(sunsetDeg - 60)]
    path.dayTopWh[day] = extraterrestrialDailyWhPerM2(latitudeDeg, day + 1)
    let sum = 0
    for (let hour = 0; hour < 24; hour++) {
      const i = day * 24 + hour
      const angleDeg = 15 * (hour + 0.5 - 12)
      const [sine, cosine] = [sinDeg(angleDeg), cosDeg(angleDeg)]
      path.up[i] = sinLatitude * along + cosLatitude * across * cosine
      path.east[i] = -across * sine
      path.north[i] = cosLatitude * along - sinLatitude * across * cosine
      path.hourTopW[i] = topNormalW * Math.max(0.01, path.up[i] ?? 0)
      const share = cosine > cosSunset ? Math.max(0, (a + b * cosine) * (cosine - cosSunset)) : 0
      path.hourShare[i] = share
      sum += share
    }
    if (sum > 0) for (let i = day * 24; i < day * 24 + 24; i++) path.hourShare[i] = (path.hourShare[i] ?? 0) / sum
  }
  return { latitudeDeg, ...path }
}
