import { hoursOf, type KeptHour, type LogHours, logHours } from './days.ts'
import { type Living, LivingSystem } from './living.ts'
import { HOUR_MS, hourOf, mostSpaceMs, type Sample } from './sums.ts'

/** Hours of a simulated system over some days, summed as those of a real one are. @param firstDay its number */
export function livedHours(living: Living, firstDay: number, days: number): LogHours {
  const system = new LivingSystem(living)
  const { offsetMs } = living.reference
  const spaceMs = mostSpaceMs(living.stepMin * 60_000)
  const hours: KeptHour[] = []
  let held: Sample[] = []
  for (let day = firstDay; day < firstDay + days; day++) {
    held = [...held, ...system.day(day)]
    // The last hour of each day waits for the next day’s first reading.
    const toMs = hourOf(held.at(-1)?.atMs ?? 0, offsetMs)
    const from = hours.at(-1)?.hourMs ?? Number.NEGATIVE_INFINITY
    hours.push(...hoursOf(held, { fromMs: from + 1, toMs, offsetMs, spaceMs }).filter(({ hourMs }) => hourMs > from))
    held = held.filter(({ atMs }) => atMs > toMs - 2 * HOUR_MS)
  }
  const log = logHours([hours], offsetMs)
  if (!log) throw new Error('a simulated system gave no hours')
  return log
}
