import type { LogHours } from './days.ts'
import { type Reference, setV } from './system.ts'

/** Minutes of absorption or float in an hour from which the sun is held back. */
const HELD_MIN = 3
/** Where no stage is read: so near what the bank is set to, or so near full, %. */
const NEAR_SET = 0.985
const NEAR_FULL = 3
/** Full, %, and next to nothing taken, W: the sun is held back, whatever the controller calls it. */
const SURELY_FULL_SOC = 99
const IDLE_W = 2
/** Charging at so much of its limit. */
const NEAR_LIMIT = 0.93
/** So near a lock of cold or heat, K. */
const NEAR_LOCK_K = 1

/** Hours with fewer readings than this: one at their end stands for much of them. */
export const SPARSE_READINGS = 5

/**
 * 1 for each hour in which the sun may be held back. Where readings are sparse also those beside it: a reading is taken
 * with its neighbour’s, and what was held back shows in them too.
 */
export function heldHours(reference: Reference, log: LogHours): Uint8Array {
  const held = heldByThemselves(reference, log)
  const { readings } = log.figures
  return held.map((is, at) => {
    const isSparse = (readings[at] ?? 0) < SPARSE_READINGS
    return is || (isSparse && (held[at - 1] || held[at + 1])) ? 1 : 0
  })
}

/** 1 for each hour in which a bank that is full, charges as fast as it may or is too cold can hold the sun back. */
function heldByThemselves({ plan, bank }: Reference, { figures, days }: LogHours): Uint8Array {
  const { taperFullAt, mostChargeW, chargeReleaseC, chargeHotC } = plan.terms
  return Uint8Array.from({ length: days * 24 }, (_, at) => {
    const minutes = (figures.absorptionMin[at] ?? Number.NaN) + (figures.floatMin[at] ?? Number.NaN)
    if (minutes > HELD_MIN) return 1
    if ((figures.socEnd[at] ?? 0) >= SURELY_FULL_SOC && (figures.pvWh[at] ?? 0) < IDLE_W) return 1
    const cellC = figures.batteryC[at] ?? Number.NaN
    if (cellC < chargeReleaseC + NEAR_LOCK_K || cellC > chargeHotC - NEAR_LOCK_K) return 1
    if ((figures.chargeWh[at] ?? 0) >= NEAR_LIMIT * mostChargeW) return 1
    if (!Number.isNaN(minutes)) return 0
    if ((figures.socEnd[at] ?? 0) >= 100 * taperFullAt - NEAR_FULL) return 1
    const warm = figures.batteryC[at] ?? Number.NaN
    const set = setV(bank, bank.absorptionV, Number.isNaN(warm) ? 25 : warm)
    return (figures.batteryVHigh[at] ?? 0) >= NEAR_SET * set ? 1 : 0
  })
}
