import type { Catalogue } from '../catalogue/schema.ts'
import { design } from '../chain/design.ts'
import { chosenOption } from '../job/job.ts'
import type { Job, Option, School } from '../job/schema.ts'

/** Schools that ship. Source: handbook, "Where practitioners disagree". The first is the one a job starts with. */
export const SHIPPED_SCHOOLS: readonly School[] = [
  {
    id: 'full-chain',
    name: 'Full chain',
    why: 'Every loss, the cold, age and idle draw counted; the worst month balanced, losses itemised.',
    bankSizing: 'full',
    autonomyDays: null,
    depthOfDischarge: null,
    arraySizing: 'balance',
    recoveryDays: null,
    singleFactor: null,
    clippingFraction: null,
    headroom: null,
  },
  {
    id: 'full-recover',
    name: 'Full chain, full again in a week',
    why: 'As the full chain, and the array also refills the empty bank within seven average days.',
    bankSizing: 'full',
    autonomyDays: null,
    depthOfDischarge: null,
    arraySizing: 'recover',
    recoveryDays: 7,
    singleFactor: null,
    clippingFraction: null,
    headroom: null,
  },
  {
    id: 'plain',
    name: 'Plain',
    why: 'Watt-hours × days ÷ depth ÷ voltage, no losses; array with one factor of 0.75.',
    bankSizing: 'plain',
    autonomyDays: null,
    depthOfDischarge: null,
    arraySizing: 'balance',
    recoveryDays: null,
    singleFactor: 0.75,
    clippingFraction: null,
    headroom: null,
  },
  {
    id: 'stepwise',
    name: 'Stepwise',
    why: 'Through the inverter, × days, ÷ 0.9 for temperature, ÷ depth; array with one factor of 0.80.',
    bankSizing: 'stepwise',
    autonomyDays: null,
    depthOfDischarge: null,
    arraySizing: 'balance',
    recoveryDays: null,
    singleFactor: 0.8,
    clippingFraction: null,
    headroom: null,
  },
  {
    id: 'one-night',
    name: 'One night',
    why: 'One day of battery, for a vehicle that drives or a system with a generator; a little clipping accepted.',
    bankSizing: 'full',
    autonomyDays: 1,
    depthOfDischarge: null,
    arraySizing: 'balance',
    recoveryDays: null,
    singleFactor: null,
    clippingFraction: 0.1,
    headroom: null,
  },
  {
    id: 'hot-and-heavy',
    name: 'Steady loads or heat',
    why: 'The full chain with an inverter of 1.6 times what runs together, refilled within three days.',
    bankSizing: 'full',
    autonomyDays: null,
    depthOfDischarge: null,
    arraySizing: 'recover',
    recoveryDays: 3,
    singleFactor: null,
    clippingFraction: null,
    headroom: 1.6,
  },
]

/** Every school a job can take: those that ship, then the person's own. */
export const schoolsOf = (job: Job): School[] => [...SHIPPED_SCHOOLS, ...job.schools]

type Switches = Omit<School, 'id' | 'name' | 'why'>

/** What of an option a school sets. */
export function switchesOf({ battery, array, controller, inverter }: Option): Switches {
  return {
    bankSizing: battery.sizing ?? 'full',
    autonomyDays: battery.autonomyDays,
    depthOfDischarge: battery.depthOfDischarge,
    arraySizing: array.sizing ?? 'balance',
    recoveryDays: array.recoveryDays,
    singleFactor: array.singleFactor,
    clippingFraction: controller.clippingFraction,
    headroom: inverter.headroom,
  }
}

/** An option sized after a school; what it leaves open is left to the chain. */
export function withSwitches(option: Option, switches: Switches): Option {
  return {
    ...option,
    battery: {
      ...option.battery,
      sizing: switches.bankSizing,
      autonomyDays: switches.autonomyDays,
      depthOfDischarge: switches.depthOfDischarge,
    },
    array: {
      ...option.array,
      sizing: switches.arraySizing,
      recoveryDays: switches.recoveryDays,
      singleFactor: switches.singleFactor,
    },
    controller: { ...option.controller, clippingFraction: switches.clippingFraction },
    inverter: { ...option.inverter, headroom: switches.headroom },
  }
}

const KEYS = [
  'bankSizing',
  'autonomyDays',
  'depthOfDischarge',
  'arraySizing',
  'recoveryDays',
  'singleFactor',
  'clippingFraction',
  'headroom',
] as const satisfies readonly (keyof Switches)[]
export type SwitchName = (typeof KEYS)[number]

/** The school whose switches an option has; null where it has been edited apart from all. */
export function schoolOf(job: Job): School | null {
  const own = switchesOf(chosenOption(job))
  return schoolsOf(job).find((school) => KEYS.every((key) => school[key] === own[key])) ?? null
}

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

/** Every school side by side, designed for this job. Some milliseconds each: for a quiet moment. */
export function compareSchools(job: Job, catalogue: Catalogue): SchoolResult[] {
  const option = chosenOption(job)
  const own = switchesOf(option)
  const current = schoolOf(job)
  const sized = (switches: Switches) => {
    const options = job.options.map((each) => (each.id === option.id ? open(withSwitches(option, switches)) : each))
    const { battery, array, inverter, parts, needs } = design({ ...job, options }, catalogue)
    return {
      bankWh: battery.requiredNominalWh?.value ?? null,
      arrayW: array.requiredPowerW?.value ?? null,
      inverterW: inverter.needed ? inverter.requiredW.value : null,
      price: needs.length === 0 && array.layout ? parts.price.value : null,
    }
  }
  const base = sized(own)
  return schoolsOf(job).map((school) => {
    const differing = KEYS.filter((key) => school[key] !== own[key])
    const moved = differing.map((switched) => {
      const { bankWh, arrayW } = sized({ ...own, [switched]: school[switched] })
      return { switched, bankWh: (bankWh ?? 0) - (base.bankWh ?? 0), arrayW: (arrayW ?? 0) - (base.arrayW ?? 0) }
    })
    const weight = (each: { bankWh: number; arrayW: number }) =>
      Math.abs(each.bankWh) / Math.max(1, base.bankWh ?? 1) + Math.abs(each.arrayW) / Math.max(1, base.arrayW ?? 1)
    const most = moved.sort((a, b) => weight(b) - weight(a))[0]
    return {
      school,
      inUse: current?.id === school.id,
      ...sized(school),
      difference: most && weight(most) > 1e-6 ? most : null,
    }
  })
}

/** Counts left to the design, so that schools are compared on what they ask for. */
const open = (option: Option): Option => ({
  ...option,
  battery: { ...option.battery, parallel: null },
  controller: { ...option.controller, quantity: null, panelsPerString: null, stringsPerController: null },
  inverter: { ...option.inverter, quantity: null },
})
