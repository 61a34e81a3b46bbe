import { ASSUMPTIONS, type AssumptionId } from './assumptions.ts'
import type { Plan } from './plan.ts'
import type { ArrayTerms } from './terms.ts'
import { SCHEDULE_WIDTH } from './terms.ts'
import type { YearQuestion } from './with-year.ts'
import { prepare } from './year.ts'
import { sharesOf, workYears } from './years.ts'

/** What an assumption does to the years, at either end of the range it may lie in. */
export interface Matter {
  readonly id: AssumptionId
  readonly name: string
  readonly unit: string
  readonly value: number
  readonly source: string
  readonly low: MatterEnd
  readonly high: MatterEnd
}

export interface MatterEnd {
  readonly value: number
  /** Share of hours carried, and hours of the generator in a mean year. */
  readonly hours: number
  readonly generatorHours: number
}

/** Years each end is tried over. */
const TRIED_YEARS = 10

/**
 * Each uncertain assumption at the ends of its range, the one that moves the share of hours most first; where no hour moves,
 * the hours of the generator count. Heavy: some hundreds of milliseconds.
 * @param onShare called after each with the share done; false to stop
 * @returns null where it was stopped
 */
export function whatMatters(
  { plan }: Pick<YearQuestion, 'plan'>,
  onShare?: (share: number) => boolean,
): Matter[] | null {
  const ids = Object.keys(ASSUMPTIONS) as AssumptionId[]
  const found: Matter[] = []
  for (const [i, id] of ids.entries()) {
    const { name, unit, value, low, high, source } = ASSUMPTIONS[id]
    found.push({ id, name, unit, value, source, low: endOf(plan, id, low), high: endOf(plan, id, high) })
    if (onShare?.((i + 1) / ids.length) === false) return null
  }
  const moves = ({ low, high }: Matter) =>
    Math.abs(high.hours - low.hours) + Math.abs(high.generatorHours - low.generatorHours) / 8760
  return found.sort((a, b) => moves(b) - moves(a))
}

function endOf(plan: Plan, id: AssumptionId, value: number): MatterEnd {
  const years = workYears(prepare(withAssumption(plan, id, value)), TRIED_YEARS)
  const generatorHours = years.reduce((sum, { totals }) => sum + totals.generatorHours, 0) / years.length
  return { value, hours: sharesOf(years).hours, generatorHours }
}

/** Columns of the schedule that are loads and what their converters lose. */
const LOAD_COLUMNS = 9

/** The plan with one assumption at another value. */
export function withAssumption(plan: Plan, id: AssumptionId, value: number): Plan {
  const { terms, weather } = plan
  const set = (patch: Partial<Plan['terms']>): Plan => ({ ...plan, terms: { ...terms, ...patch } })
  switch (id) {
    case 'sun':
      return { ...plan, weather: { ...weather, flatKwhPerM2Day: weather.flatKwhPerM2Day.map((kwh) => kwh * value) } }
    case 'loads':
      return {
        ...plan,
        schedule: plan.schedule.map((figure, i) => (i % SCHEDULE_WIDTH < LOAD_COLUMNS ? figure * value : figure)),
      }
    case 'dayLoadSpread':
      return { ...plan, dayLoadSpread: value }
    case 'airK':
      return { ...plan, weather: { ...weather, monthMeanC: weather.monthMeanC.map((mean) => mean + value) } }
    case 'batteryCapacity':
      return set({ fullWh: terms.fullWh * value })
    case 'batteryEfficiency':
      return set({ chargeEfficiency: Math.min(1, terms.chargeEfficiency * value) })
    case 'arrayLosses': {
      // Some nine per cent before the controller as they stand: so many more or fewer of them.
      const lossy = (array: ArrayTerms): ArrayTerms => ({
        ...array,
        wPerWm2: array.wPerWm2 * (1 - USUAL_LOSS * (value - 1)),
      })
      return set({ arrayA: lossy(terms.arrayA), arrayB: lossy(terms.arrayB), arrayC: lossy(terms.arrayC) })
    }
    case 'inverterIdle':
      return set({ idleW: terms.idleW * value, sleepW: terms.sleepW * value })
    case 'standby':
      return set({ standbyW: terms.standbyW * value })
  }
}

/** Dirt, mismatch, wiring and ageing together, as they are taken where nothing else is entered. */
const USUAL_LOSS = 0.1
