import { SCHEDULE_WIDTH } from '../../proof/terms.ts'
import { mean } from '../array-ratio.ts'
import { scheduleOfDay } from '../calendar.ts'
import { type Diagnose, type Seen, told } from '../diagnosis.ts'
import { episodesOf } from '../episodes.ts'

/** Loads above the list by so much, over so many days. Days differ by themselves by a tenth: eight of them by a thirtieth. */
const ABOVE = 1.17
const OVER_DAYS = 8
/** An hour is one of those that draw more where it has at least half of the mean surplus. */
const HOUR_SHARE = 0.6
const ALL_DAY_H = 20
/** Generator hours above nine years in ten by half, and by so many hours. */
const GENERATOR_TIMES = 1.5
const GENERATOR_H = 6

/** What is listed for an hour of a day, W. */
export function listedW({ reference: { plan } }: Pick<Seen, 'reference'>, day: number, hour: number): number {
  const at = scheduleOfDay(day) + hour * SCHEDULE_WIDTH
  let sum = 0
  for (let column = 0; column < 6; column++) sum += plan.schedule[at + column] ?? 0
  return sum
}

/** The loads draw more than is listed; which hours. */
export const loadAbove: Diagnose = (seen) => {
  const { log, write } = seen
  const measured = (at: number) => log.figures.loadWh[at] ?? Number.NaN
  const days = Array.from({ length: log.days }, (_, day) => {
    let [drawn, listed] = [0, 0]
    for (let hour = 0; hour < 24; hour++) {
      drawn += measured(day * 24 + hour)
      listed += listedW(seen, log.firstDay + day, hour)
    }
    return Number.isNaN(drawn) || listed <= 0 ? null : { drawn, listed }
  })
  const shows = days.map((each, day) => {
    if (!each) return null
    const last = days.slice(0, day + 1).flatMap((one) => (one ? [one] : []))
    if (last.length < OVER_DAYS) return null
    const window = last.slice(-OVER_DAYS)
    const sum = (of: (one: { drawn: number; listed: number }) => number) =>
      window.reduce((all, one) => all + of(one), 0)
    return sum(({ drawn }) => drawn) > ABOVE * sum(({ listed }) => listed)
  })
  return episodesOf(shows, { needed: 2, endAfter: 2 }).map((episode) => {
    const span = days.slice(episode.from, episode.to + 1).flatMap((one) => (one ? [one] : []))
    const drawnKwh = mean(span.map(({ drawn }) => drawn)) / 1000
    const listedKwh = mean(span.map(({ listed }) => listed)) / 1000
    const more = Array.from({ length: 24 }, (_, hour) =>
      mean(
        Array.from({ length: episode.to - episode.from + 1 }, (_, i) => {
          const day = episode.from + i
          return measured(day * 24 + hour) - listedW(seen, log.firstDay + day, hour)
        }),
      ),
    )
    return told('load.above', episode, {
      title: 'The loads draw more than is listed',
      sureness: 'near certain',
      evidence: [
        `${write.quantity(drawnKwh, 'kWh', 2)} a day, where ${write.quantity(listedKwh, 'kWh', 2)} are listed, with their margin.`,
        hoursText(more, write.quantity),
      ],
      causes: causesOf(more),
      next: 'Switch off one circuit after another in those hours and read the load: the one that takes it down is it. Then list it.',
    })
  })
}

const surplusHours = (more: readonly number[]): number[] => {
  const most = Math.max(...more)
  return more.flatMap((watts, hour) => (watts > 0 && watts >= HOUR_SHARE * most ? [hour] : []))
}

function causesOf(more: readonly number[]): string[] {
  return surplusHours(more).length >= ALL_DAY_H
    ? [
        'standby: something that was left on, or never listed',
        'an inverter or converter that no longer sleeps',
        'a heater',
      ]
    : [
        'a new appliance, or one that is used longer',
        'a heater in the cold hours',
        'a pump or refrigerator that runs too long',
      ]
}

function hoursText(more: readonly number[], quantity: Seen['write']['quantity']): string {
  const hours = surplusHours(more)
  const watts = quantity(mean(hours.map((hour) => more[hour] ?? 0)), 'W', 0)
  if (hours.length >= ALL_DAY_H) return `About ${watts} more at all hours.`
  const spans = hours.reduce<[number, number][]>((all, hour) => {
    const last = all.at(-1)
    if (last && last[1] === hour) last[1] = hour + 1
    else all.push([hour, hour + 1])
    return all
  }, [])
  return `About ${watts} more from ${spans.map(([from, to]) => `${from} to ${to} o’clock`).join(', ')}.`
}

/** The generator ran longer in a month than the forecast has it in nine years of ten. */
export const generatorMore: Diagnose = ({ log, ordinary, entries, expected, reference, write }) => {
  const months = new Map<string, { from: number; to: number; hours: number; month: number }>()
  const add = (day: number, hours: number) => {
    const date = new Date((log.firstDay + day) * 86_400_000)
    const key = date.toISOString().slice(0, 7)
    const before = months.get(key) ?? { from: day, to: day, hours: 0, month: date.getUTCMonth() }
    months.set(key, { ...before, to: Math.max(before.to, day), hours: before.hours + hours })
  }
  for (let at = 0; at < log.days * 24; at++) {
    const hours = log.figures.generatorH[at] ?? Number.NaN
    if (!Number.isNaN(hours)) add(Math.floor(at / 24), hours)
  }
  for (const { when, runH } of entries.generators) {
    const day = Math.floor((Date.parse(when) + reference.offsetMs) / 86_400_000) - log.firstDay
    if (day >= 0 && day < log.days && Number.isNaN(log.figures.generatorH[day * 24 + 12] ?? Number.NaN)) add(day, runH)
  }
  return [...months.values()].flatMap(({ from, to, hours, month }) => {
    const band = ordinary.generatorH[month]
    if (!band) return []
    // A dull month asks for more: what a sound system would have run in it counts too.
    const inThisWeather = [...expected.generatorW.subarray(from * 24, (to + 1) * 24)].filter(
      (watts) => watts > 0,
    ).length
    const most = Math.max(band.high, inThisWeather)
    if (hours <= Math.max(GENERATOR_TIMES * most, most + GENERATOR_H)) return []
    return [
      told(
        'generator.more',
        { from, named: to, to, isNow: to >= log.days - 2 },
        {
          title: 'The generator runs more than forecast',
          sureness: 'possible',
          evidence: [
            `${write.quantity(hours, 'h', 0)} in the month; in nine ordinary years of ten at most ${write.quantity(band.high, 'h', 0)}, and in the weather there was ${write.quantity(inThisWeather, 'h', 0)}.`,
          ],
          causes: ['more load than listed', 'less sun on the panels', 'its start and stop set otherwise than planned'],
          next: 'Compare loads and PV of the month with the forecast; then read its start and stop settings.',
        },
      ),
    ]
  })
}
