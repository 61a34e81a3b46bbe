import { MOST_LOAD_DEVIATES } from '../proof/assumptions.ts'
import { scheduleRow } from '../proof/plan-loads.ts'
import { DAY_WIDTH } from '../proof/terms.ts'
import { deviate, PURPOSE } from '../site/chance.ts'
import { MONTH_OF_DAY } from '../site/synthetic-year.ts'
import { dayInYear, weekdayOf } from './days.ts'

/** Month, from 0, of a day of the place. */
export const monthOf = (day: number): number => MONTH_OF_DAY[dayInYear(day)] ?? 0

/** Where the hours of a day stand in the schedule of a plan: by its month and its own weekday. */
export const scheduleOfDay = (day: number): number =>
  scheduleRow(monthOf(day), weekdayOf(day) >= 5 ? 'weekend' : 'weekday')

/**
 * A day as the balance reads it: where its hours stand, and what its loads are multiplied by.
 * @param spread of the loads from day to day; 0 for a day as listed
 */
export function dayRow(day: number, spread: number, seed: number): Float64Array {
  const row = new Float64Array(DAY_WIDTH)
  row[0] = scheduleOfDay(day)
  const drawn = spread > 0 ? deviate(seed, day, PURPOSE.load, PURPOSE.loadAngle) : 0
  row[1] = 1 + spread * Math.max(-MOST_LOAD_DEVIATES, Math.min(MOST_LOAD_DEVIATES, drawn))
  return row
}
