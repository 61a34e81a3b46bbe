import type { Design } from '../chain/design.ts'
import type { WorkedYear } from '../chain/worked-year.ts'
import type { Weather } from './weather.ts'
import { isQuestion, yearQuestion } from './with-year.ts'
import { prepare } from './year.ts'
import { workedYear, workYears } from './years.ts'

/** A design over some years, and its mean year. */
export interface JudgedDesign {
  readonly worked: WorkedYear
  readonly unmetHours: number
  readonly criticalUnmetHours: number
  readonly generatorHours: number
  readonly fuelL: number
  /** Equivalent full cycles. */
  readonly cycles: number
}

/** @returns null where its year cannot be worked */
export function judgedDesign(design: Design, years: number, weather?: Weather): JudgedDesign | null {
  const question = yearQuestion(design)
  if (!isQuestion(question)) return null
  const prepared = prepare(question.plan, weather)
  const worked = workedYear(prepared, question.asked, workYears(prepared, years))
  const mean = (of: (year: WorkedYear['years'][number]) => number) =>
    worked.years.reduce((sum, year) => sum + of(year), 0) / Math.max(1, worked.years.length)
  return {
    worked,
    unmetHours: mean(({ unmetHours }) => unmetHours),
    criticalUnmetHours: mean(({ criticalUnmetHours }) => criticalUnmetHours),
    generatorHours: mean(({ generatorHours }) => generatorHours),
    fuelL: mean(({ fuelL }) => fuelL),
    cycles: mean(({ equivalentCycles }) => equivalentCycles),
  }
}
