/** What is told of a design. The door of this room: what other packages use of it. */
export { type ComparedOption, compareOptions } from './options.ts'
export { jobSummarySchema } from './summary.ts'
