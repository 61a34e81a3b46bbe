import { type ArrayRatios, arrayRatios, before, mean } from '../array-ratio.ts'
import { type Diagnose, type Diagnosis, type Seen, told } from '../diagnosis.ts'
import { type Episode, type EpisodeRule, episodesOf, median } from '../episodes.ts'

/** An array that gives less than so much of what it could is looked at. Assumption: sheets, dirt and sensor together stay above. */
const LOW = 0.88
const RULE: EpisodeRule = { needed: 4, endAfter: 2 }
/** Nothing at all: a cover, or no way to the controller. */
const SILENT = 0.06
const SILENT_RULE: EpisodeRule = { needed: 2, endAfter: 1 }
/** Snow can lie where the day was so cold, °C. */
const SNOW_C = 3
/** Morning and afternoon apart by so much: only half of the day is low. */
const HALF_APART = 0.15
const HALF_RULE: EpisodeRule = { needed: 4, endAfter: 3 }
/** A step: so near to the share that is left without a string, and so quickly. */
const STEP_NEAR = 0.035
const STEP_LEAST = 0.06
const BASE_DAYS = 20

/** The array gives less than the sun that was measured allows. */
export const arrayLow: Diagnose = (seen) => {
  const { reference, log, expected } = seen
  const ratios = arrayRatios(reference, log, expected)
  const silent = episodesOf(
    ratios.all.map((ratio) => (Number.isNaN(ratio) ? null : ratio < SILENT)),
    SILENT_RULE,
  )
  const half = episodesOf(halves(ratios), HALF_RULE)
  const low = episodesOf(lows(ratios, reference.strings), RULE)
  const others = [...silent, ...half]
  return [
    ...silent.map((episode) => nothingGiven(seen, ratios, episode)),
    ...half.map((episode) => halfDay(ratios, episode)),
    ...low
      .filter((episode) => !others.some((other) => overlap(episode, other)))
      .map((episode) => allDay(seen, ratios, episode)),
  ]
}

/** Most of the shorter one lies in the other. */
const overlap = (a: Episode, b: Episode): boolean => a.from <= b.to && b.from <= a.to

/** Days on which morning and afternoon differ; null where one of them says nothing. */
const halves = ({ morning, afternoon }: ArrayRatios): (boolean | null)[] =>
  morning.map((am, day) => {
    const pm = afternoon[day] ?? Number.NaN
    return Number.isNaN(am) || Number.isNaN(pm) ? null : Math.abs(am - pm) > HALF_APART
  })

/** Days below what is expected, or a string’s worth below the days before. */
function lows({ all }: ArrayRatios, strings: number): (boolean | null)[] {
  const sound: number[] = []
  return all.map((ratio) => {
    if (Number.isNaN(ratio)) return null
    const base = sound.length >= 5 ? median(sound.slice(-BASE_DAYS)) : Number.NaN
    const drop = strings > 1 ? Math.max(STEP_LEAST, 0.6 / strings) : 1
    const isLow = ratio < LOW || (!Number.isNaN(base) && ratio < base * (1 - drop))
    if (!isLow) sound.push(ratio)
    return isLow
  })
}

const said = (values: readonly number[], { from, to }: Episode): number[] =>
  values.slice(from, to + 1).filter((value) => !Number.isNaN(value))

function nothingGiven({ log, write }: Seen, { all }: ArrayRatios, episode: Episode): Diagnosis {
  const air = mean([...log.figures.airC.subarray(episode.from * 24, (episode.to + 1) * 24)])
  const isCold = !Number.isNaN(air) && air < SNOW_C
  const evidence = [
    `The array gave ${write.percent(median(said(all, episode)))} of what it could in the sun that was measured.`,
    ...(Number.isNaN(air) ? [] : [`The air was ${write.quantity(air, '°C', 0)} in the mean.`]),
  ]
  if (isCold)
    return told('pv.snow', episode, {
      title: 'Snow lies on the panels',
      sureness: 'likely',
      evidence,
      causes: ['snow or ice on the panels', 'the PV isolator open, or a fuse of the array gone'],
      next: 'Look at the panels. Are they clear: volts at the controller’s PV terminals in daylight.',
    })
  return told('pv.silent', episode, {
    title: 'The array gives nothing',
    sureness: 'near certain',
    evidence,
    causes: [
      'the PV isolator open or a breaker tripped',
      'a connector or a fuse of the array',
      'the controller at fault',
    ],
    next: 'Volts at the controller’s PV terminals in daylight, and on both sides of isolator and fuses.',
  })
}

