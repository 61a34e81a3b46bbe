import type { YearStanding } from '../store/year-slice.ts'

/** Why figures of the year are not there yet, in a sentence. @param what "The darkest fortnight is drawn here" */
export function yearWaits(standing: YearStanding, what: string): string {
  if (standing.status === 'lacks') return `${what} once there is ${standing.lacks}.`
  if (standing.status === 'failed') return `The year could not be worked: ${standing.why}. The next edit tries again.`
  return `${what} as soon as the year is worked …`
}
