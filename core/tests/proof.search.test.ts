import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { type Design, design } from '../src/chain/design.ts'
import { stillOpen } from '../src/checks/check.ts'
import { findings } from '../src/checks/checks.ts'
import { demoJobs, fieldStation } from '../src/demo/demo.ts'
import { apply, applyAll } from '../src/edit/apply.ts'
import { EMPTY_BACKUP } from '../src/job/job.ts'
import type { Job } from '../src/job/schema.ts'
import { besideOf } from '../src/proof/beside.ts'
import { bankYears, yearsAhead } from '../src/proof/cost.ts'
import { judgedDesign } from '../src/proof/judged-design.ts'
import { FOR_FIGURES } from '../src/proof/kernel/lanes.ts'
import { PARAMETERS, packed } from '../src/proof/parameters.ts'
import { isPlan, planOf } from '../src/proof/plan.ts'
import { askedOf } from '../src/proof/reliability.ts'
import {
  designFound,
  type Searcher,
  searchDesigns,
  searchShare,
  searchSteps,
  searchTogether,
} from '../src/proof/search.ts'
import { candidatesOf } from '../src/proof/search-grid.ts'
import {
  ANSWERED_BY_THE_YEAR,
  type Levels,
  levelsFrom,
  type SearchBrief,
  stepsOfShare,
  wholeSteps,
} from '../src/proof/search-levels.ts'
import { costOf, ShareSearch, stepsOf, wholeOf } from '../src/proof/search-share.ts'
import { searchYears, workSearched } from '../src/proof/search-years.ts'
import { weatherOf } from '../src/proof/weather.ts'

/** Room for the years of six tilts. */
const MOST_GROUPS = 12

const faults = (made: Design): string[] =>
  stillOpen(findings(made)).flatMap(({ id, severity }) => (severity === 'advice' ? [] : [id]))
/** Few years, so that brute force ends. */
const YEARS = 3
const brief = (job: Job) => ({ job, catalogue: SHIPPED_CATALOGUE, faults, years: YEARS })

function levelsOf(of: SearchBrief): Levels | null {
  const steps = wholeSteps([stepsOfShare(of, WHOLE)])
  return steps && levelsFrom(of, steps)
}
const hut = (): Job => demoJobs()[1] ?? fieldStation()
const WHOLE = { part: 0, of: 1 }

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
    const all = candidatesOf(levels, WHOLE).map((each) => stepsOf(levels, each).flatMap(({ edits }) => edits))
    expect(found.designs).toBe(all.length)
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
    // Prices of parts add up but for a cable.
    expect((found.best[0]?.wholeCost ?? Number.NaN) / (cheapest[0] ?? 1)).toBeLessThan(1.005)
    expect(found.best[0]?.wholeCost).toBeGreaterThanOrEqual((cheapest[0] ?? 0) - 1e-6)
  })

  test('passes over designs, in one share or in several, and yet has the winners of brute force', () => {
    for (const reliability of [{}, { kind: 'dwelling', hoursFraction: 0.97 }, { generatorHours: 120 }] as const) {
      const job = apply(hut(), { act: 'set-job', patch: { reliability: { ...hut().reliability, ...reliability } } })
      const levels = levelsOf(brief(job))
      if (!levels) throw new Error('no levels')
      const asked = askedOf(job, levels.base.option)
      const setting = { plan: levels.plan, asked, schedule: Float64Array.from(levels.plan.schedule) }
      // In double precision, to the last bit the loop’s: what the search works in single precision is held to it.
      const exact = besideOf(FOR_FIGURES, MOST_GROUPS)
      const weathers = levels.tilts.map(({ weather }) =>
        searchYears(exact, weatherOf(weather ?? levels.plan.weather), YEARS, levels.plan.dayLoadSpread),
      )
      const all = candidatesOf(levels, WHOLE)
      const costs = all.flatMap((each) => {
        const weather = weathers[each.tilt]
        if (!weather) throw new Error('no weather')
        const whole = wholeOf(levels, each)
        if (!whole) return []
        const years = workSearched(whole.terms, setting, exact, weather, null)
        return years.holds ? [costOf(levels, each, whole.price, years)] : []
      })
      costs.sort((a, b) => a - b)
      const run = (part: number, of: number) => new ShareSearch(levels, { part, of }, YEARS).run(() => true)
      const one = run(0, 1)
      expect(one?.best.slice(0, 5).map(({ figure }) => figure)).toEqual(costs.slice(0, 5))
      expect(one?.designs).toBe(all.length)
      expect(one?.worked).toBeLessThan(all.length)
      const several = [0, 1, 2].flatMap((part) => run(part, 3)?.best.map(({ figure }) => figure) ?? [])
      expect(several.sort((a, b) => a - b).slice(0, 5)).toEqual(costs.slice(0, 5))
    }
  })

  test('the balance reads of a design put together from its steps what it reads of the whole one', () => {
    const job = fieldStation()
    const levels = levelsOf(brief(job))
    if (!levels) throw new Error('no levels')
    const all = candidatesOf(levels, WHOLE)
    for (let i = 0; i < all.length; i += 97) {
      const candidate = all[i]
      if (!candidate) continue
      const edits = stepsOf(levels, candidate).flatMap((step) => step.edits)
      const plan = planOf(design(applyAll(job, edits), SHIPPED_CATALOGUE))
      if (!isPlan(plan)) throw new Error(plan.lacks)
      const whole = wholeOf(levels, candidate)
      if (!whole) continue
      const together = packed(whole.terms)
      for (const [at, figure] of packed(plan.terms).entries())
        expect(together[at], PARAMETERS[at]).toBeCloseTo(figure, figure > 100 ? -1 : 2)
    }
  })

  test('several workers find what one finds, and tell how far they are', async () => {
    const job = small()
    const searcher: Searcher = {
      steps: async (share, onShare) => searchSteps(brief(job), share, onShare),
      share: async (steps, share, onShare) => searchShare(brief(job), steps, share, onShare),
      design: async (steps, candidates) => designFound(brief(job), steps, candidates),
    }
    const told: number[] = []
    const found = await searchTogether([searcher, searcher], (share) => told.push(share) > 0)
    const alone = searchDesigns(brief(job))
    expect(found?.best.map(({ wholeCost }) => wholeCost)).toEqual(alone?.best.map(({ wholeCost }) => wholeCost))
    expect(told.length).toBeGreaterThan(5)
    for (const [i, share] of told.entries()) expect(share).toBeGreaterThanOrEqual(told[i - 1] ?? 0)
    expect(await searchTogether([searcher, searcher], () => false)).toBeNull()
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
