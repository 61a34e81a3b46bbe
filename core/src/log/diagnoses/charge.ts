import { type Diagnose, type Seen, told } from '../diagnosis.ts'
import { type EpisodeRule, episodesOf, median } from '../episodes.ts'

/** Full: counted so, %, or held at float for half an hour. */
const FULL_SOC = 97
const FLOAT_MIN = 30
/** Full for the monitor: charge is counted from here to the next time. */
const SYNC_SOC = 99.4
/** Charge that does not come back: of what went in, and of the bank a day. */
const UNSEEN_OF_CHARGE = 0.15
const UNSEEN_OF_BANK_A_DAY = 0.006
const UNSEEN_RULE: EpisodeRule = { needed: 3, endAfter: 3 }
/** Longest stretch between two full charges that is counted over, days: noise adds up. */
const LONGEST_STRETCH = 21
const TWO_WEEKS = 14
const COULD_BE_FULL_DAYS = 4
const KNOWN_DAYS = 10
const NEAR_EMPTY = 3
const FULL_BEFORE_H = 15
const DAWN_H = 8
const SURPLUS_SHARE = 0.2
const SURPLUS_RULE: EpisodeRule = { needed: 10, endAfter: 5 }

const figure = (column: Float64Array, at: number): number => column[at] ?? Number.NaN

/** Hours at whose end the monitor knows the bank as full. */
function fullHours({ log: { figures, days } }: Seen): number[] {
  return Array.from({ length: days * 24 }, (_, at) => at).filter((at) => {
    const minutes = figure(figures.floatMin, at)
    return minutes >= FLOAT_MIN || (Number.isNaN(minutes) && figure(figures.socEnd, at) >= SYNC_SOC)
  })
}

/** From full to full, what went in and did not come out, W in the mean of the hours; by day, NaN where nothing is known. */
function unseenByDay(seen: Seen): { readonly watts: number[]; readonly ofCharge: number[] } {
  const { reference, log } = seen
  const { chargeEfficiency, resistancePerW, leakPerStep, fullWh, stepH } = reference.plan.terms
  const watts = Array<number>(log.days).fill(Number.NaN)
  const ofCharge = Array<number>(log.days).fill(Number.NaN)
  const full = fullHours(seen)
  for (const [i, to] of full.entries()) {
    const from = full[i - 1]
    // From one day to another: within a day little goes out.
    if (from === undefined || to - from < 8 || to - from > LONGEST_STRETCH * 24) continue
    let [stored, charged] = [0, 0]
    for (let at = from + 1; at <= to; at++) {
      const [inWh, outWh] = [figure(log.figures.chargeWh, at), figure(log.figures.dischargeWh, at)]
      charged += inWh
      stored += inWh * (chargeEfficiency - resistancePerW * inWh) - outWh * (1 + resistancePerW * outWh)
      stored -= (leakPerStep / stepH) * fullWh
    }
    if (Number.isNaN(stored)) continue
    for (let day = Math.ceil(from / 24); day <= Math.floor(to / 24); day++) {
      watts[day] = stored / (to - from)
      ofCharge[day] = charged > 0 ? stored / charged : Number.NaN
    }
  }
  return { watts, ofCharge }
}

/** More goes into the bank between two full charges than comes out: something draws where the shunt does not see it. */
export const unseenLoad: Diagnose = (seen) => {
  const { write } = seen
  const { fullWh } = seen.reference.plan.terms
  const { watts, ofCharge } = unseenByDay(seen)
  const shows = watts.map((each, day) =>
    Number.isNaN(each) ? null : each * 24 > UNSEEN_OF_BANK_A_DAY * fullWh && (ofCharge[day] ?? 0) > UNSEEN_OF_CHARGE,
  )
  return episodesOf(shows, UNSEEN_RULE).map((episode) => {
    const meanW = median(watts.slice(episode.from, episode.to + 1))
    return told('shunt.unseen', episode, {
      title: 'Something draws from the battery past the shunt',
      sureness: 'likely',
      evidence: [
        `From full to full ${write.quantity(meanW * 24, 'Wh', 0)} a day more went in than came out, losses of the bank taken off: ${write.quantity(meanW, 'W', 0)} all day.`,
        'The counted charge is therefore higher than the true one, and falls behind the volts.',
      ],
      causes: [
        'a load or heater joined to the battery itself, not behind the shunt',
        'the monitor’s charge efficiency set too high',
        'self-discharge: a cell failing',
      ],
      next: 'All loads off: clamp each lead on the battery’s negative. Current in one that does not pass the shunt is it.',
    })
  })
}

