import type { Bank } from '../battery/bank.ts'
import type { Battery } from '../catalogue/schema.ts'
import type { Design } from '../chain/design.ts'
import { chemistryRow } from '../tables/chemistries.ts'
import { LEAD_ACID_COLD_FACTOR } from '../tables/lead-acid-cold-factor.ts'
import {
  behaviourOf,
  HEAT_WH_PER_KG_K,
  OPEN_W_PER_K,
  RELEASE_K,
  RESISTANCE_PER_LOST,
  ROOM_LAG_H,
  SHEET_CHARGE_PER_H,
  SHEET_DISCHARGE_PER_H,
} from './assumptions.ts'
import { linesThrough } from './lines.ts'
import type { Terms } from './terms.ts'

type RoomTerms = Pick<
  Terms,
  'roomLowC' | 'roomHighC' | 'warmthKept' | 'boxWPerK' | 'setPointC' | 'heaterMostW' | 'heaterOnAc'
>

/** The battery room and the heated box in it. */
export function roomTerms({ site, job, loads }: Design, bank: Bank, stepH: number): RoomTerms {
  const { batteryHeating } = job
  const room = { roomLowC: site.batteryRoomLowC.value, roomHighC: site.batteryRoomHighC.value }
  const { heating } = loads
  if (!batteryHeating || !heating) {
    const open = { boxWPerK: OPEN_W_PER_K, setPointC: -273, heaterMostW: 0, heaterOnAc: 0 }
    return { ...room, ...open, warmthKept: Math.exp(-stepH / ROOM_LAG_H) }
  }
  const lagH = (HEAT_WH_PER_KG_K * bank.weightKg) / batteryHeating.boxWPerK
  return {
    ...room,
    warmthKept: Math.exp(-stepH / Math.max(1, lagH)),
    boxWPerK: batteryHeating.boxWPerK,
    setPointC: batteryHeating.setPointC,
    heaterMostW: heating.heaterW.value,
    heaterOnAc: batteryHeating.supply === 'ac' ? 1 : 0,
  }
}

type BankTerms = Pick<
  Terms,
  | 'fullWh'
  | 'wellShare'
  | 'wellOwn'
  | 'wellBound'
  | 'wellPerW'
  | 'leakPerStep'
  | 'leakPerK'
  | 'chargeEfficiency'
  | 'resistancePerW'
  | 'mostChargeW'
  | 'mostDischargeW'
  | 'chargeLockC'
  | 'chargeReleaseC'
  | 'coldChargeShare'
  | 'coldChargePerK'
  | 'chargeHotC'
  | 'hotChargePerK'
  | 'taperFullAt'
  | 'taperPerSoc'
  | 'taperLeast'
  | 'coldUseC'
  | 'coldUsePerK'
  | 'lowUsePerSoc'
  | 'lowUseLeast'
  | 'capacityAt0'
  | 'capacityPerK'
  | 'depth'
>

/**
 * What the two wells come to in a step. Source: Manwell & McGowan 1993, eq. 4 to 7, with constant power over the step.
 * @param share at hand at once; 1 for one well
 */
export function wellTerms(
  share: number,
  perH: number,
  stepH: number,
): Pick<Terms, 'wellOwn' | 'wellBound' | 'wellPerW'> {
  if (share >= 1 || perH <= 0) return { wellOwn: 1, wellBound: 0, wellPerW: stepH }
  const left = Math.exp(-perH * stepH)
  return {
    wellOwn: left + share * (1 - left),
    wellBound: share * (1 - left),
    wellPerW: (1 - left + share * (perH * stepH - 1 + left)) / perH,
  }
}

/** @param agedFactor capacity left with age, 0 to 1 */
export function bankTerms(
  { battery, option }: Design,
  item: Battery,
  bank: Bank,
  agedFactor: number,
  stepH: number,
): BankTerms {
  const voltageV = bank.voltageV.value
  const fullWh = bank.energyWh.value * agedFactor
  const behaviour = behaviourOf(item.chemistry)
  const row = chemistryRow(item.chemistry)
  const ohm =
    ((item.resistanceMilliohm / 1000) * bank.series.value * (1 + RESISTANCE_PER_LOST * (1 - agedFactor))) /
    bank.parallel.value
  const resistancePerW = ohm / voltageV ** 2
  const wholeWh = bank.energyWh.value
  // The sheet's efficiency at common rates: what the resistance does not explain is lost on charge.
  const chargeEfficiency =
    item.roundTripEfficiency * (1 + resistancePerW * SHEET_DISCHARGE_PER_H * wholeWh) +
    resistancePerW * SHEET_CHARGE_PER_H * wholeWh
  const perMonth =
    option.battery.selfDischargeFractionPerMonth ??
    item.selfDischargeFractionPerMonth ??
    row.selfDischargeFractionPerMonth
  const capacity = linesThrough(
    item.capacityPoints
      ? item.capacityPoints.map(({ cellC, factor }) => ({ at: cellC, value: factor }))
      : LEAD_ACID_COLD_FACTOR.map(({ electrolyteC, sizeMultiplier }) => ({
          at: electrolyteC,
          value: 1 / sizeMultiplier,
        })),
    3,
  )
  const three = (of: (line: { at0: number; slope: number }) => number): [number, number, number] => [
    capacity[0] ? of(capacity[0]) : 1,
    capacity[1] ? of(capacity[1]) : 1,
    capacity[2] ? of(capacity[2]) : 1,
  ]
  return {
    fullWh,
    wellShare: behaviour.wellShare,
    ...wellTerms(behaviour.wellShare, behaviour.wellPerH, stepH),
    leakPerStep: (perMonth / 730) * stepH,
    leakPerK: 0.07,
    chargeEfficiency: Math.min(1, chargeEfficiency),
    resistancePerW,
    mostChargeW: bank.maxChargeA * voltageV,
    mostDischargeW: bank.maxDischargeA * voltageV,
    chargeLockC: item.chargeMinC,
    chargeReleaseC: item.chargeMinC + RELEASE_K,
    coldChargeShare: behaviour.coldChargeShare,
    coldChargePerK: behaviour.coldChargePerK,
    chargeHotC: item.chargeMaxC,
    hotChargePerK: 0.2,
    taperFullAt: behaviour.taperFullAt,
    taperPerSoc: behaviour.taperPerSoc,
    taperLeast: behaviour.taperLeast,
    coldUseC: item.dischargeMinC,
    coldUsePerK: 0.2,
    lowUsePerSoc: 50,
    lowUseLeast: 0.3,
    capacityAt0: three(({ at0 }) => at0),
    capacityPerK: three(({ slope }) => slope),
    depth: battery.depthOfDischarge.value,
  }
}
