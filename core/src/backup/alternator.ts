import { type Charger, itemName } from '../catalogue/schema.ts'
import { DEFAULTS } from '../job/defaults.ts'
import type { Option } from '../job/schema.ts'
import {
  assumed,
  assumedOf,
  entered,
  enteredOr,
  fromSheet,
  type Known,
  known,
  type Working,
} from '../working/working.ts'
import type { BackupBrief } from './brief.ts'
import { alternatorCharge } from './methods.ts'

export interface AlternatorResult {
  readonly charger: Charger | null
  readonly locked: boolean
  readonly candidates: readonly Charger[]
  readonly idleA: Known
  readonly otherA: Known
  /** Into the bank, A. */
  readonly currentA: Known
  /** Out of the alternator, A. */
  readonly drawnA: Known
  /** Most a charger should take: half of the alternator at idle. */
  readonly allowedA: Known
  /** Into the bank on a day's drive, Wh. */
  readonly dailyEnergyWh: Known
}

type Alternator = NonNullable<Option['backup']['alternator']>

/** The charger a person chose, or the largest that takes no more than half of what the alternator gives at idle. */
export function alternatorOf(brief: BackupBrief, alternator: Alternator, working: Working): AlternatorResult {
  const vehicleV = alternator.voltageV >= 20 ? 24 : 12
  const candidates = brief.chargers.filter(
    ({ source, inputV, batteryVoltageV }) =>
      source === 'alternator' && inputV === vehicleV && batteryVoltageV === brief.battery.systemVoltageV.value,
  )
  const idleA = enteredOr(
    alternator.idleA,
    'backup',
    assumed(alternator.ratedA * DEFAULTS.alternatorIdleFraction.value, DEFAULTS.alternatorIdleFraction.why),
  )
  const volts = (charger: Charger) => brief.battery.bank?.absorptionV ?? charger.batteryVoltageV
  const otherA = enteredOr(alternator.otherA, 'backup', assumedOf(DEFAULTS.alternatorOtherA))
  const mostA = Math.max(0, Math.min(idleA.value / 2, idleA.value - otherA.value))
  const figures = (charger: Charger) =>
    working.apply(alternatorCharge, {
      outputA: fromSheet(charger.outputA, itemName(charger)),
      batteryVoltageV: known(volts(charger), 'catalogue', 'absorption voltage of the bank'),
      efficiency: fromSheet(charger.efficiency, itemName(charger)),
      alternatorV: entered(alternator.voltageV, 'backup'),
      idleA,
      otherA,
      hoursPerDay: entered(alternator.hoursPerDay, 'backup'),
    })
  const drawn = (charger: Charger) => (charger.outputA * volts(charger)) / (charger.efficiency * alternator.voltageV)
  const locked = alternator.chargerId !== null
  const charger = locked
    ? (brief.chargers.find(({ id }) => id === alternator.chargerId) ?? null)
    : ([...candidates].sort((a, b) => b.outputA - a.outputA).find((each) => drawn(each) <= mostA) ?? null)
  const nothing = known(0, 'computed', 'no charger')
  const common = {
    charger,
    locked,
    candidates,
    idleA,
    otherA,
  }
  if (!charger) {
    const allowedA = known(mostA, 'computed', 'half of the alternator at idle, less what the vehicle needs')
    return { ...common, currentA: nothing, drawnA: nothing, allowedA, dailyEnergyWh: nothing }
  }
  return { ...common, currentA: fromSheet(charger.outputA, itemName(charger)), ...figures(charger) }
}
