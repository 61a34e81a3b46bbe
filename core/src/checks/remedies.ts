import type { Catalogue } from '../catalogue/shelf.ts'
import { design } from '../chain/design.ts'
import type { Change } from '../edit/edit.ts'
import type { Job } from '../job/schema.ts'
import { type Finding, SEVERITIES } from './check.ts'
import { findings } from './checks.ts'
import { vary } from './vary.ts'

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
  const weightNow = weight(findings(now), finding)
  return finding.changes.flatMap((change): Remedy[] => {
    const tried = vary(job, change.edits, catalogue)
    if (weight(tried.findings, finding) >= weightNow || tried.design.needs.length > now.needs.length) return []
    const raises = tried.raised.filter(({ id }) => id !== finding.id)
    return [{ change, raises, priceDifference: tried.priceDifference }]
  })
}

/** How much is found of a finding's kind: graver ones weigh more than all milder ones. */
function weight(found: readonly Finding[], { id }: Finding): number {
  return found
    .filter((each) => each.id === id)
    .reduce((sum, { severity }) => sum + 1000 ** (SEVERITIES.length - SEVERITIES.indexOf(severity)), 0)
}
