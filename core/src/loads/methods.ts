import { z } from 'zod'
import { outOfDomain } from '../method/input-error.ts'
import { defineMethod } from '../method/method.ts'
import { count, fraction, quantity, share } from '../method/quantity.ts'
import { busEnergy, busYear, converterLoss, dailyEnergy, heaviestDays, standby } from './bus-methods.ts'

export const powerFromLabel = defineMethod({
  id: 'load.power-from-label',
  title: 'Power from a label',
  inputs: {
    voltageV: quantity('V', 'voltage on the label', 'V', { above: 0 }),
    currentA: quantity('I', 'current on the label', 'A', { min: 0 }),
    powerFactor: share('pf', 'power factor').default(1),
  },
  outputs: {
    apparentPowerVA: quantity('S', 'apparent power', 'VA'),
    powerW: quantity('P', 'power', 'W'),
  },
  formula: ['{apparentPowerVA} = {voltageV} × {currentA}', '{powerW} = {apparentPowerVA} × {powerFactor}'],
  source: 'Definition of apparent and active power, IEC 60050-131',
  notes: 'Labels give the most an appliance draws; a plug-in meter gives what it draws in a day.',
  compute({ voltageV, currentA, powerFactor }) {
    const apparentPowerVA = voltageV * currentA
    return { apparentPowerVA, powerW: apparentPowerVA * powerFactor }
  },
})

export const averageFromMeter = defineMethod({
  id: 'load.average-from-meter',
  title: 'Average power from a plug-in meter',
  inputs: {
    energyKwh: quantity('E', 'energy read on the meter', 'kWh', { min: 0 }),
    loggedHours: quantity('t', 'hours logged', 'h', { above: 0 }),
  },
  outputs: {
    averagePowerW: quantity('P', 'average power', 'W'),
    dailyEnergyWh: quantity('E_d', 'energy a day', 'Wh'),
  },
  formula: ['{averagePowerW} = 1000 × {energyKwh} ÷ {loggedHours}', '{dailyEnergyWh} = 24 × {averagePowerW}'],
  source: 'Definition of average power',
  notes: 'Log at least one whole day; for things that switch themselves, several.',
  compute({ energyKwh, loggedHours }) {
    const averagePowerW = (1000 * energyKwh) / loggedHours
    return { averagePowerW, dailyEnergyWh: 24 * averagePowerW }
  },
})

export const loadDailyEnergy = defineMethod({
  id: 'load.daily-energy',
  title: 'Energy a load takes on an average day',
  inputs: {
    quantity: count('n', 'how many'),
    powerW: quantity('P', 'power of one while it runs', 'W', { min: 0 }),
    hoursPerDay: quantity('h', 'hours a day', 'h', { min: 0, max: 24 }),
    dutyCycle: fraction('d', 'share of that time it draws').default(1),
    daysPerWeek: quantity('w', 'days a week', 'd', { min: 0, max: 7 }).default(7),
  },
  outputs: { dailyEnergyWh: quantity('E', 'energy a day', 'Wh') },
  formula: ['{dailyEnergyWh} = {quantity} × {powerW} × {hoursPerDay} × {dutyCycle} × {daysPerWeek} ÷ 7'],
  source: 'Definition of energy; the average day of a week',
  notes:
    'Minutes count: 25 minutes is 0.417 h. The duty cycle is for things that switch themselves, such as a refrigerator.',
  compute({ quantity, powerW, hoursPerDay, dutyCycle, daysPerWeek }) {
    return { dailyEnergyWh: (quantity * powerW * hoursPerDay * dutyCycle * daysPerWeek) / 7 }
  },
})

export const inMonth = defineMethod({
  id: 'load.in-month',
  title: 'Energy of a load in a month of its season',
  inputs: {
    dailyEnergyWh: dailyEnergy('E', 'energy a day as listed'),
    monthFactor: quantity('f', 'season factor of the month', '', { min: 0, max: 10 }),
  },
  outputs: { monthEnergyWh: quantity('E_m', 'energy a day in that month', 'Wh') },
  formula: ['{monthEnergyWh} = {dailyEnergyWh} × {monthFactor}'],
  source: 'Definition',
  notes: '0 where it does not run in that month, 1 where it runs as listed.',
  compute: ({ dailyEnergyWh, monthFactor }) => ({ monthEnergyWh: dailyEnergyWh * monthFactor }),
})

