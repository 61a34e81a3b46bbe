/** What stands there and what joins it. The door of this room: what other packages use of it. */
export { inLineId, isInLineId } from './boards.ts'
export { type Joint, PLACES, type Plant, type Role, type Unit } from './plant.ts'
