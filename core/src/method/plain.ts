import { z } from 'zod'
import { rangeOf } from './quantity.ts'

/** Said of a value that a plain reader leaves to its schema: to say what is wrong with it, or to read it in its own way. */
export const ASK_SCHEMA = Symbol('ask the schema')
/** Gives what the schema would, or ASK_SCHEMA. It never refuses by itself, and never takes what the schema would not. */
export type PlainReader = (value: unknown) => unknown

const askAlways: PlainReader = () => ASK_SCHEMA
const readers = new WeakMap<z.ZodType, PlainReader>()

/**
 * A reader some ten times as fast as its schema for values that are whole and in range as they come, which all but a few
 * are: the chain hands its methods figures that were read before.
 */
export function plainReader(schema: z.ZodType): PlainReader {
  const known = readers.get(schema)
  if (known) return known
  const made = makeReader(schema)
  readers.set(schema, made)
  return made
}

function makeReader(schema: z.ZodType): PlainReader {
  if (schema instanceof z.ZodNumber) return numberReader(schema)
  if (schema instanceof z.ZodBoolean) return (value) => (typeof value === 'boolean' ? value : ASK_SCHEMA)
  if (schema instanceof z.ZodString) return textReader(schema)
  if (schema instanceof z.ZodEnum) return oneOf(schema.options)
  if (schema instanceof z.ZodLiteral) return oneOf([...schema.values])
  if (schema instanceof z.ZodDefault) return withDefault(schema)
  if (schema instanceof z.ZodOptional) return orElse(undefined, plainReader(schema.unwrap() as z.ZodType))
  if (schema instanceof z.ZodNullable) return orElse(null, plainReader(schema.unwrap() as z.ZodType))
  if (schema instanceof z.ZodUnion) return firstOf(schema.options.map((option) => plainReader(option as z.ZodType)))
  if (schema instanceof z.ZodArray) return listReader(schema)
  if (schema instanceof z.ZodRecord) return recordReader(schema)
  return schema instanceof z.ZodObject ? objectReader(schema) : askAlways
}

interface CheckDef {
  readonly check: string
  readonly length?: number
  readonly minimum?: number
  readonly maximum?: number
  readonly pattern?: RegExp
}
const checksOf = (schema: z.ZodType): readonly CheckDef[] =>
  ((schema.def as { checks?: readonly { _zod: { def: CheckDef } }[] }).checks ?? []).map((check) => check._zod.def)

/** Texts of a least or most length, or of a pattern; whatever else is asked of a text, or done to it, the schema knows. */
function textReader(schema: z.ZodString): PlainReader {
  let [least, most] = [0, Number.POSITIVE_INFINITY]
  const patterns: RegExp[] = []
  for (const { check, minimum, maximum, pattern } of checksOf(schema)) {
    if (check === 'min_length' && minimum !== undefined) least = Math.max(least, minimum)
    else if (check === 'max_length' && maximum !== undefined) most = Math.min(most, maximum)
    else if (check === 'string_format' && pattern && !pattern.global && !pattern.sticky) patterns.push(pattern)
    else return askAlways
  }
  return (value) =>
    typeof value === 'string' &&
    value.length >= least &&
    value.length <= most &&
    patterns.every((pattern) => pattern.test(value))
      ? value
      : ASK_SCHEMA
}

/** Only numbers that were made as quantities: their range is known apart from the schema. */
function numberReader(schema: z.ZodNumber): PlainReader {
  const range = rangeOf(schema)
  if (!range) return askAlways
  const { min = -Infinity, max = Infinity, above = -Infinity, below = Infinity, integer = false } = range
  return (value) =>
    typeof value === 'number' &&
    Number.isFinite(value) &&
    value >= min &&
    value <= max &&
    value > above &&
    value < below &&
    (!integer || Number.isSafeInteger(value))
      ? value
      : ASK_SCHEMA
}

function oneOf(values: readonly unknown[]): PlainReader {
  const allowed = new Set(values)
  return (value) => (allowed.has(value) ? value : ASK_SCHEMA)
}

