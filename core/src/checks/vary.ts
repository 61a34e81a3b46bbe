import type { Catalogue } from '../catalogue/shelf.ts'
import { type Design, design } from '../chain/design.ts'
import { applyAll } from '../edit/apply.ts'
import type { Edit } from '../edit/edit.ts'
import type { Job } from '../job/schema.ts'
import type { Finding } from './check.ts'
import { findings } from './checks.ts'

/** A job as it would be after some edits, beside what it is. */
export interface Variation {
  readonly job: Job
  readonly design: Design
  readonly findings: readonly Finding[]
  /** Found after the edits and not before. */
  readonly raised: readonly Finding[]
  /** Found before the edits and not after. */
  readonly mended: readonly Finding[]
  /** What it adds to the price of the parts; null where either design is not whole. */
  readonly priceDifference: number | null
}

/** Tries edits on the whole chain; nothing is changed. */
export function vary(job: Job, edits: readonly Edit[], catalogue: Catalogue): Variation {
  const now = design(job, catalogue)
  const before = findings(now)
  const changed = applyAll(job, edits)
  const result = design(changed, catalogue)
  const after = findings(result)
  const whole = result.needs.length === 0 && now.needs.length === 0
  return {
    job: changed,
    design: result,
    findings: after,
    raised: after.filter((each) => !before.some(same(each))),
    mended: before.filter((each) => !after.some(same(each))),
    priceDifference: whole ? result.parts.price.value - now.parts.price.value : null,
  }
}

const same =
  ({ id, place }: Finding) =>
  (other: Finding): boolean =>
    other.id === id && other.place === place