function halfDay({ morning, afternoon }: ArrayRatios, episode: Episode): Diagnosis {
  const [am, pm] = [median(said(morning, episode)), median(said(afternoon, episode))]
  const isAfternoon = pm < am
  const percent = (ratio: number) => `${Math.round(100 * ratio)} %`
  return told('pv.half-day', episode, {
    title: isAfternoon ? 'Shade in the afternoon' : 'Shade in the morning',
    sureness: 'likely',
    evidence: [
      `Before noon the array gave ${percent(am)} of what it could, after noon ${percent(pm)}.`,
      'The sensor of sun had its light all day: what stands before the panels does not stand before it.',
    ],
    causes: ['shade: a tree that grew, a new mast, snow that slid', 'the panels lie another way than entered'],
    next: `Look along the panels at the sun in the ${isAfternoon ? 'afternoon' : 'morning'}; compare the strings’ currents then.`,
  })
}

/** All day: a step of a string, or something that came slowly. */
function allDay(seen: Seen, { all }: ArrayRatios, episode: Episode): Diagnosis {
  const { strings } = seen.reference
  const { write } = seen
  const level = median(said(all, episode))
  const base = before(all, episode.from, BASE_DAYS, 5)
  const held = Number.isNaN(base) ? 1 : Math.max(LOW, base)
  const out = stringsOut(strings, level / held)
  const isSudden = suddenly(all, episode, level, held)
  const evidence = [
    `The array gave ${write.percent(level)} of what it could in the sun that was measured, in hours in which nothing held it back${
      Number.isNaN(base) ? '' : `; before it was ${write.percent(base)}`
    }.`,
  ]
  if (out > 0 && isSudden)
    return told('pv.string', episode, {
      title: out === 1 ? 'A string of the array is out' : `${out} strings of the array are out`,
      sureness: 'likely',
      evidence: [
        ...evidence,
        `${out} of ${strings} strings missing would leave ${write.percent((strings - out) / strings)}, and it came from one day to the next.`,
      ],
      causes: ['a string’s fuse or connector open', 'a panel of it broken, or shaded all day', 'dirt, all at once'],
      next: 'Clamp the current of each string in the same sun: the one that is out carries none. Its open-circuit volts then.',
    })
  return told('pv.low', episode, {
    title: 'The panels give less all day',
    sureness: isSudden ? 'possible' : 'likely',
    evidence: [...evidence, isSudden ? 'It came from one day to the next.' : 'It came slowly, day by day.'],
    causes: isSudden
      ? ['a part of the array out', 'something over the panels', 'another setting of the controller']
      : ['dirt, dust, pollen or salt on the panels', 'the sensor of sun dirty or moved', 'panels ageing'],
    next: 'Wash one string and compare its current with the others’ in the same sun.',
  })
}

/** How many strings missing would leave so much; 0 where none fits. */
function stringsOut(strings: number, left: number): number {
  for (let out = 1; out < strings && out <= 3; out++)
    if (Math.abs(left - (strings - out) / strings) <= STEP_NEAR) return out
  return 0
}

/** The first days are as low as the rest, and those before were not. */
function suddenly(all: readonly number[], episode: Episode, level: number, held: number): boolean {
  const [first, second] = said(all, episode)
  const last = before(all, episode.from, 2, 1)
  const isDown = Math.abs(((first ?? 0) + (second ?? 0)) / 2 - level) < (held - level) * 0.35
  return isDown && (Number.isNaN(last) || last > held - (held - level) * 0.35)
}
