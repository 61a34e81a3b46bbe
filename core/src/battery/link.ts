import { type Battery, itemName } from '../catalogue/schema.ts'
import type { BusNeed } from '../chain/design.ts'
import type { Need } from '../chain/links.ts'
import { assumed, enteredOr, fromSheet, type Known, known, type Working } from '../chain/working.ts'
import { keptCount } from '../existing/existing.ts'
import type { Job, Option } from '../job/schema.ts'
import { heaviestDays } from '../loads/methods.ts'
import { hasBackup, type SiteResult } from '../site/link.ts'
import { type Chemistry, chemistryRow } from '../tables/chemistries.ts'
import { formatNumber, formatQuantity } from '../units/format.ts'
import { agedUnits, type Bank, type BankCurrents, countStrings, measureBank } from './bank.ts'
import { type BatteryCandidate, NO_COLD_CHARGE, rankBatteries, type SizedWith } from './candidates.ts'
import { leadAcidTemperatureFactor, requiredCapacity, sheetTemperatureFactor } from './methods.ts'
import type { SystemVoltageV, VoltageChoice } from './system-voltage.ts'
import { blockOf, blocksFor, isBareLithiumCell } from './voltage-class.ts'

/** Days without sun to carry. Source: handbook, schools. */
const AUTONOMY_DAYS = { withBackup: 2, withoutBackup: 3, critical: 5 }
/** Capacity at the middle of life, the end being 80 %. Assumption of Yard Lamp. */
const AGING_FACTOR = 0.9
/** What the stepwise school divides by for the cold. Source: handbook, schools. */
const STEPWISE_TEMPERATURE_FACTOR = 0.9

export interface BatteryResult extends VoltageChoice {
  readonly text: string
  readonly needs: readonly Need[]
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
  /** Every battery of the catalogue, to judge what is kept beside. */
  readonly shelf: readonly Battery[]
}

export function batteryLink(
  job: Job,
  option: Option,
  items: readonly Battery[],
  site: SiteResult,
  need: BusNeed,
  voltage: VoltageChoice,
  currents: BankCurrents,
  working: Working,
): BatteryResult {
  const systemVoltageV = voltage.systemVoltageV.value
  const autonomyDays = enteredOr(option.battery.autonomyDays, 'battery', assumed(...autonomyAssumed(job, option)))
  const agingFactor = enteredOr(option.battery.agingFactor, 'battery', assumed(AGING_FACTOR, 'middle of life'))
  const dayToCarryWh = heaviestDay(need, autonomyDays, working)
  const sizing = option.battery.sizing ?? 'full'
  const sizingDayWh = sizing === 'full' ? dayToCarryWh : sizing === 'plain' ? need.listedWh : need.steppedWh
  const brief = {
    busDailyEnergyWh: dayToCarryWh.value,
    averageWh: need.averageWh.value,
    sizedWith: (temperatureFactor: number): SizedWith => ({
      busDailyEnergyWh: sizingDayWh.value,
      temperatureFactor: sizing === 'full' ? temperatureFactor : sizing === 'plain' ? 1 : STEPWISE_TEMPERATURE_FACTOR,
      agingFactor: sizing === 'full' ? agingFactor.value : 1,
    }),
    autonomyDays: autonomyDays.value,
    agingFactor: agingFactor.value,
    systemVoltageV,
    coldestC: site.batteryRoomLowC.value,
    hottestC: site.batteryRoomHighC.value,
    currents,
  }
  const listed = need.averageWh.value > 0
  const candidates = listed ? rankBatteries(items, option, brief) : []
  const { item, needs } = listed ? pick(option, items, candidates, site, systemVoltageV) : { item: null, needs: [] }
  const chemistry = item?.chemistry ?? option.battery.chemistry ?? 'lithium iron phosphate'
  const depthOfDischarge = enteredOr(
    option.battery.depthOfDischarge,
    'battery',
    item
      ? fromSheet(item.planningDepth, itemName(item))
      : known(chemistryRow(chemistry).planningDepth, 'table', 'typical of the chemistry'),
  )
  const unanswered = {
    ...voltage,
    needs,
    item: null,
    locked: option.battery.itemId !== null,
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
    shelf: items,
  }
  if (!listed) return { ...unanswered, text: 'loads needed' }
  if (!item) return { ...unanswered, text: 'none fits' }
  const temperatureFactor = coldFactor(item, site.batteryRoomLowC, working)
  if (!temperatureFactor) {
    const message = `the maker’s capacity of ${itemName(item)} at ${formatNumber(site.batteryRoomLowC.value)} °C: its sheet and the standard say nothing so cold`
    return {
      ...unanswered,
      item,
      needs: [...needs, { link: 'battery', place: 'site.batteryRoomLowC', message }],
      text: 'too cold to say',
    }
  }
  const required = working.apply('battery', requiredCapacity, {
    busDailyEnergyWh: sizingDayWh,
    autonomyDays,
    depthOfDischarge,
    systemVoltageV: bankVoltage(item, systemVoltageV),
    temperatureFactor:
      sizing === 'full'
        ? temperatureFactor
        : sizing === 'plain'
          ? assumed(1, 'the plain school leaves the cold out')
          : assumed(STEPWISE_TEMPERATURE_FACTOR, 'the stepwise school’s figure for the cold'),
    agingFactor: sizing === 'full' ? agingFactor : assumed(1, 'this school leaves ageing out'),
  })
  const strings = countStrings(option, item, voltage, required.nominalCapacityAh, currents, working)
  const bankFigures = measureBank(
    item,
    strings,
    {
      averageWh: need.averageWh,
      dayToCarryWh,
      depthOfDischarge,
      temperatureFactor,
      agingFactor: agedUnits(job, item, strings, agingFactor),
    },
    keptCount(job, item.id),
    working,
  )
  return {
    ...unanswered,
    needs: isBareLithiumCell(item) && !option.battery.cellsManaged ? [...needs, UNMANAGED_CELLS] : needs,
    item,
    temperatureFactor,
    requiredNominalWh: required.nominalEnergyWh,
    requiredCapacityAh: required.nominalCapacityAh,
    bank: bankFigures,
    text: `${bankFigures.units} × ${formatQuantity(item.unitVoltageV, 'V')} ${formatQuantity(item.capacityAh, 'Ah')}, ${formatQuantity(bankFigures.carriesDays.value, 'days', 1)}`,
  }
}