const orElse =
  (instead: undefined | null, read: PlainReader): PlainReader =>
  (value) =>
    value === instead ? instead : read(value)

function withDefault(schema: z.ZodDefault): PlainReader {
  const read = plainReader(schema.unwrap() as z.ZodType)
  const { defaultValue } = schema.def
  // A default that is an object would be shared: those are left to the schema.
  if (typeof defaultValue === 'object' && defaultValue !== null)
    return (value) => (value === undefined ? ASK_SCHEMA : read(value))
  return (value) => (value === undefined ? defaultValue : read(value))
}

const firstOf =
  (options: readonly PlainReader[]): PlainReader =>
  (value) => {
    for (const read of options) {
      const found = read(value)
      if (found !== ASK_SCHEMA) return found
    }
    return ASK_SCHEMA
  }

function listReader(schema: z.ZodArray): PlainReader {
  const read = plainReader(schema.element as z.ZodType)
  let [least, most] = [0, Number.POSITIVE_INFINITY]
  for (const { check, length, minimum, maximum } of checksOf(schema)) {
    if (check === 'length_equals' && length !== undefined) [least, most] = [length, length]
    else if (check === 'min_length' && minimum !== undefined) least = minimum
    else if (check === 'max_length' && maximum !== undefined) most = maximum
    else return askAlways
  }
  return (value) => {
    if (!Array.isArray(value) || value.length < least || value.length > most) return ASK_SCHEMA
    // Copied only where an element is read as something else: a default filled in.
    let copy: unknown[] | null = null
    for (let i = 0; i < value.length; i++) {
      const found = read(value[i])
      if (found === ASK_SCHEMA) return ASK_SCHEMA
      if (copy) copy.push(found)
      else if (found !== value[i]) copy = [...value.slice(0, i), found]
    }
    return copy ?? value
  }
}

const isPlain = (value: unknown): value is Record<string, unknown> =>
  value !== null && typeof value === 'object' && Object.getPrototypeOf(value) === Object.prototype

function recordReader(schema: z.ZodRecord): PlainReader {
  const { keyType, valueType } = schema.def
  if (!(keyType instanceof z.ZodString) || checksOf(keyType).length > 0 || checksOf(schema).length > 0) return askAlways
  const read = plainReader(valueType as z.ZodType)
  return (value) => {
    if (!isPlain(value)) return ASK_SCHEMA
    for (const key of Object.keys(value)) if (read(value[key]) !== value[key]) return ASK_SCHEMA
    return Object.hasOwn(value, '__proto__') ? ASK_SCHEMA : value
  }
}

/** Objects that take no other keys; where every key stands and needs no default the object itself is given. */
function objectReader(schema: z.ZodObject): PlainReader {
  const strict = schema.def.catchall instanceof z.ZodNever
  if (!strict || checksOf(schema).length > 0) return askAlways
  const fields = Object.entries(schema.shape).map(([key, field]) => [key, plainReader(field as z.ZodType)] as const)
  // Rows that stand as they are from one run to the next come frozen: one look at each is enough.
  const read = new WeakMap<object, object>()
  return (value) => {
    if (!isPlain(value)) return ASK_SCHEMA
    const before = read.get(value)
    if (before) return before
    let [copy, known]: [Record<string, unknown> | null, number] = [null, 0]
    for (const [key, readField] of fields) {
      const came = value[key]
      const found = readField(came)
      if (found === ASK_SCHEMA) return ASK_SCHEMA
      if (came !== undefined || key in value) known += 1
      if (found !== came) {
        copy ??= { ...value }
        copy[key] = found
      }
    }
    if (Object.keys(value).length !== known) return ASK_SCHEMA
    const whole = copy ?? value
    if (isFrozenThrough(value)) read.set(value, Object.freeze(whole))
    return whole
  }
}

/** Frozen, and holding nothing that could still change. */
const isFrozenThrough = (value: Record<string, unknown>): boolean =>
  Object.isFrozen(value) && Object.values(value).every((each) => each === null || typeof each !== 'object')
