import { capacityByTemperature } from '../catalogue/curves.ts'
import { type Battery, type Inverter, itemName } from '../catalogue/schema.ts'
import { blockOf, blocksFor, isBareLithiumCell, type SystemVoltageV } from '../catalogue/voltage-class.ts'
import { DEFAULTS } from '../job/defaults.ts'
import { keptCount } from '../job/existing.ts'
import type { Option } from '../job/schema.ts'
import { heaviestDays } from '../loads/bus-methods.ts'
import type { BusNeed } from '../loads/bus-need.ts'
import type { Demand } from '../loads/demand.ts'
import type { SiteResult } from '../site/link.ts'
import { hasBackup } from '../site/sky-link.ts'
import { type Chemistry, chemistryRow } from '../tables/chemistries.ts'
import { formatQuantity } from '../units/format.ts'
import type { Writer } from '../units/writer.ts'
import { defineLink, type Link, type LinkResult } from '../working/link.ts'
import type { Need } from '../working/links.ts'
import { assumed, assumedOf, enteredOr, fromSheet, type Known, known, type Working } from '../working/working.ts'
import { agedUnits, type Bank, type BankCurrents, bankFigures, countStrings } from './bank.ts'
import { type BatteryCandidate, rankBatteries, type SizedWith } from './candidates.ts'
import { leadAcidTemperatureFactor, requiredCapacity, sheetTemperatureFactor } from './methods.ts'
import { pickBattery } from './pick.ts'
import { selfDischarge } from './standing-methods.ts'
import type { VoltageChoice } from './system-voltage.ts'

/** What the stepwise school divides by for the cold. Source: common practice. */
const STEPWISE_TEMPERATURE_FACTOR = 0.9

export interface BatteryResult extends VoltageChoice, LinkResult {
  readonly item: Battery | null
  readonly locked: boolean
  readonly chemistry: Chemistry
  readonly candidates: readonly BatteryCandidate[]
  readonly autonomyDays: Known
  /** Energy a day the bank is sized for: the heaviest days in a row. */
  readonly dayToCarryWh: Known
  readonly depthOfDischarge: Known
  readonly temperatureFactor: Known
  readonly agingFactor: Known
  readonly requiredNominalWh: Known | null
  readonly requiredCapacityAh: Known | null
  readonly bank: Bank | null
  /** The battery at its coldest and hottest: the room, or the heated box in it. */
  readonly coldestC: Known
  readonly hottestC: Known
  /** What the bank loses by itself a day; null without a bank. */
  readonly selfDischargeWh: Known | null
}

export interface Upstream {
  readonly site: SiteResult
  readonly voltage: VoltageChoice
  readonly need: BusNeed
  readonly currents: BankCurrents
  readonly demand: Pick<Demand, 'heating'>
  readonly inverter: { readonly item: Inverter | null }
}

