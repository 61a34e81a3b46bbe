import type { Need } from '../chain/links.ts'
import { assumed, entered, enteredOr, type Known, known, type Origin, type Working } from '../chain/working.ts'
import type { InverterResult } from '../inverter/link.ts'
import type { Job, Load } from '../job/schema.ts'
import { formatQuantity } from '../units/format.ts'
import { type Counted, converters, energyIn, weekAtBus, yearAtBus } from './at-bus.ts'
import { addHourly, type Daylight, daylightOf } from './day.ts'
import { type HeatingResult, heatingOf } from './heating.ts'
import {
  acDemand,
  afterDark,
  averageFromMeter,
  busEnergy,
  dayTotal,
  loadDailyEnergy,
  measuredShare,
  powerFromLabel,
  standby,
} from './methods.ts'
import { averageHours, hasLabel, hasMeter, monthFactor, runningW } from './power.ts'
import { type LoadTotal, loadTotals } from './totals.ts'

/** Margin on what was listed, for what was forgotten. Assumption of Yard Lamp. */
const MARGIN_FRACTION = 0.1
/** What controller and battery monitor draw round the clock. Assumptions of Yard Lamp from common sheets. */
export const STANDBY_W = { controller: 2, monitor: 1 } as const
/** Efficiency where no inverter is chosen yet. Assumption of Yard Lamp. */
const INVERTER_EFFICIENCY = 0.9
/** Power factor of electronics and motors whose label says nothing. Assumption of Yard Lamp: watts stand for volt-amperes. */
const POWER_FACTOR = 1

const BASIS_ORIGIN: Record<Load['basis'], Origin> = {
  meter: 'measured',
  clamp: 'measured',
  label: 'label',
  typical: 'typical',
  guess: 'guess',
}

export interface LoadRow {
  readonly id: string
  /** Of the week's average day, as listed; null while watts or hours are missing. */
  readonly dailyEnergyWh: Known | null
  /** Watts of one while it runs. */
  readonly powerW: Known | null
  /** Counted in today's size. */
  readonly counted: boolean
}

/** What runs together, before an inverter is known. */
export interface Demand {
  readonly rows: readonly LoadRow[]
  readonly needs: readonly Need[]
  /** Month in which the listed loads take most, of those in use. */
  readonly heaviestMonth: number
  /** Of the heaviest month. */
  readonly acDailyEnergyWh: Known
  readonly dcDailyEnergyWh: Known
  readonly hasAc: boolean
  readonly hasDc: boolean
  readonly continuousW: Known
  readonly continuousVA: Known
  readonly surgeW: Known
  readonly dcContinuousW: Known
  readonly heating: HeatingResult | null
  /** Load whose start is the worst, by id. */
  readonly worstStartId: string | null
}

export interface LoadsResult extends Demand {
  readonly text: string
  readonly inverterLossWh: Known
  readonly idleEnergyWh: Known
  readonly standbyW: Known
  readonly controllerStandbyW: Known
  readonly monitorStandbyW: Known
  readonly marginFraction: Known
  /** At the bus, the average day of the week in the heaviest month. */
  readonly busDailyEnergyWh: Known
  /** At the bus, the average day of the week, for each month. */
  readonly busByMonthWh: Known<number[]>
  /** At the bus, a weekday and a day of the weekend in the heaviest month; null where they are alike. */
  readonly weekBusWh: { readonly weekday: Known; readonly weekend: Known } | null
  /** Added by converters of DC loads of another voltage. */
  readonly convertedIds: readonly string[]
  /** Share of the listed energy whose watts were measured. */
  readonly measuredFraction: Known
  /** Share of the listed energy used after dark in the month with the least sun; null without a site. */
  readonly afterDarkFraction: Known | null
  readonly daylight: Daylight | null
  readonly byGroup: readonly LoadTotal[]
  readonly byBasis: readonly LoadTotal[]
  readonly byPriority: readonly LoadTotal[]
}

const countsNow = (load: Load): boolean => load.stage === 'now' && load.quantity > 0

