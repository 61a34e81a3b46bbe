/** Is it behaving? What was read of a system that runs, held against what it was designed to do. The door of this room. */
export { type Batch, batchOf, clockSchema, MOST_IN_BATCH, parseBatch, samplesOf } from './batch.ts'
export { type Behaviour, behaviourOf } from './behaviour.ts'
export {
  DAY_FIGURES,
  type DayFigure,
  type DaySums,
  dateOfDay,
  dayInYear,
  dayOf,
  dayOfDate,
  daySums,
  hoursOf,
  type KeptHour,
  type LogHours,
  logHours,
  packedHour,
} from './days.ts'
export type { Band, Diagnosis, DiagnosisId, Ordinary, Sureness } from './diagnosis.ts'
export type { Expected } from './expected.ts'
export { FAULTS, type FaultId } from './faults.ts'
export { gravityAt25C } from './gravity.ts'
export { type Living, LivingSystem } from './living.ts'
export { ordinaryOf } from './ordinary.ts'
export {
  type KeptDay,
  type ListedSource,
  type ReadingSource,
  SOURCE_KINDS,
  type SourceKind,
  type SourceSaid,
} from './source.ts'
export {
  DAY_MS,
  HOUR_FIGURES,
  HOUR_MS,
  type HourFigure,
  type HourSums,
  hourOf,
  hourSums,
  mostSpaceMs,
  type Sample,
  usualStepMs,
} from './sums.ts'
export { clockOffsetMs, isReference, type Reference, referenceOf } from './system.ts'
export {
  guessMapping,
  type Mapping,
  mappingSchema,
  type RowProblem,
  readTable,
  type TableRead,
  WRITTEN_IN,
} from './table.ts'
export { TIME_ORDERS, type TimeOrder } from './table-times.ts'
export { type Compared, type DayTold, type LogTold, type MonthTold, tellLog } from './told.ts'