/** The bank: which unit, how many, what they hold, carry, bear and last. */
export const batteryLink: Link<Upstream, BatteryResult> = defineLink(
  'battery',
  ({ job, option, catalogue, write }, { site, voltage, need, currents, demand, inverter }) => ({
    choice: option.battery,
    items: catalogue.batteries,
    existing: job.existing,
    autonomy: job.site.critical
      ? DEFAULTS.autonomyCriticalDays
      : hasBackup(option)
        ? DEFAULTS.autonomyWithBackupDays
        : DEFAULTS.autonomyAloneDays,
    coldestC: batteryLow(site.batteryRoomLowC, demand.heating),
    // A set point, or a box that holds less than the room, never makes it colder than the room.
    roomHighC: site.batteryRoomHighC,
    voltage,
    need,
    dischargeA: currents.dischargeA,
    chargeA: currents.chargeA,
    highestV: inverter.item?.highestInputV ?? null,
    write,
  }),
  // biome-ignore lint/complexity/noExcessiveLinesPerFunction: the steps of one link in their order, each named
  (read, working): BatteryResult => {
    const { choice, items, coldestC, voltage, need, write } = read
    const sized = sizingOf(read, working)
    const { autonomyDays, agingFactor, dayToCarryWh, sizing } = sized
    const listed = need.averageWh.value > 0
    const candidates = listed ? rankBatteries(items, choice, sized.brief) : []
    const { item, needs } = listed
      ? pickBattery(choice, items, candidates, coldestC, voltage.systemVoltageV.value, write)
      : { item: null, needs: [] }
    const chemistry = item?.chemistry ?? choice.chemistry ?? 'lithium iron phosphate'
    const depthOfDischarge = enteredOr(
      choice.depthOfDischarge,
      'battery',
      item
        ? fromSheet(item.planningDepth, itemName(item))
        : known(chemistryRow(chemistry).planningDepth, 'table', 'typical of the chemistry'),
    )
    const unanswered = {
      compared: voltage.compared,
      open: voltage.open,
      systemVoltageV: voltage.systemVoltageV,
      needs,
      item: null,
      locked: choice.itemId !== null,
      chemistry,
      candidates,
      autonomyDays,
      dayToCarryWh,
      depthOfDischarge,
      agingFactor,
      temperatureFactor: assumed(1, 'no unit chosen'),
      requiredNominalWh: null,
      requiredCapacityAh: null,
      bank: null,
      coldestC,
      hottestC: read.roomHighC,
      selfDischargeWh: null,
    }
    if (!listed) return { ...unanswered, answer: 'loads needed' }
    if (!item) return { ...unanswered, answer: 'none fits' }
    const temperatureFactor = coldFactor(item, coldestC, working)
    if (!temperatureFactor)
      return { ...unanswered, item, needs: [...needs, tooCold(item, coldestC, write)], answer: 'too cold to say' }
    const required = working.apply(requiredCapacity, {
      busDailyEnergyWh: sized.dayWh,
      autonomyDays,
      depthOfDischarge,
      systemVoltageV: bankVoltage(item, voltage.systemVoltageV.value),
      temperatureFactor: sizing === 'full' ? temperatureFactor : SCHOOL_TEMPERATURE[sizing],
      agingFactor: sizing === 'full' ? agingFactor : assumed(1, 'this school leaves ageing out'),
    })
    const strings = countStrings(choice, item, voltage, required.nominalCapacityAh, sized.brief.currents, working)
    const bank = bankFigures(
      item,
      strings,
      {
        averageWh: need.averageWh,
        dayToCarryWh,
        depthOfDischarge,
        temperatureFactor,
        agingFactor: agedUnits(read.existing, item, strings, agingFactor),
      },
      keptCount(read.existing, item.id),
      working,
    )
    return {
      ...unanswered,
      needs: isBareLithiumCell(item) && !choice.cellsManaged ? [...needs, UNMANAGED_CELLS] : needs,
      item,
      temperatureFactor,
      requiredNominalWh: required.nominalEnergyWh,
      requiredCapacityAh: required.nominalCapacityAh,
      bank,
      selfDischargeWh: working.apply(selfDischarge, {
        bankEnergyWh: bank.energyWh,
        fractionPerMonth: enteredOr(choice.selfDischargeFractionPerMonth, 'battery', selfDischargeOf(item)),
      }).dailyEnergyWh,
      answer: `${bank.units} × ${formatQuantity(item.unitVoltageV, 'V')} ${formatQuantity(item.capacityAh, 'Ah')}, ${formatQuantity(bank.carriesDays.value, 'days', 1)}`,
    }
  },
)

const SCHOOL_TEMPERATURE = {
  plain: assumed(1, 'the plain school leaves the cold out'),
  stepwise: assumed(STEPWISE_TEMPERATURE_FACTOR, 'the stepwise school’s figure for the cold'),
} as const

interface SizingBrief extends BankCurrents {
  readonly choice: Option['battery']
  readonly autonomy: { readonly value: number; readonly unit: string; readonly why: string; readonly source: string }
  readonly coldestC: Known
  readonly roomHighC: Known
  readonly highestV: number | null
  readonly voltage: VoltageChoice
  readonly need: BusNeed
  readonly write: Writer
}

