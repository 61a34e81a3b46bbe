import type { WiringBrief } from './brief.ts'

/** What the AC side drives into a short behind its board, A: inverters, and generator or mains where they pass through. */
export function acShortA({ inverter: { item, quantity }, backup }: WiringBrief): number {
  const invertersA = item ? (quantity * item.surgeW) / item.mainsVoltageV : 0
  return Math.max(invertersA, backup.charge?.builtIn ? supplyShortA(backup) : 0)
}

/** A generator for a few periods, by its reactance; the mains at the end of a service line. Assumptions of Yard Lamp. */
const GENERATOR_SHORT_TIMES = 8
const MAINS_SHORT_A = 6000
/** What generator or mains drive into a short on their lead, A. */
export const supplyShortA = ({ generator }: WiringBrief['backup']): number =>
  generator ? (GENERATOR_SHORT_TIMES * generator.continuousVA) / generator.mainsVoltageV : MAINS_SHORT_A

/** Two lines, neutral and protective conductor where one unit gives both legs of a split phase; else one line. */
export const wiresOf = ({ demand }: WiringBrief, mainsVoltageV: number): number =>
  demand.legs !== null && mainsVoltageV > BETWEEN_LEGS_V ? 4 : 3
/** Above it a voltage stands between two legs. */
const BETWEEN_LEGS_V = 180
