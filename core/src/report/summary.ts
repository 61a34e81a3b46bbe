import { z } from 'zod'
import { answers, type Design } from '../chain/design.ts'
import { type Severity, stillOpen } from '../checks/check.ts'
import { findings } from '../checks/checks.ts'
import { line } from '../job/fields.ts'
import { cutText } from '../method/kept-text.ts'
import { LINKS } from '../working/links.ts'

const counted = z.number().int().min(0)

/** What a list of jobs shows of a design. Sent with a save by whoever had the design, and read again by this schema. */
export const jobSummarySchema = z.strictObject({
  place: line(200),
  /** First line of whom the quote is for. */
  customer: line(200).default(''),
  answers: z.partialRecord(z.enum(LINKS), line(400)),
  /** How many figures are still needed. */
  needs: counted,
  danger: counted,
  fault: counted,
  advice: counted,
  /** Whether the simulated years carry what the brief asks; none where there is no year yet, null where it was not worked. */
  year: z.enum(['carried', 'missed', 'none']).nullable(),
})
export type JobSummary = z.output<typeof jobSummarySchema>

/** Without bank, sun or loads there is no year; one that was not worked is not told. */
function yearOf(design: Design): JobSummary['year'] {
  if (design.year) return design.year.carried ? 'carried' : 'missed'
  const { battery, site, loads } = design
  return battery.bank && site.sunOnFlat && loads.counted.length > 0 ? null : 'none'
}

/** The answers of a design and how many checks fire, by severity. */
export function summarise(design: Design): JobSummary {
  const found = stillOpen(findings(design))
  const of = (severity: Severity) => found.filter((finding) => finding.severity === severity).length
  return {
    place: design.job.site.place,
    customer: cutText(design.job.trade.quote.customer.trim().split('\n')[0] ?? '', 200),
    answers: answers(design),
    needs: design.needs.length,
    danger: of('danger'),
    fault: of('fault'),
    advice: of('advice'),
    year: yearOf(design),
  }
}