export function demandOf(job: Job, working: Working): Demand {
  const needs: Need[] = []
  const rows = job.loads.map((load): LoadRow => {
    const powerW = countsNow(load) || load.stage === 'later' ? powerOf(load, working) : null
    return { id: load.id, counted: countsNow(load), powerW, dailyEnergyWh: dailyEnergy(load, powerW, needs, working) }
  })
  const counted = countedRows(job, rows)
  const now = rows.flatMap((row, i) => {
    const load = job.loads[i]
    return load && row.counted && row.powerW ? [{ load, powerW: row.powerW }] : []
  })
  const ac = now.filter(({ load }) => load.supply === 'ac')
  const dc = now.filter(({ load }) => load.supply === 'dc')
  const heating = heatingOf(job, needs, working)
  const heaviest = heaviestMonth(job, counted, heating)
  const heat = { ac: heating?.supply === 'ac', dc: heating?.supply === 'dc' }
  const total = (supply: Load['supply']) =>
    working.apply('loads', dayTotal, {
      dailyEnergiesWh: [
        ...counted.filter(({ load }) => load.supply === supply).map((row) => energyIn(row, heaviest, working)),
        ...(heating && heat[supply] ? [heating.byMonthWh[heaviest - 1] ?? heating.none] : []),
      ],
    }).dailyEnergyWh
  const heater = heating ? [{ quantity: entered(1, 'heater'), powerW: heating.heaterW }] : []
  const demand = working.apply('loads', acDemand, { loads: [...ac.map(demandRow), ...(heat.ac ? heater : [])] })
  const dcDemand = working.apply('loads', acDemand, { loads: [...dc.map(demandRow), ...(heat.dc ? heater : [])] })
  return {
    rows,
    needs,
    heating,
    heaviestMonth: heaviest,
    acDailyEnergyWh: total('ac'),
    dcDailyEnergyWh: total('dc'),
    hasAc: ac.length > 0 || heat.ac,
    hasDc: dc.length > 0 || heat.dc,
    continuousW: demand.continuousW,
    continuousVA: demand.continuousVA,
    surgeW: demand.surgeW,
    dcContinuousW: dcDemand.continuousW,
    worstStartId: worstStart(ac),
  }
}

function countedRows(job: Job, rows: readonly LoadRow[]): Counted[] {
  return rows.flatMap((row, i) => {
    const load = job.loads[i]
    return load && row.counted && row.dailyEnergyWh ? [{ load, wh: row.dailyEnergyWh }] : []
  })
}

/** Month in use that asks most of the bus, AC through an inverter not chosen yet; the first of equals. */
function heaviestMonth(job: Job, counted: readonly Counted[], heating: HeatingResult | null): number {
  const { monthsInUse } = job.site
  const seasonal = counted.filter(({ load }) => load.monthFactors !== null)
  const atBus = (supply: Load['supply'], wh: number) => (supply === 'ac' ? wh / INVERTER_EFFICIENCY : wh)
  const inMonthWh = (month: number) =>
    seasonal.reduce((sum, { load, wh }) => sum + atBus(load.supply, wh.value * monthFactor(load, month)), 0) +
    (heating ? atBus(heating.supply, heating.byMonthWh[month - 1]?.value ?? 0) : 0)
  return monthsInUse.reduce((a, b) => (inMonthWh(b) > inMonthWh(a) ? b : a), monthsInUse[0] ?? 1)
}

const origin = (load: Load): Origin => BASIS_ORIGIN[load.basis]
const sourceText = (load: Load): string => `${load.name}, ${load.basis}`

/** Watts of one: of its label, as typed, or the average a meter gave. */
function powerOf(load: Load, working: Working): Known | null {
  if (hasLabel(load)) {
    return working.about(load.name, () =>
      working.apply('loads', powerFromLabel, {
        voltageV: known(load.labelVoltageV ?? 1, 'label', sourceText(load)),
        currentA: known(load.labelCurrentA ?? 0, 'label', sourceText(load)),
        powerFactor: enteredOr(load.powerFactor, load.name, assumed(POWER_FACTOR, 'power factor not given')),
      }),
    ).powerW
  }
  const watts = runningW(load)
  return watts === null ? null : known(watts, origin(load), sourceText(load))
}

/** Energy of one row. Hours, duty and days beyond what a day and a week hold count as full; the check says so. */
function dailyEnergy(load: Load, powerW: Known | null, needs: Need[], working: Working): Known | null {
  if (!countsNow(load) && load.stage === 'now') return null
  const name = load.name === '' ? 'a load' : load.name
  const hoursPerDay = averageHours(load)
  if (powerW === null) needs.push({ link: 'loads', place: `loads.${load.id}.powerW`, message: `the watts of ${name}` })
  if (hoursPerDay === null)
    needs.push({ link: 'loads', place: `loads.${load.id}.hoursPerDay`, message: `the hours a day of ${name}` })
  if (powerW === null || hoursPerDay === null) return null
  const inputs = (watts: Known, hours: Known, duty: number) => ({
    quantity: entered(load.quantity, name),
    powerW: watts,
    hoursPerDay: hours,
    dutyCycle: entered(Math.min(duty, 1), name),
    daysPerWeek: entered(Math.min(load.daysPerWeek, 7), name),
  })
  return working.about(name, () => {
    if (hasMeter(load)) {
      const metered = working.apply('loads', averageFromMeter, {
        energyKwh: known(load.meterEnergyKwh ?? 0, 'measured', sourceText(load)),
        loggedHours: known(load.meterLoggedHours ?? 1, 'measured', sourceText(load)),
      })
      const allDay = known(24, 'measured', 'the meter counts the whole day')
      return working.apply('loads', loadDailyEnergy, inputs(metered.averagePowerW, allDay, 1))
    }
    const hours = entered(Math.min(hoursPerDay, 24), name)
    // Watts that come from a step of their own are not kept with the load: the step may stand elsewhere next time.
    if (powerW.step !== undefined) return working.apply('loads', loadDailyEnergy, inputs(powerW, hours, load.dutyCycle))
    return working.applyOnce('loads', loadDailyEnergy, load, () => inputs(powerW, hours, load.dutyCycle))
  }).dailyEnergyWh
}

