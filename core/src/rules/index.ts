/** Wiring rules as objects. The door of this room: what other packages use of it. */

export { type Difference, differences } from './differences.ts'
export { TERMINALS_C, type TerminalC } from './rule-set.ts'
export { RULE_SETS, rulesOf } from './rules.ts'
export { sizesOf, WAYS, type WayOfLaying } from './ways.ts'
