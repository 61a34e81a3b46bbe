import { type ArrayResult, arrayLink } from '../array/link.ts'
import { type BackupResult, backupLink } from '../backup/link.ts'
import type { BankCurrents } from '../battery/bank.ts'
import { type BatteryResult, batteryLink } from '../battery/link.ts'
import { arrayPowerAhead, systemVoltage } from '../battery/system-voltage.ts'
import { CATALOGUE_CURRENCY } from '../catalogue/catalogue.ts'
import { withKeptItems } from '../catalogue/kept-items.ts'
import type { Catalogue } from '../catalogue/schema.ts'
import { type ControllerResult, controllerLink } from '../controller/link.ts'
import { type InverterResult, inverterLink, inverterNeed } from '../inverter/link.ts'
import { chosenOption } from '../job/job.ts'
import type { Job, Option } from '../job/schema.ts'
import { demandOf, type LoadsResult, loadsLink } from '../loads/link.ts'
import { type PartsResult, partsLink } from '../parts/link.ts'
import { type SiteResult, siteLink } from '../site/link.ts'
import { type WiringResult, wiringLink } from '../wiring/link.ts'
import { LINKS, type LinkId, type Need } from './links.ts'
import { assumed, type Known, known, type Step, Working } from './working.ts'

/** What the loads ask of the bank and the array, at the bus. */
export interface BusNeed {
  /** Of the average day of the week in the heaviest month. */
  readonly averageWh: Known
  readonly byMonthWh: Known<number[]>
  /** As listed, without any loss: what the plain school sizes with. */
  readonly listedWh: Known
  /** As listed, AC through the inverter: what the stepwise school sizes with. */
  readonly steppedWh: Known
  /** Where weekdays and weekend differ. */
  readonly weekWh: LoadsResult['weekBusWh']
}

/** Efficiency while no inverter is chosen. Assumption of Yard Lamp. */
const INVERTER_EFFICIENCY = 0.9

const NO_NEED: BusNeed = {
  averageWh: known(0, 'computed', 'no loads yet'),
  byMonthWh: known(Array<number>(12).fill(0), 'computed', 'no loads yet'),
  listedWh: known(0, 'computed', 'no loads yet'),
  steppedWh: known(0, 'computed', 'no loads yet'),
  weekWh: null,
}

/** Every link's answer, what is chosen, what is missing, and the working. */
export interface Design {
  readonly option: Option
  readonly site: SiteResult
  readonly loads: LoadsResult
  readonly battery: BatteryResult
  readonly array: ArrayResult
  readonly controller: ControllerResult
  readonly inverter: InverterResult
  readonly backup: BackupResult
  readonly wiring: WiringResult
  readonly parts: PartsResult
  /** Needed before the design is whole, in the order of the chain. */
  readonly needs: readonly Need[]
  readonly steps: readonly Step[]
}

/**
 * The whole chain for a job's chosen option. Pure and deterministic: no clock, no chance, no input or output.
 * An incomplete job gives as much as can be known; `needs` says what comes next.
 * Links are worked in the order in which each needs the other: the inverter's draw belongs to the loads.
 */
