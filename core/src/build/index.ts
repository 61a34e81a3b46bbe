/** The day of building: what to do, what to expect, what was done. The door of this room: what other packages use of it. */
export { batteryUnits } from './batteries.ts'
export {
  type Built,
  buildingsOf,
  measuredIn,
  type Progress,
  progressOf,
  type Standing,
  type StandingStep,
  standingsOf,
  whyNotPassed,
} from './built.ts'
export { type Difference, differencesOf, reasonFor } from './differences.ts'
export { jobAsBuilt } from './job-as-built.ts'
export { LABEL_SORTS, type Label, labelsOf } from './labels.ts'
export { expectedText, figureText, verdictText } from './reading-text.ts'
export { type Lack, lacksOf } from './sign-off.ts'
export {
  type Cause,
  causesFor,
  type Field,
  fieldSchema,
  isOut,
  type Now,
  type Reading,
  STAGES,
  type StageId,
  type Step,
  type Values,
  verdictOf,
} from './step.ts'
export { stepsOf } from './steps.ts'
