import { TYPED_UNITS } from './typed.ts'

/** Words that stand for a figure, by the unit it is kept in. */
const WORDS: Record<string, readonly (readonly [RegExp, number])[]> = {
  h: [
    [/^(all day|always|always on|round the clock|24\/7)$/, 24],
    [/^half an hour$/, 0.5],
    [/^(a )?quarter of an hour$/, 0.25],
    [/^(an|one) hour$/, 1],
  ],
  d: [
    [/^(every day|daily|all week|each day)$/, 7],
    [/^(every other day|every second day)$/, 3.5],
    [/^(weekdays|week days|work(ing)? days|mon ?[-–] ?fri)$/, 5],
    [/^(weekends?|at weekends|sat ?[-–+&] ?sun)$/, 2],
    [/^(weekly|once|once a week)$/, 1],
    [/^(twice|twice a week)$/, 2],
    [/^(never)$/, 0],
    [/^(monthly|once a month)$/, 12 / 52],
  ],
  '': [[/^(a pair|pair)$/, 2]],
}
const COUNT_WORDS: Record<string, number> = {
  once: 1,
  twice: 2,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
}
const GLYPHS: Record<string, string> = { '½': '1/2', '¼': '1/4', '¾': '3/4', '⅓': '1/3', '⅔': '2/3', '⅛': '1/8' }

/** Units in which “1/2” alone is plain. */
const MAY_BE_A_BARE_FRACTION = new Set(['h', 'd', '%', 'm'])

export type Parsed =
  | { readonly ok: true; readonly value: number }
  /** `reason` is empty where the text is simply no figure of that kind. */
  | { readonly ok: false; readonly reason: string }

const refused = (reason = ''): Parsed => ({ ok: false, reason })
const read = (value: number): Parsed => (Number.isFinite(value) ? { ok: true, value } : refused())

const DECIMAL = String.raw`[+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:e[+-]?\d{1,3})?`
/** "2 1/2", "1/4", or a decimal number. */
const FIGURE = String.raw`(?:\d+\s+\d+\/\d+|\d+(?:\.\d+)?\/\d+(?:\.\d+)?|${DECIMAL})`
const TERM = new RegExp(String.raw`^(${FIGURE})\s*([a-z°²³%µ'][a-z0-9°²³%/']*)?\s*`, 'i')
const TIMES = /^(\d+|twice|two|three|four|five|six)\s*(?:[x×*]|times)\s*(.+)$/i

/** Small and large letters of one prefix stand a factor of a billion apart: told apart before all letters become small. */
const PREFIXED = /(?<=[\d\s.,])([mM])(w|W)(h|H)?(?![a-zA-Z])/g
/** Nobody has a million amperes or volts: a large M before them was meant small, or was not. */
const MEGA = /(?<=[\d\s.,])M(A|Ah|V)(?![a-zA-Z])/g
const prefixName = (_: string, prefix: string, watt: string, hour = ''): string =>
  watt === 'W' ? `${prefix === 'm' ? 'milli' : 'mega'}w${hour}` : `${UNSAID}w${hour}`
/** Stands for a prefix written in small letters throughout, or the wrong way round. */
const UNSAID = 'milliormega'

/** Plain letters, single blanks, a point for the decimal, no thousands marks. */
function cleaned(text: string): string {
  return text
    .trim()
    .replace(/[\u00a0\u202f\s]+/g, ' ')
    .replace(/[−–](?=\d)/g, '-')
    .replace(
      /[½¼¾⅓⅔⅛]/g,
      (glyph, at: number, all: string) => `${/\d/.test(all[at - 1] ?? '') ? ' ' : ''}${GLYPHS[glyph]}`,
    )
    .replace(/(\d),(?=\d{3}(?!\d))/g, '$1')
}

function figure(text: string): number {
  const mixed = /^(\d+)\s+(\d+)\/(\d+)$/.exec(text)
  if (mixed) return Number(mixed[1]) + Number(mixed[2]) / Number(mixed[3])
  const [above = '', below] = text.split('/')
  const number = Number(above.replace(',', '.'))
  return below === undefined ? number : number / Number(below)
}

/**
 * Reads a figure as people say it: "1.2 kW", "15 min", "1 h 30 min", "1:30", "1/4 hp", "20 ft", "1,200", "0,4",
 * "3/7" and "twice a week" for days a week, "1 in 3" for a share, "2 × 15 min".
 * @param unit the unit the figure is kept in
 * @returns the value in that unit; not ok, with a reason where one can be given, where the text is no finite number or
 * the unit does not belong
 * @example parseQuantity('15 min', 'h') // { ok: true, value: 0.25 }
 */