const UNMANAGED_CELLS: Need = {
  link: 'battery',
  place: 'battery.cellsManaged',
  message:
    'a management system that watches each cell and cuts off charge and discharge: bare lithium cells can burn without one',
}

/** The average day, or the mean of the heaviest days in a row where weekdays and weekend differ. */
function heaviestDay(need: BusNeed, autonomyDays: Known, working: Working): Known {
  if (!need.weekWh || need.averageWh.value <= 0) return need.averageWh
  return working.apply('battery', heaviestDays, {
    weekdayEnergyWh: need.weekWh.weekday,
    weekendEnergyWh: need.weekWh.weekend,
    days: autonomyDays,
  }).averageEnergyWh
}

function autonomyAssumed(job: Job, option: Option): [days: number, why: string] {
  if (job.site.critical) return [AUTONOMY_DAYS.critical, 'a critical site']
  if (hasBackup(option)) return [AUTONOMY_DAYS.withBackup, 'with a backup']
  return [AUTONOMY_DAYS.withoutBackup, 'without a backup']
}

function pick(
  option: Option,
  items: readonly Battery[],
  candidates: readonly BatteryCandidate[],
  site: SiteResult,
  systemVoltageV: SystemVoltageV,
) {
  const needs: Need[] = []
  const lack = (message: string) => needs.push({ link: 'battery', place: 'battery.itemId', message })
  if (option.battery.itemId !== null) {
    const item = items.find(({ id }) => id === option.battery.itemId) ?? null
    if (!item) lack(`a battery: "${option.battery.itemId}" is not in the catalogue`)
    return { item, needs }
  }
  const wanted = option.battery.chemistry ?? chemistryFor(option, site)
  const offered = candidates.filter(({ fits, bareCells }) => fits && !bareCells)
  const best =
    offered.find(({ item }) => item.chemistry === wanted) ??
    // A chemistry a person asked for is never replaced unsaid.
    (option.battery.chemistry === null ? offered[0] : undefined)
  if (!best) {
    const asked = candidates.filter(({ item }) => item.chemistry === (option.battery.chemistry ?? item.chemistry))
    lack(noneFits(asked, site, systemVoltageV))
  }
  return { item: best?.item ?? null, needs }
}

const TOO_MANY_STRINGS = 'it takes more strings in parallel than its units allow'

/** Why no unit of the catalogue makes the bank, and what would help. */
function noneFits(candidates: readonly BatteryCandidate[], site: SiteResult, systemVoltageV: SystemVoltageV): string {
  const coldestC = formatQuantity(site.batteryRoomLowC.value, '°C')
  const reasons = [
    ...new Set(
      candidates
        .flatMap(({ short }) => short.split(', '))
        .map((reason) => (reason.startsWith('more than') ? TOO_MANY_STRINGS : reason)),
    ),
  ]
  const said = candidates.length > 0 ? reasons.join('; ') : `at ${coldestC} their sheets and the standard say nothing`
  const tooCold = candidates.length === 0 || reasons.some((reason) => reason.startsWith(NO_COLD_CHARGE))
  const helps = [
    tooCold ? `the battery room falls to ${coldestC}: keep it warmer, or put the bank into a heated box` : '',
    reasons.includes(TOO_MANY_STRINGS) && systemVoltageV < 48 ? 'a higher system voltage takes fewer strings' : '',
  ].filter((help) => help !== '')
  return `a battery: none in the catalogue makes this bank of ${systemVoltageV} V (${[said, ...helps].join('; ')})`
}

/** Lithium iron phosphate, unless the room falls below what it may be charged at and nothing warms it. */
function chemistryFor(option: Option, site: SiteResult): Chemistry {
  const lithium = chemistryRow('lithium iron phosphate')
  return option.battery.coldProtected || site.batteryRoomLowC.value >= lithium.chargeMinC
    ? lithium.chemistry
    : 'agm lead-acid'
}

/** Null where neither the sheet nor the standard reaches so far down. */
function coldFactor(item: Battery, coldestC: Known, working: Working): Known | null {
  if (item.capacityPoints) {
    const coldestPointC = Math.min(...item.capacityPoints.map((point) => point.cellC))
    if (coldestC.value < coldestPointC) return null
    return working.apply('battery', sheetTemperatureFactor, {
      cellC: coldestC,
      capacityPoints: fromSheet(item.capacityPoints, itemName(item)),
    }).temperatureFactor
  }
  if (coldestC.value < -3.9) return null
  return working.apply('battery', leadAcidTemperatureFactor, { electrolyteC: coldestC }).temperatureFactor
}

/** The voltage the bank really has: 25.6 V of two 12.8 V units, not 24. */
function bankVoltage(item: Battery, systemVoltageV: SystemVoltageV): Known {
  const block = blockOf(item, systemVoltageV) ?? { cells: 1, voltageV: item.unitVoltageV }
  return fromSheet(blocksFor(block, systemVoltageV) * block.voltageV, itemName(item))
}
