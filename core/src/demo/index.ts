/** Jobs that ship. The door of this room: what other packages use of it. */
export { mutationTable } from './mutation-table.ts'
