import { formatNumber } from '@yard-lamp/core/units/format'
import { parseQuantity } from '@yard-lamp/core/units/parse'
import { type FieldRule, fieldRule } from './rule.ts'

export type Read =
  | { readonly ok: true; readonly value: number | null }
  | { readonly ok: false; readonly message: string }

/**
 * Reads what was typed into a number field.
 * @param scale kept value × scale = shown value: 100 for percentages
 * @returns the value to keep, or a sentence that says what is expected
 */
export function readNumber(text: string, rule: FieldRule, scale = 1): Read {
  if (text.trim() === '')
    return rule.mayBeEmpty
      ? { ok: true, value: null }
      : { ok: false, message: `Expected ${allowedShown(rule, scale)}.` }
  const parsed = parseQuantity(text, scale === 100 ? '%' : rule.unit)
  const value = parsed.ok ? parsed.value / scale : Number.NaN
  if (parsed.ok && rule.accepts(value)) return { ok: true, value }
  const reason = parsed.ok || parsed.reason === '' ? '' : ` ${parsed.reason};`
  return { ok: false, message: `“${text.trim().slice(0, 30)}” —${reason} expected ${allowedShown(rule, scale)}.` }
}

function allowedShown(rule: FieldRule, scale: number): string {
  return scale === 100
    ? rule.allowed.replace(/\d+(\.\d+)?/g, (number) => formatNumber(Number(number) * 100)).concat(' %')
    : rule.allowed
}

/**
 * A kept value as it is shown in a field: plain digits, no thousands marks, no trailing zeros. A figure that came from
 * another unit and has no end (28 °F) is shown with five digits; it is kept whole.
 */
export function showNumber(value: number | null, scale = 1): string {
  if (value === null) return ''
  const shown = Number((value * scale).toPrecision(8))
  const endless = shown !== Number((value * scale).toPrecision(12))
  return String(endless ? Number(shown.toPrecision(5)) : shown)
}

export { type FieldRule, fieldRule }
