/** The document: schema, defaults, upgrades. The door of this room: what other packages use of it. */
export { BACKUP_PAIRS, type Ends, endsOf, SITE_PAIRS } from './bounds.ts'
export { changedJob } from './changed.ts'
export { CIRCUIT_LENGTH, DEFAULTS, type Default, SOILING_DEFAULT } from './defaults.ts'
export { EMPTY_AC_COUPLED, EMPTY_TRADE, emptyBeside } from './job.ts'
export { mergeJobs } from './merge.ts'
export {
  acCoupledSchema,
  acceptedSchema,
  besideSchema,
  dumpLoadSchema,
  furtherArraySchema,
  MOST_BESIDE,
  optionSchema,
  seasonalYieldSchema,
} from './option.ts'
export { currencyOf } from './priced.ts'
export { REFUSALS, type RefusalCode } from './refusals.ts'
export { RELIABILITIES, type Reliability, type ReliabilityId, reliabilitySchema } from './reliability.ts'
export {
  AXLES,
  axlesSchema,
  batteryHeatingSchema,
  existingSchema,
  JOB_FORMAT,
  JOB_VERSION,
  jobSchema,
  loadSchema,
  MOST_PLANES,
  MOST_WEIGHT_TARGETS,
  PLACES,
  planeSchema,
  SURFACES,
  type Surface,
  siteSchema,
  type WeightTarget,
  weightTargetSchema,
} from './schema.ts'
export { jobText } from './text.ts'
export {
  type AddedLine,
  addedLineSchema,
  type BoughtAs,
  boughtAsSchema,
  LABOUR_TASKS,
  type LabourTask,
  MOST_ADDED_LINES,
  MOST_PAYMENTS,
  MOST_QUOTED,
  type Payment,
  partsChoiceSchema,
  paymentSchema,
  type Quote,
  quoteSchema,
  type Trade,
  tradeSchema,
} from './trade.ts'
export {
  bondChoiceSchema,
  circuitChoiceSchema,
  hungAtSchema,
  IN_LINE_ROLES,
  MOST_IN_LINE,
  RUN_PLACES,
  type RunPlace,
} from './wiring.ts'
