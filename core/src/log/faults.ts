import { packed } from '../proof/parameters.ts'
import type { Plan } from '../proof/plan.ts'
import { SCHEDULE_WIDTH, type Terms, WEATHER_WIDTH } from '../proof/terms.ts'
import type { BankVolts, Reference } from './system.ts'

/** What can go wrong with a simulated system, and how much of it. */
export const FAULTS = [
  { id: 'string-out', label: 'one string of the main array gives nothing' },
  { id: 'dirt', label: 'dirt takes 0.6 % more of the sun each day, up to 30 %' },
  { id: 'shade', label: 'shade that grew takes two thirds of the afternoon sun' },
  { id: 'load-growth', label: 'a new appliance runs each evening: a third more energy a day' },
  { id: 'hidden-load', label: 'a heater on the battery itself, past the shunt: a third of the mean load' },
  { id: 'tired-bank', label: 'the bank holds 55 % of what it did, with twice the resistance' },
  { id: 'loose-joint', label: 'a joint in the battery circuit takes one volt of a hundred at the mean load' },
  { id: 'charge-setting', label: 'absorption is set 3.5 % too low' },
  { id: 'snow', label: 'snow lies on the panels for ten days' },
  { id: 'clock', label: 'the clock of the monitor is an hour fast' },
] as const
export type FaultId = (typeof FAULTS)[number]['id']

const DIRT_PER_DAY = 0.006
const MOST_DIRT = 0.3
const SHADE_TAKES = 0.65
const SHADE_FROM_H = 13
const GROWN_SHARE = 0.33
const GROWN_HOURS = [17, 18, 19, 20, 21, 22]
const HIDDEN_SHARE = 0.33
const TIRED_CAPACITY = 0.55
const TIRED_OHM = 2.2
const JOINT_OHMS = 4
const JOINT_LOSES = 0.01
const ABSORPTION_SHARE = 0.965
/** What a bank comes to that is charged to so little. */
const SHORT_CHARGE = { from: 0.8, perSoc: 10 }
export const SNOW_DAYS = 10
const SNOW_LETS = 0.02
const SNOW_AIR_C = -2
export const CLOCK_FAST_H = 1

/** What a fault makes of a plant from its day on. */
export interface Faulty {
  readonly terms: Terms
  readonly parameters: Float64Array
  /** Schedules one after the other: as planned, and as it is now. */
  readonly schedule: Float64Array
  /** Where the second begins; 0 where it is the first. */
  readonly scheduleFrom: number
  /** Of the bank, with joint and age, Ω. */
  readonly ohm: number
  readonly absorptionV: number
  /** Drawn from the battery where no shunt sees it, W. */
  readonly hiddenW: number
  readonly clockFastH: number
  /** Share of the sun the main array is left with. @param since days since it began */
  readonly lightLeft: (since: number, hour: number) => number
  /** The air is no warmer than this, °C. */
  readonly warmestC: (since: number) => number
}

