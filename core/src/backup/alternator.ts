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
import { besideA, togetherOf } from './together.ts'

export interface AlternatorResult {
  readonly charger: Charger | null
  readonly locked: boolean
  readonly candidates: readonly Charger[]
  readonly idleA: Known
  readonly otherA: Known
  /** Into the bank as set, A. */
  readonly currentA: Known
  /** Out of the alternator, A. */
  readonly drawnA: Known
  /** Most a charger should take: half of the alternator at idle. */
  readonly allowedA: Known
  /** What a day's drive gives, through the bank, Wh. */
  readonly dailyEnergyWh: Known
}

type Alternator = NonNullable<Option['backup']['alternator']>

/** What a charger is set to hold, A: as a person chose, or what the bank bears where its sheet lets it be set so low. */
function settingOf(charger: Charger, { setA }: Alternator, borneA: number): Known {
  const sheet = fromSheet(charger.outputA, itemName(charger))
  if (setA !== null) return setA < charger.outputA ? entered(setA, 'backup') : sheet
  if (charger.outputA <= borneA || charger.leastSetA === null || charger.leastSetA > borneA) return sheet
  return known(borneA, 'computed', 'what the bank bears beside what charges with it')
}

/** The charger a person chose, or the largest that takes no more than half of what the alternator gives at idle. */
export function alternatorOf(brief: BackupBrief, alternator: Alternator, working: Working): AlternatorResult {
  const { bank, item, systemVoltageV } = brief.battery
  const vehicleV = alternator.voltageV >= 20 ? 24 : 12
  const candidates = brief.chargers.filter(
    ({ source, inputV, batteryVoltageV }) =>
      source === 'alternator' && inputV === vehicleV && batteryVoltageV === systemVoltageV.value,
  )
  const idleA = enteredOr(
    alternator.idleA,
    'backup',
    assumed(alternator.ratedA * DEFAULTS.alternatorIdleFraction.value, DEFAULTS.alternatorIdleFraction.why),
  )
  const otherA = enteredOr(alternator.otherA, 'backup', assumedOf(DEFAULTS.alternatorOtherA))
  const mostA = Math.max(0, Math.min(idleA.value / 2, idleA.value - otherA.value))
  const absorptionV = (charger: Charger) => bank?.absorptionV ?? charger.batteryVoltageV
  const borneA = bank
    ? besideA(togetherOf(brief.choice), bank.maxChargeA, brief.controller.chargeA, 0)
    : Number.POSITIVE_INFINITY
  const drawnA = (charger: Charger) =>
    (settingOf(charger, alternator, borneA).value * absorptionV(charger)) / (charger.efficiency * alternator.voltageV)
  const borne = (charger: Charger) => settingOf(charger, alternator, borneA).value <= borneA + 1e-9
  const locked = alternator.chargerId !== null
  const charger = locked
    ? (brief.chargers.find(({ id }) => id === alternator.chargerId) ?? null)
    : ([...candidates].sort((a, b) => b.outputA - a.outputA).find((each) => drawnA(each) <= mostA && borne(each)) ??
      null)
  const common = { charger, locked, candidates, idleA, otherA }
  if (!charger) {
    const nothing = known(0, 'computed', 'no charger')
    const allowedA = known(mostA, 'computed', 'half of the alternator at idle, less what the vehicle needs')
    return { ...common, currentA: nothing, drawnA: nothing, allowedA, dailyEnergyWh: nothing }
  }
  const currentA = settingOf(charger, alternator, borneA)
  const figures = working.apply(alternatorCharge, {
    outputA: currentA,
    absorptionV: known(absorptionV(charger), 'catalogue', 'absorption voltage of the bank'),
    batteryVoltageV: bank?.voltageV ?? known(charger.batteryVoltageV, 'catalogue', itemName(charger)),
    efficiency: fromSheet(charger.efficiency, itemName(charger)),
    chargeEfficiency: item ? fromSheet(item.roundTripEfficiency, itemName(item)) : assumedOf(DEFAULTS.chargeEfficiency),
    alternatorV: entered(alternator.voltageV, 'backup'),
    idleA,
    otherA,
    hoursPerDay: entered(alternator.hoursPerDay, 'backup'),
  })
  return { ...common, currentA, ...figures }
}
