import { deliveredPerKwh } from '../after/delivered.ts'
import { shortMonths } from '../after/short-months.ts'
import type { Catalogue } from '../catalogue/shelf.ts'
import { type Design, design } from '../chain/design.ts'
import { type Severity, stillOpen } from '../checks/check.ts'
import { findings } from '../checks/checks.ts'
import { apply } from '../edit/apply.ts'
import type { Job, Option } from '../job/schema.ts'
import { hasBackup } from '../site/sky-link.ts'
import type { Known } from '../working/working.ts'

/** One option of a job, with what it is compared by. Null where the design is not whole enough to say. */
export interface ComparedOption {
  readonly option: Option
  readonly design: Design
  readonly price: number | null
  readonly weightKg: number | null
  readonly usableKwh: number | null
  readonly carriesDays: number | null
  /** Months the array alone must carry and does not, counted from 1. */
  readonly monthsShort: readonly number[] | null
  /** Months left to a generator. */
  readonly backupMonths: readonly number[]
  readonly pricePerKwh: Known | null
  readonly found: Readonly<Record<Severity, number>>
  readonly needs: number
}

const ofOptions = new WeakMap<Job, Map<string, Job>>()

/** The same job for the same option, so that it is designed once however often it is compared. */
function optionDesign(job: Job, catalogue: Catalogue, id: string): Design {
  const known = ofOptions.get(job) ?? new Map<string, Job>()
  ofOptions.set(job, known)
  const chosen = known.get(id) ?? apply(job, { act: 'choose-option', id })
  known.set(id, chosen)
  return design(chosen, catalogue)
}

/**
 * Every option of a job, designed and checked.
 * @param dated gives a design its year, where that was worked
 */
export function compareOptions(
  job: Job,
  catalogue: Catalogue,
  dated: (made: Design) => Design = (made) => made,
): ComparedOption[] {
  return job.options.map((option) => {
    const result = dated(optionDesign(job, catalogue, option.id))
    const all = stillOpen(findings(result))
    const count = (severity: Severity) => all.filter((finding) => finding.severity === severity).length
    const { battery, array, parts } = result
    const whole = result.needs.length === 0 && battery.bank !== null && array.layout !== null
    return {
      option,
      design: result,
      price: whole ? parts.price.value : null,
      weightKg: whole ? parts.weightKg.value : null,
      usableKwh: battery.bank ? battery.bank.usableWh.value / 1000 : null,
      carriesDays: battery.bank?.carriesDays.value ?? null,
      monthsShort: shortMonths(result)?.map(({ month }) => month) ?? null,
      backupMonths: hasBackup(option) ? option.backup.months : [],
      pricePerKwh: whole ? deliveredPerKwh(result) : null,
      found: { danger: count('danger'), fault: count('fault'), advice: count('advice') },
      needs: result.needs.length,
    }
  })
}
