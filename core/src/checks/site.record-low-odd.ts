import { monthName } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

/** Above these no place on earth is known: they look like °F. Source: WMO records, 56.7 °C, and the warmest months. */
const HOTTEST_RECORD_C = 57
const HOTTEST_MONTH_C = 43
const WARMEST_RECORD_LOW_C = 30

export const siteRecordLowOdd = defineCheck({
  id: 'site.record-low-odd',
  link: 'site',
  severity: 'fault',
  fires: (write) =>
    `record low above the coldest month’s mean, or a high below the warmest’s, lows above highs, or figures no place has (a record high above ${write.quantity(HOTTEST_RECORD_C, '°C')}), which look like °F`,
  find({ site }, { write }) {
    const { recordLowC, recordHighC, batteryRoomLowC, batteryRoomHighC, monthMeanC } = site
    const temperature = (celsius: number) => write.quantity(celsius, '°C')
    const means = monthMeanC.flatMap((meanC, i) => (meanC === null ? [] : [{ meanC, i }]))
    const coldest = means.reduce<(typeof means)[number] | null>((a, b) => (a && a.meanC <= b.meanC ? a : b), null)
    const warmest = means.reduce<(typeof means)[number] | null>((a, b) => (a && a.meanC >= b.meanC ? a : b), null)
    const found: Found[] = []
    const say = (field: string, message: string, remedy: string) =>
      found.push({ message, remedy, place: `site.${field}` })
    const fahrenheit = 'Enter °C, or choose US units for this job.'
    if (recordHighC !== null && recordHighC > HOTTEST_RECORD_C)
      say(
        'recordHighC',
        `A record high of ${temperature(recordHighC)} is known of no place: it looks like °F.`,
        fahrenheit,
      )
    if (recordLowC !== null && recordLowC > WARMEST_RECORD_LOW_C)
      say(
        'recordLowC',
        `A record low of ${temperature(recordLowC)} is known of no place: it looks like °F.`,
        fahrenheit,
      )
    else if (recordLowC !== null && coldest && recordLowC > coldest.meanC)
      say(
        'recordLowC',
        `The record low of ${temperature(recordLowC)} is above the mean of ${monthName(coldest.i + 1)}, ${temperature(coldest.meanC)}: no string may be laid out by it.`,
        'Enter the coldest air ever measured there.',
      )
    if (recordHighC !== null && warmest && recordHighC < warmest.meanC)
      say(
        'recordHighC',
        `The record high of ${temperature(recordHighC)} is below the mean of ${monthName(warmest.i + 1)}, ${temperature(warmest.meanC)}.`,
        'Enter the hottest air ever measured there.',
      )
    const hot = means.find(({ meanC }) => meanC > HOTTEST_MONTH_C)
    if (hot)
      say(
        `monthMeanC.${hot.i}`,
        `A mean of ${temperature(hot.meanC)} in ${monthName(hot.i + 1)} is known of no place: it looks like °F.`,
        fahrenheit,
      )
    const crossed = (low: number | null, high: number | null) => low !== null && high !== null && low > high
    if (crossed(recordLowC, recordHighC))
      say('recordLowC', 'The record low stands above the record high.', 'Enter them the other way round.')
    if (crossed(batteryRoomLowC, batteryRoomHighC))
      say('batteryRoomLowC', 'The battery room’s coldest stands above its hottest.', 'Enter them the other way round.')
    return found
  },
})
