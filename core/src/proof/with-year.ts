import type { Design } from '../chain/design.ts'
import type { WorkedYear } from '../chain/worked-year.ts'
import { isPlan, type NoPlan, type Plan, planOf } from './plan.ts'
import { askedOf } from './reliability.ts'
import { prepare } from './year.ts'
import { digestOfPlan, JUDGED_YEARS, workedYear, workYears } from './years.ts'

/** What the year of a design is worked from, and the name it has. */
export interface YearQuestion {
  readonly plan: Plan
  readonly asked: ReturnType<typeof askedOf>
  readonly digest: string
}

const questions = new WeakMap<Design, YearQuestion | NoPlan>()

/** The question a design puts to its year; what is missing while it cannot be put. The same for the same design. */
export function yearQuestion(design: Design): YearQuestion | NoPlan {
  const before = questions.get(design)
  if (before) return before
  const question = askQuestion(design)
  questions.set(design, question)
  return question
}

/** The question of a design, where it was asked before: looking costs nothing. */
export const askedQuestion = (design: Design): YearQuestion | NoPlan | undefined => questions.get(design)

function askQuestion(design: Design): YearQuestion | NoPlan {
  const plan = planOf(design)
  if (!isPlan(plan)) return plan
  const asked = askedOf(design.job, design.option)
  return { plan, asked, digest: digestOfPlan(plan, asked) }
}

export const isQuestion = (question: YearQuestion | NoPlan): question is YearQuestion => 'digest' in question

const kept = new WeakMap<Design, { readonly worked: WorkedYear; readonly design: Design }>()

/**
 * The design with what its year came to. A year that was worked for another design is not taken: the design then comes back
 * as it is, its year still to be worked.
 */
export function withYear(design: Design, worked: WorkedYear | null): Design {
  if (worked === null) return design
  const before = kept.get(design)
  if (before?.worked === worked) return before.design
  const question = yearQuestion(design)
  if (!isQuestion(question) || question.digest !== worked.digest) return design
  // Its figures are looked at late: they are taken over as they stand, not read.
  const properties = { ...Object.getOwnPropertyDescriptors(design), year: { value: worked, enumerable: true } }
  const made = Object.defineProperties({}, properties) as Design
  kept.set(design, { worked, design: made })
  return made
}

/** The design with its year worked here and now: some tens of milliseconds. */
export function designWithYear(design: Design): Design {
  const question = yearQuestion(design)
  if (!isQuestion(question)) return design
  const prepared = prepare(question.plan)
  return withYear(design, workedYear(prepared, question.asked, workYears(prepared, JUDGED_YEARS)))
}
