/** How fast a device opens, by the way it is made. */
export const OPENINGS = [
  'fast-fuse',
  'slow-fuse',
  'gg-fuse',
  'pv-fuse',
  'breaker-b',
  'breaker-c',
  'breaker-d',
  'hydraulic-breaker',
] as const
export type Opening = (typeof OPENINGS)[number]

/** At a multiple of its rating: the earliest it opens, and the latest, s. Infinite where it holds. */
export interface OpeningPoint {
  readonly times: number
  readonly earliestS: number
  readonly latestS: number
}

export interface OpeningCurve {
  readonly title: string
  readonly source: string
  readonly points: readonly OpeningPoint[]
  /** Energy a fault is let through with at most, I²t ÷ rating², s; null where nothing limits the current. */
  readonly letThroughS: number | null
  /** Energy that small breakers let through at most, A²s, up to a short of so many amperes; beyond it grows with the short. */
  readonly limited: { readonly mostRatingA: number; readonly shortA: number; readonly a2s: number } | null
}

const HOLDS = Number.POSITIVE_INFINITY

/** A thermal-magnetic breaker: bends at the conventional currents, opens at once somewhere between two multiples. */
const breaker = (title: string, fromTimes: number, toTimes: number): OpeningCurve => ({
  title,
  source: 'IEC 60898-1, Table 7; IEC 60947-2; UL 489: conventional and instantaneous currents',
  points: [
    { times: 1.13, earliestS: HOLDS, latestS: HOLDS },
    { times: 1.45, earliestS: 60, latestS: 3600 },
    { times: 2.55, earliestS: 4, latestS: 60 },
    { times: fromTimes, earliestS: 0.6, latestS: 10 },
    { times: fromTimes * 1.001, earliestS: 0.01, latestS: 10 },
    { times: toTimes, earliestS: 0.01, latestS: 0.1 },
    { times: toTimes * 1.001, earliestS: 0.005, latestS: 0.02 },
  ],
  letThroughS: null,
  // EN 60898-1, energy limiting class 3, curves B and C of 20 to 32 A at 10 kA; taken up to 40 A.
  limited: { mostRatingA: 40, shortA: 10_000, a2s: 110_000 },
})

/**
 * Planning values by class, from the conventional currents and gates of the standards named; a maker’s own curve goes before.
 */
export const TIME_CURRENT: Readonly<Record<Opening, OpeningCurve>> = {
  'fast-fuse': {
    title: 'fast, current-limiting fuse',
    source: 'UL 248-15 (class T): 135 % within an hour, 200 % within minutes; clearing I²t of the class',
    points: [
      { times: 1.1, earliestS: HOLDS, latestS: HOLDS },
      { times: 1.35, earliestS: 100, latestS: 3600 },
      { times: 2, earliestS: 6, latestS: 360 },
      { times: 3, earliestS: 0.6, latestS: 15 },
      { times: 5, earliestS: 0.06, latestS: 1 },
      { times: 8, earliestS: 0.01, latestS: 0.1 },
      { times: 12, earliestS: 0.003, latestS: 0.025 },
    ],
    letThroughS: 4.5,
    limited: null,
  },
  'slow-fuse': {
    title: 'slow strip fuse',
    source: 'ISO 8820-5: 135 % from 60 s, 200 % 2 to 60 s, 350 % 0.2 to 7 s, 600 % 0.1 to 1 s',
    points: [
      { times: 1.1, earliestS: HOLDS, latestS: HOLDS },
      { times: 1.35, earliestS: 60, latestS: 1800 },
      { times: 2, earliestS: 2, latestS: 60 },
      { times: 3.5, earliestS: 0.2, latestS: 7 },
      { times: 6, earliestS: 0.1, latestS: 1 },
      { times: 12, earliestS: 0.02, latestS: 0.25 },
    ],
    letThroughS: null,
    limited: null,
  },
  'gg-fuse': {
    title: 'general-purpose fuse gG',
    source: 'IEC 60269-1, Tables 2 and 3: conventional currents and gates',
    points: [
      { times: 1.25, earliestS: HOLDS, latestS: HOLDS },
      { times: 1.6, earliestS: 120, latestS: 7200 },
      { times: 3, earliestS: 2, latestS: 60 },
      { times: 5, earliestS: 0.3, latestS: 5 },
      { times: 8, earliestS: 0.03, latestS: 0.4 },
      { times: 12, earliestS: 0.008, latestS: 0.1 },
    ],
    letThroughS: 10,
    limited: null,
  },
  'pv-fuse': {
    title: 'string fuse gPV',
    source: 'IEC 60269-6: holds 1.13 times, opens at 1.45 times within an hour',
    points: [
      { times: 1.13, earliestS: HOLDS, latestS: HOLDS },
      { times: 1.45, earliestS: 100, latestS: 3600 },
      { times: 2, earliestS: 4, latestS: 120 },
      { times: 4, earliestS: 0.1, latestS: 2 },
      { times: 10, earliestS: 0.004, latestS: 0.05 },
    ],
    letThroughS: 10,
    limited: null,
  },
  'breaker-b': breaker('breaker, curve B', 3, 5),
  'breaker-c': breaker('breaker, curve C', 5, 10),
  'breaker-d': breaker('breaker, curve D', 10, 20),
  'hydraulic-breaker': {
    title: 'hydraulic-magnetic breaker, medium delay',
    source: 'UL 489, UL 1077, delay curves of hydraulic-magnetic breakers',
    points: [
      { times: 1.05, earliestS: HOLDS, latestS: HOLDS },
      { times: 1.3, earliestS: 12, latestS: 200 },
      { times: 2, earliestS: 3, latestS: 40 },
      { times: 4, earliestS: 0.7, latestS: 6 },
      { times: 6, earliestS: 0.05, latestS: 3 },
      { times: 10, earliestS: 0.01, latestS: 0.05 },
    ],
    letThroughS: null,
    limited: null,
  },
}

