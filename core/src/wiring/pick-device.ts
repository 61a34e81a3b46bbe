import type { Device } from '../catalogue/schema.ts'
import { type DeviceSeries, STANDARD_RATINGS_A } from '../tables/standard-ratings.ts'
import { earliestOpeningS, type Opening } from '../tables/time-current.ts'
import { openingOf, START_S } from './circuits.ts'
import type { Run } from './run.ts'

export interface Picked {
  /** Null for one that is built in. */
  readonly item: Device | null
  readonly ratingA: number
  readonly opening: Opening
  readonly opensOnStart: boolean
}

/** A device of the first rating for which one breaks the short and holds the start; else one that breaks it. */
export function pickDevice(run: Run, ratings: readonly number[], shortA: number): Picked | null {
  const { choice, devices, demand } = run
  const of = (item: Device | null, ratingA: number): Picked => {
    const opening = item ? openingOf(item) : openingOf({ opening: null, type: demand.deviceType })
    const startA = demand.startA?.value ?? 0
    return { item, ratingA, opening, opensOnStart: earliestOpeningS(opening, ratingA, startA) < START_S }
  }
  const [firstA = 0] = ratings
  if (choice.deviceId === BUILT_IN) return of(null, firstA)
  if (choice.deviceId !== null) {
    const item = devices.find(({ id }) => id === choice.deviceId)
    if (!item) return null
    // A person's device takes the first rating at which the start does not open it.
    const held = ratings.map((ratingA) => of(item, ratingA)).find(({ opensOnStart }) => !opensOnStart)
    return held ?? of(item, firstA)
  }
  let fallback: Picked | null = null
  for (const ratingA of ratings) {
    const able = devices.filter((device) => suits(device, run, ratingA, shortA)).map((item) => of(item, ratingA))
    const best = cheapest(able.flatMap(({ item, opensOnStart }) => (item && !opensOnStart ? [item] : [])))
    if (best) return of(best, ratingA)
    const any = fallback ? undefined : cheapest(able.flatMap(({ item }) => item ?? []))
    if (any) fallback = of(any, ratingA)
  }
  return fallback
}

/** Choice of a breaker that is built into a unit at the source. */
export const BUILT_IN = 'built-in'
export const NO_RATING = 'the rating of the breaker that is built in, from the unit’s sheet'

/** The cheapest of several, whatever order a shelf has them in. */
const cheapest = (devices: readonly Device[]): Device | undefined =>
  devices.reduce<Device | undefined>(
    (a, b) => (a && (a.price < b.price || (a.price === b.price && a.id < b.id)) ? a : b),
    undefined,
  )

/** Ratings tried above the one that is needed. */
const MOST_UP = 6
/** The rating that is needed, then the next ones up: small ones often cannot break a bank or hold a start. */
export const ratingsFrom = (series: DeviceSeries, ratingA: number): number[] => [
  ratingA,
  ...STANDARD_RATINGS_A[series].filter((amps) => amps > ratingA).slice(0, MOST_UP),
]

function suits(device: Device, { demand, series }: Run, ratingA: number, shortA: number): boolean {
  const volts = demand.ac ? device.maxAcV : device.maxDcV
  return (
    device.type === demand.deviceType &&
    device.series === series &&
    volts >= demand.highestV &&
    device.smallestA <= ratingA &&
    ratingA <= device.largestA &&
    device.interruptingA >= shortA
  )
}
