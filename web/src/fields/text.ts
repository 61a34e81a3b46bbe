import { cutText } from '@yard-lamp/core'
import { formatNumber, parseQuantity } from '@yard-lamp/core/units'
import { type FieldRule, fieldRule } from './rule.ts'

export type Read =
  /** `own`: written in a unit of the person's own, worth keeping as it stands. */
  | { readonly ok: true; readonly value: number | null; readonly own: boolean }
  | { readonly ok: false; readonly message: string }

/**
 * Reads what was typed into a number field. A number without a unit is in the unit the field shows.
 * @param scale kept value × scale = shown value: 100 for percentages
 * @returns the value to keep, or a sentence that says what is expected
 */
export function readNumber(text: string, rule: FieldRule, scale = 1): Read {
  if (text.trim() === '')
    return rule.mayBeEmpty
      ? { ok: true, value: null, own: false }
      : { ok: false, message: `Expected ${allowedShown(rule, scale)}.` }
  const bare = scale !== 100 && rule.unit !== rule.keptUnit && !hasUnit(text)
  const parsed = parseQuantity(text, scale === 100 ? '%' : bare ? '' : rule.keptUnit)
  const value = parsed.ok ? (bare ? rule.kept(parsed.value) : parsed.value / scale) : Number.NaN
  if (parsed.ok && rule.accepts(value)) return { ok: true, value, own: hasUnit(text) }
  const reason = parsed.ok || parsed.reason === '' ? '' : ` ${parsed.reason};`
  return { ok: false, message: `“${cutText(text.trim(), 30)}” —${reason} expected ${allowedShown(rule, scale)}.` }
}

/** Whether a text says its unit, or says a figure in words. */
const hasUnit = (text: string): boolean => /[a-z°%'"²µ]/i.test(text.replace(/(\d)e([+-]?\d)/gi, '$1$2'))

function allowedShown(rule: FieldRule, scale: number): string {
  return scale === 100
    ? rule.allowed.replace(/\d+(\.\d+)?/g, (number) => formatNumber(Number(number) * 100)).concat(' %')
    : rule.allowed
}

/**
 * A value as it is shown in a field: plain digits, no thousands marks, no trailing zeros. A figure that came from another
 * unit and has no end (28 °F) is shown with a few digits; it is kept whole.
 */
export function showNumber(value: number | null, scale = 1, endlessDigits = 5): string {
  if (value === null) return ''
  const shown = Number((value * scale).toPrecision(8))
  const endless = shown !== Number((value * scale).toPrecision(12))
  return String(endless ? Number(shown.toPrecision(endlessDigits)) : shown)
}

/** The same for a kept value, in the unit the field shows: 18 m are 59.06 ft. */
export const showKept = (value: number | null, rule: FieldRule, scale = 1): string =>
  rule.unit === rule.keptUnit || scale === 100
    ? showNumber(value, scale)
    : showNumber(value === null ? null : rule.shown(value), scale, 4)

export { type FieldRule, fieldRule }