/** Between two points the time falls in straight lines on logarithmic paper; beyond the last it stays. */
function along(curve: OpeningCurve, times: number, key: 'earliestS' | 'latestS'): number {
  const { points } = curve
  const [first] = points
  const at = points.findIndex((each) => each.times >= times)
  if (at === 0 || !first) return times === first?.times ? (first[key] ?? HOLDS) : HOLDS
  const [below, above] = at < 0 ? [points.at(-1), points.at(-1)] : [points[at - 1], points[at]]
  if (!below || !above) return HOLDS
  if (below === above) return below[key]
  // Just above what it holds for ever the first figure counts: the safer one of both ends.
  if (!Number.isFinite(below[key])) return key === 'earliestS' ? above[key] : HOLDS
  const part = Math.log(times / below.times) / Math.log(above.times / below.times)
  return below[key] * (above[key] / below[key]) ** part
}

/** The earliest a device opens at a current, s: infinite where it holds. */
export const earliestOpeningS = (opening: Opening, ratingA: number, currentA: number): number =>
  along(TIME_CURRENT[opening], currentA / ratingA, 'earliestS')

/** The latest a device opens at a current, s: infinite where it may hold. */
export const latestOpeningS = (opening: Opening, ratingA: number, currentA: number): number =>
  along(TIME_CURRENT[opening], currentA / ratingA, 'latestS')

/** Energy a device lets through at most into a fault of so many amperes, A²s; infinite where it may hold. */
export function letThroughA2s(opening: Opening, ratingA: number, currentA: number): number {
  const byTimeA2s = currentA ** 2 * latestOpeningS(opening, ratingA, currentA)
  const { letThroughS, limited } = TIME_CURRENT[opening]
  // A current-limiting element melts before the current has risen: its own figure counts in its range.
  if (letThroughS !== null && currentA >= 12 * ratingA) return Math.min(byTimeA2s, letThroughS * ratingA ** 2)
  if (limited && ratingA <= limited.mostRatingA)
    return Math.min(byTimeA2s, Math.max(limited.a2s * Math.max(1, currentA / limited.shortA), atOnceA2s(ratingA)))
  return byTimeA2s
}

/** What a breaker lets through in the hundredths of a second it needs at the least current that opens it at once. */
const atOnceA2s = (ratingA: number): number => (20 * ratingA) ** 2 * 0.02
