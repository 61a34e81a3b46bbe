import { z } from 'zod'
import { InputError, outOfDomain } from '../method/input-error.ts'
import { defineMethod } from '../method/method.ts'
import { AIR_RANGE_C, monthly, quantity, share } from '../method/quantity.ts'

const busDaily = quantity('E', 'energy a day at the battery bus', 'Wh', { min: 0 })
const sunHours = quantity('PSH', 'peak sun hours', 'h a day', { above: 0 })
const efficiency = share('η', 'share of the panels’ rating that reaches the loads')
const arrayPower = quantity('P', 'array power', 'W')

export const systemEfficiency = defineMethod({
  id: 'array.system-efficiency',
  title: 'What is left after all losses',
  inputs: {
    losses: z
      .record(z.string(), quantity('l', 'loss', '', { min: 0, below: 1 }), {
        error: () => 'named losses, each a number from 0 to below 1',
      })
      .meta({ label: 'losses by name' }),
  },
  outputs: { systemEfficiency: quantity('η', 'system efficiency', '') },
  formula: ['{systemEfficiency} = product of (1 − loss) over {losses}'],
  source: 'Independent losses multiply; IEC 61724-1 for their names',
  notes: 'Losses are multiplied, not added.',
  compute: ({ losses }) => ({ systemEfficiency: Object.values(losses).reduce((left, loss) => left * (1 - loss), 1) }),
})

export const requiredPower = defineMethod({
  id: 'array.required-power',
  title: 'Array that balances the day',
  inputs: { busDailyEnergyWh: busDaily, peakSunHours: sunHours, systemEfficiency: efficiency },
  outputs: { arrayPowerW: arrayPower },
  formula: ['{arrayPowerW} = {busDailyEnergyWh} ÷ ({peakSunHours} × {systemEfficiency})'],
  source: 'Daily energy balance',
  notes: 'The array follows the energy of the day, not the watts of the inverter.',
  compute: (input) => ({ arrayPowerW: input.busDailyEnergyWh / (input.peakSunHours * input.systemEfficiency) }),
})

export const recoveryPower = defineMethod({
  id: 'array.recovery-power',
  title: 'Array that refills the bank as well',
  inputs: {
    busDailyEnergyWh: busDaily,
    deficitWh: quantity('E_def', 'energy missing from the bank', 'Wh', { min: 0 }),
    recoveryDays: quantity('D', 'days to refill it', 'd', { above: 0 }),
    peakSunHours: sunHours,
    systemEfficiency: efficiency,
  },
  outputs: { arrayPowerW: arrayPower },
  formula: [
    '{arrayPowerW} = ({busDailyEnergyWh} + {deficitWh} ÷ {recoveryDays}) ÷ ({peakSunHours} × {systemEfficiency})',
  ],
  source: 'Daily energy balance with recovery, as IEEE 1562',
  notes: 'Runs the day and refills the bank within the days.',
  compute: (input) => ({
    arrayPowerW:
      (input.busDailyEnergyWh + input.deficitWh / input.recoveryDays) / (input.peakSunHours * input.systemEfficiency),
  }),
})

