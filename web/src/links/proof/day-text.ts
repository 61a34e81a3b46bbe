import { formatNumber, monthName } from '@yard-lamp/core/units'

const DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31]

/** A day of the year, from 0, as a date: "14 January". */
export function dayText(day: number): string {
  let left = Math.max(0, Math.min(364, day))
  for (const [month, days] of DAYS.entries()) {
    if (left < days) return `${formatNumber(left + 1)} ${monthName(month + 1)}`
    left -= days
  }
  return ''
}

/** First day of each month, from 0. */
export const MONTH_STARTS = DAYS.map((_, month) => DAYS.slice(0, month).reduce((sum, days) => sum + days, 0))
