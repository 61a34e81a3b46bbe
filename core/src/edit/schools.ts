import { chosenOption } from '../job/job.ts'
import type { Job, Option, School } from '../job/schema.ts'

export type Switches = Omit<School, 'id' | 'name' | 'why'>

/** A school that leaves every switch to the chain. */
const CHAIN: Switches = {
  bankSizing: 'full',
  autonomyDays: null,
  depthOfDischarge: null,
  ageing: null,
  arraySizing: 'balance',
  recoveryDays: null,
  singleFactor: null,
  singleSunHours: null,
  seasonalYield: null,
  refillHours: null,
  clippingFraction: null,
  headroom: null,
}

/** Schools that ship. Source: common practice, where practitioners disagree. The first is the one a job starts with. */
export const SHIPPED_SCHOOLS: readonly School[] = [
  {
    id: 'full-chain',
    name: 'Full chain',
    why: 'Every loss, the cold, the end of the bank’s life and idle draw counted; the worst month balanced, losses itemised.',
    ...CHAIN,
  },
  {
    id: 'middle-of-life',
    name: 'Full chain, middle of life',
    why: 'As the full chain, but the bank carries the brief in the middle of its life and a little less at its end: a tenth smaller.',
    ...CHAIN,
    ageing: 'middle-of-life',
  },
  {
    id: 'full-recover',
    name: 'Full chain, full again in a week',
    why: 'As the full chain, and the array also refills the empty bank within seven average days.',
    ...CHAIN,
    arraySizing: 'recover',
    recoveryDays: 7,
  },
  {
    id: 'recover-in-a-day',
    name: 'Full again in a day',
    why: 'As the full chain, and one average day of the design month refills the empty bank: a large array.',
    ...CHAIN,
    arraySizing: 'recover',
    recoveryDays: 1,
  },
  {
    id: 'plain',
    name: 'Plain',
    why: 'Listed watt-hours × days ÷ depth ÷ voltage, no losses; array: listed watt-hours ÷ sun hours ÷ 0.75.',
    ...CHAIN,
    bankSizing: 'plain',
    arraySizing: 'plain',
    singleFactor: 0.75,
  },
  {
    id: 'one-sun-figure',
    name: 'One sun figure',
    why: 'As the plain school, with 4 sun hours a day for the whole year: right where summer is what counts.',
    ...CHAIN,
    bankSizing: 'plain',
    arraySizing: 'plain',
    singleFactor: 0.75,
    singleSunHours: 4,
  },
  {
    id: 'stepwise',
    name: 'Stepwise',
    why: 'Through the inverter, × days, ÷ 0.9 for temperature, ÷ depth; array with one factor of 0.80.',
    ...CHAIN,
    bankSizing: 'stepwise',
    singleFactor: 0.8,
  },
  {
    id: 'seasonal-yield',
    name: 'Seasonal yield',
    why: 'The array brings 80 % of its rating in the summer half and 50 % in the winter half, for 4 hours a day.',
    ...CHAIN,
    seasonalYield: { summerFraction: 0.8, winterFraction: 0.5, hours: 4 },
  },
  {
    id: 'one-night',
    name: 'One night',
    why: 'One day of battery, for a vehicle that drives or a system with a generator; a little clipping accepted.',
    ...CHAIN,
    autonomyDays: 1,
    clippingFraction: 0.1,
  },
  {
    id: 'six-hours',
    name: 'Let the generator take six hours',
    why: 'As the full chain, with a smaller charger and generator that fill the empty bank in 6 h instead of 3 h.',
    ...CHAIN,
    refillHours: 6,
  },
  {
    id: 'hot-and-heavy',
    name: 'Steady loads or heat',
    why: 'The full chain with an inverter of 1.6 times what runs together, refilled within three days.',
    ...CHAIN,
    arraySizing: 'recover',
    recoveryDays: 3,
    headroom: 1.6,
  },
]

/** Every school a job can take: those that ship, then the person's own. */
export const schoolsOf = (job: Job): School[] => [...SHIPPED_SCHOOLS, ...job.schools]

/** What of an option a school sets. */
export function switchesOf({ battery, array, controller, inverter, backup }: Option): Switches {
  return {
    bankSizing: battery.sizing ?? 'full',
    autonomyDays: battery.autonomyDays,
    depthOfDischarge: battery.depthOfDischarge,
    ageing: battery.ageing,
    singleSunHours: array.singleSunHours,
    seasonalYield: array.seasonalYield,
    refillHours: backup.refillHours,
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
      ageing: switches.ageing,
    },
    array: {
      ...option.array,
      sizing: switches.arraySizing,
      recoveryDays: switches.recoveryDays,
      singleFactor: switches.singleFactor,
      singleSunHours: switches.singleSunHours,
      seasonalYield: switches.seasonalYield,
    },
    controller: { ...option.controller, clippingFraction: switches.clippingFraction },
    inverter: { ...option.inverter, headroom: switches.headroom },
    backup: { ...option.backup, refillHours: switches.refillHours },
  }
}

/** The switches of a school, by name. */
export const SCHOOL_SWITCHES = [
  'bankSizing',
  'autonomyDays',
  'depthOfDischarge',
  'ageing',
  'arraySizing',
  'recoveryDays',
  'singleFactor',
  'singleSunHours',
  'seasonalYield',
  'refillHours',
  'clippingFraction',
  'headroom',
] as const satisfies readonly (keyof Switches)[]
export type SwitchName = (typeof SCHOOL_SWITCHES)[number]

/** The school whose switches an option has; null where it has been edited apart from all. */
export function schoolOf(job: Job): School | null {
  const own = switchesOf(chosenOption(job))
  return schoolsOf(job).find((school) => SCHOOL_SWITCHES.every((key) => sameSwitch(school[key], own[key]))) ?? null
}

const sameSwitch = (a: Switches[SwitchName], b: Switches[SwitchName]): boolean =>
  a === b || (a !== null && typeof a === 'object' && JSON.stringify(a) === JSON.stringify(b))
