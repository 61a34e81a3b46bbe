import { type Charger, type Inverter, itemName } from '../catalogue/schema.ts'
import { nearVoltage } from '../inverter/candidates.ts'
import { DEFAULTS } from '../job/defaults.ts'
import { assumedOf, entered, fromSheet, type Known, known, type Working } from '../working/working.ts'
import type { BackupBrief } from './brief.ts'
import { chargeTime } from './methods.ts'

/** Hours in which a generator should refill the bank. Source: common practice. */
export const REFILL_HOURS = 3
/** Share of its rating below which the design does not set an inverter's own charger by itself. Assumption of Yard Lamp. */
const LOWEST_SETTING = 0.2
/** Most chargers side by side the design takes by itself. */
const MOST_CHARGERS = 4

/** What turns generator or mains into charge: chargers of their own, or the inverter's. */
export interface ChargeSource {
  readonly item: Charger | Inverter
  readonly quantity: number
  readonly builtIn: boolean
  /** Into the battery as set, all together. */
  readonly currentA: Known
  /** The same as rated, A: what its cables carry. */
  readonly ratedA: number
  readonly powerW: Known
  readonly efficiency: Known
  /** Hours from empty to full. */
  readonly hours: Known
}

/** Chargers a person chose; else the inverter's own; else the cheapest that refill in time and that the bank bears. */
export function chargeSource(brief: BackupBrief, alternatorA: number, working: Working): ChargeSource | null {
  const { choice, battery, inverter, controller } = brief
  const { bank } = battery
  if (!bank) return null
  /** What the bank bears beside array and alternator, A. */
  const borneA = bank.maxChargeA - controller.chargeA - alternatorA
  if (choice.chargerId === null && inverter.item && inverter.item.chargerA > 0) {
    const ratedA = inverter.item.chargerA * inverter.quantity
    const designedA =
      borneA < ratedA && borneA >= LOWEST_SETTING * ratedA
        ? known(borneA, 'computed', 'what the bank bears beside array and alternator')
        : null
    return sourceFigures(brief, inverter.item, inverter.quantity, designedA, working)
  }
  if (choice.chargerId !== null) {
    const item = brief.chargers.find(({ id }) => id === choice.chargerId)
    return item ? sourceFigures(brief, item, choice.chargers ?? 1, null, working) : null
  }
  const best = bestChargers(brief, borneA)
  return best ? sourceFigures(brief, best.item, best.n, null, working) : null
}

/** The cheapest chargers that refill in time; else the strongest the bank bears; else the cheapest there are. */
function bestChargers(brief: BackupBrief, borneA: number): { readonly item: Charger; readonly n: number } | undefined {
  const { choice, battery } = brief
  if (!battery.bank) return undefined
  const suited = brief.chargers.filter(
    ({ source, batteryVoltageV, inputV }) =>
      source === 'mains' &&
      batteryVoltageV === battery.systemVoltageV.value &&
      nearVoltage(inputV, brief.mainsVoltageV),
  )
  const { usableWh, voltageV } = battery.bank
  const wantedA = usableWh.value / (REFILL_HOURS * voltageV.value * chargeEfficiency(brief).value)
  const offers = suited
    .flatMap((item) =>
      Array.from({ length: MOST_CHARGERS }, (_, n) => ({ item, n: n + 1, amps: (n + 1) * item.outputA })),
    )
    .filter(({ n }) => choice.chargers === null || n === choice.chargers)
  const borne = offers.filter(({ amps }) => amps <= borneA)
  const byPrice = (list: typeof offers) => [...list].sort((a, b) => a.item.price * a.n - b.item.price * b.n)
  return (
    byPrice(borne.filter(({ amps }) => amps >= wantedA))[0] ??
    [...borne].sort((a, b) => b.amps - a.amps || a.item.price * a.n - b.item.price * b.n)[0] ??
    byPrice(offers)[0]
  )
}

const chargeEfficiency = ({ battery }: BackupBrief): Known =>
  battery.item
    ? fromSheet(battery.item.roundTripEfficiency, itemName(battery.item))
    : assumedOf(DEFAULTS.chargeEfficiency)

/** @param designedA current the design sets it to; null for its rating */
function sourceFigures(
  brief: BackupBrief,
  item: Charger | Inverter,
  quantity: number,
  designedA: Known | null,
  working: Working,
): ChargeSource | null {
  const { bank } = brief.battery
  if (!bank) return null
  const sheet = itemName(item)
  const ratedA = (item.kind === 'charger' ? item.outputA : item.chargerA) * quantity
  const setA = brief.choice.chargerSetA
  const currentA =
    setA !== null && setA < ratedA
      ? entered(setA, 'backup')
      : setA === null && designedA
        ? designedA
        : fromSheet(ratedA, sheet)
  const { chargerPowerW, hours } = working.apply(chargeTime, {
    energyToRestoreWh: bank.usableWh,
    chargerCurrentA: currentA,
    batteryVoltageV: known(bank.absorptionV, 'catalogue', 'absorption voltage of the bank'),
    chargeEfficiency: chargeEfficiency(brief),
  })
  return {
    item,
    quantity,
    builtIn: item.kind !== 'charger',
    currentA,
    ratedA,
    powerW: chargerPowerW,
    efficiency: fromSheet(item.efficiency, sheet),
    hours,
  }
}