export const worstMonth = defineMethod({
  id: 'array.worst-month',
  title: 'The month that decides the array',
  inputs: {
    busDailyEnergyWh: monthly(busDaily),
    peakSunHours: monthly(quantity('PSH', 'peak sun hours', 'h a day', { min: 0 })),
    systemEfficiency: z.union([efficiency, monthly(efficiency)], {
      error: () => 'a number above 0 to 1, or 12 of them',
    }),
    backupMonths: z
      .array(quantity('', 'month', '', { min: 1, max: 12, integer: true }), {
        error: () => 'a list of months, 1 to 12',
      })
      .default([])
      .meta({ label: 'months left to the backup' }),
  },
  outputs: {
    designMonth: quantity('m', 'design month', ''),
    arrayPowerW: arrayPower,
    balanceWh: monthly(quantity('ΔE', 'surplus or shortfall a day', 'Wh')),
  },
  formula: [
    '{arrayPowerW} = the largest {busDailyEnergyWh} ÷ ({peakSunHours} × {systemEfficiency}) of the months not left to the backup; {designMonth} is that month',
    '{balanceWh} = {arrayPowerW} × {peakSunHours} × {systemEfficiency} − {busDailyEnergyWh}, month by month',
  ],
  source: 'Worst-month method, IEEE 1562-2021',
  notes: 'The earliest month where two are equal.',
  compute({ busDailyEnergyWh, peakSunHours, systemEfficiency: etas, backupMonths }) {
    const etaOf = (month: number) => (typeof etas === 'number' ? etas : (etas[month] ?? 1))
    let designMonth = 0
    let arrayPowerW = Number.NEGATIVE_INFINITY
    busDailyEnergyWh.forEach((energyWh, month) => {
      if (backupMonths.includes(month + 1)) return
      const sun = peakSunHours[month] ?? 0
      if (sun === 0 && energyWh > 0) {
        throw outOfDomain(`peakSunHours.${month}`, 0, 'a number above 0 in a month that is not left to the backup')
      }
      const powerW = energyWh === 0 ? 0 : energyWh / (sun * etaOf(month))
      if (powerW > arrayPowerW) {
        arrayPowerW = powerW
        designMonth = month + 1
      }
    })
    if (designMonth === 0) {
      throw new InputError(
        'OUT_OF_DOMAIN',
        'backupMonths',
        'backupMonths: every month is left to the backup; allowed: at least one month for the sun',
      )
    }
    const balanceWh = busDailyEnergyWh.map(
      (energyWh, month) => arrayPowerW * (peakSunHours[month] ?? 0) * etaOf(month) - energyWh,
    )
    return { designMonth, arrayPowerW, balanceWh }
  },
})

/** Irradiance at which half of a year's sun has come in, about: what a panel works at, W/m². Assumption of Yard Lamp. */
export const WORKING_IRRADIANCE_W_PER_M2 = 600

export const heatLoss = defineMethod({
  id: 'array.heat-loss',
  title: 'What the heat of the panels takes, by month',
  inputs: {
    dayAirC: monthly(quantity('T_a', 'air by day', '°C', AIR_RANGE_C)),
    irradianceWPerM2: quantity('G', 'irradiance it works at', 'W/m²', { min: 0, max: 1500 }).default(600),
    noctC: quantity('NOCT', 'nominal operating cell temperature', '°C', { min: 20, max: 90 }),
    pmpCoeffPerC: quantity('γ', 'temperature coefficient of power', '1/°C', { min: -0.02, max: 0 }),
  },
  outputs: { lossByMonth: monthly(quantity('l_T', 'loss to heat', '')) },
  formula: ['{lossByMonth} = max(0, −{pmpCoeffPerC} × ({dayAirC} + ({noctC} − 20) ÷ 800 × {irradianceWPerM2} − 25))'],
  source: 'IEC 61215 (NOCT); temperature coefficient of the sheet',
  notes: 'What panels gain in the cold is left out: the safer figure.',
  compute: ({ dayAirC, irradianceWPerM2, noctC, pmpCoeffPerC }) => ({
    lossByMonth: dayAirC.map((air) =>
      Math.min(0.9, Math.max(0, -pmpCoeffPerC * (air + ((noctC - 20) / 800) * irradianceWPerM2 - 25))),
    ),
  }),
})

export const recoveryTime = defineMethod({
  id: 'array.recovery-time',
  title: 'Days until the empty bank is full again',
  inputs: {
    deficitWh: quantity('E_d', 'energy to put back', 'Wh', { min: 0 }),
    yieldWh: quantity('E_y', 'yield of an average day', 'Wh', { min: 0 }),
    busDailyEnergyWh: busDaily,
  },
  outputs: { recoveryDays: quantity('D_r', 'days to full', 'd').nullable() },
  formula: ['{recoveryDays} = {deficitWh} ÷ ({yieldWh} − {busDailyEnergyWh}); none where nothing is left over'],
  source: 'Energy balance',
  notes: 'Average days, with the loads running on.',
  compute({ deficitWh, yieldWh, busDailyEnergyWh }) {
    const spareWh = yieldWh - busDailyEnergyWh
    return { recoveryDays: spareWh > 1e-6 * Math.max(1, deficitWh) ? deficitWh / spareWh : null }
  },
})

