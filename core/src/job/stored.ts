import type { Job } from './schema.ts'

/** A job as it is kept: whole, with the revision it has reached. */
export interface StoredJob {
  readonly id: string
  readonly revision: number
  /** ISO 8601, UTC. */
  readonly updatedAt: string
  readonly job: Job
}
