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

interface Dated {
  readonly worked: WorkedYear | null
  readonly beside: Design['beside']
  readonly design: Design
}
const kept = new WeakMap<Design, Dated>()

/**
 * The design and the systems beside it, each with what its year came to. A year that was worked for another design is not
 * taken: its design then stays as it is, its year still to be worked.
 * @param yearOf what there is for a design
 */
export function withYears(design: Design, yearOf: (design: Design) => WorkedYear | null): Design {
  const found = yearOf(design)
  const worked = found && isOf(design, found) ? found : null
  const dated = design.beside.map((each) => ({ ...each, design: withYears(each.design, yearOf) }))
  const isMoved = dated.some((each, i) => each.design !== design.beside[i]?.design)
  if (worked === null && !isMoved) return design
  const before = kept.get(design)
  const isSame = before?.worked === worked && dated.every((each, i) => each.design === before.beside[i]?.design)
  if (before && isSame) return before.design
  const beside = isMoved ? dated : design.beside
  // Its figures are looked at late: they are taken over as they stand, not read.
  const properties = {
    ...Object.getOwnPropertyDescriptors(design),
    year: { value: worked, enumerable: true },
    beside: { value: beside, enumerable: true },
  }
  const made = Object.defineProperties({}, properties) as Design
  kept.set(design, { worked, beside, design: made })
  return made
}

function isOf(design: Design, { digest }: WorkedYear): boolean {
  const question = yearQuestion(design)
  return isQuestion(question) && question.digest === digest
}

/** The design with its years worked here and now: some tens of milliseconds for each system. */
export const designWithYear = (design: Design): Design =>
  withYears(design, (each) => {
    const question = yearQuestion(each)
    if (!isQuestion(question)) return null
    const prepared = prepare(question.plan)
    return workedYear(prepared, question.asked, workYears(prepared, JUDGED_YEARS))
  })
