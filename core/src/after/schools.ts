import type { Catalogue } from '../catalogue/shelf.ts'
import { design } from '../chain/design.ts'
import { applyAll } from '../edit/apply.ts'
import type { Edit } from '../edit/edit.ts'
import { SCHOOL_SWITCHES, type SwitchName, schoolOf, schoolsOf, switchesOf } from '../edit/schools.ts'
import { chosenOption } from '../job/job.ts'
import type { Job, School } from '../job/schema.ts'

/** What a school gives for a job. Null where its design has no such answer. */
export interface SchoolResult {
  readonly school: School
  readonly inUse: boolean
  readonly bankWh: number | null
  readonly arrayW: number | null
  readonly inverterW: number | null
  readonly price: number | null
  /** The switch that moves bank or array most against the job's own, alone; null where none does. */
  readonly difference: { readonly switched: SwitchName; readonly bankWh: number; readonly arrayW: number } | null
}

/** Counts left to the design, so that schools are compared on what they ask for. */
const OPEN_COUNTS: readonly Edit[] = [
  { act: 'set-option', part: 'battery', patch: { parallel: null } },
  {
    act: 'set-option',
    part: 'controller',
    patch: { quantity: null, panelsPerString: null, stringsPerController: null },
  },
  { act: 'set-option', part: 'inverter', patch: { quantity: null } },
]

interface Sized {
  readonly bankWh: number | null
  readonly arrayW: number | null
  readonly inverterW: number | null
  readonly price: number | null
}

function sizedAfter(job: Job, school: School, catalogue: Catalogue): Sized {
  const sized = applyAll(job, [{ act: 'apply-school', school }, ...OPEN_COUNTS])
  const { battery, array, inverter, parts, needs } = design(sized, catalogue)
  return {
    bankWh: battery.requiredNominalWh?.value ?? null,
    arrayW: array.requiredPowerW?.value ?? null,
    inverterW: inverter.needed ? inverter.requiredW.value : null,
    price: needs.length === 0 && array.layout ? parts.price.value : null,
  }
}

/** Every school side by side, designed for this job. Some milliseconds each: for a quiet moment. */
export function compareSchools(job: Job, catalogue: Catalogue): SchoolResult[] {
  const own: School = { id: 'own', name: 'own', why: '', ...switchesOf(chosenOption(job)) }
  const current = schoolOf(job)
  const base = sizedAfter(job, own, catalogue)
  const weight = (each: { bankWh: number; arrayW: number }) =>
    Math.abs(each.bankWh) / Math.max(1, base.bankWh ?? 1) + Math.abs(each.arrayW) / Math.max(1, base.arrayW ?? 1)
  return schoolsOf(job).map((school) => {
    const moved = SCHOOL_SWITCHES.filter((key) => school[key] !== own[key]).map((switched) => {
      const { bankWh, arrayW } = sizedAfter(job, { ...own, [switched]: school[switched] }, catalogue)
      return { switched, bankWh: (bankWh ?? 0) - (base.bankWh ?? 0), arrayW: (arrayW ?? 0) - (base.arrayW ?? 0) }
    })
    const most = moved.sort((a, b) => weight(b) - weight(a))[0]
    return {
      school,
      inUse: current?.id === school.id,
      ...sizedAfter(job, school, catalogue),
      difference: most && weight(most) > 1e-6 ? most : null,
    }
  })
}
