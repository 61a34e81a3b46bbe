import { type KeptHour, type LogHours, logHours, packedHour } from './days.ts'
import { type Living, LivingSystem } from './living.ts'
import { HOUR_MS, hourOf, hourSums, mostSpaceMs, type Sample } from './sums.ts'

/** Hours of a simulated system over some days, summed as those of a real one are. @param firstDay its number */
export function livedHours(living: Living, firstDay: number, days: number): LogHours {
  const system = new LivingSystem(living)
  const hours: KeptHour[] = []
  let held: Sample[] = []
  const { offsetMs } = living.reference
  const spaceMs = mostSpaceMs(living.stepMin * 60_000)
  for (let day = firstDay; day < firstDay + days; day++) {
    held = [...held, ...system.day(day)]
    const lastHour = hourOf(held.at(-1)?.atMs ?? 0, offsetMs)
    while (held.length > 0) {
      // The one before the hour, where there is one, then those of the hour, then the one after.
      const isCarried = hourOf(held[1]?.atMs ?? 0, offsetMs) > hourOf(held[0]?.atMs ?? 0, offsetMs)
      const hourMs = hourOf(held[isCarried ? 1 : 0]?.atMs ?? 0, offsetMs)
      if (hourMs >= lastHour) break
      const end = held.findIndex(({ atMs }) => atMs >= hourMs + HOUR_MS)
      const sums = hourSums(held.slice(0, end + 1), hourMs, spaceMs)
      if (sums) hours.push(packedHour(hourMs, sums))
      held = held.slice(end - 1)
    }
  }
  const log = logHours([hours], offsetMs)
  if (!log) throw new Error('a simulated system gave no hours')
  return log
}
