import { declinationDeg, sunInSky } from '@yard-lamp/core/site'
import { MONTH_MEAN_DAYS } from '@yard-lamp/core/tables'

const HOURS = [4, 6, 8, 10, 12, 14, 16, 18, 20]
/** Months whose track is drawn and named; the others lie between, or on the same track. */
const TRACKS = [0, 1, 2, 3, 4, 5, 11]

export interface SkyPoint {
  readonly azimuthDeg: number
  readonly heightDeg: number
}
export const TRACK_NAME: Record<number, string> = {
  0: 'Jan, Nov',
  1: 'Feb, Oct',
  2: 'Mar, Sep',
  3: 'Apr, Aug',
  4: 'May, Jul',
  5: 'June',
  11: 'Dec',
}

/** Months whose names do not stand on one another, the highest and the lowest track before the others. */
export function namedTracks(
  tracks: readonly { month: number; points: readonly SkyPoint[] }[],
  y: (deg: number) => number,
): Set<number> {
  const tops = new Map(
    tracks
      .filter(({ points }) => points.length > 0)
      .map(({ month, points }) => [month, y(Math.max(...points.map((point) => point.heightDeg)))]),
  )
  const named = new Map<number, number>()
  for (const month of [5, 11, 2, 3, 1, 4, 0]) {
    const at = tops.get(month)
    if (at !== undefined && [...named.values()].every((other) => Math.abs(other - at) >= 15)) named.set(month, at)
  }
  return new Set(named.keys())
}

/** The sun's way over the sky in each month that is drawn. */
export function sunTracks(latitudeDeg: number): { month: number; points: SkyPoint[] }[] {
  return TRACKS.map((month) => ({
    month,
    points: Array.from({ length: 145 }, (_, i) =>
      sunInSky(latitudeDeg, declinationDeg(MONTH_MEAN_DAYS[month] ?? 1), -180 + i * 2.5),
    ).filter(({ heightDeg }) => heightDeg >= 0),
  }))
}

/** Where the sun stands at an hour, through the year. */
export function sunHours(latitudeDeg: number): { hour: number; points: SkyPoint[] }[] {
  return HOURS.map((hour) => ({
    hour,
    points: [...TRACKS.slice(-1), ...TRACKS.slice(0, -1)]
      .map((month) => sunInSky(latitudeDeg, declinationDeg(MONTH_MEAN_DAYS[month] ?? 1), 15 * (hour - 12)))
      .filter(({ heightDeg }) => heightDeg >= 0),
  }))
}
