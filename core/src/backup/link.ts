import type { ArrayResult } from '../array/link.ts'
import type { BatteryResult } from '../battery/link.ts'
import type { Generator } from '../catalogue/schema.ts'
import { whyNot } from '../catalogue/why-not.ts'
import type { ControllerResult } from '../controller/link.ts'
import { nearVoltage } from '../inverter/candidates.ts'
import type { InverterResult } from '../inverter/link.ts'
import { DEFAULTS } from '../job/defaults.ts'
import type { Option } from '../job/schema.ts'
import type { Demand } from '../loads/demand.ts'
import type { SiteResult } from '../site/link.ts'
import { formatQuantity } from '../units/format.ts'
import { defineLink, type Link, type LinkResult } from '../working/link.ts'
import type { Need } from '../working/links.ts'
import { assumedOf, enteredOr, type Known, known, type Working } from '../working/working.ts'
import { type AlternatorResult, alternatorOf, isCharging } from './alternator.ts'
import type { BackupBrief } from './brief.ts'
import { type ChargeSource, chargeSource } from './charge-source.ts'
import { type FuelYear, fuelYear } from './fuel.ts'
import { houseLoadOf } from './input-limit.ts'
import { keptCharge } from './kept-charge.ts'
import { generator as generatorMethod } from './methods.ts'
import { besideA, type Together, togetherA, togetherOf } from './together.ts'

export interface GeneratorCandidate {
  readonly item: Generator
  /** Power over power needed at this height and heat; 1 is just enough. */
  readonly ratio: number | null
  readonly price: number
  readonly fits: boolean
  readonly short: string
}

export interface BackupResult extends LinkResult {
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
  /** Charge current of charger and engine, so far as they charge at the same time, A. */
  readonly chargeA: number
  readonly together: Together
  /** Charge current of all that can charge at the same time, the sun with it, A. */
  readonly togetherA: number
}

export interface Upstream {
  readonly site: SiteResult
  readonly demand: Demand
  readonly battery: BatteryResult
  readonly array: ArrayResult
  readonly controller: ControllerResult
  readonly inverter: InverterResult
}

/** Generator, mains and alternator: what charges when the sun does not. */
export const backupLink: Link<Upstream, BackupResult> = defineLink(
  'backup',
  ({ job: { site: place }, option, catalogue }, { site, demand, battery, array, controller, inverter }) => ({
    choice: option.backup,
    generators: catalogue.generators,
    chargers: catalogue.chargers,
    altitudeM: place.altitudeM,
    monthsInUse: place.monthsInUse,
    mainsVoltageV: place.mainsVoltageV,
    mainsFrequencyHz: place.mainsFrequencyHz,
    splitPhase: place.splitPhase,
    recordHighC: site.recordHighC,
    demand,
    battery,
    array,
    controller,
    inverter,
  }),
  (brief, working): BackupResult => {
    const { choice, battery } = brief
    const { bank } = battery
    const depth = battery.depthOfDischarge.value
    const alternator = bank && choice.alternator ? alternatorOf(brief, choice.alternator, working) : null
    const alternatorA = alternator?.currentA.value ?? 0
    const alone = {
      needs: [],
      kind: choice.kind,
      charge: null,
      houseLoadW: enteredOr(choice.houseLoadW, 'backup', known(0, 'computed', 'nothing charges')),
      demandW: null,
      siteFactor: null,
      requiredW: null,
      requiredVA: null,
      generator: null,
      generatorLocked: choice.generatorId !== null,
      generators: [],
      fuel: null,
      alternator,
      startAt: enteredOr(
        choice.startAt,
        'backup',
        known(Math.round((1 - depth) * 100) / 100, 'computed', 'depth the bank may be used to'),
      ),
      stopAt: enteredOr(choice.stopAt, 'backup', assumedOf(DEFAULTS.backupStopAt)),
      ...chargingOf(brief, 0, alternatorA),
    }
    if (choice.kind === 'none') return { ...alone, answer: alternatorText(alternator) ?? 'none' }
    if (!bank) return { ...alone, answer: 'battery needed' }
    const found = chargeSource(brief, alternatorA, working)
    const charge = found && keptCharge(found)
    if (!charge) {
      const lack: Need = { link: 'backup', place: 'backup.chargerId', message: noCharger(brief, alternatorA) }
      return { ...alone, needs: [lack], answer: 'no charger fits' }
    }
    const charged = {
      ...alone,
      charge,
      houseLoadW: houseLoadOf(brief, charge.input, charge.powerW.value / charge.efficiency.value),
      ...chargingOf(brief, charge.currentA.value, alternatorA),
    }
    const hours = formatQuantity(charge.hours.value, 'h', 1)
    if (choice.kind === 'mains') return { ...charged, answer: `mains, full in ${hours}` }
    return { ...charged, ...generatorFigures(brief, charged.houseLoadW, charge, hours, alternator, working) }
  },
)

