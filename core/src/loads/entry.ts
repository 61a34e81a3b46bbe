import { LOAD_BASES, type Load, loadSchema, PRIORITIES } from '../job/schema.ts'
import { quantityMeta } from '../method/quantity.ts'
import { formatNumber } from '../units/format.ts'
import { parsePower, parseQuantity } from '../units/parse.ts'
import { hasLabel, hasMeter, runningW } from './power.ts'
import { typedHoursLoad } from './shift.ts'

/** Columns of a load list, in the order in which they stand in the grid and in a spreadsheet. */
export const LOAD_COLUMNS = [
  'name',
  'quantity',
  'supply',
  'basis',
  'powerW',
  'startW',
  'hoursPerDay',
  'dutyCycle',
  'daysPerWeek',
  'hoursOfDay',
  'group',
  'priority',
  'stage',
  'note',
] as const
export type LoadColumn = (typeof LOAD_COLUMNS)[number]

/** What a text typed or pasted into a column changes, or why it cannot. */
export type Entry =
  | { readonly ok: true; readonly patch: Partial<Load> }
  | { readonly ok: false; readonly message: string }

const changed = (patch: Partial<Load>): Entry => ({ ok: true, patch })

/** Columns kept as a number, with the unit in which they are typed and the kept value over the typed one. */
const NUMBERS = {
  quantity: { unit: '', scale: 1, empty: undefined },
  startW: { unit: 'W', scale: 1, empty: null },
  hoursPerDay: { unit: 'h', scale: 1, empty: null },
  dutyCycle: { unit: '%', scale: 0.01, empty: 1 },
  daysPerWeek: { unit: 'd', scale: 1, empty: 7 },
} as const

/**
 * Reads what a person typed or pasted into a column, as they say it: "15 min", "1.2 kW", "3.1 A 230 V", "twice a week".
 * @returns the change to the load, or a sentence that says what came and what is expected
 */
export function entryOf(load: Load, column: LoadColumn, text: string): Entry {
  const typed = text.trim()
  switch (column) {
    case 'powerW':
      return powerEntry(load, typed)
    case 'hoursPerDay':
      return hoursADayEntry(load, typed)
    case 'quantity':
    case 'startW':
    case 'dutyCycle':
    case 'daysPerWeek':
      return numberEntry(column, typed)
    case 'hoursOfDay':
      return hoursEntry(typed)
    case 'supply':
      return supplyEntry(typed)
    case 'basis':
      return wordEntry('basis', LOAD_BASES, BASIS_WORDS, typed, 'guess')
    case 'priority':
      return wordEntry('priority', PRIORITIES, PRIORITY_WORDS, typed, 'ordinary')
    case 'stage':
      return wordEntry('stage', ['now', 'later'], {}, typed, 'now')
    default:
      return lineEntry(column, text)
  }
}

function numberEntry(column: keyof typeof NUMBERS, typed: string): Entry {
  const { unit, scale, empty } = NUMBERS[column]
  const schema = loadSchema.shape[column]
  if (typed === '' && empty !== undefined) return changed({ [column]: empty })
  const parsed = parseQuantity(typed, unit)
  const value = parsed.ok ? Number((parsed.value * scale).toPrecision(12)) : Number.NaN
  if (parsed.ok && schema.safeParse(value).success) return changed({ [column]: value })
  const allowed = column === 'dutyCycle' ? 'a number from 0 to 10,000 %' : (quantityMeta(schema)?.allowed ?? 'a number')
  return refusal(typed, parsed.ok ? '' : parsed.reason, allowed)
}

function hoursADayEntry(load: Load, typed: string): Entry {
  const entry = numberEntry('hoursPerDay', typed)
  return entry.ok ? changed(typedHoursLoad(load, entry.patch.hoursPerDay ?? null)) : entry
}

function refusal(typed: string, reason: string, allowed: string): Entry {
  if (typed === '') return { ok: false, message: `Expected ${allowed}.` }
  const why = reason === '' ? '' : ` ${reason};`
  return { ok: false, message: `“${typed.slice(0, 30)}” —${why} expected ${allowed}.` }
}

const NO_SOURCE = { labelVoltageV: null, labelCurrentA: null, meterEnergyKwh: null, meterLoggedHours: null }

/** Watts, a label or a meter reading; the basis follows what was given. */
function powerEntry(load: Load, typed: string): Entry {
  if (typed === '') return changed({ ...NO_SOURCE, powerW: null })
  const parsed = parsePower(typed)
  const allowed = 'watts from 0 to 1,000,000, a label such as 3.1 A 230 V, or a meter such as 1.9 kWh in 48 h'
  if (!parsed.ok) return refusal(typed, parsed.reason, allowed)
  const patch: Partial<Load> =
    parsed.kind === 'watts'
      ? { labelVoltageV: null, labelCurrentA: null, powerW: parsed.powerW }
      : parsed.kind === 'label'
        ? {
            ...NO_SOURCE,
            powerW: null,
            basis: 'label',
            labelVoltageV: parsed.voltageV,
            labelCurrentA: parsed.currentA,
            ...(parsed.powerFactor === null ? {} : { powerFactor: parsed.powerFactor }),
          }
        : { ...NO_SOURCE, basis: 'meter', meterEnergyKwh: parsed.energyKwh, meterLoggedHours: parsed.loggedHours }
  return loadSchema.safeParse({ ...load, ...patch }).success ? changed(patch) : refusal(typed, '', allowed)
}

