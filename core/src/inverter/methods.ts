import { outOfDomain } from '../method/input-error.ts'
import { defineMethod } from '../method/method.ts'
import { AIR_RANGE_C, quantity, share } from '../method/quantity.ts'

export const inverterRequired = defineMethod({
  id: 'inverter.required',
  title: 'Rating an inverter needs',
  inputs: {
    continuousW: quantity('P', 'running together', 'W', { min: 0 }),
    surgeW: quantity('P_start', 'worst start', 'W', { min: 0 }),
    headroom: quantity('k', 'headroom', '', { min: 1 }).default(1.25),
    ambientC: quantity('T', 'air around the inverter at its hottest', '°C', AIR_RANGE_C).default(25),
    deratePerC: quantity('d', 'rating lost per degree', '1/°C', { min: 0, max: 1 }).default(0.01),
    derateFromC: quantity('T_0', 'rating holds up to', '°C', { min: -20, max: 90 }).default(25),
  },
  outputs: {
    temperatureFactor: quantity('f_T', 'rating left in the heat', ''),
    ratedW: quantity('P_n', 'rating needed', 'W'),
    surgeW: quantity('P_s', 'start rating needed', 'W'),
  },
  formula: [
    '{temperatureFactor} = 1 − {deratePerC} × max(0, {ambientC} − {derateFromC})',
    '{ratedW} = {continuousW} × {headroom} ÷ {temperatureFactor}',
  ],
  source: 'Handbook practice; derating as inverter sheets state it',
  notes: 'The start is compared with the surge rating as it is.',
  compute({ continuousW, surgeW, headroom, ambientC, deratePerC, derateFromC }) {
    const temperatureFactor = 1 - deratePerC * Math.max(0, ambientC - derateFromC)
    if (!(temperatureFactor > 0)) {
      throw outOfDomain(
        'ambientC',
        ambientC,
        `a number below ${derateFromC + 1 / deratePerC} °C, where no rating is left`,
      )
    }
    return { temperatureFactor, ratedW: (continuousW * headroom) / temperatureFactor, surgeW }
  },
})

export const inverterDcCurrent = defineMethod({
  id: 'inverter.dc-current',
  title: 'Battery current of an inverter',
  inputs: {
    powerW: quantity('P', 'power given', 'W', { min: 0 }),
    efficiency: share('η', 'efficiency'),
    batteryVoltageV: quantity('V_low', 'lowest battery voltage it runs at', 'V', { above: 0 }),
  },
  outputs: { currentA: quantity('I', 'battery current', 'A') },
  formula: ['{currentA} = {powerW} ÷ ({efficiency} × {batteryVoltageV})'],
  source: 'Power balance of the converter',
  notes: 'At the lowest voltage, because there the current is highest.',
  compute: ({ powerW, efficiency, batteryVoltageV }) => ({ currentA: powerW / (efficiency * batteryVoltageV) }),
})

export const thinAir = defineMethod({
  id: 'inverter.thin-air',
  title: 'Rating an inverter has left at a height',
  inputs: { altitudeM: quantity('h', 'altitude', 'm', { min: -430, max: 6000 }) },
  outputs: { altitudeFactor: quantity('f_h', 'rating left in thin air', '') },
  formula: ['{altitudeFactor} = 1 − 0.01 × max(0, {altitudeM} − 1000) ÷ 100'],
  source: 'Common sheets of air-cooled converters; IEC 62040-3 in kind',
  notes: 'Thin air cools less. The sheet of the unit goes before this rule.',
  compute: ({ altitudeM }) => ({ altitudeFactor: 1 - (0.01 * Math.max(0, altitudeM - 1000)) / 100 }),
})

export const searchMode = defineMethod({
  id: 'inverter.search-mode',
  title: 'Idle draw of an inverter that sleeps',
  inputs: {
    idleW: quantity('P_idle', 'idle draw, awake', 'W', { min: 0 }),
    searchW: quantity('P_s', 'draw while searching', 'W', { min: 0 }),
    awakeHours: quantity('h_a', 'hours a day something runs', 'h', { min: 0, max: 24 }),
    hoursPerDay: quantity('h', 'hours a day it is on', 'h', { min: 0, max: 24 }),
  },
  outputs: { averageIdleW: quantity('P', 'idle draw on average', 'W') },
  formula: ['{averageIdleW} = ({idleW} × {awakeHours} + {searchW} × ({hoursPerDay} − {awakeHours})) ÷ {hoursPerDay}'],
  source: 'Energy balance',
  notes: 'Small loads may not wake it: a clock or a router is then without power.',
  compute({ idleW, searchW, awakeHours, hoursPerDay }) {
    if (hoursPerDay === 0) return { averageIdleW: 0 }
    const awake = Math.min(awakeHours, hoursPerDay)
    return { averageIdleW: (idleW * awake + searchW * (hoursPerDay - awake)) / hoursPerDay }
  },
})

export const inverterMethods = [inverterRequired, inverterDcCurrent, thinAir, searchMode]
