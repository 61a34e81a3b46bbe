import type { AskedFor, WorkedYear } from '../chain/worked-year.ts'
import { formatNumber, formatPercent, formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

export const yearNotCarried = defineCheck({
  id: 'year.not-carried',
  link: 'proof',
  severity: 'fault',
  readsYear: true,
  fires:
    'the simulated years carry less than the brief asks: share of hours, critical loads, years of ten, generator hours or nights',
  find(_job, { year }) {
    if (!year || year.carried) return []
    const missed = year.askedFor.filter(({ met }) => !met)
    return [
      {
        message: `The year is not carried: ${missed.map((each) => missedText(each, year)).join('; ')}.`,
        remedy:
          'More panels, a larger bank, a backup, or less load: the page of the year tries them and says which gains most.',
        place: 'proof.hoursFraction',
      },
    ]
  },
})

/** What was asked and what came, in words. */
export function missedText({ what, asked, came }: AskedFor, { years, asked: brief, longestGap }: WorkedYear): string {
  switch (what) {
    case 'hours':
      return `${formatPercent(came, 2)} of the hours have all they want, ${formatPercent(asked, 1)} are asked`
    case 'critical':
      return `critical loads run in ${formatPercent(came, 2)} of their hours, ${formatPercent(asked, 1)} are asked`
    case 'years': {
      const held = Math.round(came * years.length)
      const rank =
        brief.criticalFraction !== null && brief.hoursFraction === null ? 'the critical loads' : 'all that is asked'
      const gap = longestGap.hours > 0 ? `, and the longest gap has ${formatQuantity(longestGap.hours, 'h')}` : ''
      return `${held} of ${years.length} years carry ${rank}, ${formatNumber(asked * 10)} in 10 are asked${gap}`
    }
    case 'generator':
      return `the generator runs ${formatQuantity(Math.round(came), 'h')} a year, at most ${formatQuantity(asked, 'h')} are wanted`
    case 'nights':
      return `a full bank carries ${formatQuantity(came, came === 1 ? 'night' : 'nights')} without sun, ${formatNumber(asked)} are asked`
  }
}
