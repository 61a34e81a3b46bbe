import { capacityByTemperature, cyclesByDepth } from '../catalogue/curves.ts'
import type { Battery } from '../catalogue/schema.ts'
import { type Block, blockOf, voltageClassV } from '../catalogue/voltage-class.ts'
import { whyNot } from '../catalogue/why-not.ts'
import type { Option } from '../job/schema.ts'
import { InputError } from '../method/input-error.ts'
import type { Writer } from '../units/writer.ts'
import type { BankCurrents } from './bank.ts'
import { autonomy, bank, leadAcidTemperatureFactor, life, requiredCapacity, sheetTemperatureFactor } from './methods.ts'

/** Lead-acid strings beyond which charge and load are not shared evenly. Source: common practice. */
const MOST_LEAD_STRINGS = 3

/** Strings a unit may be paralleled to: what its sheet allows, of lead-acid not more than practice does. */
export const mostStringsOf = ({ chemistry, maxParallel }: Battery): number =>
  chemistry.endsWith('lead-acid') ? Math.min(MOST_LEAD_STRINGS, maxParallel) : maxParallel

/** Weight of a unit that one carries by hand, kg, and what lighter ones may cost more. Source: common practice; ours. */
export const HAND_CARRIED_KG = 40
const LIGHTER_MAY_COST = 1.2

/** A bank of one kind of unit, as it would have to be for this job. What it is not ranked by is worked out where it is asked for. */
export class BatteryCandidate {
  readonly item: Battery
  readonly series: number
  readonly parallel: number
  /** Nominal energy over what is needed; 1 is just enough. */
  readonly ratio: number | null
  /** All that keeps it from fitting; empty where it does. */
  readonly short: string
  /** Bare cells: they need a management system of their own, and are never chosen unasked. */
  readonly bareCells: boolean
  readonly price: number
  private readonly brief: BankBrief
  private readonly suited: Suited

  constructor(
    suited: Suited,
    brief: BankBrief,
    sized: { readonly series: number; readonly parallel: number; readonly nominalEnergyWh: number },
  ) {
    const { item, block } = suited
    this.item = item
    this.suited = suited
    this.brief = brief
    this.series = sized.series
    this.parallel = sized.parallel
    this.bareCells = block.cells > 1
    this.price = sized.series * sized.parallel * item.price
    this.ratio = sized.nominalEnergyWh > 0 ? this.energyWh / sized.nominalEnergyWh : null
    const mostStrings = mostStringsOf(item)
    this.short = whyNot(sized.parallel > mostStrings && `more than ${mostStrings} strings`, suited.short)
  }

  get energyWh(): number {
    return this.series * this.parallel * this.item.unitVoltageV * this.item.capacityAh
  }

  get fits(): boolean {
    return this.short === ''
  }

  get weightKg(): number {
    return this.series * this.parallel * this.item.weightKg
  }

  get usableWh(): number {
    return this.delivered().usableEnergyWh
  }

  get carriesDays(): number {
    return this.delivered().autonomyDays
  }

  get years(): number {
    return life.compute({
      busDailyEnergyWh: this.brief.averageWh,
      bankEnergyWh: this.energyWh,
      cycleLife: [...cyclesByDepth(this.item)],
      calendarYears: this.item.calendarYears,
    }).years
  }

  private delivered() {
    const { brief, suited } = this
    return autonomy.compute({
      ...suited.factors,
      agingFactor: brief.agingFactor,
      busDailyEnergyWh: brief.busDailyEnergyWh,
      bankEnergyWh: this.energyWh,
    })
  }
}

export interface BankBrief {
  /** The heaviest days in a row, Wh a day. */
  readonly busDailyEnergyWh: number
  /** The average day, Wh. */
  readonly averageWh: number
  readonly autonomyDays: number
  readonly agingFactor: number
  readonly systemVoltageV: number
  readonly coldestC: number
  readonly hottestC: number
  /** Highest battery voltage the inverter bears, V; null where none is chosen or its sheet says nothing. */
  readonly highestV: number | null
  readonly currents: BankCurrents
  readonly write: Writer
  /** What the school of sizing puts in place of the factors. */
  sizedWith(temperatureFactor: number): SizedWith
}

/** Day and factors a school sizes with. */
export interface SizedWith {
  readonly busDailyEnergyWh: number
  readonly temperatureFactor: number
  readonly agingFactor: number
}

/** Every unit that can make a bank of the system voltage: fitting ones first, cheapest first. */
export function rankBatteries(
  items: readonly Battery[],
  choice: Option['battery'],
  brief: BankBrief,
): BatteryCandidate[] {
  const found: BatteryCandidate[] = []
  for (const unit of suitedUnits(items, choice, brief)) {
    const each = candidate(unit, brief)
    if (each) found.push(each)
  }
  return found.sort((a, b) => Number(b.fits) - Number(a.fits) || handled(a) - handled(b) || a.price - b.price)
}

