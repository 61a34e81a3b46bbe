/** Circuits, their devices, and what switches and joins them. The door of this room: what other packages use of it. */
export { type Bond, protectiveOf } from './bonds.ts'
export { type Circuit, isBreaker, START_S } from './circuits.ts'
export { type ConduitNote, conduitNote } from './conduit.ts'
export { bears, type Fitted, fittingText, NO_FITTING } from './fittings.ts'
export { BUILT_IN } from './pick-device.ts'
