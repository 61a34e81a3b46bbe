import { type Design, design, findings, InputError, parseJobText, SHIPPED_CATALOGUE } from '@yard-lamp/core'
import { stillOpen } from '@yard-lamp/core/checks'
import { isPlan, planOf, searchDesigns } from '@yard-lamp/core/proof'

/** Dangers and faults nobody has accepted, by id. */
const faults = (made: Design): string[] =>
  stillOpen(findings(made)).flatMap(({ id, severity }) => (severity === 'advice' ? [] : [id]))

/** The best designs for the money among what a job leaves open, and what each price carries. */
export function search(text: string) {
  const job = parseJobText(text)
  const plan = planOf(design(job, SHIPPED_CATALOGUE))
  if (!isPlan(plan)) throw new InputError('INPUT_INVALID', '', `there is nothing to search yet: it needs ${plan.lacks}`)
  return searchDesigns({ job, catalogue: SHIPPED_CATALOGUE, faults })
}
