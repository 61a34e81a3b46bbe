/** Wiring rules as objects. The door of this room: what other packages use of it. */

export { rulesOf } from './rules.ts'
export { sizesOf, WAYS, type WayOfLaying } from './ways.ts'
