import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { type Design, design } from '../src/chain/design.ts'
import { stillOpen } from '../src/checks/check.ts'
import { findings } from '../src/checks/checks.ts'
import { fieldStation } from '../src/demo/demo.ts'
import { apply, applyAll } from '../src/edit/apply.ts'
import { EMPTY_BACKUP } from '../src/job/job.ts'
import type { Job } from '../src/job/schema.ts'
import { bankYears, yearsAhead } from '../src/proof/cost.ts'
import { judgedDesign } from '../src/proof/judged-design.ts'
import { isPlan, planOf } from '../src/proof/plan.ts'
import { searchDesigns } from '../src/proof/search.ts'
import { ANSWERED_BY_THE_YEAR, levelsOf } from '../src/proof/search-levels.ts'

const faults = (made: Design): string[] =>
  stillOpen(findings(made)).flatMap(({ id, severity }) => (severity === 'advice' ? [] : [id]))
/** Few years, so that brute force ends. */
const YEARS = 2
const brief = (job: Job) => ({ job, catalogue: SHIPPED_CATALOGUE, faults, years: YEARS })

/** Few steps, so that every design of them can be made and judged whole. */
const small = (): Job =>
  applyAll(fieldStation(), [
    { act: 'set-option', part: 'backup', patch: EMPTY_BACKUP },
    { act: 'set-option', part: 'battery', patch: { itemId: 'haskerl-24-120' } },
    { act: 'set-job', patch: { reliability: { ...fieldStation().reliability, hoursFraction: 0.96 } } },
    { act: 'set-plane', planeId: 'a', patch: { tiltDeg: 65 } },
  ])

describe('the search', () => {
  test('finds what brute force finds: the cheapest that carry what is asked', () => {
    const job = small()
    const found = searchDesigns(brief(job))
    const levels = levelsOf(brief(job))
    if (!found || !levels) throw new Error('no search')
    const all = levels.arrays.flatMap(({ levels: arrays }) =>
      arrays.flatMap((array) =>
        levels.banks.flatMap(({ levels: banks }) =>
          banks.flatMap((bank) => levels.backups.map((backup) => [...array.edits, ...bank.edits, ...backup.edits])),
        ),
      ),
    )
    expect(found.designs).toBe(all.length)
    expect(found.worked).toBeLessThan(all.length)
    const whole = all.flatMap((edits) => {
      const made = design(applyAll(job, edits), SHIPPED_CATALOGUE)
      const judged = judgedDesign(made, YEARS)
      const plan = planOf(made)
      const grave = faults(made).filter((id) => !ANSWERED_BY_THE_YEAR.has(id))
      if (!judged?.worked.carried || grave.length > 0 || !isPlan(plan)) return []
      const { generatorHours, fuelL, cycles } = judged
      const [price, bankPrice] = [made.parts.price.value, made.battery.bank?.price ?? 0]
      const lasts = bankYears({ wear: plan.wear, cycles })
      return [yearsAhead(made, { price, bankPrice, bankYears: lasts, generatorHours, fuelL }).wholeCost]
    })
    const cheapest = whole.sort((a, b) => a - b)
    expect(found.best.length).toBeGreaterThan(0)
    expect(found.best.every(({ carried }) => carried)).toBe(true)
    // Prices of parts add up but for a cable: the winner is the same, and no worse than a fiftieth.
    expect((found.best[0]?.wholeCost ?? Number.NaN) / (cheapest[0] ?? 1)).toBeLessThan(1.02)
    expect(found.best[0]?.wholeCost).toBeGreaterThanOrEqual((cheapest[0] ?? 0) - 1e-6)
  })

  test('each found is what its edits make, and the frontier carries more for more', () => {
    const job = small()
    const found = searchDesigns(brief(job))
    if (!found) throw new Error('no search')
    for (const { edits, price, hours } of found.best) {
      const made = design(applyAll(job, edits), SHIPPED_CATALOGUE)
      expect(made.parts.price.value).toBe(price)
      expect(judgedDesign(made, YEARS)?.worked.share.hours).toBe(hours)
    }
    const { frontier } = found
    expect(frontier.length).toBeGreaterThan(2)
    for (const [i, each] of frontier.entries())
      if (i > 0) expect(each.hours).toBeGreaterThan(frontier[i - 1]?.hours ?? 0)
  })

  test('stops where it is told to, and has nothing to say of a job without a year', () => {
    expect(searchDesigns(brief(small()), () => false)).toBeNull()
    expect(searchDesigns(brief({ ...small(), loads: [] }))).toBeNull()
  })

  test('holds to what is locked, and to what roof and weight bear', () => {
    const levels = levelsOf(brief(small()))
    expect(levels?.banks).toHaveLength(1)
    const counts = levels?.arrays[0]?.levels.map(({ label }) => Number(label.split(' ')[0])) ?? []
    expect(Math.max(...counts)).toBeLessThanOrEqual(8)
    const wide = apply(small(), { act: 'set-plane', planeId: 'a', patch: { widthM: 20, mostWeightKg: 2000 } })
    const wider = levelsOf(brief(wide))?.arrays[0]?.levels.length ?? 0
    expect(wider).toBeGreaterThan(counts.length)
  })
})

describe('what it costs on the whole', () => {
  const wear = { cycleLife: [{ depth: 0.5, cycles: 3000 }], calendarYears: 10, price: 0 }
  const { job, option } = design(fieldStation(), SHIPPED_CATALOGUE)

  test('a bank lasts by its calendar or by its cycles', () => {
    expect(bankYears({ wear, cycles: 20 })).toBe(10)
    expect(bankYears({ wear, cycles: 300 })).toBeCloseTo(5, 6)
  })

  test('later money counts less: fuel of each year, a bank bought again', () => {
    const of = (patch: Partial<Parameters<typeof yearsAhead>[1]>) =>
      yearsAhead({ job, option }, { price: 1000, bankPrice: 0, bankYears: 10, generatorHours: 0, fuelL: 0, ...patch })
    expect(of({})).toMatchObject({ years: 15, boughtAgain: [10], wholeCost: 1000 })
    const fuel = of({ fuelL: 10 }).wholeCost - 1000
    expect(of({ fuelL: 10, generatorHours: 40 })).toMatchObject({
      fuelYearly: 19,
      upkeepYearly: 20,
      isFuelAssumed: false,
    })
    expect(fuel).toBeLessThan(15 * 19)
    expect(fuel).toBeGreaterThan(15 * 19 * 0.7)
    expect(of({ bankPrice: 2000 }).wholeCost - 1000).toBeCloseTo(2000 * 1.03 ** -10, 6)
    expect(of({ bankYears: 4 }).boughtAgain).toEqual([4, 8, 12])
    expect(of({ bankYears: 15 }).boughtAgain).toEqual([])
  })
})
