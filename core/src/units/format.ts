const WHOLE = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 0 })
const DECIMALS = [0, 1, 2, 3, 4].map(
  (digits) => new Intl.NumberFormat('en-GB', { minimumFractionDigits: digits, maximumFractionDigits: digits }),
)

/** Units written for people; those not listed are shown as they are. */
const UNIT_TEXT: Record<string, string> = { C: '°C', mm2: 'mm²', ohm: 'Ω' }

/** Texts of figures by their decimals: an edit leaves most of what is written as it was. */
const written = new Map<number | undefined, Map<number, string>>()
const MOST_WRITTEN = 2000

/** A number without false precision: about three significant digits, thousands set apart, a true minus sign. */
export function formatNumber(value: number, decimals?: number): string {
  const texts = written.get(decimals) ?? new Map<number, string>()
  const before = texts.get(value)
  if (before !== undefined) return before
  const text = writeNumber(value, decimals)
  if (texts.size >= MOST_WRITTEN) texts.clear()
  written.set(decimals, texts.set(value, text))
  return text
}

function writeNumber(value: number, decimals: number | undefined): string {
  if (!Number.isFinite(value)) return '–'
  const size = Math.abs(value)
  const digits = decimals ?? (size >= 100 || Number.isInteger(value) ? 0 : size >= 10 ? 1 : size >= 1 ? 2 : 3)
  const text = (digits === 0 ? WHOLE : (DECIMALS[digits] ?? WHOLE)).format(size)
  const trimmed = decimals === undefined && digits > 0 ? text.replace(/\.?0+$/, '') : text
  return value < 0 && Number(trimmed.replace(/,/g, '')) !== 0 ? `−${trimmed}` : trimmed
}

/** A number with a unit as it stands, joined by a no-break space. Figures of a job go through its writer. */
export function formatPlain(value: number, unit: string, decimals?: number): string {
  const text = UNIT_TEXT[unit] ?? unit
  return text === '' ? formatNumber(value, decimals) : `${formatNumber(value, decimals)}\u00a0${text}`
}

/** Units that differ between systems of units; see units/writer.ts. */
type ConvertedUnit = '°C' | 'K' | 'm' | 'mm' | 'mm²' | 'm²' | 'cm²' | 'm³/h' | 'kg' | 'L' | 'L/h' | 'W/K'
type CommonUnit<U extends string> = string extends U ? never : U extends ConvertedUnit ? never : U

/**
 * A number with a unit that is the same in every system of units: V, A, W, Wh, h, days. Others, and units that are not
 * known here, do not compile: they go through a job's writer.
 */
export const formatQuantity = <U extends string>(value: number, unit: CommonUnit<U> & U, decimals?: number): string =>
  formatPlain(value, unit, decimals)

/** A share of one as a percentage. */
export function formatPercent(fraction: number, decimals?: number): string {
  const percent = fraction * 100
  return `${formatNumber(percent, decimals ?? (Math.abs(percent) < 10 && percent % 1 !== 0 ? 1 : 0))}\u00a0%`
}

/** A conductor size as it is written: 25 mm² and 2/0 AWG. */
export const formatSize = (size: string): string => size.replace(' mm2', '\u00a0mm²').replace(' AWG', '\u00a0AWG')

/** A cross-section, in mm² in every system of units: sizes of both are read from it. */
export const formatArea = (areaMm2: number): string => formatPlain(areaMm2, 'mm²')

/** Money, whole units. */
export const formatMoney = (amount: number, currency: string): string => `${WHOLE.format(amount)}\u00a0${currency}`

export const MONTH_NAMES = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
] as const

/** Name of a month counted from 1. */
/** A day in words. @example formatDay('2026-03-05') // '5 March 2026' */
export const formatDay = (date: string): string =>
  `${Number(date.slice(8, 10))}\u00a0${MONTH_NAMES[Number(date.slice(5, 7)) - 1] ?? ''} ${date.slice(0, 4)}`

export const monthName = (month: number): string => MONTH_NAMES[month - 1] ?? '–'
