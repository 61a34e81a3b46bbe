import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { z } from 'zod'
import { METHODS } from '../src/chain/methods.ts'
import { loadSchema, planeSchema, siteSchema } from '../src/job/schema.ts'
import { ASK_SCHEMA, plainReader } from '../src/method/plain.ts'
import { choice, count, fraction, quantity } from '../src/method/quantity.ts'

/** Values that come near to what schemas take, and such as none takes. */
const anything = fc.oneof(
  { weight: 4, arbitrary: fc.constantFrom(0, 1, 0.5, -1, 12, 24, 48, 230, 1e6, -273, 1e-9, Number.NaN, Infinity) },
  fc.double(),
  fc.integer({ min: -10, max: 400 }),
  fc.boolean(),
  fc.constantFrom(null, undefined, '', 'iec', 'lithium iron phosphate', 'flooded lead-acid', 'average', '__proto__'),
  fc.string({ maxLength: 6 }),
  fc.array(fc.double({ min: 0, max: 1 }), { maxLength: 13 }),
  fc.dictionary(fc.string({ maxLength: 4 }), fc.double()),
)

/** The reader gives what the schema gives, or leaves it to the schema; it never takes what the schema would not. */
function agrees(schema: z.ZodType, value: unknown): void {
  const read = plainReader(schema)(value)
  if (read === ASK_SCHEMA) return
  const parsed = schema.safeParse(value)
  expect(parsed.success, JSON.stringify(value)).toBe(true)
  expect(read).toEqual(parsed.data)
}

describe('a plain reader', () => {
  const schemas: readonly (readonly [string, z.ZodType])[] = [
    ['a quantity', quantity('V', 'voltage', 'V', { above: 0, max: 60 })],
    ['a whole number', count('n', 'strings', 1, 12)],
    ['a share with a default', fraction('x', 'share').default(0.5)],
    ['a figure or none', fraction('x', 'share').nullable()],
    ['a choice', choice(['iec', 'average'])],
    ['a list', z.array(fraction('x', 'share')).length(12)],
    ['a list of at least one', z.array(fraction('x', 'share')).min(1).max(5)],
    ['a record', z.record(z.string(), quantity('x', 'x', ''))],
    ['a union', z.union([z.literal(60), z.literal(75), z.boolean()])],
    ['an object', z.strictObject({ a: fraction('a', 'a'), b: z.boolean().optional() })],
    ['an object that refines', z.strictObject({ a: fraction('a', 'a') }).refine(({ a }) => a > 0.5)],
    ['any number', z.number()],
    ['a text of some length', z.string().min(1).max(3)],
    ['a text of a pattern', z.string().regex(/^[a-z]+$/)],
    ['a text that is trimmed', z.string().trim().max(4)],
    ['an address', z.uuid()],
  ]

  test.each(schemas)('of %s agrees with its schema, whatever comes', (_, schema) => {
    fc.assert(
      fc.property(anything, (value) => agrees(schema, value)),
      { numRuns: 400 },
    )
  })

  test.each(METHODS.map((method) => [method.id, method] as const))('of %s agrees field by field', (_, method) => {
    const fields = Object.values(method.inputs.shape) as z.ZodType[]
    fc.assert(
      fc.property(fc.constantFrom(...fields), anything, (field, value) => agrees(field, value)),
      { numRuns: 60 },
    )
  })

  test.each([
    ['a load', loadSchema],
    ['a site', siteSchema],
    ['a plane', planeSchema],
  ] as const)('of %s with one field replaced agrees', (_, schema) => {
    const keys = Object.keys(schema.shape)
    fc.assert(
      fc.property(fc.constantFrom(...keys, 'unknown'), anything, (key, value) => {
        agrees(schema, { [key]: value })
      }),
      { numRuns: 300 },
    )
  })

  test('looks at a frozen row once, and never trusts one that may change', () => {
    const schema = z.strictObject({ a: fraction('a', 'a') })
    const read = plainReader(schema)
    const row: { a: number } = { a: 0.5 }
    expect(read(row)).toBe(row)
    row.a = 7
    expect(read(row)).toBe(ASK_SCHEMA)
    const frozen = Object.freeze({ a: 0.5 })
    expect(read(frozen)).toBe(frozen)
    expect(read(Object.freeze({ a: 7 }))).toBe(ASK_SCHEMA)
  })
})