/** The plant with a fault, or without one. */
export function faultyPlant({ plan, bank, strings }: Reference, fault: FaultId | null): Faulty {
  const healthy = Float64Array.from(plan.schedule)
  const meanW = meanLoadW(plan)
  const sound: Faulty = {
    terms: plan.terms,
    parameters: packed(plan.terms),
    schedule: healthy,
    scheduleFrom: 0,
    ohm: bank.ohm,
    absorptionV: bank.absorptionV,
    hiddenW: 0,
    clockFastH: 0,
    lightLeft: () => 1,
    warmestC: () => Number.POSITIVE_INFINITY,
  }
  const withTerms = (changed: Partial<Terms>): Pick<Faulty, 'terms' | 'parameters'> => {
    const terms = { ...plan.terms, ...changed }
    return { terms, parameters: packed(terms) }
  }
  switch (fault) {
    case 'string-out':
      return { ...sound, lightLeft: () => (strings > 1 ? (strings - 1) / strings : 0) }
    case 'dirt':
      return { ...sound, lightLeft: (since) => 1 - Math.min(MOST_DIRT, DIRT_PER_DAY * (since + 1)) }
    case 'shade':
      return { ...sound, lightLeft: (_, hour) => (hour >= SHADE_FROM_H ? 1 - SHADE_TAKES : 1) }
    case 'snow':
      return {
        ...sound,
        lightLeft: (since) => (since < SNOW_DAYS ? SNOW_LETS : 1),
        warmestC: (since) => (since < SNOW_DAYS ? SNOW_AIR_C : Number.POSITIVE_INFINITY),
      }
    case 'load-growth':
      return { ...sound, ...grown(healthy, plan, (meanW * 24 * GROWN_SHARE) / GROWN_HOURS.length) }
    case 'hidden-load': {
      const hiddenW = Math.max(5, meanW * HIDDEN_SHARE)
      return { ...sound, hiddenW, ...withTerms({ standbyW: plan.terms.standbyW + hiddenW }) }
    }
    case 'tired-bank':
      return { ...sound, ohm: bank.ohm * TIRED_OHM, ...withTerms(tired(plan.terms)) }
    case 'loose-joint':
      return { ...sound, ohm: bank.ohm + jointOhm(bank, meanW) }
    case 'charge-setting':
      return {
        ...sound,
        absorptionV: bank.absorptionV * ABSORPTION_SHARE,
        ...withTerms({ taperFullAt: SHORT_CHARGE.from, taperPerSoc: SHORT_CHARGE.perSoc, taperLeast: 0 }),
      }
    case 'clock':
      return { ...sound, clockFastH: CLOCK_FAST_H }
    default:
      return sound
  }
}

const tired = (terms: Terms): Partial<Terms> => ({
  fullWh: terms.fullWh * TIRED_CAPACITY,
  resistancePerW: terms.resistancePerW * TIRED_OHM,
})

/** A joint that shows: so many times the bank, and so much of its volts at what the loads draw in the mean. */
const jointOhm = ({ ohm, nominalV }: BankVolts, meanW: number): number =>
  Math.max(JOINT_OHMS * ohm, (JOINT_LOSES * nominalV ** 2) / Math.max(1, meanW))

/** What the loads draw in the mean of all hours in use, W. */
function meanLoadW({ schedule }: Plan): number {
  let [sum, hours] = [0, 0]
  for (let at = 0; at < schedule.length; at += SCHEDULE_WIDTH) {
    if ((schedule[at + 12] ?? 0) <= 0) continue
    for (let column = 0; column < 6; column++) sum += schedule[at + column] ?? 0
    hours += 1
  }
  return hours > 0 ? sum / hours : 0
}

/** The schedule as planned, and behind it the same with something that runs in the evenings. */
function grown(healthy: Float64Array, { terms }: Plan, watts: number): Pick<Faulty, 'schedule' | 'scheduleFrom'> {
  const both = new Float64Array(healthy.length * 2)
  both.set(healthy)
  both.set(healthy, healthy.length)
  const column = terms.inverterMostW > 0 ? 1 : 4
  for (let row = 0; row * SCHEDULE_WIDTH < healthy.length; row++) {
    const at = healthy.length + row * SCHEDULE_WIDTH
    if (GROWN_HOURS.includes(row % 24) && (both[at + 12] ?? 0) > 0) both[at + column] = (both[at + column] ?? 0) + watts
  }
  return { schedule: both, scheduleFrom: healthy.length }
}

/** Takes from a day of weather what a fault keeps from the main array; snow comes with cold. */
export function shadeDay(weather: Float64Array, { lightLeft, warmestC }: Faulty, since: number): void {
  for (let hour = 0; hour < 24; hour++) {
    const at = hour * WEATHER_WIDTH
    const air = at + WEATHER_WIDTH - 1
    weather[at] = (weather[at] ?? 0) * lightLeft(since, hour)
    weather[air] = Math.min(weather[air] ?? 15, warmestC(since))
  }
}

/** The bank of a faulty plant holds as much less as it is smaller. */
export const shrunk = (before: Terms, now: Terms): number => now.fullWh / before.fullWh

export const withOhm = (bank: BankVolts, { ohm, absorptionV }: Faulty): BankVolts => ({ ...bank, ohm, absorptionV })
