import type { Catalogue } from '../catalogue/schema.ts'
import { design } from '../chain/design.ts'
import { EMPTY_CIRCUIT_CHOICE } from '../job/job.ts'
import type { Job } from '../job/schema.ts'
import { applyChange, type Change } from './change.ts'
import { type Finding, SEVERITIES } from './check.ts'
import { findings } from './checks.ts'

/** A change that was tried and mends what was found. */
export interface Remedy {
  readonly change: Change
  /** What it would bring up in its place. */
  readonly raises: readonly Finding[]
  /** What it would add to the price; null where either design is not whole. */
  readonly priceDifference: number | null
}

/** The changes a finding offers that do mend it, each tried on the whole chain: some milliseconds each. */
export function remedies(job: Job, catalogue: Catalogue, finding: Finding): Remedy[] {
  if (finding.changes.length === 0) return []
  const now = design(job, catalogue)
  const before = findings(job, now)
  return finding.changes.flatMap((change): Remedy[] => {
    const changed = applyChange(job, change, EMPTY_CIRCUIT_CHOICE)
    const result = design(changed, catalogue)
    const after = findings(changed, result)
    if (weight(after, finding) >= weight(before, finding) || result.needs.length > now.needs.length) return []
    const raises = after.filter(
      (each) => each.id !== finding.id && !before.some(({ id, place }) => id === each.id && place === each.place),
    )
    const whole = result.needs.length === 0 && now.needs.length === 0
    return [{ change, raises, priceDifference: whole ? result.parts.price.value - now.parts.price.value : null }]
  })
}

/** How much is found of a finding's kind: graver ones weigh more than all milder ones. */
function weight(found: readonly Finding[], { id }: Finding): number {
  return found
    .filter((each) => each.id === id)
    .reduce((sum, { severity }) => sum + 1000 ** (SEVERITIES.length - SEVERITIES.indexOf(severity)), 0)
}
