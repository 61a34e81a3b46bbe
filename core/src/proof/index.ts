/** The year hour by hour. The door of this room: what other packages use of it. */
export type { AskedFor, AskedOfYear, WorkedYear, YearFigures, YearShares } from '../chain/worked-year.ts'
export { askedText, meanOfYears, shareText } from '../chain/year-text.ts'
export { HAND_STARTED_HOURS } from './assumptions.ts'
export { bench } from './bench.ts'
export type { ByAndBy } from './by-and-by.ts'
export {
  DISCOUNT_FRACTION,
  FUEL_PRICE_PER_L,
  UPKEEP_PER_HOUR,
  type YearsAhead,
  yearsAhead,
  yearsLookedAt,
} from './cost.ts'
export { type Failing, type FailsFirst, failsFirst } from './fails-first.ts'
export { type Help, whatWouldHelp } from './help.ts'
export { HOURS_COLUMNS, hoursFile } from './hours-file.ts'
export { boughtAgainIn, type LifeYear, lifeYears, livingYears } from './life.ts'
export { type Matter, whatMatters } from './matters.ts'
export { type MeasuredTold, tellMeasured, workMeasured } from './measured.ts'
export { isPlan, type NoPlan, type Plan, planOf } from './plan.ts'
export { askedOf, RELIABILITY, suggestedKind, wilsonInterval } from './reliability.ts'
export {
  designFound,
  type FoundDesign,
  type Searched,
  type Searcher,
  searchDesigns,
  searchShare,
  searchSteps,
  searchTogether,
} from './search.ts'
export type { Candidate } from './search-grid.ts'
export type { StepsMade } from './search-levels.ts'
export type { ShareFound } from './search-share.ts'
export type { Steps } from './search-steps.ts'
export type { Share } from './share.ts'
export { FLOW_WIDTH, FLOWS, type Flow, type Totals, WIDTHS } from './terms.ts'
export {
  aloneOf,
  FORTNIGHT,
  flowOf,
  type MonthsTold,
  seeYear,
  tellingYears,
  tellYears,
  type YearSeen,
  type YearsCame,
  type YearsTold,
} from './told.ts'
export type { Weather } from './weather.ts'
export { askedQuestion, designWithYear, isQuestion, withYears, type YearQuestion, yearQuestion } from './with-year.ts'
export { type Prepared, prepare, workYear, type YearResult } from './year.ts'
export {
  FIRST_SEED,
  JUDGED_YEARS,
  type MonthSpread,
  monthSpread,
  spreadOf,
  workedYear,
  workYears,
  yearFigures,
  yearsCarried,
} from './years.ts'
