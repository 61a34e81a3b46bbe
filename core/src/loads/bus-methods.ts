import { z } from 'zod'
import { defineMethod } from '../method/method.ts'
import { monthly, quantity, share } from '../method/quantity.ts'

export const dailyEnergy = (symbol: string, label: string) => quantity(symbol, label, 'Wh', { min: 0 })

export const busEnergy = defineMethod({
  id: 'load.bus-energy',
  title: 'What the battery bus must deliver in a day',
  inputs: {
    acDailyEnergyWh: dailyEnergy('E_ac', 'AC loads a day'),
    dcDailyEnergyWh: dailyEnergy('E_dc', 'DC loads a day'),
    inverterEfficiency: share('η', 'inverter efficiency'),
    inverterIdleW: quantity('P_idle', 'inverter idle draw', 'W', { min: 0 }),
    inverterHoursPerDay: quantity('h', 'hours a day the inverter is on', 'h', { min: 0, max: 24 }).default(24),
    otherStandbyW: quantity('P_sb', 'controller and monitor standby', 'W', { min: 0 }).default(0),
    marginFraction: quantity('m', 'margin on the loads', '', { min: 0 }).default(0),
  },
  outputs: {
    inverterLossWh: quantity('E_loss', 'lost in conversion', 'Wh'),
    idleEnergyWh: quantity('E_idle', 'inverter idle over the day', 'Wh'),
    busDailyEnergyWh: quantity('E_bus', 'energy a day at the battery bus', 'Wh'),
  },
  formula: [
    '{inverterLossWh} = {acDailyEnergyWh} × (1 + {marginFraction}) × (1 ÷ {inverterEfficiency} − 1)',
    '{idleEnergyWh} = {inverterIdleW} × {inverterHoursPerDay}',
    '{busDailyEnergyWh} = ({acDailyEnergyWh} + {dcDailyEnergyWh}) × (1 + {marginFraction}) + {inverterLossWh} + {idleEnergyWh} + {otherStandbyW} × 24',
  ],
  source: 'Energy balance at the battery bus',
  notes: 'The margin is on what was listed; the idle draw runs round the clock unless the inverter is switched off.',
  compute(input) {
    const withMargin = 1 + input.marginFraction
    const acWh = input.acDailyEnergyWh * withMargin
    const inverterLossWh = acWh / input.inverterEfficiency - acWh
    const idleEnergyWh = input.inverterIdleW * input.inverterHoursPerDay
    const busDailyEnergyWh =
      acWh + input.dcDailyEnergyWh * withMargin + inverterLossWh + idleEnergyWh + input.otherStandbyW * 24
    return { inverterLossWh, idleEnergyWh, busDailyEnergyWh }
  },
})

export const converterLoss = defineMethod({
  id: 'load.converter-loss',
  title: 'Lost in the converter of a DC load',
  inputs: {
    dailyEnergyWh: dailyEnergy('E', 'energy a day of the load'),
    converterEfficiency: share('η_c', 'efficiency of the converter'),
  },
  outputs: { converterLossWh: quantity('E_c', 'lost in the converter a day', 'Wh') },
  formula: ['{converterLossWh} = {dailyEnergyWh} ÷ {converterEfficiency} − {dailyEnergyWh}'],
  source: 'Definition of efficiency',
  notes: 'Counted where a DC load wants another voltage than the system has.',
  compute: ({ dailyEnergyWh, converterEfficiency }) => ({
    converterLossWh: dailyEnergyWh / converterEfficiency - dailyEnergyWh,
  }),
})

export const standby = defineMethod({
  id: 'load.standby',
  title: 'Standby of controller and monitor',
  inputs: {
    controllerStandbyW: quantity('P_c', 'controller', 'W', { min: 0 }),
    monitorStandbyW: quantity('P_m', 'monitor and wiring', 'W', { min: 0 }),
  },
  outputs: { standbyW: quantity('P_sb', 'standby together', 'W') },
  formula: ['{standbyW} = {controllerStandbyW} + {monitorStandbyW}'],
  source: 'Arithmetic',
  notes: 'Round the clock, all year: 3 W are 26 kWh.',
  compute: ({ controllerStandbyW, monitorStandbyW }) => ({ standbyW: controllerStandbyW + monitorStandbyW }),
})

export const heaviestDays = defineMethod({
  id: 'load.heaviest-days',
  title: 'The heaviest days in a row',
  inputs: {
    weekdayEnergyWh: dailyEnergy('E_w', 'energy of a weekday'),
    weekendEnergyWh: dailyEnergy('E_e', 'energy of a weekend day'),
    days: quantity('D', 'days in a row', 'd', { above: 0, max: 60 }),
  },
  outputs: { averageEnergyWh: quantity('E', 'energy a day, mean of those days', 'Wh') },
  formula: [
    '{averageEnergyWh} = mean of the heaviest {days} days in a row, of five at {weekdayEnergyWh} and two at {weekendEnergyWh}',
  ],
  source: 'Arithmetic',
  notes: 'A bank must carry the days that are, not the average of a week.',
  compute({ weekdayEnergyWh, weekendEnergyWh, days }) {
    const [most, least, run] =
      weekendEnergyWh >= weekdayEnergyWh ? [weekendEnergyWh, weekdayEnergyWh, 2] : [weekdayEnergyWh, weekendEnergyWh, 5]
    const weeks = Math.floor(days / 7)
    const rest = days - 7 * weeks
    const heavy = weeks * run + Math.min(rest, run)
    return { averageEnergyWh: (heavy * most + (days - heavy) * least) / days }
  },
})

export const busYear = defineMethod({
  id: 'load.bus-year',
  title: 'What the battery bus delivers, month by month',
  inputs: {
    acDailyEnergyWh: monthly(dailyEnergy('E_ac', 'AC loads')),
    dcDailyEnergyWh: monthly(dailyEnergy('E_dc', 'DC loads')),
    inverterEfficiency: share('η', 'efficiency of the inverter'),
    idleEnergyWh: dailyEnergy('E_i', 'inverter idle a day'),
    otherStandbyW: quantity('P_s', 'other standby', 'W', { min: 0 }).default(0),
    marginFraction: quantity('m', 'margin', '', { min: 0 }).default(0),
    monthsInUse: z
      .array(quantity('', 'month', '', { min: 1, max: 12, integer: true }), {
        error: () => 'a list of months from 1 to 12',
      })
      .default(() => Array.from({ length: 12 }, (_, month) => month + 1)),
  },
  outputs: { busDailyEnergyWh: monthly(quantity('E_bus', 'energy a day at the battery bus', 'Wh')) },
  formula: [
    '{busDailyEnergyWh} = (1 + {marginFraction}) × ({acDailyEnergyWh} ÷ {inverterEfficiency} + {dcDailyEnergyWh}) + {idleEnergyWh} + 24 × {otherStandbyW} in {monthsInUse}, else 0',
  ],
  source: 'load.bus-energy, for each month',
  notes: 'Months differ where loads have a season or the battery box is heated.',
  compute({ acDailyEnergyWh, dcDailyEnergyWh, inverterEfficiency, marginFraction, monthsInUse, ...always }) {
    const alwaysWh = always.idleEnergyWh + 24 * always.otherStandbyW
    const loadsWh = (month: number) =>
      (acDailyEnergyWh[month] ?? 0) / inverterEfficiency + (dcDailyEnergyWh[month] ?? 0)
    return {
      busDailyEnergyWh: acDailyEnergyWh.map((_, month) =>
        monthsInUse.includes(month + 1) ? (1 + marginFraction) * loadsWh(month) + alwaysWh : 0,
      ),
    }
  },
})