/** Price as it is ranked by: units too heavy to be carried by hand count a fifth more. */
const handled = ({ item, price }: BatteryCandidate): number =>
  item.weightKg > HAND_CARRIED_KG ? price * LIGHTER_MAY_COST : price

/** A unit that can make a bank of the system voltage in this room, whatever the day asks. */
interface Suited {
  readonly item: Battery
  readonly block: Block
  readonly factors: { readonly depthOfDischarge: number; readonly temperatureFactor: number }
  /** Nominal voltage of the bank, V. */
  readonly bankVoltageV: number
  /** What of the room keeps it from fitting. */
  readonly short: string
}

/** Rooms and voltages kept of a shelf: those of the options and trials between two edits. */
const MOST_KEPT = 24
const suitedKept = new WeakMap<readonly Battery[], Map<string, readonly Suited[]>>()

/** Units of a shelf that suit voltage and room; kept, because no edit of a load changes them. */
function suitedUnits(items: readonly Battery[], choice: Option['battery'], brief: BankBrief): readonly Suited[] {
  const ofShelf = suitedKept.get(items) ?? new Map<string, readonly Suited[]>()
  suitedKept.set(items, ofShelf)
  const { systemVoltageV, coldestC, hottestC, write } = brief
  const key = [
    systemVoltageV,
    coldestC,
    hottestC,
    write.system,
    choice.depthOfDischarge,
    choice.coldProtected,
    brief.highestV,
  ].join()
  const before = ofShelf.get(key)
  if (before) return before
  const found = items.flatMap((item) => suited(item, choice, brief) ?? [])
  if (ofShelf.size >= MOST_KEPT) ofShelf.clear()
  ofShelf.set(key, found)
  return found
}

function suited(item: Battery, choice: Option['battery'], brief: BankBrief): Suited | null {
  const block = blockOf(item, brief.systemVoltageV)
  const blockClassV = block && voltageClassV(block.voltageV)
  if (!block || !blockClassV || brief.systemVoltageV % blockClassV !== 0) return null
  if (!item.seriesAllowed && (blockClassV !== brief.systemVoltageV || block.cells > 1)) return null
  try {
    const { temperatureFactor } = item.capacityPoints
      ? sheetTemperatureFactor.compute({
          cellC: brief.coldestC,
          capacityPoints: capacityByTemperature(item) ?? item.capacityPoints,
        })
      : leadAcidTemperatureFactor.compute({ electrolyteC: brief.coldestC })
    const blocks = Math.max(1, Math.round(brief.systemVoltageV / block.voltageV))
    return {
      item,
      block,
      factors: { depthOfDischarge: choice.depthOfDischarge ?? item.planningDepth, temperatureFactor },
      bankVoltageV: blocks * block.voltageV,
      short: whyNot(
        ...weatherShort(item, choice, brief),
        brief.highestV !== null &&
          blocks * block.cells * item.absorptionV > brief.highestV + 1e-9 &&
          'charged higher than the inverter bears',
      ),
    }
  } catch (error) {
    // Its sheet and the standard end above this cold.
    if (error instanceof InputError) return null
    throw error
  }
}

function candidate(unit: Suited, brief: BankBrief): BatteryCandidate | null {
  const { item, block, factors } = unit
  try {
    const { nominalCapacityAh, nominalEnergyWh } = requiredCapacity.compute({
      depthOfDischarge: factors.depthOfDischarge,
      ...brief.sizedWith(factors.temperatureFactor),
      autonomyDays: brief.autonomyDays,
      systemVoltageV: unit.bankVoltageV,
    })
    const counted = bank.compute({
      unitVoltageV: block.voltageV,
      unitCapacityAh: item.capacityAh,
      seriesAllowed: item.seriesAllowed,
      systemVoltageV: brief.systemVoltageV,
      requiredCapacityAh: nominalCapacityAh,
    })
    const forCurrents = Math.ceil(
      Math.max(brief.currents.dischargeA / item.maxDischargeA, brief.currents.chargeA / item.maxChargeA) - 1e-9,
    )
    const parallel = Math.max(counted.parallel, forCurrents)
    return new BatteryCandidate(unit, brief, { series: counted.series * block.cells, parallel, nominalEnergyWh })
  } catch (error) {
    // Refused by a method: the unit cannot make this voltage.
    if (error instanceof InputError) return null
    throw error
  }
}

/** Begins the reason of a unit that the battery room is too cold for. */
export const NO_COLD_CHARGE = 'no charging below'

function weatherShort(item: Battery, choice: Option['battery'], { write, ...brief }: BankBrief): (string | false)[] {
  const limitC = Math.min(item.chargeMaxC, item.dischargeMaxC)
  return [
    brief.coldestC < item.chargeMinC &&
      !choice.coldProtected &&
      `${NO_COLD_CHARGE} ${write.quantity(item.chargeMinC, '°C')}`,
    brief.hottestC > limitC && `no use above ${write.quantity(limitC, '°C')}`,
  ]
}