export function parseQuantity(text: string, unit: string): Parsed {
  const plain = cleaned(text).replace(PREFIXED, prefixName).replace(MEGA, `${UNSAID}$1`)
  const lower = plain.toLowerCase()
  const word = WORDS[unit]?.find(([pattern]) => pattern.test(lower))
  if (word) return read(word[1])
  return (
    readShare(lower, unit) ??
    readDays(lower, unit) ??
    readClock(lower, unit) ??
    readTimes(lower, unit) ??
    readSum(lower, unit)
  )
}

/** "1 in 3" and "1/3" of a percentage. */
function readShare(text: string, unit: string): Parsed | null {
  if (unit !== '%') return null
  const parts = /^(\d+(?:\.\d+)?)\s*(?:in|of|out of|\/)\s*(\d+(?:\.\d+)?)$/.exec(text)
  return parts ? read((100 * Number(parts[1])) / Number(parts[2])) : null
}

/** "3/7", "3 of 7", "3 times a week", "3 a week", "twice a month". */
function readDays(text: string, unit: string): Parsed | null {
  if (unit !== 'd') return null
  const ofSeven = /^(\d+(?:\.\d+)?)\s*(?:\/|of|in|out of)\s*(\d+)(?: days)?$/.exec(text)
  if (ofSeven) {
    return ofSeven[2] === '7' ? read(Number(ofSeven[1])) : read((7 * Number(ofSeven[1])) / Number(ofSeven[2]))
  }
  const often =
    /^(\d+(?:\.\d+)?|once|twice|one|two|three|four|five|six|seven)\s*(?:x|×|times?|days?)?\s*(?:a|per|each|every|\/)\s*(week|w|wk|month)$/.exec(
      text,
    )
  if (!often) return null
  const count = COUNT_WORDS[often[1] ?? ''] ?? Number(often[1])
  return read(often[2] === 'month' ? (count * 12) / 52 : count)
}

/** "1:30" of hours. */
function readClock(text: string, unit: string): Parsed | null {
  const parts = unit === 'h' ? /^(\d{1,3}):([0-5]\d)(?: ?h)?$/.exec(text) : null
  return parts ? read(Number(parts[1]) + Number(parts[2]) / 60) : null
}

/** "2 × 15 min", "twice 15 min". */
function readTimes(text: string, unit: string): Parsed | null {
  const parts = TIMES.exec(text) ?? /^(twice)\s+(.+)$/.exec(text)
  if (!parts) return null
  const each = readSum(parts[2] ?? '', unit)
  return each.ok ? read((COUNT_WORDS[parts[1] ?? ''] ?? Number(parts[1])) * each.value) : each
}

/** One figure with or without a unit, or several that each carry one: "1 h 30 min". */
function readSum(text: string, unit: string): Parsed {
  let rest = text
  let sum = 0
  let terms = 0
  while (rest !== '') {
    const parts = TERM.exec(rest)
    if (!parts) return refused()
    const typed = parts[2] ?? ''
    rest = rest.slice(parts[0].length).replace(/^(and|\+)\s*/, '')
    terms++
    if (typed === '' && (rest !== '' || terms > 1)) return refused()
    const scale = typed === '' ? ([1] as const) : TYPED_UNITS[unit]?.[typed]
    if (!scale) return refused(foreignUnit(typed, unit))
    if (typed === '' && parts[1]?.includes('/') && !MAY_BE_A_BARE_FRACTION.has(unit))
      return refused('a fraction needs its unit, as 1/4 hp')
    sum += (figure(parts[1] ?? '') + (scale[1] ?? 0)) * scale[0]
  }
  return terms === 0 ? refused() : read(sum)
}

/** What is wrong with a unit that belongs to another kind of figure. */
function foreignUnit(typed: string, unit: string): string {
  if (typed.startsWith(UNSAID)) return 'm stands for a thousandth and M for a million: write which, as 500 mW'
  const kind = Object.entries(TYPED_UNITS).find(([, names]) => typed in names)?.[0]
  if (kind === undefined) return `“${typed}” is no unit known here`
  if (unit === 'W' && kind === 'Wh')
    return 'watt-hours are energy; watts are asked for: give the hours too, as 1.2 kWh in 24 h'
  if (unit === 'W' && kind === 'A') return 'amperes need their volts: write both, as 3.1 A 230 V'
  if (unit === 'W' && kind === 'V') return 'volts need their amperes: write both, as 3.1 A 230 V'
  return unit === '' ? 'a count has no unit' : `${kind} is asked for as ${unit}`
}

