import { type Charger, type Inverter, itemName } from '../catalogue/schema.ts'
import { nearVoltage } from '../inverter/candidates.ts'
import { DEFAULTS } from '../job/defaults.ts'
import { assumedOf, entered, enteredOr, fromSheet, type Known, known, type Working } from '../working/working.ts'
import type { BackupBrief } from './brief.ts'
import { averageHouseW, type InputLimit, inputLimitOf, limitW } from './input-limit.ts'
import { chargeTime } from './methods.ts'
import { besideA, togetherOf } from './together.ts'

/** Share of its rating to which an inverter's own charger can be set where its sheet says nothing. Assumption of Yard Lamp. */
const LOWEST_SETTING = 0.2
/** Charge current lead-acid is charged with at least while somebody runs an engine for it, share of capacity. */
const ADVISED_LEAD_ACID_RATE_PER_H = 0.1
/** Most chargers side by side the design takes by itself. */
const MOST_CHARGERS = 4

/** What sets the time of a refill: the charger, what the bank takes, or what may come in. */
export type LimitedBy = 'charger' | 'bank' | 'input'

/** What turns generator or mains into charge: chargers of their own, or the inverter's. */
export interface ChargeSource {
  readonly item: Charger | Inverter
  readonly quantity: number
  readonly builtIn: boolean
  /** Into the battery as set, all together. */
  readonly currentA: Known
  /** The same as rated, A: what its cables carry. */
  readonly ratedA: number
  /** Lowest it can be set to, all together, A; the rating where it cannot be set. */
  readonly leastA: number
  readonly powerW: Known
  readonly efficiency: Known
  readonly powerFactor: number
  /** Hours from empty to full, at what the bank takes. */
  readonly hours: Known
  readonly limitedBy: LimitedBy
  /** That would refill the bank in time as far as the bank takes it, A. */
  readonly wantedA: number
  readonly input: InputLimit
}

/** Hours in which it should refill the bank, by the school in force. */
export const refillHoursOf = ({ choice }: Pick<BackupBrief, 'choice'>): Known =>
  enteredOr(choice.refillHours, 'backup', assumedOf(DEFAULTS.refillHours))

/** Something that may charge: how many, from how low to how high it can be set. */
interface Offer {
  readonly item: Charger | Inverter
  readonly quantity: number
  readonly ratedA: number
  readonly leastA: number
}

/** What the charge current is chosen within, A. */
interface Wanted {
  /** That refills the bank in time. */
  readonly inTimeA: number
  /** What the bank takes beside what charges at the same time. */
  readonly borneA: number
  /** What the bank takes of one source alone. */
  readonly bankA: number
}

/** Chargers a person chose; else the inverter's own; else the cheapest that refill in time and that the bank bears. */
export function chargeSource(brief: BackupBrief, alternatorA: number, working: Working): ChargeSource | null {
  const { choice, battery, inverter, controller } = brief
  const { bank } = battery
  if (!bank) return null
  const wanted: Wanted = {
    inTimeA: currentInTime(brief),
    borneA: besideA(togetherOf(choice), bank.maxChargeA, controller.chargeA, alternatorA),
    bankA: bank.maxChargeA,
  }
  if (choice.chargerId !== null) {
    const item = brief.chargers.find(({ id }) => id === choice.chargerId)
    return item ? sourceFigures(brief, offerOf(item, choice.chargers ?? 1), wanted, working) : null
  }
  const own = inverter.item
  if (own && own.chargerA > 0) {
    const offer = offerOf(own, choice.onOneUnit ? 1 : inverter.quantity)
    if (choice.chargerSetA !== null || offer.leastA <= wanted.borneA + 1e-9)
      return sourceFigures(brief, offer, wanted, working)
  }
  const best = bestChargers(brief, wanted)
  return best ? sourceFigures(brief, best, wanted, working) : null
}

function offerOf(item: Charger | Inverter, quantity: number): Offer {
  const each = item.kind === 'charger' ? item.outputA : item.chargerA
  const least =
    item.kind === 'charger'
      ? (item.leastSetA ?? each)
      : (item.leastChargerSetA ?? Math.min(each, LOWEST_SETTING * each))
  return { item, quantity, ratedA: quantity * each, leastA: quantity * Math.min(each, least) }
}

/** Current that refills the empty bank within the hours of the school; lead-acid with at least a tenth of its capacity. */
function currentInTime(brief: BackupBrief): number {
  const { bank, item } = brief.battery
  if (!bank) return 0
  const hours = refillHoursOf(brief).value
  const inTimeA = bank.usableWh.value / (hours * bank.absorptionV * chargeEfficiency(brief).value)
  const stirringA = item?.chemistry.endsWith('lead-acid') ? ADVISED_LEAD_ACID_RATE_PER_H * bank.capacityAh : 0
  return Math.max(inTimeA, stirringA)
}

