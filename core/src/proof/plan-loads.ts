import type { Design } from '../chain/design.ts'
import { DEFAULTS } from '../job/defaults.ts'
import type { Load, Option } from '../job/schema.ts'
import { isConverted } from '../loads/at-bus.ts'
import { addHourly } from '../loads/day.ts'
import { monthFactor } from '../loads/power.ts'
import { HAND_STARTED_HOURS, SETS_OUT_H } from './assumptions.ts'
import { SCHEDULE_WIDTH } from './terms.ts'

/** Kinds of day, in the order they stand in the schedule. */
const KINDS = ['weekday', 'weekend'] as const
type Kind = (typeof KINDS)[number]
const RANK: Readonly<Record<Load['priority'], number>> = { critical: 0, ordinary: 1, 'can-wait': 2 }

/** Figures of a whole schedule. */
export const SCHEDULE_FIGURES = 12 * KINDS.length * 24 * SCHEDULE_WIDTH

/** Where the hours of a kind of day of a month begin in the schedule. @param month 0 to 11 */
export const scheduleRow = (month: number, kind: Kind): number =>
  (month * KINDS.length + KINDS.indexOf(kind)) * 24 * SCHEDULE_WIDTH

/** 1 January is taken as a Monday: which days are weekends does not move with the calendar. */
export const kindOfDay = (day: number): Kind => (day % 7 >= 5 ? 'weekend' : 'weekday')

/** What runs and what is there, hour by hour, on the two kinds of day of each month. */
export function scheduleOf(design: Design): number[] {
  const { job, option, loads, battery, backup } = design
  const schedule = Array<number>(SCHEDULE_FIGURES).fill(0)
  const margin = 1 + loads.marginFraction.value
  const may = mayStartHours(option, backup.generator?.autoStart ?? false)
  for (let month = 0; month < 12; month++) {
    if (!job.site.monthsInUse.includes(month + 1)) continue
    for (const kind of KINDS) {
      const row = scheduleRow(month, kind)
      const column = (hour: number, at: number) => row + hour * SCHEDULE_WIDTH + at
      const add = (at: number, watts: readonly number[], factor: number) => {
        for (let hour = 0; hour < 24; hour++)
          schedule[column(hour, at)] = (schedule[column(hour, at)] ?? 0) + factor * (watts[hour] ?? 0)
      }
      for (const { load, wh } of loads.counted) {
        const watts = Array<number>(24).fill(0)
        addHourly(watts, load, wh.value * monthFactor(load, month + 1), kind)
        const rank = RANK[load.priority]
        add((load.supply === 'ac' ? 0 : 3) + rank, watts, margin)
        if (isConverted(load, battery.systemVoltageV.value)) {
          const efficiency = load.converterEfficiency ?? DEFAULTS.converterEfficiency.value
          add(6 + rank, watts, margin * (1 / efficiency - 1))
        }
      }
      for (let hour = 0; hour < 24; hour++) {
        schedule[column(hour, 9)] = mainsShare(option, month + 1, kind, hour)
        schedule[column(hour, 10)] = driveShare(option, kind, hour)
        schedule[column(hour, 11)] = may.has(hour) ? 1 : 0
        schedule[column(hour, 12)] = 1
      }
    }
  }
  return schedule
}

const onDay = (days: 'all' | 'weekdays' | 'weekends', kind: Kind): boolean =>
  days === 'all' || (days === 'weekends') === (kind === 'weekend')

/** The mains stands behind the months left to it; where none are, all year. */
function mainsShare({ backup }: Option, month: number, kind: Kind, hour: number): number {
  if (backup.kind !== 'mains' || !onDay(backup.mainsDays, kind)) return 0
  if (backup.months.length > 0 && !backup.months.includes(month)) return 0
  return backup.mainsHours === null || backup.mainsHours.includes(hour) ? 1 : 0
}

/** Share of an hour in which an engine runs. */
function driveShare({ backup: { alternator } }: Option, kind: Kind, hour: number): number {
  if (!alternator || !onDay(alternator.days, kind)) return 0
  const from = alternator.fromHour ?? Math.min(SETS_OUT_H, Math.floor(24 - alternator.hoursPerDay))
  const into = hour >= from ? hour - from : hour + 24 - from
  return Math.min(1, Math.max(0, alternator.hoursPerDay - into))
}

function mayStartHours({ backup: { quietHours } }: Option, autoStart: boolean): ReadonlySet<number> {
  const all = Array.from({ length: 24 }, (_, hour) => hour)
  if (quietHours !== null) return new Set(all.filter((hour) => !quietHours.includes(hour)))
  return new Set(autoStart ? all : HAND_STARTED_HOURS)
}
