/** One language of edits. The door of this room: what other packages use of it. */
export { actsBetween } from './between.ts'
export { ACTS, MOST_ACTS, type OptionPatch } from './edit.ts'
export { enter } from './enter.ts'
export { label } from './label.ts'
export { chooseVoltage } from './offers.ts'
export { schoolOf, schoolsOf, switchesOf } from './schools.ts'
export { typingKey } from './touches.ts'
