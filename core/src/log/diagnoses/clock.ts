import { mean } from '../array-ratio.ts'
import { type Diagnose, told } from '../diagnosis.ts'
import { type EpisodeRule, episodesOf } from '../episodes.ts'
import { SPARSE_READINGS } from '../held.ts'
import { commonLight } from '../light.ts'

/** Hours by which the middle of the light may lie off, in the mean of some days, before the clock is doubted. */
const OFF_H = 0.65
/** Where readings are sparse, light begins and ends as they fall. */
const OFF_SPARSE_H = 0.85
const OVER_DAYS = 5
const RULE: EpisodeRule = { needed: 2, endAfter: 3 }
const LIT_MIN = 5

/** Sun and clock do not agree: light comes and goes whole hours early or late. */
export const clockOff: Diagnose = ({ reference, log }) => {
  const common = commonLight(reference)
  if (!common) return []
  const offsets = Array.from({ length: log.days }, (_, day) => {
    const lit = [...log.figures.litMin.subarray(day * 24, day * 24 + 24)]
    if (lit.some(Number.isNaN)) return Number.NaN
    const middle = middleOf(lit)
    const usual = common(log.firstDay + day)
    return middle === null || usual === null ? Number.NaN : middle - usual
  })
  const shows = offsets.map((offset, day) => {
    const last = offsets.slice(0, day + 1).filter((each) => !Number.isNaN(each))
    if (Number.isNaN(offset) || last.length < OVER_DAYS) return null
    const isSparse = (log.figures.readings[day * 24 + 12] ?? 0) < SPARSE_READINGS
    return Math.abs(mean(last.slice(-OVER_DAYS))) > (isSparse ? OFF_SPARSE_H : OFF_H)
  })
  return episodesOf(shows, RULE).map((episode) => {
    const offH = mean(offsets.slice(episode.from, episode.to + 1))
    const hours = Math.round(Math.abs(offH)) || 1
    return told('clock.off', episode, {
      title: `The monitor’s clock is ${hours === 1 ? 'an hour' : `${hours} hours`} ${offH > 0 ? 'fast' : 'slow'}`,
      sureness: 'near certain',
      evidence: [
        `The middle of the light came ${Math.abs(offH).toFixed(1)} h ${offH > 0 ? 'later' : 'earlier'} by its clock than the sun stands at this place.`,
      ],
      causes: ['the clock set to summer time, or to another zone', 'the zone or the place entered with the site'],
      next: 'Compare the monitor’s clock with your telephone; set the clock of this source on this page, and its readings move.',
    })
  })
}

/** Middle between the first and the last light, h; null where the light does not begin and end within the day. */
function middleOf(lit: readonly number[]): number | null {
  const first = lit.findIndex((minutes) => minutes > LIT_MIN)
  const last = lit.findLastIndex((minutes) => minutes > LIT_MIN)
  if (first <= 0 || last >= 23 || last - first < 3) return null
  const begin = first + 1 - (lit[first] ?? 60) / 60
  return (begin + last + (lit[last] ?? 60) / 60) / 2
}