/** "7-9, 18, 20-22"; "all day"; empty for not painted. */
function hoursEntry(typed: string): Entry {
  if (typed === '') return changed({ hoursOfDay: null })
  if (/^(all day|always|24)$/i.test(typed)) return changed({ hoursOfDay: Array.from({ length: 24 }, (_, i) => i) })
  const hours = new Set<number>()
  for (const part of typed.split(/[,;]\s*/)) {
    const span = /^(\d{1,2})(?::00)?(?:\s*[-–]\s*(\d{1,2})(?::00)?)?$/.exec(part.trim())
    const [from, to] = [Number(span?.[1]), Number(span?.[2] ?? Number(span?.[1]) + 1)]
    if (!span || from > 23 || to > 24) return refusal(typed, '', 'hours of the clock such as 7-9, 18, 20-22')
    // A span over midnight goes round.
    const length = to > from ? to - from : 24 - from + to
    for (let i = 0; i < length; i++) hours.add((from + i) % 24)
  }
  return changed({ hoursOfDay: [...hours].sort((a, b) => a - b) })
}

/** "AC", "DC", "DC 12 V". */
function supplyEntry(typed: string): Entry {
  const parts = /^(ac|dc)?\s*(.*)$/i.exec(typed.toLowerCase())
  const voltage = parts?.[2] ? parseQuantity(parts[2], 'V') : null
  if (typed === '') return changed({ supply: 'ac', voltageV: null })
  if (parts?.[1] === 'ac' && !voltage) return changed({ supply: 'ac', voltageV: null })
  if (
    parts &&
    parts[1] !== 'ac' &&
    (parts[1] || voltage) &&
    (!voltage || (voltage.ok && voltage.value > 0 && voltage.value <= 1000))
  )
    return changed({ supply: 'dc', voltageV: voltage?.ok ? voltage.value : null })
  return refusal(typed, '', 'AC, DC, or DC with its voltage, such as DC 12 V')
}

const BASIS_WORDS: Record<string, Load['basis']> = {
  measured: 'meter',
  'plug-in meter': 'meter',
  'clamp meter': 'clamp',
  nameplate: 'label',
  estimate: 'guess',
  guessed: 'guess',
}
const PRIORITY_WORDS: Record<string, Load['priority']> = {
  'can wait': 'can-wait',
  wait: 'can-wait',
  normal: 'ordinary',
}

function wordEntry<T extends string>(
  column: LoadColumn,
  words: readonly T[],
  others: Readonly<Record<string, T>>,
  typed: string,
  empty: T,
): Entry {
  const plain = typed.toLowerCase()
  const word =
    typed === ''
      ? empty
      : (words.find((each) => each === plain) ?? (Object.hasOwn(others, plain) ? others[plain] : undefined))
  return word === undefined ? refusal(typed, '', `one of ${words.join(', ')}`) : changed({ [column]: word })
}

function lineEntry(column: 'name' | 'group' | 'note', text: string): Entry {
  const most = { name: 200, group: 80, note: 2000 }[column]
  return text.length <= most
    ? changed({ [column]: text })
    : { ok: false, message: `A text of ${text.length} letters; expected at most ${most}.` }
}

/** A column of a load in its normal form, which `entryOf` reads back to the same. */
export function shownEntry(load: Load, column: LoadColumn): string {
  switch (column) {
    case 'powerW':
      return shownPower(load)
    case 'quantity':
      return formatNumber(load.quantity)
    case 'startW':
      return load.startW === null ? '' : plain(load.startW)
    case 'hoursPerDay':
      return load.hoursPerDay === null ? '' : shownHours(load.hoursPerDay)
    case 'dutyCycle':
      return `${plain(load.dutyCycle * 100)} %`
    case 'daysPerWeek':
      return plain(load.daysPerWeek)
    case 'hoursOfDay':
      return shownSpans(load.hoursOfDay)
    case 'supply':
      return load.supply === 'dc' && load.voltageV !== null ? `DC ${plain(load.voltageV)} V` : load.supply.toUpperCase()
    case 'priority':
      return load.priority === 'can-wait' ? 'can wait' : load.priority
    default:
      return load[column]
  }
}

/** Plain digits, without thousands marks, as a spreadsheet reads them. */
const plain = (value: number): string => String(Number(value.toPrecision(10)))

function shownPower(load: Load): string {
  if (hasLabel(load)) {
    const factor = load.powerFactor === null ? '' : ` pf ${plain(load.powerFactor)}`
    return `${plain(load.labelCurrentA ?? 0)} A ${plain(load.labelVoltageV ?? 0)} V${factor}`
  }
  if (load.powerW === null && hasMeter(load))
    return `${plain(load.meterEnergyKwh ?? 0)} kWh in ${plain(load.meterLoggedHours ?? 0)} h`
  return load.powerW === null ? '' : plain(load.powerW)
}

/** Watts in the grid, short: of the label or meter they were worked out from, or as typed. */
export function shownWatts(load: Load): string {
  const watts = runningW(load)
  return watts === null ? '' : formatNumber(watts)
}

/** Minutes count: under an hour is shown in minutes. */
function shownHours(hours: number): string {
  const minutes = hours * 60
  if (hours > 0 && hours < 1 && Math.abs(minutes - Math.round(minutes)) < 1e-6) return `${Math.round(minutes)} min`
  return `${plain(hours)} h`
}

function shownSpans(hours: readonly number[] | null): string {
  if (!hours || hours.length === 0) return ''
  if (hours.length === 24) return 'all day'
  const spans: [from: number, to: number][] = []
  for (const hour of hours) {
    const last = spans.at(-1)
    if (last && last[1] === hour) last[1] = hour + 1
    else spans.push([hour, hour + 1])
  }
  return spans.map(([from, to]) => (to - from === 1 ? `${from}` : `${from}-${to}`)).join(', ')
}