/** The cheapest chargers that refill in time as far as the bank takes it; else the strongest it bears; else none. */
function bestChargers(brief: BackupBrief, { inTimeA, borneA }: Wanted): Offer | undefined {
  const { choice, battery } = brief
  const suited = brief.chargers.filter(
    ({ source, batteryVoltageV, inputV, mainsFrequencyHz }) =>
      source === 'mains' &&
      batteryVoltageV === battery.systemVoltageV.value &&
      nearVoltage(inputV, brief.mainsVoltageV) &&
      (mainsFrequencyHz === null || mainsFrequencyHz === brief.mainsFrequencyHz),
  )
  const offers = suited
    .flatMap((item) => Array.from({ length: MOST_CHARGERS }, (_, n) => offerOf(item, n + 1)))
    .filter(({ quantity }) => choice.chargers === null || quantity === choice.chargers)
  const borne = offers.filter(({ leastA }) => leastA <= borneA + 1e-9)
  const given = ({ ratedA }: Offer) => Math.min(ratedA, borneA)
  const priceOf = ({ item, quantity }: Offer) => item.price * quantity
  const aim = Math.min(inTimeA, borneA) * (1 - 1e-9)
  return (
    borne.filter((offer) => given(offer) >= aim).sort((a, b) => priceOf(a) - priceOf(b))[0] ??
    [...borne].sort((a, b) => given(b) - given(a) || priceOf(a) - priceOf(b))[0]
  )
}

const chargeEfficiency = ({ battery }: Pick<BackupBrief, 'battery'>): Known =>
  battery.item
    ? fromSheet(battery.item.roundTripEfficiency, itemName(battery.item))
    : assumedOf(DEFAULTS.chargeEfficiency)

interface Setting {
  readonly currentA: Known
  readonly limitedBy: LimitedBy
}

/** What it is set to: as a person typed; else not more than refills in time, the bank takes and may come in. */
function settingOf(brief: BackupBrief, offer: Offer, input: InputLimit, { inTimeA, borneA, bankA }: Wanted): Setting {
  const { ratedA, leastA, item } = offer
  const { chargerSetA, kind } = brief.choice
  if (chargerSetA !== null && chargerSetA < ratedA)
    return { currentA: entered(chargerSetA, 'backup'), limitedBy: 'charger' }
  const rated: Setting = { currentA: fromSheet(ratedA, itemName(item)), limitedBy: ratedA > bankA ? 'bank' : 'charger' }
  if (chargerSetA !== null) return rated
  const asks: Setting[] = [
    { currentA: known(borneA, 'computed', 'what the bank bears beside what charges with it'), limitedBy: 'bank' },
    ...inputSetting(brief, offer, input),
    // From a generator no faster than the school asks: a faster charge asks for a larger set.
    ...(kind === 'generator' && inTimeA < ratedA
      ? [
          {
            currentA: known(inTimeA, 'computed', `full in ${refillHoursOf(brief).value} h`),
            limitedBy: 'charger' as const,
          },
        ]
      : []),
  ]
  const lowest = asks.reduce((a, b) => (b.currentA.value < a.currentA.value ? b : a))
  if (lowest.currentA.value >= ratedA) return rated
  if (lowest.currentA.value >= leastA) return lowest
  return {
    currentA: known(leastA, 'catalogue', `the lowest ${itemName(item)} can be set to`),
    limitedBy: lowest.limitedBy,
  }
}

function inputSetting(brief: BackupBrief, { item }: Offer, input: InputLimit): Setting[] {
  const { bank } = brief.battery
  const mostW = limitW(input)
  if (mostW === null || !bank) return []
  const houseW = input.carriesHouse ? (brief.choice.houseLoadW ?? averageHouseW(brief).value) : 0
  const factor = item.kind === 'charger' ? item.powerFactor : 1
  const currentA = (Math.max(0, mostW * factor - houseW) * item.efficiency) / bank.absorptionV
  return [{ currentA: known(currentA, 'computed', 'what may come in, less the house'), limitedBy: 'input' }]
}

function sourceFigures(brief: BackupBrief, offer: Offer, wanted: Wanted, working: Working): ChargeSource | null {
  const { bank } = brief.battery
  if (!bank) return null
  const { item, quantity, ratedA, leastA } = offer
  const builtIn = item.kind !== 'charger'
  const input = inputLimitOf(brief, item, builtIn)
  const { currentA, limitedBy } = settingOf(brief, offer, input, wanted)
  // A bank takes no more than it takes, whatever the charger could give.
  const takenA =
    currentA.value > bank.maxChargeA ? known(bank.maxChargeA, 'catalogue', 'the most the bank takes') : currentA
  const { chargerPowerW, hours } = working.apply(chargeTime, {
    energyToRestoreWh: bank.usableWh,
    chargerCurrentA: takenA.value > 0 ? takenA : known(1e-3, 'computed', 'nothing is left to charge with'),
    batteryVoltageV: known(bank.absorptionV, 'catalogue', 'absorption voltage of the bank'),
    chargeEfficiency: chargeEfficiency(brief),
  })
  return {
    item,
    quantity,
    builtIn,
    currentA,
    ratedA,
    leastA,
    powerW: chargerPowerW,
    efficiency: fromSheet(item.efficiency, itemName(item)),
    powerFactor: item.kind === 'charger' ? item.powerFactor : 1,
    hours,
    limitedBy: takenA === currentA ? limitedBy : 'bank',
    wantedA: Math.min(wanted.inTimeA, wanted.bankA),
    input,
  }
}
