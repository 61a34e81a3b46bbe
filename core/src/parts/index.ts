/** What is bought. The door of this room: what other packages use of it. */
export { TWO_PEOPLE_KG } from './link.ts'