export const monthlyEfficiency = defineMethod({
  id: 'array.monthly-efficiency',
  title: 'What is left after all losses, by month',
  inputs: {
    systemEfficiency: efficiency,
    lossByMonth: monthly(quantity('l_T', 'loss to heat', '', { min: 0, below: 1 })),
  },
  outputs: { efficiencyByMonth: monthly(quantity('η_m', 'system efficiency', '')) },
  formula: ['{efficiencyByMonth} = {systemEfficiency} × (1 − {lossByMonth})'],
  source: 'Independent losses multiply',
  notes: 'The other losses are taken alike all year.',
  compute: ({ systemEfficiency: eta, lossByMonth }) => ({
    efficiencyByMonth: lossByMonth.map((loss) => eta * (1 - loss)),
  }),
})

export const acCoupled = defineMethod({
  id: 'array.ac-coupled',
  title: 'What of an AC-coupled array reaches the loads',
  inputs: {
    arrayEfficiency: share('η_a', 'panels to their own inverter’s input'),
    ownInverterEfficiency: share('η_o', 'inverter of the array').default(0.96),
    dayFraction: quantity('d', 'share of the AC loads that runs by day', '', { min: 0, max: 1 }),
    inverterEfficiency: share('η_i', 'battery inverter, either way'),
    batteryEfficiency: share('η_b', 'through the battery'),
  },
  outputs: {
    byDay: quantity('η_day', 'used by day, as energy at the battery bus', ''),
    byNight: quantity('η_night', 'used by night, as energy at the battery bus', ''),
    efficiency: quantity('η', 'on the whole, as energy at the battery bus', ''),
  },
  formula: [
    '{byDay} = {arrayEfficiency} × {ownInverterEfficiency} ÷ {inverterEfficiency}: it spares the battery inverter',
    '{byNight} = {arrayEfficiency} × {ownInverterEfficiency} × {inverterEfficiency} × {batteryEfficiency}',
    '{efficiency} = {dayFraction} × {byDay} + (1 − {dayFraction}) × {byNight}',
  ],
  source: 'Power balance of the converters',
  notes:
    'Not above what the battery inverter can take back; it must be able to throttle the array when the bank is full.',
  compute({ arrayEfficiency, ownInverterEfficiency, dayFraction, inverterEfficiency, batteryEfficiency }) {
    const byDay = (arrayEfficiency * ownInverterEfficiency) / inverterEfficiency
    const byNight = arrayEfficiency * ownInverterEfficiency * inverterEfficiency * batteryEfficiency
    return { byDay, byNight, efficiency: dayFraction * byDay + (1 - dayFraction) * byNight }
  },
})

export const monthYield = defineMethod({
  id: 'array.month-yield',
  title: 'What the array brings, by month',
  inputs: {
    arrayPowerW: quantity('P', 'array power', 'W', { min: 0 }),
    peakSunHours: monthly(quantity('PSH', 'peak sun hours', 'h a day', { min: 0 })),
    systemEfficiency: z.union([efficiency, monthly(efficiency)], {
      error: () => 'a number above 0 to 1, or 12 of them',
    }),
    busDailyEnergyWh: monthly(busDaily),
  },
  outputs: {
    yieldWh: monthly(quantity('E_y', 'yield a day', 'Wh')),
    balanceWh: monthly(quantity('ΔE', 'surplus or shortfall a day', 'Wh')),
  },
  formula: [
    '{yieldWh} = {arrayPowerW} × {peakSunHours} × {systemEfficiency}, month by month',
    '{balanceWh} = {yieldWh} − {busDailyEnergyWh}',
  ],
  source: 'Daily energy balance',
  notes: 'Averages of the month: the bank carries the days that are worse.',
  compute({ arrayPowerW, peakSunHours, systemEfficiency: eta, busDailyEnergyWh }) {
    const yieldWh = peakSunHours.map(
      (sun, month) => arrayPowerW * sun * (typeof eta === 'number' ? eta : (eta[month] ?? 0)),
    )
    return { yieldWh, balanceWh: yieldWh.map((wh, month) => wh - (busDailyEnergyWh[month] ?? 0)) }
  },
})

export const arrayMethods = [
  systemEfficiency,
  requiredPower,
  recoveryPower,
  worstMonth,
  recoveryTime,
  heatLoss,
  monthlyEfficiency,
  monthYield,
  acCoupled,
]
