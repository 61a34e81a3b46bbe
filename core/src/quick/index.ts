/** Answers without a job. The door of this room: what other packages use of it. */
export type { QuickValue } from './examples.ts'
export type { QuickCalculator, QuickField } from './fields.ts'
export { QUICK_CALCULATORS, quickAnswer } from './quick.ts'
export { jobFromQuick } from './start-job.ts'
