import { describe, expect, test } from 'vitest'
import { rainflow } from '../src/proof/rainflow.ts'
import { cyclesAt, wearOf } from '../src/proof/wear.ts'

describe('rainflow', () => {
  test('ASTM E1049-85, the example of its figure 6', () => {
    const counted = new Map<number, number>()
    for (const { range, count } of rainflow([-2, 1, -3, 5, -1, 3, -4, 4, -2]))
      counted.set(range, (counted.get(range) ?? 0) + count)
    expect(Object.fromEntries(counted)).toEqual({ 3: 0.5, 4: 1.5, 6: 0.5, 8: 1, 9: 0.5 })
  })

  test('counts nothing in rest, and in a saw one whole cycle a tooth', () => {
    expect(rainflow([0.5, 0.5, 0.5])).toEqual([])
    const saw = Array.from({ length: 41 }, (_, i) => (i % 2 === 0 ? 1 : 0.4))
    expect(rainflow(saw).reduce((sum, { count }) => sum + count, 0)).toBe(20)
    expect(rainflow(saw).every(({ range }) => Math.abs(range - 0.6) < 1e-12)).toBe(true)
  })

  const wear = {
    cycleLife: [
      { depth: 0.2, cycles: 6000 },
      { depth: 0.8, cycles: 1500 },
    ],
    calendarYears: 10,
    price: 1,
  }
  test('the life curve is straight on log-log paper, held where it is deepest, and shallower by the charge that goes through', () => {
    expect(cyclesAt(wear.cycleLife, 0.4)).toBeCloseTo(3000, 6)
    expect(cyclesAt(wear.cycleLife, 1)).toBe(1500)
    expect(cyclesAt(wear.cycleLife, 0.1)).toBe(12_000)
  })

  test('a year wears by its cycles or by the calendar, whichever takes more', () => {
    const daily = Array.from({ length: 731 }, (_, i) => (i % 2 === 0 ? 1 : 0.2))
    expect(wearOf(daily, wear).byCycles).toBeCloseTo(365 / 1500, 3)
    expect(wearOf(daily, wear).fraction).toBeCloseTo(365 / 1500, 3)
    expect(wearOf([1, 1, 1], wear).fraction).toBe(0.1)
  })
})
