import { setOption } from '../edit/offers.ts'
import type { Load } from '../job/schema.ts'
import { hoursOn } from '../loads/day.ts'
import { hasMeter, runningHours } from '../loads/power.ts'
import { rowOf } from '../loads/row.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

/** A load below this may not wake an inverter that searches, W. Source: common sheets. */
const WAKES_FROM_W = 20
/** A quarter of an hour of rounding. */
const TOLERANCE_H = 0.25

export const loadOffWhileNeeded = defineCheck({
  id: 'load.off-while-needed',
  link: 'loads',
  severity: 'fault',
  fires: 'an AC load that must run in hours in which its inverter is switched off, or asleep and not woken by it',
  find(_job, { option, loads, inverter }) {
    if (!inverter.item) return []
    const ac = loads.counted.map(({ load }) => load).filter(({ supply }) => supply === 'ac')
    const onH = inverter.hoursPerDay.value
    const longest = ac.filter((load) => longestDayH(load) > onH + TOLERANCE_H)
    const found: Found[] = []
    if (longest.length > 0)
      found.push({
        message: `The inverter is on ${formatQuantity(onH, 'h', 1)} a day; ${named(longest)} must run longer.`,
        remedy: 'Leave the inverter on, or run these on DC.',
        place: 'inverter.hoursPerDay',
        changes: [setOption('The inverter on round the clock', { part: 'inverter', patch: { hoursPerDay: 24 } })],
      })
    const unwoken = option.inverter.searchMode ? ac.filter((load) => asleepFor(load, ac)) : []
    if (unwoken.length > 0)
      found.push({
        message: `The inverter sleeps until something wakes it, and ${named(unwoken)} draws less than the ${WAKES_FROM_W} W it takes: it is without power whenever nothing larger runs.`,
        remedy: 'Leave search mode off, or run these on DC.',
        place: 'inverter.searchMode',
        changes: [setOption('Search mode off', { part: 'inverter', patch: { searchMode: false } })],
      })
    return found
  },
})

/** A meter counts a whole day and does not say when in it the load runs. */
const longestDayH = (load: Load): number => {
  const hours = hasMeter(load) && load.hoursPerDay === null ? null : runningHours(load)
  return hours ? Math.max(hours.weekdayH, hours.weekendH) : 0
}

const named = (loads: readonly Load[]): string =>
  loads.length > 2 ? `${loads[0]?.name} and ${loads.length - 1} more` : loads.map(({ name }) => name).join(' and ')

/** Too small to wake it, in an hour in which nothing larger keeps it awake. */
function asleepFor(load: Load, all: readonly Load[]): boolean {
  const watts = (each: Load) => (rowOf(each).row.powerW?.value ?? 0) * each.quantity
  if (watts(load) === 0 || watts(load) >= WAKES_FROM_W) return false
  const awake = new Set(all.filter((each) => watts(each) >= WAKES_FROM_W).flatMap((each) => hoursOn(each, 'average')))
  const needed = load.hoursOfDay ?? (longestDayH(load) >= 24 ? hoursOn(load, 'average') : [])
  return needed.some((hour) => !awake.has(hour))
}
