import type { Existing, Job } from '../job/schema.ts'

/** What is already on site, stays, and is of this item. */
export const keptOf = (job: Job, itemId: string): Existing[] =>
  job.existing.filter((each) => each.kept && each.itemId === itemId)

/** Pieces of an item that are already there and stay. */
export const keptCount = (job: Job, itemId: string): number =>
  keptOf(job, itemId).reduce((sum, { quantity }) => sum + quantity, 0)
