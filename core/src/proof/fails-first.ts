import type { Plan } from './plan.ts'
import type { YearSeen } from './told.ts'

/** What runs short first, where something goes without. */
export type FailsFirst = 'energy' | 'inverter' | 'discharge' | 'cold' | 'shed'

export interface Failing {
  readonly what: FailsFirst
  /** Hours of the year that go so. */
  readonly hours: number
}

/** State of charge above the floor up to which a bank counts as empty. */
const NEARLY_EMPTY = 0.06

/**
 * Why hours of a year go without, most often first: the bank is down to its depth, the inverter is too small, the bank gives no
 * more current, it is too cold to be charged, or the loads were let go.
 */
export function failsFirst({ flows }: YearSeen, { terms }: Plan): Failing[] {
  const counts = new Map<FailsFirst, number>()
  for (let hour = 0; hour < flows.unmetW.length; hour++) {
    if ((flows.unmetW[hour] ?? 0) <= 1e-6) continue
    const soc = flows.soc[hour - 1] ?? flows.soc[hour] ?? 0
    const batteryC = flows.batteryC[hour] ?? 20
    const capacity = Math.min(1, ...terms.capacityAt0.map((at0, i) => at0 + (terms.capacityPerK[i] ?? 0) * batteryC))
    const isEmpty = soc < 1 - terms.depth * capacity + NEARLY_EMPTY
    const isShed = soc < Math.max(terms.ordinaryBackAt, terms.waitBackAt) && !isEmpty
    const what: FailsFirst = isEmpty
      ? batteryC < terms.chargeReleaseC
        ? 'cold'
        : 'energy'
      : isShed
        ? 'shed'
        : (flows.dischargeW[hour] ?? 0) > 0.95 * terms.mostDischargeW
          ? 'discharge'
          : 'inverter'
    counts.set(what, (counts.get(what) ?? 0) + 1)
  }
  return [...counts].map(([what, hours]) => ({ what, hours })).sort((a, b) => b.hours - a.hours)
}
