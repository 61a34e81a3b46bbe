import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { design } from '../src/chain/design.ts'
import { emptyJob } from '../src/job/job.ts'
import { stationWith } from './designed.ts'

describe('the parts link', () => {
  test('price and weight are the sums of their lines, each cable by the metre of all its conductors', () => {
    const { parts, wiring } = stationWith()
    expect(parts.price.value).toBeCloseTo(
      parts.lines.reduce((sum, line) => sum + line.price, 0),
      6,
    )
    expect(parts.weightKg.value).toBeCloseTo(
      parts.lines.reduce((sum, line) => sum + line.weightKg, 0),
      6,
    )
    const array = wiring.circuits.find(({ id }) => id === 'array')
    expect(parts.lines.find(({ use }) => use === 'Array to controller')?.quantity).toBe((array?.count ?? 0) * 2 * 18)
    // The same wire for two circuits is one line: 2 × 7 m of DC and, with its earth, 3 × 3 m of AC.
    const fixed = parts.lines.find(({ use, unit }) => unit === 'm' && use.includes('Inverter to AC board'))
    expect(fixed).toMatchObject({ use: 'Bus bars to DC board; Inverter to AC board', quantity: 23 })
  })

  test('nothing chosen, nothing to buy', () => {
    const { parts } = design(emptyJob('x'), SHIPPED_CATALOGUE)
    expect([parts.lines.length, parts.price.value, parts.answer]).toEqual([0, 0, 'nothing chosen yet'])
  })
})