/** Watts of a load as a person reads them out, with where they come from. */
export type ParsedPower =
  | { readonly ok: true; readonly kind: 'watts'; readonly powerW: number }
  | {
      readonly ok: true
      readonly kind: 'label'
      readonly voltageV: number
      readonly currentA: number
      readonly powerFactor: number | null
    }
  | { readonly ok: true; readonly kind: 'meter'; readonly energyKwh: number; readonly loggedHours: number }
  | { readonly ok: false; readonly reason: string }

/**
 * Reads the watts of a load: "1.2 kW", "1/4 hp"; a label, "3.1 A 230 V", "230 V × 3.1 A, pf 0.8"; a plug-in meter,
 * "1.9 kWh in 48 h", "0.84 kWh / 24 h", "0.84 kWh a day".
 * @returns what was read, by kind; not ok with a reason otherwise
 * @example parsePower('3.1 A 230 V') // { ok: true, kind: 'label', voltageV: 230, currentA: 3.1, powerFactor: null }
 */
export function parsePower(text: string): ParsedPower {
  const plain = cleaned(text).replace(PREFIXED, prefixName).replace(MEGA, `${UNSAID}$1`).toLowerCase()
  const label = readLabel(plain)
  if (label) return label
  const meter = /^(.+?wh)\s*(?:in|over|\/|per|during|a)\s*(.+)$/.exec(plain)
  if (meter) {
    const energy = parseQuantity(meter[1] ?? '', 'kWh')
    const period = meter[2] ?? ''
    const hours = /^(a |one )?day$/.test(period)
      ? read(24)
      : /^(a |one )?week$/.test(period)
        ? read(168)
        : readPeriod(period)
    if (!energy.ok || !hours.ok || energy.value < 0 || hours.value <= 0)
      return { ok: false, reason: 'a meter reading is kWh over hours, as 1.9 kWh in 48 h' }
    return { ok: true, kind: 'meter', energyKwh: energy.value, loggedHours: hours.value }
  }
  const watts = parseQuantity(plain, 'W')
  return watts.ok ? { ok: true, kind: 'watts', powerW: watts.value } : { ok: false, reason: watts.reason }
}

const readPeriod = (text: string): Parsed => {
  const days = /^(\d+(?:\.\d+)?)\s*days?$/.exec(text)
  return days ? read(24 * Number(days[1])) : parseQuantity(text, 'h')
}

function readLabel(text: string): ParsedPower | null {
  const number = `(${FIGURE})`
  const factor = /[,;]?\s*(?:pf|cos ?φ|power factor)\s*=?\s*(\d*[.,]?\d+)$/.exec(text)
  const rest = factor ? text.slice(0, factor.index) : text
  const joint = String.raw`\s*(?:[x×*@,·]|at)?\s*`
  const amps = String.raw`${number}\s*(ma|a|amps?)`
  const volts = String.raw`${number}\s*(kv|v|volts?)(?:\s*(?:ac|dc))?`
  const forward = new RegExp(`^${amps}${joint}${volts}$`).exec(rest)
  const backward = forward ? null : new RegExp(`^${volts}${joint}${amps}$`).exec(rest)
  const parts = forward ?? backward
  if (!parts) return null
  const [currentText, currentUnit, voltageText, voltageUnit] = forward
    ? [parts[1], parts[2], parts[3], parts[4]]
    : [parts[3], parts[4], parts[1], parts[2]]
  const currentA = figure(currentText ?? '') * (currentUnit === 'ma' ? 0.001 : 1)
  const voltageV = figure(voltageText ?? '') * (voltageUnit === 'kv' ? 1000 : 1)
  const powerFactor = factor ? figure(factor[1] ?? '') : null
  if (!(currentA >= 0) || !(voltageV > 0) || !Number.isFinite(currentA * voltageV))
    return { ok: false, reason: 'a label gives volts above 0 and amperes from 0' }
  if (powerFactor !== null && !(powerFactor > 0 && powerFactor <= 1))
    return { ok: false, reason: 'a power factor is above 0 and at most 1' }
  return { ok: true, kind: 'label', voltageV, currentA, powerFactor }
}