/** Highest charge of each day, and whether it was full; null where nobody read it. */
function fullDays({ log: { figures, days } }: Seen): (boolean | null)[] {
  return Array.from({ length: days }, (_, day) => {
    const hours = Array.from({ length: 24 }, (_, hour) => day * 24 + hour)
    const soc = hours.map((at) => figure(figures.socEnd, at)).filter((value) => !Number.isNaN(value))
    if (soc.length < 12) return null
    return Math.max(...soc) >= FULL_SOC || hours.some((at) => figure(figures.floatMin, at) >= FLOAT_MIN)
  })
}

/** Not full for two weeks in which it should have been. */
export const neverFull: Diagnose = (seen) => {
  const full = fullDays(seen)
  const { soc } = seen.expected
  const couldBe = full.map((_, day) => {
    const expected = [...soc.subarray(day * 24, day * 24 + 24)].filter((value) => !Number.isNaN(value))
    return expected.length > 0 && Math.max(...expected) >= FULL_SOC + 1
  })
  const shows = full.map((_, day) => {
    if (day < TWO_WEEKS - 1) return null
    const window = full.slice(day - TWO_WEEKS + 1, day + 1)
    if (window.filter((each) => each !== null).length < KNOWN_DAYS) return null
    if (window.some((each) => each === true)) return false
    return couldBe.slice(day - TWO_WEEKS + 1, day + 1).filter(Boolean).length >= COULD_BE_FULL_DAYS
  })
  return episodesOf(shows, { needed: 2, endAfter: 1 }).map((episode) =>
    told('never.full', episode, {
      title: 'Not full for two weeks in which it should have been',
      sureness: 'possible',
      evidence: [
        `In the weather there was, a sound system with the loads as listed would have been full on ${
          couldBe.slice(Math.max(0, episode.from - TWO_WEEKS + 1), episode.to + 1).filter(Boolean).length
        } of ${episode.to - Math.max(0, episode.from - TWO_WEEKS + 1) + 1} days.`,
      ],
      causes: [
        'more load than listed',
        'less sun on the panels than the forecast takes',
        'a charge limit or absorption set low, or absorption cut short',
      ],
      next: 'Compare loads and PV of these days with the forecast below: the one that is off says which it is.',
    }),
  )
}

/** Full by noon, empty by dawn. */
export const shortOfNight: Diagnose = (seen) => {
  const { log, reference, write } = seen
  const floor = 100 * (1 - reference.plan.terms.depth)
  const lows: number[] = []
  const shows = Array.from({ length: log.days }, (_, day) => {
    const soc = (fromH: number, toH: number) =>
      [...log.figures.socEnd.subarray(day * 24 + fromH, day * 24 + toH)].filter((value) => !Number.isNaN(value))
    const [before, after] = [soc(0, FULL_BEFORE_H), soc(24, 24 + DAWN_H)]
    lows.push(after.length > 0 ? Math.min(...after) : Number.NaN)
    if (before.length < 10 || after.length < DAWN_H - 2) return null
    return Math.max(...before) >= FULL_SOC && Math.min(...after) <= floor + NEAR_EMPTY
  })
  return episodesOf(shows, { needed: 3, endAfter: 3 }).map((episode) =>
    told('bank.short-of-night', episode, {
      title: 'Full by noon, empty by dawn',
      sureness: 'likely',
      evidence: [
        `Full before ${FULL_BEFORE_H} o’clock, and down to ${write.percent(median(lows.slice(episode.from, episode.to + 1)) / 100)} by the next morning.`,
      ],
      causes: ['the nights draw more than listed', 'the bank is too small', 'it has lost capacity'],
      next: 'Read the loads by the hour below. As listed: a capacity test of the bank.',
    }),
  )
}

/** Sun is held back because the bank is full: no fault. */
export const surplus: Diagnose = ({ log, expected, write }) => {
  const sums = Array.from({ length: log.days }, (_, day) => {
    let [could, gave] = [0, 0]
    for (let at = day * 24; at < day * 24 + 24; at++) {
      could += figure(expected.pvCouldWh, at)
      gave += expected.isHeld[at] ? figure(log.figures.pvWh, at) : figure(expected.pvCouldWh, at)
    }
    return expected.weatherFrom[day] === 'sun' ? { could, left: could - gave } : null
  })
  const shows = sums.map((each) => each && each.could > 0 && each.left > SURPLUS_SHARE * each.could)
  return episodesOf(
    shows.map((each) => (each === null ? null : each === true)),
    SURPLUS_RULE,
  ).map((episode) =>
    told('surplus', episode, {
      title: 'The sun is held back because the bank is full',
      sureness: 'near certain',
      isFault: false,
      evidence: [
        `${write.quantity(
          median(sums.slice(episode.from, episode.to + 1).map((each) => each?.left ?? Number.NaN)) / 1000,
          'kWh',
          1,
        )} on a common day were there and not taken.`,
      ],
      causes: ['nothing is wrong: there is more sun than use'],
      next: 'Something that can wait may run by day: hot water, pumping, washing.',
    }),
  )
}
