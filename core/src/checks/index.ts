/** What is wrong with a design. The door of this room: what other packages use of it. */
export { firesText, stillOpen } from './check.ts'
export { type Remedy, remedies } from './remedies.ts'
