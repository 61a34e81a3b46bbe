import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { type Design, design } from '../src/chain/design.ts'
import { fieldStation } from '../src/demo/demo.ts'
import { apply, applyAll } from '../src/edit/apply.ts'
import type { Edit } from '../src/edit/edit.ts'
import type { Job } from '../src/job/schema.ts'
import { orNull, sameBy } from '../src/working/same.ts'
import { stationAlone } from './designed.ts'
import { FIELD_SHAPES } from './field-shapes.ts'

// What an edit does not bear on is the very object of before, and what it does bear on is not.

const made = (job: Job): Design => design(job, SHIPPED_CATALOGUE)
const length = (circuitId: string, lengthM: number): Edit => ({ act: 'set-circuit', circuitId, patch: { lengthM } })

/** Before and after an edit, worked one after the other. */
function around(job: Job, ...edits: Edit[]): readonly [Design, Design] {
  // A job of its own: one that another test designed long ago has nothing kept any more.
  const own = structuredClone(job)
  const before = made(own)
  return [before, made(applyAll(own, edits))]
}

describe.each([
  ['the field station', stationAlone(), 21.5],
  ['the field station with its generator', fieldStation(), 19],
  ['two arrays on two controllers', FIELD_SHAPES.D, 21.5],
  ['a homestead with a far array', FIELD_SHAPES.I, 91],
  ['a cabin with a generator', FIELD_SHAPES.M, 21.5],
])('the length of the array’s lead of %s', (_, job, lengthM) => {
  const [before, after] = around(job, length('array', lengthM))

  test('is worked: the cable, its drop and what the array loses', () => {
    const lead = (of: Design) => of.wiring.circuits.find(({ id }) => id === 'array')
    expect(lead(after)?.lengthM.value).toBe(lengthM)
    expect(lead(after)).not.toBe(lead(before))
    expect(after.array).not.toBe(before.array)
  })

  test('leaves the layout, the loads and every other circuit as they were', () => {
    expect(after.array.layout).toBe(before.array.layout)
    expect(after.loads).toBe(before.loads)
    expect(after.site).toBe(before.site)
    for (const circuit of before.wiring.circuits)
      if (circuit.arrayId === null)
        expect(
          after.wiring.circuits.find(({ id }) => id === circuit.id),
          circuit.id,
        ).toEqual(circuit)
  })

  test('comes to what it comes to on its own', () => {
    // Worked with nothing kept: of a job of which every object is new, by a shelf of its own.
    const alone = design(structuredClone(apply(job, length('array', lengthM))), { ...SHIPPED_CATALOGUE })
    expect(after.wiring.circuits).toEqual(alone.wiring.circuits)
    expect(after.array.layout).toEqual(alone.array.layout)
    expect(after.plant).toEqual(alone.plant)
    expect(after.parts.price.value).toBe(alone.parts.price.value)
  })
})

describe('a plant', () => {
  test('is the same one while only the array’s lead is longer, and another where more strings hang on it', () => {
    const [before, longer] = around(fieldStation(), length('array', 19))
    expect(longer.plant).toBe(before.plant)
    expect(longer.controller).toBe(before.controller)
    const [, more] = around(fieldStation(), {
      act: 'set-strings',
      arrayId: 'main',
      patch: { stringsPerController: 3 },
    })
    expect(more.plant).not.toBe(before.plant)
    expect(more.array.layout?.stringsPerController).toBe(3)
    expect(before.array.layout?.stringsPerController).toBe(2)
  })

  test('is another where the array’s lead becomes so long that surges are led off', () => {
    const short = apply(fieldStation(), length('array', 8))
    const [before, after] = around(short, length('array', 30))
    const surges = ({ plant }: Design) => plant.units.filter(({ role }) => role === 'surge').length
    expect([surges(before), surges(after)]).toEqual([0, 1])
  })

  test('an option tried and left again brings back the very layout', () => {
    const job = structuredClone(fieldStation())
    const first = made(job).array.layout
    made(apply(job, { act: 'set-option', part: 'array', patch: { panelId: 'skerrin-110' } }))
    expect(made(apply(job, length('array', 12))).array.layout).toBe(first)
  })
})

describe('structures compared field by field', () => {
  interface Pair {
    readonly a: number
    readonly of: { readonly b: string } | null
  }
  const same = sameBy<Pair>({ a: Object.is, of: orNull(sameBy<{ readonly b: string }>({ b: Object.is })) })

  test('are the same where each field is', () => {
    expect(same({ a: 1, of: { b: 'x' } }, { a: 1, of: { b: 'x' } })).toBe(true)
    expect(same({ a: 1, of: null }, { a: 1, of: null })).toBe(true)
  })

  test.each([
    [{ a: 2, of: { b: 'x' } }],
    [{ a: 1, of: { b: 'y' } }],
    [{ a: 1, of: null }],
    [{ a: Number.NaN, of: { b: 'x' } }],
  ])('differ where one does: %j', (other) => {
    expect(same({ a: 1, of: { b: 'x' } }, other)).toBe(false)
    expect(same(other, { a: 1, of: { b: 'x' } })).toBe(false)
  })

  test('hold no number against itself', () => {
    expect(same({ a: Number.NaN, of: null }, { a: Number.NaN, of: null })).toBe(true)
  })
})