/** What charges at the same time, A. */
function chargingOf({ choice, controller }: BackupBrief, chargerA: number, engineA: number) {
  const together = togetherOf(choice)
  const all = togetherA(together, { sunA: controller.chargeA, chargerA, engineA })
  return {
    together,
    togetherA: all,
    chargeA: together === 'all' ? chargerA + engineA : Math.max(chargerA, engineA),
  }
}

function noCharger({ battery, mainsVoltageV, choice, controller }: BackupBrief, alternatorA: number): string {
  const volts = `a charger of ${battery.systemVoltageV.value} V for ${mainsVoltageV} V mains`
  if (choice.chargerId !== null) return `${volts}: "${choice.chargerId}" is not in the catalogue`
  const bankA = battery.bank?.maxChargeA ?? 0
  const leftA = besideA(togetherOf(choice), bankA, controller.chargeA, alternatorA)
  return `${volts} that the bank bears: beside the sun it takes ${formatQuantity(leftA, 'A')} more, and none in the catalogue can be set so low. Say that only one source charges at a time, set the controllers lower, or take more strings`
}

/** Power factor of house and charger together. */
function powerFactorOf({ demand }: BackupBrief, houseLoadW: Known, charge: ChargeSource): Known {
  const chargerW = charge.powerW.value / charge.efficiency.value
  const houseFactor = demand.continuousVA.value > 0 ? demand.continuousW.value / demand.continuousVA.value : 1
  const voltAmperes = houseLoadW.value / houseFactor + chargerW / charge.powerFactor
  const factor = voltAmperes > 0 ? (houseLoadW.value + chargerW) / voltAmperes : 1
  return known(Math.min(1, factor), 'computed', 'of house and charger together')
}

/** The generator that carries house and charger at once, at this height and heat, and what it burns. */
function generatorFigures(
  brief: BackupBrief,
  houseLoadW: Known,
  charge: ChargeSource,
  hours: string,
  alternator: AlternatorResult | null,
  working: Working,
) {
  const { choice } = brief
  const required = working.apply(generatorMethod, {
    houseLoadW,
    chargerOutputW: charge.powerW,
    chargerEfficiency: charge.efficiency,
    altitudeM: enteredOr(brief.altitudeM, 'site', assumedOf(DEFAULTS.altitudeM)),
    ambientC: brief.recordHighC,
    powerFactor: powerFactorOf(brief, houseLoadW, charge),
  })
  const generators = rankGenerators(brief, required.requiredW.value, required.requiredVA.value)
  const generator =
    choice.generatorId === null
      ? (generators.find(({ fits }) => fits)?.item ?? null)
      : (brief.generators.find(({ id }) => id === choice.generatorId) ?? null)
  const message =
    choice.generatorId === null
      ? `a generator of ${formatQuantity(Math.ceil(required.requiredVA.value), 'VA')}: none in the catalogue is so large at this mains voltage`
      : `a generator: "${choice.generatorId}" is not in the catalogue`
  const lack: Need = { link: 'backup', place: 'backup.generatorId', message }
  return {
    ...required,
    generators,
    generator,
    needs: generator ? [] : [lack],
    fuel: generator ? fuelYear(brief, generator, charge, required, alternator, working) : null,
    answer: generator
      ? `${formatQuantity(generator.continuousVA / 1000, 'kVA', 1)}, full in ${hours}`
      : 'no generator fits',
  }
}

const alternatorText = (alternator: AlternatorResult | null): string | null =>
  alternator && isCharging(alternator) ? `alternator, ${formatQuantity(alternator.currentA.value, 'A')}` : null

/** Voltage of the one leg a small set gives where the site has a split phase, V. */
const SPLIT_LEG_V = 120

function rankGenerators(
  { generators, splitPhase, mainsVoltageV, mainsFrequencyHz }: BackupBrief,
  requiredW: number,
  requiredVA: number,
): GeneratorCandidate[] {
  return generators
    .filter(
      (item) =>
        item.mainsFrequencyHz === mainsFrequencyHz &&
        nearVoltage(item.mainsVoltageV, splitPhase ? SPLIT_LEG_V : mainsVoltageV),
    )
    .map((item) => {
      const ratio =
        requiredW > 0 && requiredVA > 0 ? Math.min(item.continuousW / requiredW, item.continuousVA / requiredVA) : null
      const short = whyNot(
        item.continuousW < requiredW * (1 - 1e-9) && 'too few watts',
        item.continuousVA < requiredVA * (1 - 1e-9) && 'too few volt-amperes',
      )
      return { item, ratio, price: item.price, fits: short === '', short }
    })
    .sort((a, b) => Number(b.fits) - Number(a.fits) || a.price - b.price)
}
