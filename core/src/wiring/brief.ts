import type { ArrayResult } from '../array/link.ts'
import type { BackupResult } from '../backup/link.ts'
import type { BatteryResult } from '../battery/link.ts'
import type { ControllerResult } from '../controller/link.ts'
import type { InverterResult } from '../inverter/link.ts'
import { inverterDcCurrent } from '../inverter/methods.ts'
import type { Demand } from '../loads/demand.ts'
import type { Plant } from '../plant/plant.ts'
import { type Known, known, type Working } from '../working/working.ts'
import type { CircuitDemand } from './circuits.ts'
import { bankCurrent } from './methods.ts'

/** What the currents of the circuits follow from. */
export interface WiringBrief {
  readonly plant: Plant
  readonly demand: Demand
  readonly battery: BatteryResult
  readonly array: ArrayResult
  readonly controller: ControllerResult
  readonly inverter: InverterResult
  readonly backup: BackupResult
}

/** What a circuit of a kind asks: its currents and voltage. */
export type Asked = Pick<CircuitDemand, 'currentA' | 'workingA' | 'voltageV' | 'highestV'> &
  Partial<Pick<CircuitDemand, 'mustProtect' | 'ratingA'>>

export interface BusCurrents {
  readonly voltageV: Known
  readonly highestV: number
  readonly inverterA: Known
  readonly dcLoadsA: Known
  /** Between bank and bus bars. */
  readonly bankA: Known
}

/** What meets at the bus bars. */
export function busCurrents({ battery, demand, inverter, backup }: WiringBrief, working: Working): BusCurrents {
  const none = (why: string) => known(0, 'computed', why)
  const inverterA = inverter.fullCurrentA ?? none('no inverter')
  const dcLoadsA = demand.hasDc
    ? working.about({ id: 'dc-loads', name: 'DC loads together' }, () =>
        working.apply(inverterDcCurrent, {
          powerW: demand.dcContinuousW,
          efficiency: known(1, 'computed', 'direct, no converter'),
          batteryVoltageV: known(battery.bank?.lowCutoffV ?? 1, 'catalogue', 'lowest voltage of the bank'),
        }),
      ).currentA
    : none('no DC loads')
  const chargeA = known(backup.togetherA, 'computed', 'all that can charge at the same time')
  return {
    voltageV: known(battery.systemVoltageV.value, 'computed', 'system voltage'),
    highestV: battery.bank?.absorptionV ?? 0,
    inverterA,
    dcLoadsA,
    bankA: working.apply(bankCurrent, { inverterA, dcLoadsA, chargeA }).currentA,
  }
}

/** On the bus bars, at the system's voltage. */
export const onBus = ({ voltageV, highestV }: BusCurrents, currentA: Known, workingA: Known = currentA): Asked => ({
  currentA,
  workingA,
  voltageV,
  highestV,
})
