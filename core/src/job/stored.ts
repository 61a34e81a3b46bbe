import { SHIPPED_CATALOGUE } from '../catalogue/catalogue.ts'
import { answers, design } from '../chain/design.ts'
import type { Severity } from '../checks/check.ts'
import { findings } from '../checks/checks.ts'
import type { Job } from './schema.ts'

/** A job as it is kept: whole, with the revision it has reached. */
export interface StoredJob {
  readonly id: string
  readonly revision: number
  /** ISO 8601, UTC. */
  readonly updatedAt: string
  readonly job: Job
}

/** What a list of jobs shows of a design. */
export interface JobSummary extends Readonly<Record<Severity, number>> {
  readonly place: string
  readonly answers: Readonly<Record<string, string>>
  /** How many figures are still needed. */
  readonly needs: number
}

export interface JobListing {
  readonly id: string
  readonly name: string
  readonly revision: number
  readonly updatedAt: string
  readonly summary: JobSummary
}

/** The answers of a job’s design and how many checks fire, by severity. */
export function summarise(job: Job): JobSummary {
  const result = design(job, SHIPPED_CATALOGUE)
  const found = findings(job, result)
  const of = (severity: Severity) => found.filter((finding) => finding.severity === severity).length
  const counts = { danger: of('danger'), fault: of('fault'), advice: of('advice') }
  return { place: job.site.place, answers: answers(result), needs: result.needs.length, ...counts }
}