export const dayTotal = defineMethod({
  id: 'load.day-total',
  title: 'Sum of loads over the day',
  inputs: { dailyEnergiesWh: z.array(dailyEnergy('E', 'energy a day of one load')) },
  outputs: { dailyEnergyWh: quantity('ΣE', 'energy a day of all of them', 'Wh') },
  formula: ['{dailyEnergyWh} = sum of {dailyEnergiesWh}'],
  source: 'Arithmetic',
  notes: 'What the appliances take; conversion losses and idle draw are added by load.bus-energy.',
  compute: ({ dailyEnergiesWh }) => ({ dailyEnergyWh: dailyEnergiesWh.reduce((sum, e) => sum + e, 0) }),
})

const demandLoad = z.strictObject({
  quantity: count('n', 'how many'),
  powerW: quantity('P', 'power of one', 'W', { min: 0 }),
  powerFactor: share('pf', 'power factor').default(1),
  surgeW: quantity('P_start', 'start of one', 'W', { min: 0 }).optional(),
  runsTogether: z.boolean({ error: () => 'true or false' }).default(true),
  set: z
    .string({ error: () => 'a text' })
    .max(40, { error: () => 'a text of at most 40 letters' })
    .default(''),
})

export const acDemand = defineMethod({
  id: 'load.ac-demand',
  title: 'What runs together, and the worst start on top',
  inputs: { loads: z.array(demandLoad, { error: () => 'a list of loads' }) },
  outputs: {
    continuousW: quantity('P', 'running together', 'W'),
    continuousVA: quantity('S', 'running together', 'VA'),
    surgeW: quantity('P_start', 'worst start', 'W'),
  },
  formula: [
    '{continuousW} = the larger of Σ n × P of those that run together and n × P of each other load alone',
    '{continuousVA} = the same with n × P ÷ power factor',
    '{surgeW} = the same sums plus the one worst start (start − running, one unit)',
  ],
  source: 'Coincident demand, one start at a time',
  notes:
    'Only one motor is taken to start at a time; start the rest by hand one after another. Loads of a set of their own run together, apart from the other sets.',
  compute({ loads }) {
    const sets = new Map<string, ReturnType<typeof nothing>>()
    const worst = { continuousW: 0, continuousVA: 0, surgeW: 0 }
    loads.forEach((load, index) => {
      const startExtraW = load.quantity > 0 ? (load.surgeW ?? load.powerW) - load.powerW : 0
      if (startExtraW < 0) {
        throw outOfDomain(`loads.${index}.surgeW`, load.surgeW, `a number from ${load.powerW} W, the running power`)
      }
      const runningW = load.quantity * load.powerW
      const into = (load.runsTogether ? sets.get(load.set) : undefined) ?? nothing()
      if (load.runsTogether) sets.set(load.set, into)
      into.runningW += runningW
      into.apparentVA += runningW / load.powerFactor
      into.startExtraW = Math.max(into.startExtraW, startExtraW)
      if (!load.runsTogether) keepLarger(worst, into)
    })
    for (const set of sets.values()) keepLarger(worst, set)
    return worst
  },
})

const nothing = () => ({ runningW: 0, apparentVA: 0, startExtraW: 0 })

function keepLarger(
  worst: { continuousW: number; continuousVA: number; surgeW: number },
  group: { runningW: number; apparentVA: number; startExtraW: number },
): void {
  worst.continuousW = Math.max(worst.continuousW, group.runningW)
  worst.continuousVA = Math.max(worst.continuousVA, group.apparentVA)
  worst.surgeW = Math.max(worst.surgeW, group.runningW + group.startExtraW)
}

