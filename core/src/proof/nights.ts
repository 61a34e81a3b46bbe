import { DAYS_IN_MONTH } from '../tables/month-mean-days.ts'
import { runDays } from './balance.ts'
import { packed } from './parameters.ts'
import type { Plan } from './plan.ts'
import { kindOfDay, scheduleRow } from './plan-loads.ts'
import { DAY_WIDTH, FLOW_WIDTH, FLOWS, noExtremes, noTotals, SCHEDULE_WIDTH, WEATHER_WIDTH } from './terms.ts'
import { DAYS_IN_YEAR, fullState } from './year.ts'

/** Nights looked through: no bank is asked for more. */
const MOST_NIGHTS = 60
const DUSK_H = 18
const NIGHT_H = 12

/** Nights a full bank carries with no sun, no engine and no mains, from six in the evening, in the month that asks most. */
export function nightsFromFull(plan: Plan): number {
  const { terms, divisor } = plan
  const month = heaviestMonth(plan)
  const days = new Float64Array(DAYS_IN_YEAR * DAY_WIDTH)
  for (let day = 0; day < DAYS_IN_YEAR; day++) {
    days[day * DAY_WIDTH] = scheduleRow(month, kindOfDay(day))
    days[day * DAY_WIDTH + 1] = 1
  }
  const weather = new Float64Array(DAYS_IN_YEAR * 24 * WEATHER_WIDTH)
  const airC = plan.weather.monthMeanC[month] ?? 15
  for (let hour = 0; hour < DAYS_IN_YEAR * 24; hour++) weather[hour * WEATHER_WIDTH + WEATHER_WIDTH - 1] = airC
  const alone = { ...terms, generatorMostW: 0, mainsMostW: 0, alternatorMostW: 0 }
  const run = {
    parameters: packed({ ...alone, ordinaryShedAt: -1, waitShedAt: -1 }),
    schedule: rotated(plan.schedule),
    days,
    weather,
    dumps: new Float64Array(0),
    divisor,
  }
  const flows = new Float64Array((MOST_NIGHTS + 1) * 24 * divisor * FLOW_WIDTH)
  runDays(run, 0, MOST_NIGHTS + 1, fullState(terms, airC), noTotals(), noExtremes(), flows)
  const unmet = FLOWS.indexOf('unmetW')
  const steps = (MOST_NIGHTS + 1) * 24 * divisor
  let carried = 0
  while (carried < steps && (flows[carried * FLOW_WIDTH + unmet] ?? 0) <= 1e-6) carried++
  return Math.min(MOST_NIGHTS, Math.floor((carried / divisor + 24 - NIGHT_H) / 24))
}

/** The hours of each kind of day begun at dusk: the first step is the evening's. */
function rotated(schedule: readonly number[]): Float64Array {
  const begun = new Float64Array(schedule.length)
  const day = 24 * SCHEDULE_WIDTH
  for (let row = 0; row < schedule.length; row += day)
    for (let i = 0; i < day; i++) begun[row + i] = schedule[row + ((i + DUSK_H * SCHEDULE_WIDTH) % day)] ?? 0
  return begun
}

/** The month, from 0, whose days ask most. */
function heaviestMonth({ schedule }: Plan): number {
  const asked = DAYS_IN_MONTH.map((_, month) => {
    const row = scheduleRow(month, 'weekday')
    let sum = 0
    for (let hour = 0; hour < 48; hour++)
      for (let at = 0; at < 9; at++) sum += (hour < 24 ? 5 : 2) * (schedule[row + hour * SCHEDULE_WIDTH + at] ?? 0)
    return sum
  })
  return asked.indexOf(Math.max(...asked))
}