export function design(job: Job, shelf: Catalogue): Design {
  const catalogue = withKeptItems(shelf, job.items)
  const working = new Working()
  const option = chosenOption(job)
  const site = siteLink(job.site, option, working)
  const demand = demandOf(job, working)
  const power = inverterNeed(job.site.altitudeM, option, demand, site, working)
  const leastSunHours = site.leastSunMonth === null ? null : (site.sunHours?.value[site.leastSunMonth - 1] ?? null)
  const listed = demand.acDailyEnergyWh.value + demand.dcDailyEnergyWh.value
  const ahead = arrayPowerAhead(known(listed, 'computed', 'loads as listed'), leastSunHours, working)
  const heavier = [power.requiredW, demand.dcContinuousW, ...(ahead ? [ahead] : [])].reduce((a, b) =>
    b.value > a.value ? b : a,
  )
  const voltage = systemVoltage(option, heavier, working)
  const inverter = inverterLink(job, option, catalogue, demand, power, voltage.systemVoltageV.value, working)
  const loads = loadsLink(job, demand, inverter, voltage.systemVoltageV.value, site.leastSunMonth, working)
  const listedAny = loads.rows.some((row) => row.counted && row.dailyEnergyWh) || loads.heating !== null
  const need: BusNeed = listedAny
    ? {
        averageWh: loads.busDailyEnergyWh,
        byMonthWh: loads.busByMonthWh,
        listedWh: known(listed, 'computed', 'loads as listed, no losses'),
        steppedWh: known(
          demand.acDailyEnergyWh.value / (inverter.efficiency?.value ?? INVERTER_EFFICIENCY) +
            demand.dcDailyEnergyWh.value,
          'computed',
          'loads as listed, AC through the inverter',
        ),
        weekWh: loads.weekBusWh,
      }
    : NO_NEED
  const arrayBrief = {
    site: job.site,
    option,
    panels: catalogue.panels,
    ...controllersOpen(option, inverter, catalogue),
    siteResult: site,
    need,
    inverterEfficiency: inverter.efficiency ?? assumed(INVERTER_EFFICIENCY, 'no inverter chosen yet'),
    dayFraction: loads.afterDarkFraction
      ? known(1 - loads.afterDarkFraction.value, 'computed', 'share of the loads by day')
      : assumed(0.5, 'hours of the loads not known'),
  }
  const rest = (currents: BankCurrents) => {
    const battery = batteryLink(job, option, catalogue.batteries, site, need, voltage, currents, working)
    const array = arrayLink({ ...arrayBrief, battery }, working)
    const controller = controllerLink(option, site, battery, array, working)
    const chain = { job, option, catalogue, site, demand, battery, array, controller, inverter }
    return { battery, array, controller, backup: backupLink(chain, working) }
  }
  const dischargeA = (inverter.fullCurrentA?.value ?? 0) + demand.dcContinuousW.value / voltage.systemVoltageV.value
  const before = working.steps.length
  let sized = rest({ dischargeA, chargeA: 0 })
  const chargeA = sized.controller.chargeA + sized.backup.chargeA
  if (option.battery.parallel === null && chargeA > (sized.battery.bank?.maxChargeA ?? Number.POSITIVE_INFINITY)) {
    // The array charges faster than the bank bears: once more, with the strings its charge current needs.
    working.steps.length = before
    sized = rest({ dischargeA, chargeA })
  }
  const wiring = wiringLink(job.site, option, catalogue.devices, { demand, inverter, option, ...sized }, working)
  const parts = partsLink(job, catalogue, CATALOGUE_CURRENCY, { ...sized, inverter, wiring }, working)
  const results = { site, loads, ...sized, inverter, wiring, parts }
  return { option, ...results, needs: LINKS.flatMap((link) => results[link].needs), steps: working.steps }
}

/**
 * Controllers the array may take: those on the shelf, or the one inside the all-in-one that was chosen, as many as there
 * are of it.
 */
function controllersOpen(option: Option, inverter: InverterResult, catalogue: Catalogue) {
  const within = catalogue.allInOnes.some(({ id }) => id === inverter.item?.id) ? inverter.item?.id : undefined
  const own = option.controller.itemId
  const takesOwn = within !== undefined && (own === null || own === within)
  const separate = catalogue.controllers.filter(
    ({ id }) => id === own || !catalogue.allInOnes.some((each) => each.id === id),
  )
  return {
    controllers: takesOwn ? catalogue.controllers.filter(({ id }) => id === within) : separate,
    everyController: catalogue.controllers,
    fixedControllers: takesOwn ? inverter.quantity : null,
  }
}

/** Whether each link has its answer; where not, something is missing there or before it. */
export function answered({
  site,
  loads,
  battery,
  array,
  controller,
  inverter,
  backup,
  wiring,
  parts,
}: Design): Record<LinkId, boolean> {
  const hasLoads = loads.hasAc || loads.hasDc
  return {
    site: site.sunHours !== null,
    loads: hasLoads,
    battery: battery.bank !== null,
    array: array.layout !== null,
    controller: controller.strings !== null,
    inverter: inverter.item !== null || (hasLoads && !inverter.needed),
    backup: backup.kind === 'none' || (backup.charge !== null && backup.needs.length === 0),
    wiring: wiring.circuits.length > 0,
    parts: parts.lines.length > 0 && array.layout !== null,
  }
}

/** Each link's one answer. */
export function answers(result: Design): Record<LinkId, string> {
  return Object.fromEntries(LINKS.map((link) => [link, result[link].text])) as Record<LinkId, string>
}

/** The application of a method that gave a figure; undefined for figures that were not computed. */
export function stepOf(result: Design, figure: Known<unknown>): Step | undefined {
  return figure.step === undefined ? undefined : result.steps[figure.step]
}
