/** Jobs that ship. The door of this room: what other packages use of it. */
export { BEGINNINGS, type Beginning, beginAs } from './beginnings.ts'
export { clinic, rescueHut } from './demo.ts'
export { mutationTable } from './mutation-table.ts'
