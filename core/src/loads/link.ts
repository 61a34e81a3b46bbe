import { DEFAULTS } from '../job/defaults.ts'
import { formatQuantity } from '../units/format.ts'
import { defineLink, type Link, type LinkResult } from '../working/link.ts'
import { assumedOf, entered, enteredOr, type Known, known, type Working } from '../working/working.ts'
import { type Counted, converters, listedAtBus, weekAtBus, yearAtBus } from './at-bus.ts'
import { busEnergy, standby } from './bus-methods.ts'
import { addHourly, type Daylight, daylightOf } from './day.ts'
import type { Demand } from './demand.ts'
import { afterDark, dayTotal, measuredShare } from './methods.ts'
import { monthFactor } from './power.ts'
import { isMeasured } from './row.ts'
import { type BasisTotal, type LoadTotal, loadTotals } from './totals.ts'

export interface LoadsResult extends Demand, LinkResult {
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
  /** Share of the listed energy whose watts were measured. */
  readonly measuredFraction: Known
  /** Share of the listed energy used after dark in the month with the least sun; null without a site. */
  readonly afterDarkFraction: Known | null
  readonly daylight: Daylight | null
  readonly byGroup: readonly LoadTotal[]
  readonly byBasis: readonly BasisTotal[]
  readonly byPriority: readonly LoadTotal[]
}

/** What the loads take of an inverter: its draw belongs to the day. */
interface InverterDraw {
  readonly efficiency: Known | null
  readonly idleW: Known
  readonly hoursPerDay: Known
}

export interface Upstream {
  readonly site: { readonly leastSunMonth: number | null }
  readonly demand: Demand
  readonly voltage: { readonly systemVoltageV: Known }
  readonly inverter: InverterDraw
}

/** The day at the battery bus, by month, by weekday and weekend, and how it falls apart. */
export const loadsLink: Link<Upstream, LoadsResult> = defineLink(
  'loads',
  ({ job: { site, ...job } }, { site: { leastSunMonth }, demand, voltage, inverter }) => ({
    demand,
    leastSunMonth,
    systemVoltageV: voltage.systemVoltageV.value,
    efficiency: inverter.efficiency,
    idleW: inverter.idleW,
    inverterHours: inverter.hoursPerDay,
    controllerStandbyW: job.controllerStandbyW,
    monitorStandbyW: job.monitorStandbyW,
    loadMarginFraction: job.loadMarginFraction,
    monthsInUse: site.monthsInUse,
    latitudeDeg: site.latitudeDeg,
    longitudeDeg: site.longitudeDeg,
    utcOffsetH: site.utcOffsetH,
  }),
  ({ demand, leastSunMonth, monthsInUse, ...read }, working): LoadsResult => {
    const { counted, heaviestMonth, heating } = demand
    const controllerStandbyW = enteredOr(read.controllerStandbyW, 'loads', assumedOf(DEFAULTS.controllerStandbyW))
    const monitorStandbyW = enteredOr(read.monitorStandbyW, 'loads', assumedOf(DEFAULTS.monitorStandbyW))
    const { standbyW } = working.apply(standby, { controllerStandbyW, monitorStandbyW })
    const marginFraction = enteredOr(read.loadMarginFraction, 'loads', assumedOf(DEFAULTS.loadMarginFraction))
    const converted = converters(demand, read.systemVoltageV, working)
    const bus = {
      inverterEfficiency: read.efficiency ?? assumedOf(DEFAULTS.inverterEfficiency),
      inverterIdleW: read.idleW,
      inverterHoursPerDay: read.inverterHours,
      otherStandbyW: standbyW,
      marginFraction,
    }
    const dcDailyEnergyWh = withConverters(demand.dcDailyEnergyWh, converted, working)
    const day = working.apply(busEnergy, { acDailyEnergyWh: demand.acDailyEnergyWh, dcDailyEnergyWh, ...bus })
    const listed = listedAtBus(counted, converted, heating, heaviestMonth)
    const totals = loadTotals(counted, working)
    const daylight = leastSunMonth === null ? null : daylightOf(read, leastSunMonth)
    return {
      ...demand,
      ...day,
      dcDailyEnergyWh,
      standbyW,
      controllerStandbyW,
      monitorStandbyW,
      marginFraction,
      busByMonthWh: yearAtBus(monthsInUse, listed, day, bus, working),
      weekBusWh: weekAtBus(counted, listed, bus, working),
      measuredFraction: measuredFraction(totals.byBasis, working),
      afterDarkFraction: daylight ? afterDarkFraction(counted, heaviestMonth, daylight, working) : null,
      daylight,
      ...totals,
      answer:
        counted.length > 0
          ? `${formatQuantity(Math.round(day.busDailyEnergyWh.value), 'Wh')} a day`
          : 'nothing listed yet',
    }
  },
)

function withConverters(dcWh: Known, converted: ReturnType<typeof converters>, working: Working): Known {
  if (converted.size === 0) return dcWh
  return working.about({ id: 'dc-converted', name: 'DC loads, with their converters' }, () =>
    working.apply(dayTotal, { dailyEnergiesWh: [dcWh, ...[...converted.values()].map(({ lossWh }) => lossWh)] }),
  ).dailyEnergyWh
}

function measuredFraction(byBasis: readonly BasisTotal[], working: Working): Known {
  return working.apply(measuredShare, {
    dailyEnergiesWh: byBasis.map(({ name, dailyEnergyWh }) => ({ ...dailyEnergyWh, from: name })),
    measured: byBasis.map(({ name }) => entered(isMeasured(name), name)),
  }).measuredFraction
}

function afterDarkFraction(counted: readonly Counted[], month: number, daylight: Daylight, working: Working): Known {
  const hourlyW = Array<number>(24).fill(0)
  for (const { load, wh } of counted) addHourly(hourlyW, load, wh.value * monthFactor(load, month), 'average')
  return working.apply(afterDark, {
    hourlyW: known(hourlyW, 'computed', 'the day, hour by hour'),
    sunriseH: known(daylight.riseH, 'computed', 'month with the least sun'),
    sunsetH: known(daylight.setH, 'computed', 'month with the least sun'),
  }).afterDarkFraction
}
