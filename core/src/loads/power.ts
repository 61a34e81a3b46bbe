import type { Load } from '../job/schema.ts'

/** Whether a label or a meter gives the figure, rather than typed watts. */
export const hasLabel = (load: Load): boolean =>
  load.basis === 'label' && load.labelVoltageV !== null && load.labelCurrentA !== null
export const hasMeter = (load: Load): boolean =>
  load.basis === 'meter' && load.meterEnergyKwh !== null && load.meterLoggedHours !== null

/**
 * Watts of one while it runs, for the grid and for what runs together: of the label, as typed, or, where a meter alone is
 * known, its average over the day. Null while nothing is known.
 */
export function runningW(load: Load): number | null {
  if (hasLabel(load)) return (load.labelVoltageV ?? 0) * (load.labelCurrentA ?? 0) * (load.powerFactor ?? 1)
  if (load.powerW !== null) return load.powerW
  return hasMeter(load) ? (1000 * (load.meterEnergyKwh ?? 0)) / (load.meterLoggedHours ?? 1) : null
}

/** Hours a day it runs on a weekday and on a day of the weekend, as typed or as painted; null while neither is known. */
export function runningHours(load: Load): { weekdayH: number; weekendH: number } | null {
  if (hasMeter(load)) return { weekdayH: 24, weekendH: 24 }
  const painted = load.hoursOfDay?.length ?? null
  const weekend = load.weekendHoursOfDay?.length ?? painted
  const weekdayH = load.hoursPerDay ?? painted
  if (weekdayH === null) return null
  if (painted === null || painted === 0 || weekend === null) return { weekdayH, weekendH: weekend ?? weekdayH }
  // Typed hours are spread over the painted ones; a weekend painted longer runs longer in proportion.
  return { weekdayH, weekendH: (weekdayH * weekend) / painted }
}

/**
 * How a load's days of use fall in the week, as shares of a weekday and of a day of the weekend, 0 to 1: up to two days
 * on the weekend, up to five on weekdays, seven on all. Assumption of Yard Lamp, put right by painting the weekend.
 */
export function weekShares(daysPerWeek: number): { weekday: number; weekend: number } {
  const days = Math.min(7, daysPerWeek)
  if (days <= 2) return { weekday: 0, weekend: days / 2 }
  if (days <= 5) return { weekday: days / 5, weekend: 0 }
  return { weekday: 1, weekend: (days - 5) / 2 }
}

/** Hours a day on the days it runs, so that hours × days ÷ 7 is the week’s average; at most 24. */
export function averageHours(load: Load): number | null {
  const hours = runningHours(load)
  if (!hours) return null
  const [weekdayH, weekendH] = [Math.min(24, hours.weekdayH), Math.min(24, hours.weekendH)]
  const { weekday, weekend } = weekShares(load.daysPerWeek)
  const days = 5 * weekday + 2 * weekend
  return days > 0 ? (5 * weekday * weekdayH + 2 * weekend * weekendH) / days : weekdayH
}

export type DayShares = { readonly weekday: number; readonly weekend: number }
const sharesFound = new WeakMap<Load, DayShares>()

/** Energy of a weekday and of a weekend day over that of the week’s average day; they average to 1. */
export function dayShares(load: Load): DayShares {
  const before = sharesFound.get(load)
  if (before) return before
  const shares = sharesOf(load)
  sharesFound.set(load, shares)
  return shares
}

function sharesOf(load: Load): DayShares {
  const hours = runningHours(load)
  const { weekday, weekend } = weekShares(load.daysPerWeek)
  if (!hours || hasMeter(load)) return meanOne(weekday, weekend)
  return meanOne(weekday * Math.min(24, hours.weekdayH), weekend * Math.min(24, hours.weekendH))
}

function meanOne(weekday: number, weekend: number): DayShares {
  const mean = (5 * weekday + 2 * weekend) / 7
  return mean > 0 ? { weekday: weekday / mean, weekend: weekend / mean } : { weekday: 1, weekend: 1 }
}

/** Share of its listed energy a load takes in a month counted from 1. */
export const monthFactor = (load: Load, month: number): number => load.monthFactors?.[month - 1] ?? 1
