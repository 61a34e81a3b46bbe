import type { HorizonPoint } from '../job/schema.ts'
import { type Beam, beamOnPlane, type MonthSky, type Normal, planeNormal } from './plane.ts'
import { cosDeg, sinDeg } from './solar-geometry.ts'

/** Sun positions looked at within an hour. */
const LOOKS_PER_HOUR = 6
/** Patches of sky: steps around and steps up, for the diffuse light. */
const AROUND = 48
const UP = 12

/** Height of the horizon by azimuth: straight lines between the points, right round the compass; 0 without points. */
export function horizonHeightDeg(horizon: readonly HorizonPoint[], azimuthDeg: number): number {
  const at = ((azimuthDeg % 360) + 360) % 360
  const points = sorted(horizon)
  const [first] = points
  const last = points.at(-1)
  if (!first || !last) return 0
  const next = points.findIndex((point) => point.azimuthDeg > at)
  const after = next === -1 ? { ...first, azimuthDeg: first.azimuthDeg + 360 } : (points[next] ?? first)
  const before =
    next === -1 ? last : next === 0 ? { ...last, azimuthDeg: last.azimuthDeg - 360 } : (points[next - 1] ?? last)
  const width = after.azimuthDeg - before.azimuthDeg
  if (width <= 0) return after.heightDeg
  return before.heightDeg + ((after.heightDeg - before.heightDeg) * (at - before.azimuthDeg)) / width
}

const order = new WeakMap<readonly HorizonPoint[], readonly HorizonPoint[]>()
/** 360° is 0°; of two heights at one azimuth the later counts. */
function sorted(horizon: readonly HorizonPoint[]): readonly HorizonPoint[] {
  const before = order.get(horizon)
  if (before) return before
  const byAzimuth = new Map(horizon.map((point) => [point.azimuthDeg % 360, point.heightDeg]))
  const points = [...byAzimuth]
    .map(([azimuthDeg, heightDeg]) => ({ azimuthDeg, heightDeg }))
    .sort((a, b) => a.azimuthDeg - b.azimuthDeg)
  order.set(horizon, points)
  return points
}

const highest = new WeakMap<readonly HorizonPoint[], number>()
function highestDeg(horizon: readonly HorizonPoint[]): number {
  const before = highest.get(horizon)
  if (before !== undefined) return before
  const most = horizon.reduce((high, { heightDeg }) => Math.max(high, heightDeg), 0)
  highest.set(horizon, most)
  return most
}

/** Share of an hour in which the sun stands above the horizon, 0 to 1. */
export function openShareOfHour(beam: Pick<Beam, 'sunAt'>, horizon: readonly HorizonPoint[]): number {
  if (horizon.length === 0) return 1
  // The sun climbs or sinks at most 15° an hour: well above the highest point nothing is looked at.
  if (beam.sunAt(0).heightDeg - 7.5 > highestDeg(horizon)) return 1
  let open = 0
  for (let look = 0; look < LOOKS_PER_HOUR; look++) {
    const { heightDeg, azimuthDeg } = beam.sunAt((look + 0.5) / LOOKS_PER_HOUR - 0.5)
    if (heightDeg > horizonHeightDeg(horizon, azimuthDeg)) open++
  }
  return open / LOOKS_PER_HOUR
}

/** Patches of an even sky: where each stands, as a unit vector, and how wide it is. */
const PATCHES = Array.from({ length: AROUND }, (_, i) => {
  const azimuthDeg = ((i + 0.5) * 360) / AROUND
  return {
    azimuthDeg,
    column: Array.from({ length: UP }, (__, j) => {
      const heightDeg = ((j + 0.5) * 90) / UP
      const flat = cosDeg(heightDeg)
      return {
        heightDeg,
        flat,
        up: sinDeg(heightDeg),
        east: flat * sinDeg(azimuthDeg),
        north: flat * cosDeg(azimuthDeg),
      }
    }),
  }
})

/** Share of the diffuse light of an even sky that reaches a plane over the horizon, 0 to 1. */
export function openShareOfSky(horizon: readonly HorizonPoint[], tiltDeg: number, azimuthDeg: number): number {
  if (horizon.length === 0) return 1
  const normal = planeNormal(tiltDeg, azimuthDeg)
  let all = 0
  let open = 0
  for (const patch of PATCHES) {
    const horizonDeg = horizonHeightDeg(horizon, patch.azimuthDeg)
    for (const { heightDeg, flat, up, east, north } of patch.column) {
      const onPlane = up * normal.up + east * normal.east + north * normal.north
      if (onPlane <= 0) continue
      // A patch of sky is narrower the higher it stands.
      all += onPlane * flat
      if (heightDeg > horizonDeg) open += onPlane * flat
    }
  }
  return all > 0 ? open / all : 1
}

/** Share of each hour of a month's day in which the sun stands above the horizon. */
export const openHours = (sky: MonthSky, horizon: readonly HorizonPoint[]): number[] =>
  sky.beams.map((beam) => openShareOfHour(beam, horizon))

/**
 * What a horizon takes from a month's sun in a plane, kWh/m² a day: beam, and diffuse of the even sky.
 * @param open as openHours gives it
 */
export function horizonTakes(
  sky: MonthSky,
  open: readonly number[],
  normal: Normal,
  openSky: number,
): { beamKwh: number; diffuseKwh: number } {
  let beamKwh = 0
  for (let i = 0; i < sky.beams.length; i++) {
    const beam = sky.beams[i]
    const share = open[i] ?? 1
    if (beam && share < 1) beamKwh += beamOnPlane(beam, normal) * (1 - share)
  }
  return { beamKwh, diffuseKwh: ((sky.diffuseKwh * (1 + normal.up)) / 2) * (1 - openSky) }
}
