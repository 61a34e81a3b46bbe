import { bankVolts } from '../after/settings.ts'
import type { Design } from '../chain/design.ts'
import { everyString, MAIN_ARRAY_ID } from '../controller/link.ts'
import type { Site } from '../job/schema.ts'
import { isPlan, type NoPlan, type Plan, planOf } from '../proof/plan.ts'
import type { Chemistry } from '../tables/chemistries.ts'
import { restingCellV } from '../tables/resting-volts.ts'
import { HOUR_MS } from './sums.ts'

/** The volts of a bank, by what it holds and what flows. */
export interface BankVolts {
  readonly chemistry: Chemistry
  /** In series. */
  readonly cells: number
  readonly nominalV: number
  /** As set, at 25 °C. */
  readonly absorptionV: number
  readonly floatV: number
  readonly lowV: number
  /** Set higher in the cold, for the whole bank, V/K; below 0. */
  readonly compensationVPerK: number
  /** Of the bank as it was sized, Ω. */
  readonly ohm: number
}

/** What the log holds readings against: plain data, so that it can be sent to a worker. */
export interface Reference {
  readonly plan: Plan
  readonly bank: BankVolts
  /** Strings of the main array side by side. */
  readonly strings: number
  /** Of the clock of the place from UTC, ms. */
  readonly offsetMs: number
}

/** Lead-acid, for each cell and degree from 25 °C. Source: common sheets. */
const COMPENSATION_V_PER_CELL_K = -0.004
const WARM_C = 25

/** Clock of a place from UTC, ms: as entered, else by its longitude. */
export function clockOffsetMs({ utcOffsetH, longitudeDeg }: Pick<Site, 'utcOffsetH' | 'longitudeDeg'>): number {
  return (utcOffsetH ?? Math.round((longitudeDeg ?? 0) / 15)) * HOUR_MS
}

/** What a design says its readings should be; what is missing while it cannot say. */
export function referenceOf(design: Design): Reference | NoPlan {
  const plan = planOf(design)
  if (!isPlan(plan)) return plan
  const { bank, item } = design.battery
  if (!bank || !item) return { lacks: 'a battery' }
  const { cells, kind, absorptionV, floatV, lowV } = bankVolts(design)
  const main = everyString(design).find(({ id }) => id === MAIN_ARRAY_ID)
  const nominalV = bank.voltageV.value
  return {
    plan,
    bank: {
      chemistry: item.chemistry,
      cells,
      nominalV,
      absorptionV,
      floatV,
      lowV,
      compensationVPerK: kind === 'lead' ? COMPENSATION_V_PER_CELL_K * cells : 0,
      ohm: plan.terms.resistancePerW * nominalV ** 2,
    },
    strings: main ? main.strings.stringsPerController * main.quantity : 0,
    offsetMs: clockOffsetMs(design.job.site),
  }
}

export const isReference = (reference: Reference | NoPlan): reference is Reference => 'bank' in reference

/** Volts at rest. @param charge 0 to 1 */
export const restV = ({ chemistry, cells }: BankVolts, charge: number): number =>
  restingCellV(chemistry, charge) * cells

/** What a voltage is set to in a bank so warm. */
export const setV = (bank: BankVolts, volts: number, batteryC: number): number =>
  volts + bank.compensationVPerK * (batteryC - WARM_C)
