import type { ArrayResult } from '../array/link.ts'
import type { BatteryResult } from '../battery/link.ts'
import { type Catalogue, type Charger, type Generator, type Inverter, itemName } from '../catalogue/schema.ts'
import { whyNot } from '../catalogue/why-not.ts'
import type { Need } from '../chain/links.ts'
import { assumed, entered, enteredOr, fromSheet, type Known, known, type Working } from '../chain/working.ts'
import type { ControllerResult } from '../controller/link.ts'
import type { InverterResult } from '../inverter/link.ts'
import type { Job, Option } from '../job/schema.ts'
import type { Demand } from '../loads/link.ts'
import { ASSUMED_RECORD_HIGH_C, type SiteResult } from '../site/link.ts'
import { formatQuantity } from '../units/format.ts'
import { type AlternatorResult, alternatorOf } from './alternator.ts'
import { type FuelYear, fuelYear } from './fuel.ts'
import { chargeTime, generator as generatorMethod } from './methods.ts'

/** Hours in which a generator should refill the bank. Source: handbook, schools. */
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

export interface GeneratorCandidate {
  readonly item: Generator
  /** Power over power needed at this height and heat; 1 is just enough. */
  readonly ratio: number
  readonly price: number
  readonly fits: boolean
  readonly short: string
}

export interface BackupResult {
  readonly text: string
  readonly needs: readonly Need[]
  readonly kind: Option['backup']['kind']
  readonly charge: ChargeSource | null
  readonly houseLoadW: Known
  readonly demandW: Known | null
  readonly siteFactor: Known | null
  readonly requiredW: Known | null
  readonly requiredVA: Known | null
  readonly generator: Generator | null
  readonly generatorLocked: boolean
  readonly generators: readonly GeneratorCandidate[]
  readonly fuel: FuelYear | null
  readonly alternator: AlternatorResult | null
  readonly startAt: Known
  readonly stopAt: Known
  /** Charge current of charger and alternator together, A. */
  readonly chargeA: number
}

export interface BackupBrief {
  readonly job: Job
  readonly option: Option
  readonly catalogue: Catalogue
  readonly site: SiteResult
  readonly demand: Demand
  readonly battery: BatteryResult
  readonly array: ArrayResult
  readonly controller: ControllerResult
  readonly inverter: InverterResult
}

export function backupLink(brief: BackupBrief, working: Working): BackupResult {
  const { option, battery, demand } = brief
  const { backup } = option
  const { bank } = battery
  const depth = battery.depthOfDischarge.value
  const nothing = {
    needs: [],
    kind: backup.kind,
    charge: null,
    houseLoadW: enteredOr(backup.houseLoadW, 'backup', demand.continuousW),
    demandW: null,
    siteFactor: null,
    requiredW: null,
    requiredVA: null,
    generator: null,
    generatorLocked: backup.generatorId !== null,
    generators: [],
    fuel: null,
    alternator: bank && backup.alternator ? alternatorOf(brief, backup.alternator, working) : null,
    startAt: enteredOr(
      backup.startAt,
      'backup',
      known(Math.round((1 - depth) * 100) / 100, 'computed', 'depth the bank may be used to'),
    ),
    stopAt: enteredOr(backup.stopAt, 'backup', assumed(0.9, 'the last tenth is left to the sun')),
    chargeA: 0,
  }
  const alternatorA = nothing.alternator?.currentA.value ?? 0
  const alone = { ...nothing, chargeA: alternatorA }
  if (backup.kind === 'none') return { ...alone, text: alternatorText(nothing.alternator) ?? 'none' }
  if (!bank) return { ...alone, text: 'battery needed' }
  const charge = chargeSource(brief, alternatorA, working)
  if (!charge) {
    const message = `a charger of ${battery.systemVoltageV.value} V for ${brief.job.site.mainsVoltageV} V mains: none in the catalogue`
    return { ...alone, needs: [{ link: 'backup', place: 'backup.chargerId', message }], text: 'no charger fits' }
  }
  const chargeA = alternatorA + charge.currentA.value
  const charged = { ...nothing, charge, chargeA }
  const hours = formatQuantity(charge.hours.value, 'h', 1)
  if (backup.kind === 'mains') return { ...charged, text: `mains, full in ${hours}` }
  const required = working.apply('backup', generatorMethod, {
    houseLoadW: nothing.houseLoadW,
    chargerOutputW: charge.powerW,
    chargerEfficiency: charge.efficiency,
    altitudeM: enteredOr(brief.job.site.altitudeM, 'site', assumed(0, 'no height entered')),
    ambientC: brief.site.recordHighC ?? assumed(ASSUMED_RECORD_HIGH_C, 'no record high entered'),
  })
  const generators = rankGenerators(brief, required.requiredW.value, required.requiredVA.value)
  const generator =
    backup.generatorId === null
      ? (generators.find(({ fits }) => fits)?.item ?? null)
      : (brief.catalogue.generators.find(({ id }) => id === backup.generatorId) ?? null)
  const lack =
    backup.generatorId === null
      ? `a generator of ${formatQuantity(Math.ceil(required.requiredVA.value), 'VA')}: none in the catalogue is so large at this mains voltage`
      : `a generator: "${backup.generatorId}" is not in the catalogue`
  return {
    ...charged,
    ...required,
    generators,
    generator,
    needs: generator ? [] : [{ link: 'backup', place: 'backup.generatorId', message: lack }],
    fuel: generator ? fuelYear(brief, generator, charge, required, working) : null,
    text: generator
      ? `${formatQuantity(generator.continuousVA / 1000, 'kVA', 1)}, full in ${hours}`
      : 'no generator fits',
  }
}