/** Days, ageing and the day the school in force sizes with, for the ranking and for the bank. */
function sizingOf(read: SizingBrief, working: Working) {
  const { choice, need } = read
  const autonomyDays = enteredOr(choice.autonomyDays, 'battery', assumedOf(read.autonomy))
  const aged = choice.ageing === 'middle-of-life' ? DEFAULTS.middleOfLifeFactor : DEFAULTS.endOfLifeFactor
  const agingFactor = enteredOr(choice.agingFactor, 'battery', assumedOf(aged))
  const dayToCarryWh = heaviestDay(need, autonomyDays, working)
  const sizing = choice.sizing ?? 'full'
  const dayWh = sizing === 'full' ? dayToCarryWh : sizing === 'plain' ? need.listedWh : need.steppedWh
  const brief = {
    busDailyEnergyWh: dayToCarryWh.value,
    averageWh: need.averageWh.value,
    sizedWith: (temperatureFactor: number): SizedWith => ({
      busDailyEnergyWh: dayWh.value,
      temperatureFactor: sizing === 'full' ? temperatureFactor : SCHOOL_TEMPERATURE[sizing].value,
      agingFactor: sizing === 'full' ? agingFactor.value : 1,
    }),
    autonomyDays: autonomyDays.value,
    agingFactor: agingFactor.value,
    systemVoltageV: read.voltage.systemVoltageV.value,
    coldestC: read.coldestC.value,
    highestV: read.highestV,
    hottestC: read.roomHighC.value,
    currents: { dischargeA: read.dischargeA, chargeA: read.chargeA },
    write: read.write,
  }
  return { autonomyDays, agingFactor, dayToCarryWh, sizing, dayWh, brief }
}

const UNMANAGED_CELLS: Need = {
  link: 'battery',
  place: 'battery.cellsManaged',
  message:
    'a management system that watches each cell and cuts off charge and discharge: bare lithium cells can burn without one',
}

/** What the heated box holds where that is warmer than the room. */
function batteryLow(roomLowC: Known, heating: Demand['heating']): Known {
  if (!heating || heating.heldC.value <= roomLowC.value) return roomLowC
  return heating.heldC
}

const selfDischargeOf = (item: Battery): Known =>
  item.selfDischargeFractionPerMonth === null
    ? known(chemistryRow(item.chemistry).selfDischargeFractionPerMonth, 'table', `typical of ${item.chemistry}`)
    : fromSheet(item.selfDischargeFractionPerMonth, itemName(item))

const tooCold = (item: Battery, roomLowC: Known, write: Writer): Need => ({
  link: 'battery',
  place: 'site.batteryRoomLowC',
  message: `the maker’s capacity of ${itemName(item)} at ${write.quantity(roomLowC.value, '°C')}: its sheet and the standard say nothing so cold`,
})

/** The average day, or the mean of the heaviest days in a row where weekdays and weekend differ. */
function heaviestDay(need: BusNeed, autonomyDays: Known, working: Working): Known {
  if (!need.weekWh || need.averageWh.value <= 0) return need.averageWh
  return working.apply(heaviestDays, {
    weekdayEnergyWh: need.weekWh.weekday,
    weekendEnergyWh: need.weekWh.weekend,
    days: autonomyDays,
  }).averageEnergyWh
}

/** Coldest the standard's table for lead-acid reaches, °C. Source: IEEE 485, 25 °F. */
const LEAD_ACID_COLDEST_C = -3.9

/** Null where neither the sheet nor the standard reaches so far down. */
function coldFactor(item: Battery, coldestC: Known, working: Working): Known | null {
  if (item.capacityPoints) {
    const coldestPointC = Math.min(...item.capacityPoints.map((point) => point.cellC))
    if (coldestC.value < coldestPointC) return null
    return working.apply(sheetTemperatureFactor, {
      cellC: coldestC,
      capacityPoints: fromSheet(capacityByTemperature(item) ?? item.capacityPoints, itemName(item)),
    }).temperatureFactor
  }
  if (coldestC.value < LEAD_ACID_COLDEST_C) return null
  return working.apply(leadAcidTemperatureFactor, { electrolyteC: coldestC }).temperatureFactor
}

/** The voltage the bank really has: 25.6 V of two 12.8 V units, not 24. */
function bankVoltage(item: Battery, systemVoltageV: SystemVoltageV): Known {
  const block = blockOf(item, systemVoltageV) ?? { cells: 1, voltageV: item.unitVoltageV }
  return fromSheet(blocksFor(block, systemVoltageV) * block.voltageV, itemName(item))
}
