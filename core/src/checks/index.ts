/** What is wrong with a design. The door of this room: what other packages use of it. */
export { firesText, stillOpen } from './check.ts'
export { checkOf } from './checks.ts'
export { type NextSize, type NextSizes, nextSizes } from './next-size.ts'
export { type Remedy, remedies } from './remedies.ts'
