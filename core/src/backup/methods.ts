import { z } from 'zod'
import { outOfDomain } from '../method/input-error.ts'
import { defineMethod } from '../method/method.ts'
import { AIR_RANGE_C, monthly, quantity, share } from '../method/quantity.ts'

export const chargeTime = defineMethod({
  id: 'backup.charge-time',
  title: 'Hours to refill the bank',
  inputs: {
    energyToRestoreWh: quantity('E', 'energy to put back', 'Wh', { min: 0 }),
    chargerCurrentA: quantity('I', 'charger current', 'A', { above: 0 }),
    batteryVoltageV: quantity('V', 'battery voltage', 'V', { above: 0 }),
    chargeEfficiency: share('η', 'charge efficiency'),
  },
  outputs: {
    chargerPowerW: quantity('P', 'charger power', 'W'),
    hours: quantity('t', 'hours', 'h'),
  },
  formula: [
    '{chargerPowerW} = {chargerCurrentA} × {batteryVoltageV}',
    '{hours} = {energyToRestoreWh} ÷ ({chargerPowerW} × {chargeEfficiency})',
  ],
  source: 'Energy balance',
  notes: 'At full current all the way: the last tenth of a lead-acid charge takes hours more.',
  compute({ energyToRestoreWh, chargerCurrentA, batteryVoltageV, chargeEfficiency }) {
    const chargerPowerW = chargerCurrentA * batteryVoltageV
    return { chargerPowerW, hours: energyToRestoreWh / (chargerPowerW * chargeEfficiency) }
  },
})

/** Share of power lost per metre above 300 m: 3.5 % per 300 m. Source: common engine-maker rule, ISO 3046-1 in kind. */
const ALTITUDE_LOSS_PER_M = 0.035 / 300
/** Share of power lost per degree above 25 °C: 1 % per 5.5 °C. Same source. */
const HEAT_LOSS_PER_C = 0.01 / 5.5

export const generator = defineMethod({
  id: 'backup.generator',
  title: 'Generator that carries house and charger at once',
  inputs: {
    houseLoadW: quantity('P_h', 'house load', 'W', { min: 0 }),
    chargerOutputW: quantity('P_c', 'charger output', 'W', { min: 0 }),
    chargerEfficiency: share('η', 'charger efficiency'),
    margin: quantity('k', 'margin', '', { min: 1 }).default(1.25),
    altitudeM: quantity('h', 'altitude', 'm', { min: -430, max: 6000 }).default(0),
    ambientC: quantity('T', 'air at its hottest', '°C', AIR_RANGE_C).default(25),
    powerFactor: share('pf', 'power factor').default(0.8),
  },
  outputs: {
    demandW: quantity('P', 'house and charger', 'W'),
    siteFactor: quantity('f', 'power left at this height and heat', ''),
    requiredW: quantity('P_g', 'generator needed', 'W'),
    requiredVA: quantity('S_g', 'generator needed', 'VA'),
  },
  formula: [
    '{demandW} = {houseLoadW} + {chargerOutputW} ÷ {chargerEfficiency}',
    '{siteFactor} = (1 − 0.035 × max(0, {altitudeM} − 300) ÷ 300) × (1 − 0.01 × max(0, {ambientC} − 25) ÷ 5.5)',
    '{requiredW} = {demandW} × {margin} ÷ {siteFactor}',
    '{requiredVA} = {requiredW} ÷ {powerFactor}',
  ],
  source: 'Handbook practice; derating in the kind of ISO 3046-1',
  notes: 'A generator never runs indoors, and feeds a building only through the transfer arrangement shown.',
  compute(input) {
    const demandW = input.houseLoadW + input.chargerOutputW / input.chargerEfficiency
    const heightFactor = 1 - ALTITUDE_LOSS_PER_M * Math.max(0, input.altitudeM - 300)
    const siteFactor = heightFactor * (1 - HEAT_LOSS_PER_C * Math.max(0, input.ambientC - 25))
    if (!(siteFactor > 0)) throw outOfDomain('altitudeM', input.altitudeM, 'a height at which an engine has power left')
    const requiredW = (demandW * input.margin) / siteFactor
    return { demandW, siteFactor, requiredW, requiredVA: requiredW / input.powerFactor }
  },
})

/** Fuel at a part of an engine's power: straight between the points, held at the ends. */
function litresAt(points: readonly { loadFraction: number; litresPerHour: number }[], loadFraction: number): number {
  const sorted = [...points].sort((a, b) => a.loadFraction - b.loadFraction)
  const above = sorted.findIndex((point) => point.loadFraction >= loadFraction)
  const [low, high] = [sorted[above - 1], sorted[above]]
  if (above === 0 || !low) return sorted[0]?.litresPerHour ?? 0
  if (!high) return sorted.at(-1)?.litresPerHour ?? 0
  const along = (loadFraction - low.loadFraction) / (high.loadFraction - low.loadFraction)
  return low.litresPerHour + along * (high.litresPerHour - low.litresPerHour)
}

