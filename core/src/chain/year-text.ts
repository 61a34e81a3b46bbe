import { formatNumber, formatPercent, formatQuantity } from '../units/format.ts'
import type { AskedFor, WorkedYear } from './worked-year.ts'

/** What a worked year says, in the same words wherever it is told. */

/** A share carried: near the whole the decimals are what counts, and less than the whole is never told as it. */
export const shareText = (share: number): string =>
  share >= 1 ? '100 %' : formatPercent(Math.min(share, 0.9999), share > 0.99 ? 2 : 1)

/** One thing that was asked, and what came. */
export function askedText({ what, asked, came }: AskedFor, { years }: Pick<WorkedYear, 'years'>): string {
  switch (what) {
    case 'hours':
      return `${shareText(came)} of hours, ${formatPercent(asked, 1)} asked`
    case 'critical':
      return `${shareText(came)} of critical hours, ${formatPercent(asked, 1)} asked`
    case 'years':
      return `${formatNumber(Math.round(came * years.length))} of ${formatNumber(years.length)} years hold, ${formatNumber(asked * 10)} in 10 asked`
    case 'generator':
      return `generator ${formatQuantity(came, 'h', 0)} a year, at most ${formatQuantity(asked, 'h', 0)}`
    case 'nights':
      return `${formatNumber(came)} nights from a full bank, ${formatNumber(asked)} asked`
  }
}

/** Mean of a figure over the years. */
export const meanOfYears = (
  { years }: Pick<WorkedYear, 'years'>,
  of: (year: WorkedYear['years'][number]) => number,
): number => years.reduce((sum, year) => sum + of(year), 0) / Math.max(1, years.length)
