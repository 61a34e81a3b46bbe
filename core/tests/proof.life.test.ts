import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { design } from '../src/chain/design.ts'
import { demoJobs, fieldStation } from '../src/demo/demo.ts'
import { yearsAhead } from '../src/proof/cost.ts'
import { agedBank, boughtAgainIn, lifeYears, livingYears } from '../src/proof/life.ts'
import { isPlan, type Plan, planOf } from '../src/proof/plan.ts'

const planFor = (job = fieldStation()): Plan => {
  const plan = planOf(design(job, SHIPPED_CATALOGUE))
  if (!isPlan(plan)) throw new Error(plan.lacks)
  return plan
}

describe('the years ahead', () => {
  test('a bank halfway through its life has half of what it will lose', () => {
    const plan = planFor()
    const { atNew, atEnd, endFraction } = plan.life
    expect(atEnd.fullWh / atNew.fullWh).toBeCloseTo(endFraction, 9)
    expect(atEnd.resistancePerW).toBeGreaterThan(atNew.resistancePerW)
    expect(agedBank(plan, 0)).toEqual(atNew)
    expect(agedBank(plan, 0.5).fullWh).toBeCloseTo((atNew.fullWh + atEnd.fullWh) / 2, 6)
    // As the plan itself has it at the age it was sized for.
    const worn = (1 - plan.agedFactor) / (1 - endFraction)
    expect(agedBank(plan, worn).fullWh).toBeCloseTo(plan.terms.fullWh, 6)
    expect(agedBank(plan, worn).resistancePerW).toBeCloseTo(plan.terms.resistancePerW, 12)
  })

  test('capacity falls from year to year until the bank is bought again, and then is that of a new one', () => {
    for (const job of demoJobs()) {
      const plan = planFor(job)
      const short = { ...plan, wear: { ...plan.wear, calendarYears: 4 } }
      const life = lifeYears(short, 10)
      expect(life.map(({ year }) => year)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9, 10])
      expect(life[0]?.capacityFraction).toBe(1)
      for (const [i, each] of life.entries()) {
        const next = life[i + 1]
        if (!next) break
        if (each.isBoughtAgain) expect(next.capacityFraction).toBe(1)
        else expect(next.capacityFraction).toBeLessThan(each.capacityFraction)
        expect(next.capacityFraction).toBeGreaterThanOrEqual(plan.life.endFraction - 1e-9)
      }
      const again = boughtAgainIn(life)
      expect(again.length).toBeGreaterThanOrEqual(2)
      expect(again[0]).toBeLessThanOrEqual(4)
    }
  })

  test('years of two designs worked in turns are those of each worked at one go', () => {
    const [one = planFor(), other = planFor()] = demoJobs().map((job) => planFor(job))
    const alone = [lifeYears(one, 6), lifeYears(other, 6)]
    const both = [livingYears(one, 6), livingYears(other, 6)]
    const shares: number[] = []
    const turn = () => both.map((each) => each.next())
    let steps = turn()
    for (; !steps.every(({ done }) => done); steps = turn()) shares.push(...steps.map(({ value }) => Number(value)))
    expect(steps.map(({ value }) => value)).toEqual(alone)
    expect(shares.slice(0, 4)).toEqual([1 / 6, 1 / 6, 2 / 6, 2 / 6])
  })

  test('a bank at the end of its life carries less than a new one', () => {
    const plan = planFor()
    const small = { atNew: { ...plan.life.atNew }, atEnd: { ...plan.life.atEnd, fullWh: plan.life.atNew.fullWh * 0.2 } }
    const lasting = { ...plan, life: { ...plan.life, ...small }, wear: { ...plan.wear, calendarYears: 3.01 } }
    const life = lifeYears(lasting, 3)
    const generator = life.map(({ generatorHours, unmetHours }) => generatorHours + unmetHours)
    expect(generator[2]).toBeGreaterThan((generator[0] ?? 0) * 1.2)
  })

  test('what is bought again costs what it costs in the year in which it was followed to', () => {
    const { job, option } = design(fieldStation(), SHIPPED_CATALOGUE)
    const running = { price: 1000, bankPrice: 2000, bankYears: 10, generatorHours: 0, fuelL: 0 }
    expect(yearsAhead({ job, option }, { ...running, boughtAgain: [7] }).wholeCost).toBeCloseTo(
      1000 + 2000 * 1.03 ** -7,
      6,
    )
  })
})