export const generatorYear = defineMethod({
  id: 'backup.generator-year',
  title: 'Hours and fuel of a generator, by month',
  inputs: {
    deficitWh: monthly(quantity('E', 'energy a day the sun leaves open', 'Wh', { min: 0 })),
    daysInMonth: monthly(quantity('n', 'days of the month', '', { min: 0, max: 31 })),
    chargerPowerW: quantity('P_c', 'charger power', 'W', { above: 0 }),
    chargeEfficiency: share('η', 'charge efficiency'),
    demandW: quantity('P', 'house and charger', 'W', { min: 0 }),
    generatorW: quantity('P_g', 'generator', 'W', { above: 0 }),
    siteFactor: share('f', 'power left at this height and heat'),
    fuelPoints: z
      .array(
        z.strictObject({
          loadFraction: share('p', 'share of power'),
          litresPerHour: quantity('q', 'fuel', 'L/h', { above: 0 }),
        }),
        { error: () => 'a list of {loadFraction, litresPerHour}' },
      )
      .min(1, { error: () => 'at least one point' }),
  },
  outputs: {
    litresPerHour: quantity('q', 'fuel at this load', 'L/h'),
    hoursByMonth: monthly(quantity('t', 'hours in the month', 'h')),
    litresByMonth: monthly(quantity('V', 'fuel in the month', 'L')),
    hours: quantity('t', 'hours a year', 'h'),
    litres: quantity('V', 'fuel a year', 'L'),
  },
  formula: [
    '{hoursByMonth} = {deficitWh} ÷ ({chargerPowerW} × {chargeEfficiency}) × {daysInMonth}',
    '{litresPerHour} from {fuelPoints} at {demandW} ÷ ({generatorW} × {siteFactor})',
    '{litres} = {hours} × {litresPerHour}',
  ],
  source: 'Energy balance; fuel curve of the sheet',
  notes: 'An average year: a dark one takes more. At full charge current all the way.',
  compute(input) {
    const loadFraction = Math.min(1, input.demandW / (input.generatorW * input.siteFactor))
    const litresPerHour = litresAt(input.fuelPoints, loadFraction)
    const hoursByMonth = input.deficitWh.map(
      (wh, month) => (wh / (input.chargerPowerW * input.chargeEfficiency)) * (input.daysInMonth[month] ?? 30),
    )
    const hours = hoursByMonth.reduce((sum, each) => sum + each, 0)
    const litresByMonth = hoursByMonth.map((each) => each * litresPerHour)
    return { litresPerHour, hoursByMonth, litresByMonth, hours, litres: hours * litresPerHour }
  },
})

export const alternatorCharge = defineMethod({
  id: 'backup.alternator',
  title: 'What a charger takes from an alternator',
  inputs: {
    outputA: quantity('I_c', 'charge current', 'A', { above: 0 }),
    absorptionV: quantity('V_abs', 'battery voltage while it charges', 'V', { above: 0 }),
    batteryVoltageV: quantity('V_b', 'battery voltage, nominal', 'V', { above: 0 }),
    efficiency: share('η', 'charger efficiency'),
    chargeEfficiency: share('η_b', 'through the battery'),
    alternatorV: quantity('V_a', 'alternator voltage', 'V', { above: 0 }),
    idleA: quantity('I_idle', 'alternator at idle', 'A', { above: 0 }),
    otherA: quantity('I_o', 'what the vehicle itself draws', 'A', { min: 0 }).default(0),
    hoursPerDay: quantity('h', 'hours driven in a day', 'h', { min: 0, max: 24 }),
  },
  outputs: {
    drawnA: quantity('I_a', 'out of the alternator', 'A'),
    allowedA: quantity('I_max', 'most it should give at idle', 'A'),
    dailyEnergyWh: quantity('E', 'out of the bank again for a day', 'Wh'),
  },
  formula: [
    '{drawnA} = {outputA} × {absorptionV} ÷ ({efficiency} × {alternatorV})',
    '{allowedA} = the smaller of {idleA} ÷ 2 and {idleA} − {otherA}, not below 0',
    '{dailyEnergyWh} = {outputA} × {batteryVoltageV} × {hoursPerDay} × {chargeEfficiency}',
  ],
  source: 'Power balance; common practice: half of the output at idle, and not what the vehicle itself needs',
  notes: 'An alternator at idle turns slowly, cools badly and overheats first.',
  compute: ({ outputA, absorptionV, batteryVoltageV, efficiency, chargeEfficiency, alternatorV, ...given }) => ({
    drawnA: (outputA * absorptionV) / (efficiency * alternatorV),
    allowedA: Math.max(0, Math.min(given.idleA / 2, given.idleA - given.otherA)),
    dailyEnergyWh: outputA * batteryVoltageV * given.hoursPerDay * chargeEfficiency,
  }),
})

export const backupMethods = [chargeTime, generator, generatorYear, alternatorCharge]
