import type { Chemistry } from '../tables/chemistries.ts'
import { chemistryRow } from '../tables/chemistries.ts'

/**
 * What the year takes where no sheet and no person says more. Each with its reason and the range it may lie in: what matters
 * of them is tried over that range. Where no source is named it is an assumption of Yard Lamp.
 */
export interface Assumption {
  readonly value: number
  readonly low: number
  readonly high: number
  readonly unit: string
  /** In words, as a person reads it beside its effect. */
  readonly name: string
  readonly source: string
}

const OURS = 'assumption of Yard Lamp'
const taken = (name: string, value: number, low: number, high: number, unit: string, source = OURS): Assumption => ({
  name,
  value,
  low,
  high,
  unit,
  source,
})

export const ASSUMPTIONS = {
  sun: taken('the sun of the site', 1, 0.93, 1.07, '×', 'spread between published tables of one place'),
  loads: taken('the loads, as listed', 1, 0.85, 1.2, '×'),
  dayLoadSpread: taken('how much the loads differ from day to day', 0.1, 0, 0.25, ''),
  airK: taken('the air, against the months entered', 0, -2, 2, 'K'),
  batteryCapacity: taken('what the bank holds, against its age', 1, 0.9, 1.1, '×'),
  batteryEfficiency: taken('efficiency of the bank, against its sheet', 1, 0.95, 1.03, '×'),
  arrayLosses: taken('dirt, mismatch, wiring and ageing of the array', 1, 0.5, 1.6, '×'),
  inverterIdle: taken('idle draw of the inverter, against its sheet', 1, 0.8, 1.4, '×'),
  standby: taken('standby of controller and monitor', 1, 0.5, 2, '×'),
} as const satisfies Readonly<Record<string, Assumption>>
export type AssumptionId = keyof typeof ASSUMPTIONS

/** Air and battery: hours in which a bank without a box follows its room, and heat a kilogram holds, Wh/(kg·K). */
export const ROOM_LAG_H = 12
export const HEAT_WH_PER_KG_K = 0.28
/** Surroundings of a bank that is in no box lose or bring as much heat as is asked, W/K. */
export const OPEN_W_PER_K = 1e9
/** Rates at which the efficiency of a sheet is taken to hold, share of capacity an hour: charge and discharge. */
export const SHEET_CHARGE_PER_H = 0.1
export const SHEET_DISCHARGE_PER_H = 0.05
/** Resistance grows so much, of itself, for each share of capacity that is gone. */
export const RESISTANCE_PER_LOST = 2.5
/** An aged bank is taken out at this, share of its capacity. Source: IEEE 485, IEEE 1013. */
export const END_OF_LIFE = 0.8
/** A little above the lock charging is let again, K. */
export const RELEASE_K = 2
/** Hours a generator runs at least once it was started. */
export const LEAST_RUN_H = 1
/** Hours in which somebody starts a generator by hand. */
export const HAND_STARTED_HOURS: readonly number[] = [7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20, 21]
/** Hour an engine sets out where none is entered. */
export const SETS_OUT_H = 9
/** Of an inverter whose sheet gives one efficiency: what is lost in proportion, the rest by the square. */
export const LINEAR_LOSS = 0.5
/** Of that loss, its own draw is at most so much. */
export const MOST_IDLE_OF_LOSS = 0.7
/** A sheet with one point of fuel: burnt at no power, share of it. Source: fuel curves of common sets. */
export const FUEL_AT_IDLE = 0.3
/** Mains without a limit that is known, W. */
export const UNLIMITED_W = 1e6
/** Day-to-day factor of the loads is never further from 1 than so many spreads. */
export const MOST_LOAD_DEVIATES = 2.5

/** How a bank behaves between its sheet's figures. */
export interface Behaviour {
  /** Share at hand at once, and how fast what is bound comes, 1/h. 1 and 0: one well. */
  readonly wellShare: number
  readonly wellPerH: number
  readonly taperFullAt: number
  readonly taperPerSoc: number
  readonly taperLeast: number
  readonly coldChargeShare: number
  readonly coldChargePerK: number
}

/**
 * Lead-acid by the two wells of Manwell & McGowan, Solar Energy 50 (1993) 399, with what common sheets give: a bank rated at
 * 20 h gives 83 % of that in 5 h and 55 % in 1 h. Lithium is one well. Acceptance toward full as sheets draw it.
 */
const LEAD_ACID: Behaviour = {
  wellShare: 0.4,
  wellPerH: 1,
  taperFullAt: 0.8,
  taperPerSoc: 4.5,
  taperLeast: 0.08,
  coldChargeShare: 0.5,
  coldChargePerK: 0.02,
}
const LITHIUM: Behaviour = {
  wellShare: 1,
  wellPerH: 0,
  taperFullAt: 0.95,
  taperPerSoc: 18,
  taperLeast: 0.1,
  coldChargeShare: 0.2,
  coldChargePerK: 0.08,
}
const NICKEL_IRON: Behaviour = {
  wellShare: 0.6,
  wellPerH: 1,
  taperFullAt: 0.9,
  taperPerSoc: 5,
  taperLeast: 0.3,
  coldChargeShare: 0.5,
  coldChargePerK: 0.02,
}

export function behaviourOf(chemistry: Chemistry): Behaviour {
  if (chemistry === 'nickel-iron') return NICKEL_IRON
  return chemistryRow(chemistry).gassing === 'none' ? LITHIUM : LEAD_ACID
}
