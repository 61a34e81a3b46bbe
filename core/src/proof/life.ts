import { atOneGo, type ByAndBy } from './by-and-by.ts'
import { packed } from './parameters.ts'
import type { AgedTerms, Plan } from './plan.ts'
import { flowOf } from './told.ts'
import { wearOf } from './wear.ts'
import { type Prepared, prepare, workYear } from './year.ts'
import { FIRST_SEED, JUDGED_YEARS } from './years.ts'

/** A year of the life of a system, its bank as old as it is by then. */
export interface LifeYear {
  /** From 1. */
  readonly year: number
  /** Of the sun and the loads it is worked with. */
  readonly seed: number
  /** Of the bank's capacity when new, at the beginning of the year. */
  readonly capacityFraction: number
  /** What is worn of the bank at the end of the year, 0 to 1. */
  readonly wornFraction: number
  readonly unmetHours: number
  readonly criticalUnmetHours: number
  readonly generatorHours: number
  readonly fuelL: number
  readonly lowestSoc: number
  /** Whether the bank is worn out in it and bought again. */
  readonly isBoughtAgain: boolean
}

/** The bank as far on its way from new to the end of its life. */
export function agedBank({ life: { atNew, atEnd } }: Plan, wornFraction: number): AgedTerms {
  const between = (name: keyof AgedTerms) => atNew[name] + (atEnd[name] - atNew[name]) * wornFraction
  return {
    fullWh: between('fullWh'),
    resistancePerW: between('resistancePerW'),
    chargeEfficiency: between('chargeEfficiency'),
  }
}

/**
 * The years ahead, one after another, the bank older each time by what the year before took of its life: it loses capacity
 * and gains resistance in proportion, and is bought again in the year in which it is worn out. Sun and loads are those of the
 * years the design is judged by, again from the first where they end. A step is a year, and tells the share done.
 */
export function* livingYears(
  plan: Plan,
  count: number,
  prepared: Prepared = prepare(plan),
): ByAndBy<number, LifeYear[]> {
  const life: LifeYear[] = []
  let worn = 0
  for (let i = 0; i < count; i++) {
    const terms = { ...plan.terms, ...agedBank(plan, worn) }
    const seed = FIRST_SEED + (i % JUDGED_YEARS)
    const year = workYear({ ...prepared, plan: { ...plan, terms }, parameters: packed(terms) }, seed, { flows: true })
    if (!year.flows) throw new Error('no flows were kept')
    const before = worn
    worn += wearOf(flowOf(year.flows, 'soc', plan.divisor), plan.wear).fraction
    const isBoughtAgain = worn >= 1 - 1e-9
    life.push({
      year: i + 1,
      seed,
      capacityFraction: 1 - (1 - plan.life.endFraction) * before,
      wornFraction: Math.min(1, worn),
      unmetHours: year.totals.unmetHours,
      criticalUnmetHours: year.totals.criticalUnmetHours,
      generatorHours: year.totals.generatorHours,
      fuelL: year.totals.fuelL,
      lowestSoc: year.extremes.lowestSoc,
      isBoughtAgain,
    })
    if (isBoughtAgain) worn = 0
    yield (i + 1) / count
  }
  return life
}

/** The years ahead, worked at one go. @example lifeYears(plan, 15) // [{ year: 1, capacityFraction: 1, … }, …] */
export const lifeYears = (...asked: Parameters<typeof livingYears>): LifeYear[] => atOneGo(livingYears(...asked))

/** Years after which the bank is bought again; the last of the years looked at needs none. */
export const boughtAgainIn = (life: readonly LifeYear[]): number[] =>
  life.flatMap(({ year, isBoughtAgain }) => (isBoughtAgain && year < life.length ? [year] : []))
