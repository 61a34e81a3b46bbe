export { type Influence, influencesOn } from './after/sensitivity.ts'
export { SHIPPED_CATALOGUE, SHIPPED_ITEMS } from './catalogue/catalogue.ts'
export { type CatalogueItem, catalogueItemSchema, itemName } from './catalogue/schema.ts'
export { type Catalogue, catalogueOf } from './catalogue/shelf.ts'
export { besideKey } from './chain/beside.ts'
export { answered, answers, type BesideDesign, type Design, design, everyRow, stepAt, stepOf } from './chain/design.ts'
export { METHODS, methodOf, nearIds } from './chain/methods.ts'
export { type Caution, cautionsFor } from './checks/cautions.ts'
export { type Finding, SEVERITIES, type Severity } from './checks/check.ts'
export { CHECKS, findings } from './checks/checks.ts'
export { demoJobs, fieldStation, narrowboat } from './demo/demo.ts'
export { apply, applyAll } from './edit/apply.ts'
export type { Change, Edit } from './edit/edit.ts'
export {
  chosenOption,
  EMPTY_BACKUP,
  EMPTY_BOND_CHOICE,
  EMPTY_CIRCUIT_CHOICE,
  emptyJob,
  emptyLoad,
  emptyOption,
  emptyPlane,
  jobJsonSchema,
  keptJob,
  keptJobText,
  parseJob,
  parseJobText,
} from './job/job.ts'
export {
  type BatteryHeating,
  type Beside,
  type BondChoice,
  type CircuitChoice,
  type Existing,
  type HorizonPoint,
  JOB_VERSION,
  type Job,
  LOAD_BASES,
  type Load,
  MOST_LOADS,
  type Option,
  type Plane,
  PRIORITIES,
  type School,
  type Site,
} from './job/schema.ts'
export type { StoredJob } from './job/stored.ts'
export { INPUT_ERROR_CODES, InputError, type InputErrorCode } from './method/input-error.ts'
export { cutText, keptText, keptTexts } from './method/kept-text.ts'
export { type AnyMethod, runMethod } from './method/method.ts'
export { lookThrough } from './method/outside.ts'
export { allowedIn, type QuantityMeta, quantityMeta } from './method/quantity.ts'
export type { JobListing } from './report/listing.ts'
export { type JobSummary, summarise } from './report/summary.ts'
export { LINK_TITLE, LINKS, type LinkId, type Need } from './working/links.ts'
export { type Address, bare, isKnown, isUnsettled, type Known, type Origin, type Step } from './working/working.ts'
