import type { ArrayResult } from '../array/link.ts'
import type { BackupResult } from '../backup/link.ts'
import type { BatteryResult } from '../battery/link.ts'
import { itemName } from '../catalogue/schema.ts'
import type { ControllerResult } from '../controller/link.ts'
import type { InverterResult } from '../inverter/link.ts'
import { inverterDcCurrent } from '../inverter/methods.ts'
import type { Demand } from '../loads/demand.ts'
import type { Plant } from '../plant/plant.ts'
import type { RuleSet } from '../rules/rule-set.ts'
import { fromSheet, type Known, known, type Working } from '../working/working.ts'
import type { CircuitDemand } from './circuits.ts'
import { bankCurrent } from './current-methods.ts'

/** What the currents of the circuits follow from. */
export interface WiringBrief {
  readonly rules: RuleSet
  readonly plant: Plant
  readonly demand: Demand
  readonly battery: BatteryResult
  readonly array: Pick<ArrayResult, 'layout' | 'further'>
  readonly controller: ControllerResult
  readonly inverter: InverterResult
  readonly backup: Pick<BackupResult, 'charge' | 'alternator' | 'generator' | 'togetherA'>
}

/** What a circuit of a kind asks: its currents and voltage. */
export type Asked = Pick<CircuitDemand, 'currentA' | 'workingA' | 'voltageV' | 'highestV'> &
  Partial<
    Pick<
      CircuitDemand,
      'mustProtect' | 'ratingA' | 'continuousA' | 'startA' | 'prospectiveA' | 'together' | 'wires' | 'guardedBy'
    >
  >

export interface BusCurrents {
  readonly voltageV: Known
  readonly highestV: number
  readonly inverterA: Known
  readonly dcLoadsA: Known
  /** Between bank and bus bars. */
  readonly bankA: Known
  /** What the inverters draw while the worst start lasts, and the DC loads while theirs does. */
  readonly inverterStartA: Known | null
  readonly dcStartA: Known | null
}

/** What meets at the bus bars. */
export function busCurrents({ battery, demand, inverter, backup }: WiringBrief, working: Working): BusCurrents {
  const none = (why: string) => known(0, 'computed', why)
  const lowV = known(battery.bank?.lowCutoffV ?? 1, 'catalogue', 'lowest voltage of the bank')
  const inverterA = inverter.fullCurrentA ?? none('no inverter')
  const dcLoadsA = demand.hasDc
    ? working.about({ id: 'dc-loads', name: 'DC loads together' }, () =>
        working.apply(inverterDcCurrent, { powerW: demand.dcContinuousW, efficiency: DIRECT, batteryVoltageV: lowV }),
      ).currentA
    : none('no DC loads')
  const chargeA = known(backup.togetherA, 'computed', 'all that can charge at the same time')
  return {
    voltageV: known(battery.systemVoltageV.value, 'computed', 'system voltage'),
    highestV: battery.bank?.absorptionV ?? 0,
    inverterA,
    dcLoadsA,
    bankA: working.apply(bankCurrent, { inverterA, dcLoadsA, chargeA }).currentA,
    inverterStartA: inverterStart(inverter, demand, working),
    dcStartA: demand.hasDc
      ? working.about({ id: 'dc-start', name: 'DC loads while the worst one starts' }, () =>
          working.apply(inverterDcCurrent, { powerW: demand.dcSurgeW, efficiency: DIRECT, batteryVoltageV: lowV }),
        ).currentA
      : null,
  }
}

const DIRECT = known(1, 'computed', 'direct, no converter')

/** While the worst AC load starts, or as much as the inverters give. */
function inverterStart({ item, quantity }: InverterResult, demand: Demand, working: Working): Known | null {
  if (!item) return null
  const sheet = itemName(item)
  const mostW = item.surgeW * quantity
  const powerW =
    demand.surgeW.value <= mostW ? demand.surgeW : known(mostW, 'catalogue', `${sheet}, the start power it gives`)
  return working.about({ id: 'ac-start', name: 'inverters while the worst load starts' }, () =>
    working.apply(inverterDcCurrent, {
      powerW,
      efficiency: fromSheet(item.efficiency, sheet),
      batteryVoltageV: fromSheet(item.lowestInputV, sheet),
    }),
  ).currentA
}

/** On the bus bars, at the system's voltage. */
export const onBus = ({ voltageV, highestV }: BusCurrents, currentA: Known, workingA: Known = currentA): Asked => ({
  currentA,
  workingA,
  voltageV,
  highestV,
})
