/** Wiring rules as objects. The door of this room: what other packages use of it. */
export { sizesOf } from './ampacity.ts'
export { rulesOf } from './rules.ts'
