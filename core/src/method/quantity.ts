import { z } from 'zod'
import type { Writer } from '../units/writer.ts'

/** What is said about a number: its symbol in formulas, its name, its unit and its range. */
export interface QuantityRange {
  /** Smallest value allowed. */
  readonly min?: number
  /** Values must be greater than this. */
  readonly above?: number
  /** Largest value allowed. */
  readonly max?: number
  /** Values must be smaller than this. */
  readonly below?: number
  readonly integer?: boolean
}

export interface QuantityMeta {
  readonly symbol: string
  readonly label: string
  /** Unit symbol; empty for fractions and counts. */
  readonly unit: string
  readonly allowed: string
}

/** A bound with its thousands set apart: 1,000,000. */
const thousands = (value: number): string =>
  Math.abs(value) < 1000 ? String(value) : new Intl.NumberFormat('en-GB').format(value)

/** Words for a range: "a number from 0 to 24 h", "a whole number from 1". */
export function describeRange(range: QuantityRange, unit: string): string {
  const noun = range.integer ? 'a whole number' : 'a number'
  const low =
    range.above !== undefined
      ? `above ${thousands(range.above)}`
      : range.min !== undefined
        ? `from ${thousands(range.min)}`
        : ''
  const high =
    range.below !== undefined
      ? `below ${thousands(range.below)}`
      : range.max !== undefined
        ? `to ${thousands(range.max)}`
        : ''
  const joint = low && range.below !== undefined ? ' and' : ''
  const upper = !low && range.max !== undefined ? `up ${high}` : high
  return [noun, `${low}${joint}`, upper, unit].filter((part) => part !== '').join(' ')
}

/**
 * A finite number with its symbol, name, unit and range. Guards accept rather than reject, so NaN and Infinity fail.
 * @example quantity('V', 'voltage', 'V', { above: 0 })
 */
export function quantity(symbol: string, label: string, unit: string, range: QuantityRange = {}) {
  const allowed = describeRange(range, unit)
  const whole = within(range)
  const error = ({ input }: { input?: unknown }) =>
    typeof input === 'number' && isIn(range, input) ? `${allowed}, of a size that can be reckoned with` : allowed
  let schema = z.number({ error })
  if (range.integer) schema = schema.int({ error })
  if (whole.min !== undefined) schema = schema.gte(whole.min, { error })
  if (whole.above !== undefined) schema = schema.gt(whole.above, { error })
  if (whole.max !== undefined) schema = schema.lte(whole.max, { error })
  if (whole.below !== undefined) schema = schema.lt(whole.below, { error })
  const described = schema.meta({ symbol, label, unit, allowed })
  ranges.set(described, range)
  wholeRanges.set(described, whole)
  return described
}

const ranges = new WeakMap<z.ZodType, QuantityRange>()
const wholeRanges = new WeakMap<z.ZodType, QuantityRange>()
/** Range a quantity takes; undefined for other schemas. */
export const rangeOf = (schema: z.ZodType): QuantityRange | undefined => wholeRanges.get(schema)

/** No figure of this world is larger, or smaller and not nothing: what is reckoned from them stays a number. */
const LARGEST = 1e30
const LEAST = 1e-12

/** A range with those ends where it has none of its own. */
function within(range: QuantityRange): QuantityRange {
  const { above, ...ends } = range
  return {
    ...ends,
    ...(above === 0 ? { min: LEAST } : above === undefined ? {} : { above }),
    ...(range.min === undefined && above === undefined ? { min: -LARGEST } : {}),
    ...(range.max === undefined && range.below === undefined ? { max: LARGEST } : {}),
  }
}

const isIn = ({ min = -Infinity, above = -Infinity, max = Infinity, below = Infinity }: QuantityRange, value: number) =>
  Number.isFinite(value) && value >= min && value > above && value <= max && value < below

/** Temperatures met on earth, with what the sun and a closed box add: the one range of every air, room and battery, °C. */
export const AIR_RANGE_C = { min: -90, max: 80 } as const

export const fraction = (symbol: string, label: string) => quantity(symbol, label, '', { min: 0, max: 1 })
/** A share above 0 and at most 1: efficiencies and depths one divides by. */
export const share = (symbol: string, label: string) => quantity(symbol, label, '', { above: 0, max: 1 })
export const count = (symbol: string, label: string, min = 0, max?: number) =>
  quantity(symbol, label, '', { min, integer: true, ...(max === undefined ? {} : { max }) })

/** A list with one figure a month, January first. */
export function monthly(item: z.ZodNumber) {
  const meta = quantityMeta(item)
  const allowed = `12 monthly figures, January first, each ${meta?.allowed ?? 'a number'}`
  return z.array(item, { error: () => allowed }).length(12, { error: () => allowed })
}

/** A choice of words. */
export function choice<const T extends readonly [string, ...string[]]>(values: T) {
  return z.enum(values, { error: () => `one of ${values.join(', ')}` })
}

/** The number a schema is of, through defaults, optionals, lists and unions. */
function numberOf(schema: z.ZodType): z.ZodType {
  let inner: z.ZodType = schema
  while (inner instanceof z.ZodDefault || inner instanceof z.ZodOptional || inner instanceof z.ZodNullable) {
    inner = inner.unwrap() as z.ZodType
  }
  if (inner instanceof z.ZodArray) return numberOf(inner.element as z.ZodType)
  if (inner instanceof z.ZodUnion) return numberOf(inner.options[0] as z.ZodType)
  return inner
}

/** What was said of a number in a schema, through defaults and optionals; undefined for other things. */
export function quantityMeta(schema: z.ZodType): QuantityMeta | undefined {
  const meta = numberOf(schema).meta()
  return meta && 'symbol' in meta ? (meta as unknown as QuantityMeta) : undefined
}

/**
 * What a number field takes, in the units of a job. Bounds are rounded inwards, so that each figure named is taken.
 * @example allowedIn(jobSchema.shape.site.shape.recordLowC, writerOf('us')) // 'a number from −130 to 176 °F'
 */
export function allowedIn(schema: z.ZodType, write: Writer): string {
  const meta = quantityMeta(schema)
  if (!meta) return 'a number'
  const range = ranges.get(numberOf(schema))
  if (!range || write.unit(meta.unit) === meta.unit) return meta.allowed
  const to = (value: number, round: (value: number) => number): number => {
    const shown = write.shown(value, meta.unit)
    const step = 10 ** (Math.floor(Math.log10(Math.abs(shown) || 1)) - 2)
    const grain = Math.min(1, step)
    return Number((round(Number((shown / grain).toPrecision(12))) * grain).toPrecision(6))
  }
  return describeRange(
    {
      ...(range.min === undefined ? {} : { min: to(range.min, Math.ceil) }),
      ...(range.above === undefined ? {} : { above: to(range.above, Math.ceil) }),
      ...(range.max === undefined ? {} : { max: to(range.max, Math.floor) }),
      ...(range.below === undefined ? {} : { below: to(range.below, Math.floor) }),
    },
    write.unit(meta.unit),
  )
}
