import type { Catalogue } from '../catalogue/shelf.ts'
import type { Job, Option } from '../job/schema.ts'
import type { Writer } from '../units/writer.ts'

/** What every link of a design works from: the document, the option chosen, what can be built with, how figures are written. */
export interface Bench {
  readonly job: Job
  readonly option: Option
  readonly catalogue: Catalogue
  readonly write: Writer
}