export const measuredShare = defineMethod({
  id: 'load.measured-share',
  title: 'Share of the day that was measured',
  inputs: {
    dailyEnergiesWh: z.array(dailyEnergy('E', 'energy a day of one load, or of all of one basis')),
    measured: z.array(z.boolean({ error: () => 'true or false' })).meta({ label: 'measured by meter or clamp' }),
  },
  outputs: { measuredFraction: quantity('m', 'share measured', '') },
  formula: ['{measuredFraction} = sum of {dailyEnergiesWh} that were measured ÷ sum of all'],
  source: 'Arithmetic',
  notes: 'Measured beats label, label beats guess. Nothing listed counts as nothing measured.',
  compute({ dailyEnergiesWh, measured }) {
    if (measured.length !== dailyEnergiesWh.length) {
      throw outOfDomain('measured', measured.length, `as many as there are energies, ${dailyEnergiesWh.length}`)
    }
    const sum = (list: readonly number[]) => list.reduce((total, each) => total + each, 0)
    const totalWh = sum(dailyEnergiesWh)
    return { measuredFraction: totalWh > 0 ? sum(dailyEnergiesWh.filter((_, i) => measured[i])) / totalWh : 0 }
  },
})

export const afterDark = defineMethod({
  id: 'load.after-dark',
  title: 'Share of the day used after dark',
  inputs: {
    hourlyW: z
      .array(quantity('P', 'average power in each hour', 'W', { min: 0 }))
      .length(24, { error: () => '24 figures, from midnight' }),
    sunriseH: quantity('t_r', 'sunrise, solar time', 'h', { min: 0, max: 24 }),
    sunsetH: quantity('t_s', 'sunset, solar time', 'h', { min: 0, max: 24 }),
  },
  outputs: { afterDarkFraction: quantity('n', 'share used after dark', '') },
  formula: ['{afterDarkFraction} = energy of {hourlyW} outside {sunriseH} to {sunsetH} ÷ energy of the day'],
  source: 'Arithmetic; sunrise and sunset of the month with the least sun',
  notes: 'What is used after dark has gone through the battery. Nothing listed counts as nothing after dark.',
  compute({ hourlyW, sunriseH, sunsetH }) {
    let totalWh = 0
    let darkWh = 0
    hourlyW.forEach((watts, hour) => {
      const litH = Math.max(0, Math.min(hour + 1, sunsetH) - Math.max(hour, sunriseH))
      totalWh += watts
      darkWh += watts * (1 - litH)
    })
    return { afterDarkFraction: totalWh > 0 ? darkWh / totalWh : 0 }
  },
})

export const shiftSaving = defineMethod({
  id: 'load.shift-saving',
  title: 'Battery saved by moving a load along the day',
  inputs: {
    afterDarkBeforeWh: dailyEnergy('E_1', 'used after dark before'),
    afterDarkAfterWh: dailyEnergy('E_2', 'used after dark then'),
    depthOfDischarge: share('DoD', 'depth it may be used to'),
  },
  outputs: {
    throughBatteryWh: quantity('ΔE', 'less through the battery a day', 'Wh'),
    bankWh: quantity('ΔC', 'less bank for one night', 'Wh'),
  },
  formula: [
    '{throughBatteryWh} = {afterDarkBeforeWh} − {afterDarkAfterWh}',
    '{bankWh} = {throughBatteryWh} ÷ {depthOfDischarge}',
  ],
  source: 'Arithmetic',
  notes: 'Of one clear day and night. Days without sun still need the whole load: the bank for those is no smaller.',
  compute({ afterDarkBeforeWh, afterDarkAfterWh, depthOfDischarge }) {
    const throughBatteryWh = afterDarkBeforeWh - afterDarkAfterWh
    return { throughBatteryWh, bankWh: throughBatteryWh / depthOfDischarge }
  },
})

export const loadsMethods = [
  powerFromLabel,
  averageFromMeter,
  loadDailyEnergy,
  inMonth,
  dayTotal,
  busEnergy,
  acDemand,
  measuredShare,
  afterDark,
  converterLoss,
  standby,
  heaviestDays,
  busYear,
  shiftSaving,
]
