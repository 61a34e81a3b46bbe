/** The array. The door of this room: what other packages use of it. */
export { type AreaFit, acrossRow, areaFit, keptFreeMm, usualSurface } from './area-fit.ts'
export { mostPvPowerW } from './string-window.ts'
