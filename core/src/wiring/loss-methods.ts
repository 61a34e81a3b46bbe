import { defineMethod } from '../method/method.ts'
import { quantity } from '../method/quantity.ts'

/** What a cable loses in a year, and when a thicker one pays. */

export const lostEnergy = defineMethod({
  id: 'wire.lost-energy',
  title: 'Energy a run loses in a year',
  inputs: {
    lossW: quantity('P_l', 'loss at the working current, of one run', 'W', { min: 0 }),
    runs: quantity('n', 'runs alike', '', { min: 1, integer: true }),
    fullHoursPerYear: quantity('h', 'hours a year at the working current that would lose as much', 'h', {
      min: 0,
      max: 8784,
    }),
    pricePerKwh: quantity('c', 'price of a kWh delivered', 'money/kWh', { min: 0 }),
  },
  outputs: {
    lostKwhPerYear: quantity('E_l', 'lost in a year', 'kWh'),
    lostPricePerYear: quantity('€_l', 'lost in a year', 'money'),
  },
  formula: [
    '{lostKwhPerYear} = {runs} × {lossW} × {fullHoursPerYear} ÷ 1000',
    '{lostPricePerYear} = {lostKwhPerYear} × {pricePerKwh}',
  ],
  source: 'Joule’s law; IEC 60287-3-2, operating time at the full load losses',
  notes: 'Losses go with the square of the current, so an hour at half of it counts a quarter.',
  compute: ({ lossW, runs, fullHoursPerYear, pricePerKwh }) => {
    const lostKwhPerYear = (runs * lossW * fullHoursPerYear) / 1000
    return { lostKwhPerYear, lostPricePerYear: lostKwhPerYear * pricePerKwh }
  },
})

export const thickerPays = defineMethod({
  id: 'wire.payback',
  title: 'Years until the next thicker cable pays',
  inputs: {
    priceMore: quantity('Δ€', 'what it costs more', 'money', { min: 0 }),
    lostPricePerYear: quantity('€_l', 'lost in a year now', 'money', { min: 0 }),
    lossFraction: quantity('r', 'resistance of the thicker one over this one', '', { min: 0, max: 1 }),
  },
  outputs: { years: quantity('a', 'years until it pays', 'y').nullable() },
  formula: ['{years} = {priceMore} ÷ ({lostPricePerYear} × (1 − {lossFraction}))'],
  source: 'Arithmetic; no interest',
  notes: 'None where nothing is lost.',
  compute: ({ priceMore, lostPricePerYear, lossFraction }) => {
    const savedPerYear = lostPricePerYear * (1 - lossFraction)
    return { years: savedPerYear > 0 ? priceMore / savedPerYear : null }
  },
})

export const dropAtLoad = defineMethod({
  id: 'wire.drop-at-load',
  title: 'Volts lost between bank and inverter at a load',
  inputs: {
    loadW: quantity('P', 'load on the inverter, as read', 'W', { min: 0 }),
    batteryV: quantity('V_b', 'at the battery posts, as read', 'V', { above: 0 }),
    inverterEfficiency: quantity('η', 'efficiency of the inverter', '', { above: 0, max: 1 }),
    resistanceMilliohm: quantity('R', 'of all conductors on the way, both poles', 'mΩ', { min: 0 }),
  },
  outputs: {
    currentA: quantity('I', 'from the bank', 'A'),
    dropV: quantity('ΔV', 'lost on the way', 'V'),
  },
  formula: [
    '{currentA} = {loadW} ÷ ({inverterEfficiency} × {batteryV})',
    '{dropV} = {currentA} × {resistanceMilliohm} ÷ 1000',
  ],
  source: 'Ohm’s law',
  notes: 'Conductors alone: joints, fuse and switch add some millivolts each, a loose one much more.',
  compute: ({ loadW, batteryV, inverterEfficiency, resistanceMilliohm }) => {
    const currentA = loadW / (inverterEfficiency * batteryV)
    return { currentA, dropV: (currentA * resistanceMilliohm) / 1000 }
  },
})

export const lossMethods = [lostEnergy, thickerPays, dropAtLoad]
