import type { Writer } from '../units/writer.ts'
import { type Reading, verdictOf } from './step.ts'

/** Readings in words, in the units of a job: the same on the page, in print and in files. */

export const figureText = (
  { unit, decimals }: Pick<Reading, 'unit' | 'decimals'>,
  value: number,
  write: Writer,
): string => write.quantity(value, unit, decimals)

/** What is expected: the figure, then its bounds. Empty where nothing is. */
export function expectedText(reading: Reading, write: Writer): string {
  const { expected, low, high, unit, decimals } = reading
  const aim = expected ?? (low !== null && low === high ? low : null)
  const whole = (value: number) => figureText(reading, value, write)
  const bounds =
    low !== null && high !== null
      ? low === high
        ? ''
        : `${write.number(low, unit, decimals)} to ${whole(high)}`
      : low !== null
        ? `at least ${whole(low)}`
        : high !== null
          ? `at most ${whole(high)}`
          : ''
  return [aim === null ? '' : whole(aim), bounds].filter((text) => text !== '').join(', ')
}

/**
 * Whether it is right, by a sign and a word, and how far it is from what is expected, or from its bound where only that is
 * known; empty where nothing is expected or read.
 */
export function verdictText(reading: Reading, write: Writer): string {
  const verdict = verdictOf(reading)
  const { value, expected, low, high, unit, decimals } = reading
  if (verdict === 'open' || value === null || (low === null && high === null)) return ''
  if (verdict === 'within') return '✓ within'
  const off = Math.abs(value - (expected ?? (verdict === 'low' ? low : high) ?? 0))
  // Degrees Celsius are kelvins between each other.
  const text = write.quantity(off, unit === '°C' ? 'K' : unit, decimals)
  return `✗ ${verdict === 'low' ? 'too low' : 'too high'} by ${text}`
}
