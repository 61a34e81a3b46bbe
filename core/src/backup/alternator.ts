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
  /** Null where a relay joins the batteries instead, or none fits. */
  readonly charger: Charger | null
  readonly byRelay: boolean
  /** Voltage class of the vehicle, V. */
  readonly vehicleV: number
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

/** Whether an engine reaches the bank at all: by a charger, or joined by a relay. */
export const isCharging = (alternator: Pick<AlternatorResult, 'charger' | 'byRelay'> | null): boolean =>
  alternator !== null && (alternator.charger !== null || alternator.byRelay)

type Alternator = NonNullable<Option['backup']['alternator']>

/** What a charger is set to hold, A: as a person chose, or what the bank bears where its sheet lets it be set so low. */
function settingOf(charger: Charger, { setA }: Alternator, borneA: number): Known {
  const sheet = fromSheet(charger.outputA, itemName(charger))
  if (setA !== null) return setA < charger.outputA ? entered(setA, 'backup') : sheet
  if (charger.outputA <= borneA || charger.leastSetA === null || charger.leastSetA > borneA) return sheet
  return known(borneA, 'computed', 'what the bank bears beside what charges with it')
}

interface Joined {
  readonly idleA: Known
  readonly otherA: Known
  readonly borneA: number
}

/**
 * Batteries joined by a relay: nothing holds the current. A lead-acid bank takes what it bears as its voltage rises; a
 * lithium bank takes all that the alternator gives beyond what the vehicle needs.
 */
function joinedByRelay(
  { battery: { bank, item, systemVoltageV } }: BackupBrief,
  alternator: Alternator,
  { idleA, otherA, borneA }: Joined,
  working: Working,
): Pick<AlternatorResult, 'currentA' | 'drawnA' | 'allowedA' | 'dailyEnergyWh'> {
  const freeA = Math.max(0, alternator.ratedA - otherA.value)
  const tapers = item?.chemistry.endsWith('lead-acid') === true
  const currentA =
    tapers && borneA < freeA
      ? known(borneA, 'computed', 'lead-acid takes no more than this for long: its voltage rises')
      : known(freeA, 'entered', 'nothing but the alternator limits it')
  if (currentA.value <= 0) {
    const nothing = known(0, 'computed', 'the vehicle needs it all')
    return { currentA, drawnA: nothing, allowedA: nothing, dailyEnergyWh: nothing }
  }
  const figures = working.apply(alternatorCharge, {
    outputA: currentA,
    absorptionV: known(alternator.voltageV, 'entered', 'joined: the batteries stand at the alternator’s voltage'),
    batteryVoltageV: bank?.voltageV ?? systemVoltageV,
    efficiency: known(1, 'computed', 'a relay loses next to nothing'),
    chargeEfficiency: item ? fromSheet(item.roundTripEfficiency, itemName(item)) : assumedOf(DEFAULTS.chargeEfficiency),
    alternatorV: entered(alternator.voltageV, 'backup'),
    idleA,
    otherA,
    hoursPerDay: entered(alternator.hoursPerDay, 'backup'),
  })
  return { currentA, ...figures }
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
  const locked = alternator.chargerId !== null && !alternator.byRelay
  const charger = alternator.byRelay
    ? null
    : locked
      ? (brief.chargers.find(({ id }) => id === alternator.chargerId) ?? null)
      : ([...candidates].sort((a, b) => b.outputA - a.outputA).find((each) => drawnA(each) <= mostA && borne(each)) ??
        null)
  const common = { charger, byRelay: alternator.byRelay, vehicleV, locked, candidates, idleA, otherA }
  if (alternator.byRelay) return { ...common, ...joinedByRelay(brief, alternator, { idleA, otherA, borneA }, working) }
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
