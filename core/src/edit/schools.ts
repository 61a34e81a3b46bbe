import { chosenOption } from '../job/job.ts'
import type { Job, Option, School } from '../job/schema.ts'

/** Schools that ship. Source: common practice, where practitioners disagree. The first is the one a job starts with. */
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

export type Switches = Omit<School, 'id' | 'name' | 'why'>

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

/** The switches of a school, by name. */
export const SCHOOL_SWITCHES = [
  'bankSizing',
  'autonomyDays',
  'depthOfDischarge',
  'arraySizing',
  'recoveryDays',
  'singleFactor',
  'clippingFraction',
  'headroom',
] as const satisfies readonly (keyof Switches)[]
export type SwitchName = (typeof SCHOOL_SWITCHES)[number]

/** The school whose switches an option has; null where it has been edited apart from all. */
export function schoolOf(job: Job): School | null {
  const own = switchesOf(chosenOption(job))
  return schoolsOf(job).find((school) => SCHOOL_SWITCHES.every((key) => school[key] === own[key])) ?? null
}
