/** Generator, mains, alternator. The door of this room: what other packages use of it. */
export type { ChargeSource } from './charge-source.ts'
export { TOGETHER_LABEL } from './together.ts'
