import type { Wear } from './plan.ts'
import { rainflow } from './rainflow.ts'

/** Cycles shallower than this wear nothing: rounding of a resting bank. */
const LEAST_DEPTH = 0.002

/** Cycles a bank bears at a depth: straight on log-log paper between the points of its sheet, held beyond the deepest; shallower ones by the charge that goes through. */
export function cyclesAt(curve: Wear['cycleLife'], depth: number): number {
  const points = [...curve].sort((a, b) => a.depth - b.depth)
  const [first] = points
  const last = points.at(-1)
  if (!first || !last) return Number.POSITIVE_INFINITY
  if (depth <= first.depth) return (first.cycles * first.depth) / depth
  if (depth >= last.depth) return last.cycles
  const at = points.findIndex((point) => point.depth >= depth)
  const [low, high] = [points[at - 1] ?? first, points[at] ?? last]
  const along = Math.log(depth / low.depth) / Math.log(high.depth / low.depth)
  return low.cycles * (high.cycles / low.cycles) ** along
}

/** What a year takes of a bank's life, 0 to 1: by its cycles, by the calendar, and the greater of the two. */
export interface YearOfWear {
  readonly byCycles: number
  readonly byCalendar: number
  readonly fraction: number
}

/** @param socs states of charge of a year, in order */
export function wearOf(socs: ArrayLike<number>, wear: Wear): YearOfWear {
  let byCycles = 0
  for (const { range, count } of rainflow(socs))
    if (range > LEAST_DEPTH) byCycles += count / cyclesAt(wear.cycleLife, range)
  const byCalendar = 1 / wear.calendarYears
  return { byCycles, byCalendar, fraction: Math.max(byCycles, byCalendar) }
}
