/** What is done to a system that stands, and when. The door of this room. */
export { calendarOf, type DueTask, type UpkeepStanding } from './calendar.ts'
export { standingOf } from './standing.ts'
export type { Interval, Task } from './task.ts'
export { upkeepOf } from './tasks.ts'
