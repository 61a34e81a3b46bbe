import {
  JUDGED_YEARS,
  livingYears,
  type Plan,
  seeYear,
  tellingYears,
  tellMeasured,
  type YearQuestion,
  type YearsCame,
} from '@yard-lamp/core/proof'
import { expose } from 'comlink'
import { turns } from './turns.ts'

/** Years after which it is told how far they are. */
const TOLD_EVERY = 5

const { first, later, giveUp } = turns()

/** The years of a design: told after each edit, and one of them to be looked at. What is long has a name, to be given up by. */
const calls = {
  tellYears: (name: string, question: Pick<YearQuestion, 'plan' | 'asked'>, onYears?: (came: YearsCame) => void) =>
    first(name, tellingYears(question), (came) => {
      // The first at once, then a few: nobody reads twenty a tenth of a second.
      if (came.share < 1 && Math.round(came.share * JUDGED_YEARS) % TOLD_EVERY === 1) onYears?.(came)
    }),
  lifeYears: (name: string, plan: Plan, count: number) => later(name, livingYears(plan, count)),
  giveUp,
  seeYear,
  tellMeasured,
}
export type YearCalls = typeof calls

expose(calls)