function demandRow({ load, powerW }: { load: Load; powerW: Known }) {
  const startW = load.startW !== null && load.startW > powerW.value ? load.startW : null
  return {
    quantity: entered(load.quantity, load.name),
    powerW,
    powerFactor: enteredOr(load.powerFactor, load.name, assumed(POWER_FACTOR, 'power factor not given')),
    surgeW: startW === null ? { ...powerW, origin: 'assumption' as const } : known(startW, origin(load), load.name),
    runsTogether: entered(load.runsTogether, load.name),
    ...(load.togetherSet === '' ? {} : { set: entered(load.togetherSet, load.name) }),
  }
}

/** Load whose start rises most over its running. */
function worstStart(ac: readonly { load: Load; powerW: Known }[]): string | null {
  let [id, mostW]: [string | null, number] = [null, 0]
  for (const { load, powerW } of ac) {
    const extraW = (load.startW ?? 0) - powerW.value
    if (extraW > mostW) [id, mostW] = [load.id, extraW]
  }
  return id
}

export function loadsLink(
  job: Job,
  demand: Demand,
  inverter: InverterResult,
  systemVoltageV: number,
  leastSunMonth: number | null,
  working: Working,
): LoadsResult {
  const counted = countedRows(job, demand.rows)
  const controllerStandbyW = enteredOr(job.controllerStandbyW, 'loads', assumed(STANDBY_W.controller, 'common sheets'))
  const monitorStandbyW = enteredOr(job.monitorStandbyW, 'loads', assumed(STANDBY_W.monitor, 'common sheets'))
  const standbyW = working.apply('loads', standby, { controllerStandbyW, monitorStandbyW }).standbyW
  const marginFraction = enteredOr(job.loadMarginFraction, 'loads', assumed(MARGIN_FRACTION, 'for what was forgotten'))
  const converted = converters(counted, systemVoltageV, demand.heaviestMonth, working)
  const bus = {
    inverterEfficiency: inverter.efficiency ?? assumed(INVERTER_EFFICIENCY, 'no inverter chosen yet'),
    inverterIdleW: inverter.idleW,
    inverterHoursPerDay: inverter.hoursPerDay,
    otherStandbyW: standbyW,
    marginFraction,
  }
  const dcDailyEnergyWh =
    converted.size === 0
      ? demand.dcDailyEnergyWh
      : working.apply('loads', dayTotal, {
          dailyEnergiesWh: [demand.dcDailyEnergyWh, ...[...converted.values()].map(({ lossWh }) => lossWh)],
        }).dailyEnergyWh
  const day = working.apply('loads', busEnergy, { acDailyEnergyWh: demand.acDailyEnergyWh, dcDailyEnergyWh, ...bus })
  const daylight = leastSunMonth === null ? null : daylightOf(job.site, leastSunMonth)
  return {
    ...demand,
    ...day,
    dcDailyEnergyWh,
    standbyW,
    controllerStandbyW,
    monitorStandbyW,
    marginFraction,
    convertedIds: [...converted.keys()],
    busByMonthWh: yearAtBus(job, demand.heating, counted, converted, day, bus, working),
    weekBusWh: weekAtBus(demand.heaviestMonth, demand.heating, counted, converted, bus, working),
    measuredFraction: measuredFraction(counted, working),
    afterDarkFraction: daylight ? afterDarkFraction(counted, demand.heaviestMonth, daylight, working) : null,
    daylight,
    ...loadTotals(counted, working),
    text:
      counted.length > 0
        ? `${formatQuantity(Math.round(day.busDailyEnergyWh.value), 'Wh')} a day`
        : 'nothing listed yet',
  }
}

function measuredFraction(counted: readonly Counted[], working: Working): Known {
  return working.apply('loads', measuredShare, {
    dailyEnergiesWh: counted.map(({ wh }) => wh),
    measured: counted.map(({ load }) => entered(origin(load) === 'measured', load.name)),
  }).measuredFraction
}

function afterDarkFraction(counted: readonly Counted[], month: number, daylight: Daylight, working: Working): Known {
  const hourlyW = Array<number>(24).fill(0)
  for (const { load, wh } of counted) addHourly(hourlyW, load, wh.value * monthFactor(load, month), 'average')
  return working.apply('loads', afterDark, {
    hourlyW: known(hourlyW, 'computed', 'the day, hour by hour'),
    sunriseH: known(daylight.riseH, 'computed', 'month with the least sun'),
    sunsetH: known(daylight.setH, 'computed', 'month with the least sun'),
  }).afterDarkFraction
}
