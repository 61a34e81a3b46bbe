/** What must run. The door of this room: what other packages use of it. */
export { DAY_KINDS, type DayKind, type DayLayer, dayLayers, daylightOf, hourlyW } from './day.ts'
export { entryOf, LOAD_COLUMNS, type LoadColumn, shownEntry, shownWatts } from './entry.ts'
export { hasLabel, hasMeter, monthFactor } from './power.ts'
export { paintedLoad, shiftedLoad, shiftSaves, typedHoursLoad } from './shift.ts'
export { type Slip, slipsOf } from './slips.ts'
export { loadsFromTable, type ReadTable } from './table.ts'
export type { LoadTotal } from './totals.ts'
export { searchTypicals, type Typical, typicalFigures, typicalOf } from './typical.ts'
