import fc from 'fast-check'
import { expect, test } from 'vitest'
import { methodOf } from '../src/chain/methods.ts'
import { runMethod } from '../src/method/method.ts'

// Each definition of the handbook written out once more, plainly, and held against the method for inputs nobody chose.

export type Numbers = Record<string, number>
export const run = (id: string, input: unknown) => runMethod(methodOf(id), input) as Numbers
export const from = (min: number, max: number) => fc.double({ min, max, noNaN: true })
export const whole = (min: number, max: number) => fc.integer({ min, max })

/** Holds a method against its definition: every output named by the definition within one part in 10⁹. */
export function holds<T extends Record<string, fc.Arbitrary<unknown>>>(
  id: string,
  inputs: T,
  definition: (
    input: { [K in keyof T]: T[K] extends fc.Arbitrary<infer V> ? V : never },
  ) => Record<string, number | boolean | null>,
) {
  test(id, () => {
    fc.assert(
      fc.property(fc.record(inputs), (input) => {
        const output = run(id, input) as Record<string, unknown>
        for (const [key, wanted] of Object.entries(definition(input as never))) {
          if (typeof wanted === 'number')
            expect(Math.abs((output[key] as number) - wanted), key).toBeLessThanOrEqual(
              1e-9 * Math.max(1, Math.abs(wanted)),
            )
          else expect(output[key], key).toBe(wanted)
        }
      }),
    )
  })
}
