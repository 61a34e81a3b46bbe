/** What is bought. The door of this room: what other packages use of it. */
export type { Cut, CutCable } from './cuts.ts'
export type { Labour } from './labour.ts'
export { PART_GROUPS, type PartGroup, type PartLine, type PartSource, type UnlistedPart } from './line.ts'
export { isForTwo, type PartsResult, TWO_PEOPLE_KG } from './link.ts'
export { lineName } from './list.ts'
export type { Borne } from './weights.ts'
