/** How a column of times is written. */
export const TIME_ORDERS = ['day first', 'month first', 'year first', 'seconds', 'milliseconds', 'sheet days'] as const
export type TimeOrder = (typeof TIME_ORDERS)[number]

const SHEET_DAY_0_MS = Date.UTC(1899, 11, 30)
const DAY_MS = 86_400_000
const NUMBERS = /^\s*(\d{1,4})[-/. ](\d{1,2})[-/. ](\d{1,4})(?:[T ,]+(.*))?$/
const CLOCK = /^(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,]\d+)?)?\s*(am|pm)?\s*(z|utc|[+-]\d{2}:?\d{2})?$/i

/**
 * Which way a column of times is written, from all of it: a figure above twelve is no month.
 * @returns null where it is none of the ways known; `isSure` false where day and month could stand either way
 */
export function guessOrder(texts: readonly string[]): { readonly order: TimeOrder; readonly isSure: boolean } | null {
  const there = texts.map((text) => text.trim()).filter((text) => text !== '')
  if (there.length === 0) return null
  const numbers = there.map(Number)
  if (numbers.every((value) => value > 1e11)) return { order: 'milliseconds', isSure: true }
  if (numbers.every((value) => value > 1e8)) return { order: 'seconds', isSure: true }
  if (numbers.every((value) => value > 20_000 && value < 90_000)) return { order: 'sheet days', isSure: true }
  const parts = there.map((text) => NUMBERS.exec(text))
  if (parts.some((part) => part === null)) return null
  if (parts.every((part) => (part?.[1]?.length ?? 0) === 4)) return { order: 'year first', isSure: true }
  if (parts.some((part) => Number(part?.[1]) > 12)) return { order: 'day first', isSure: true }
  if (parts.some((part) => Number(part?.[2]) > 12)) return { order: 'month first', isSure: true }
  return { order: 'day first', isSure: false }
}

/**
 * A moment as UTC, ms.
 * @param text date and time, or the date with `clock` beside it
 * @param offsetMs of the clock it is written by; a text with a zone of its own keeps to that
 * @returns null where it is no moment
 * @example momentOf('29/11/2026', '14:05', 'day first', 0) // Date.UTC(2026, 10, 29, 14, 5)
 */
export function momentOf(text: string, clock: string, order: TimeOrder, offsetMs: number): number | null {
  const plain = text.trim()
  if (order === 'seconds' || order === 'milliseconds' || order === 'sheet days') {
    const value = Number(plain)
    if (plain === '' || !Number.isFinite(value)) return null
    if (order === 'sheet days') return SHEET_DAY_0_MS + Math.round(value * 86_400) * 1000 - offsetMs
    return order === 'seconds' ? value * 1000 : value
  }
  const part = NUMBERS.exec(plain)
  if (!part) return null
  const dayMs = dateOf(part.slice(1, 4).map(Number), order)
  const time = timeOf((clock.trim() || part[4]) ?? '')
  if (dayMs === null || time === null) return null
  return dayMs + time.ms - (time.zoneMs ?? offsetMs)
}

function dateOf([a = 0, b = 0, c = 0]: readonly number[], order: TimeOrder): number | null {
  const [year, month, day] = order === 'year first' ? [a, b, c] : order === 'day first' ? [c, b, a] : [c, a, b]
  const full = year < 100 ? 2000 + year : year
  const ms = Date.UTC(full, month - 1, day)
  const date = new Date(ms)
  const isReal = date.getUTCMonth() === month - 1 && date.getUTCDate() === day && full >= 1990 && full < 2200
  return isReal ? ms : null
}

function timeOf(text: string): { readonly ms: number; readonly zoneMs: number | null } | null {
  if (text.trim() === '') return { ms: 0, zoneMs: null }
  const part = CLOCK.exec(text.trim())
  if (!part) return null
  const half = part[4]?.toLowerCase()
  const hour = half ? (Number(part[1]) % 12) + (half === 'pm' ? 12 : 0) : Number(part[1])
  const [minute, second] = [Number(part[2]), Number(part[3] ?? 0)]
  if (hour > 24 || minute > 59 || second > 59) return null
  return { ms: ((hour * 60 + minute) * 60 + second) * 1000, zoneMs: zoneOf(part[5]) }
}

function zoneOf(text: string | undefined): number | null {
  if (text === undefined) return null
  if (/^(z|utc)$/i.test(text)) return 0
  const sign = text.startsWith('-') ? -1 : 1
  const digits = text.replace(/\D/g, '')
  return sign * (Number(digits.slice(0, 2)) * 60 + Number(digits.slice(2, 4))) * 60_000
}

export const dayStartMs = (atMs: number, offsetMs: number): number =>
  Math.floor((atMs + offsetMs) / DAY_MS) * DAY_MS - offsetMs