const alternatorText = (alternator: AlternatorResult | null): string | null =>
  alternator?.charger ? `alternator, ${formatQuantity(alternator.currentA.value, 'A')}` : null

/** Within a tenth, as for inverters. */
const matches = (volts: number, wanted: number): boolean => Math.abs(volts - wanted) <= 0.1 * wanted

/** Chargers a person chose; else the inverter's own; else the cheapest that refill in time and that the bank bears. */
function chargeSource(brief: BackupBrief, alternatorA: number, working: Working): ChargeSource | null {
  const { option, catalogue, battery, inverter, controller, job } = brief
  const { bank } = battery
  if (!bank) return null
  const { chargerId, chargers } = option.backup
  /** What the bank bears beside array and alternator, A. */
  const borneA = bank.maxChargeA - controller.chargeA - alternatorA
  if (chargerId === null && inverter.item && inverter.item.chargerA > 0) {
    const ratedA = inverter.item.chargerA * inverter.quantity
    const designedA =
      borneA < ratedA && borneA >= LOWEST_SETTING * ratedA
        ? known(borneA, 'computed', 'what the bank bears beside array and alternator')
        : null
    return measured(brief, inverter.item, inverter.quantity, designedA, working)
  }
  const suited = catalogue.chargers.filter(
    ({ source, batteryVoltageV, inputV }) =>
      source === 'mains' && batteryVoltageV === battery.systemVoltageV.value && matches(inputV, job.site.mainsVoltageV),
  )
  if (chargerId !== null) {
    const item = catalogue.chargers.find(({ id }) => id === chargerId)
    return item ? measured(brief, item, chargers ?? 1, null, working) : null
  }
  const wantedA = bank.usableWh.value / (REFILL_HOURS * bank.voltageV.value * chargeEfficiency(brief).value)
  const offers = suited
    .flatMap((item) =>
      Array.from({ length: MOST_CHARGERS }, (_, n) => ({ item, n: n + 1, amps: (n + 1) * item.outputA })),
    )
    .filter(({ n }) => chargers === null || n === chargers)
  const borne = offers.filter(({ amps }) => amps <= borneA)
  const byPrice = (list: typeof offers) => [...list].sort((a, b) => a.item.price * a.n - b.item.price * b.n)
  const best =
    byPrice(borne.filter(({ amps }) => amps >= wantedA))[0] ??
    [...borne].sort((a, b) => b.amps - a.amps || a.item.price * a.n - b.item.price * b.n)[0] ??
    byPrice(offers)[0]
  return best ? measured(brief, best.item, best.n, null, working) : null
}

const chargeEfficiency = ({ battery }: BackupBrief): Known =>
  battery.item
    ? fromSheet(battery.item.roundTripEfficiency, itemName(battery.item))
    : assumed(0.85, 'no battery chosen')

/** @param designedA current the design sets it to; null for its rating */
function measured(
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
  const setA = brief.option.backup.chargerSetA
  const currentA =
    setA !== null && setA < ratedA
      ? entered(setA, 'backup')
      : setA === null && designedA
        ? designedA
        : fromSheet(ratedA, sheet)
  const { chargerPowerW, hours } = working.apply('backup', chargeTime, {
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

function rankGenerators({ catalogue, job }: BackupBrief, requiredW: number, requiredVA: number): GeneratorCandidate[] {
  return catalogue.generators
    .filter(({ mainsVoltageV }) => matches(mainsVoltageV, job.site.splitPhase ? 120 : job.site.mainsVoltageV))
    .map((item) => {
      const ratio = Math.min(item.continuousW / requiredW, item.continuousVA / requiredVA)
      const short = whyNot(
        item.continuousW < requiredW * (1 - 1e-9) && 'too few watts',
        item.continuousVA < requiredVA * (1 - 1e-9) && 'too few volt-amperes',
      )
      return { item, ratio, price: item.price, fits: short === '', short }
    })
    .sort((a, b) => Number(b.fits) - Number(a.fits) || a.price - b.price)
}
