/** Tables of standards and of common practice. The door of this room: what other packages use of it. */
export { CHEMISTRY_NAMES, type Chemistry } from './chemistries.ts'
export { CONDUCTORS, isAwg, sizeInBoth } from './conductor.ts'
export { DAYS_IN_MONTH, MONTH_MEAN_DAYS } from './month-mean-days.ts'
export { restingCellV } from './resting-volts.ts'
export { STANDARD_RATINGS_A } from './standard-ratings.ts'
export { TIME_CURRENT } from './time-current.ts'
