import { defineMethod } from '../method/method.ts'
import { count, quantity } from '../method/quantity.ts'

/** A bank within this share of a whole life still counts as lasting it. */
const WHOLE_LIFE_TOLERANCE = 1e-9

export const deliveredPrice = defineMethod({
  id: 'options.delivered-price',
  title: 'What a kilowatt-hour delivered costs over the years',
  inputs: {
    systemPrice: quantity('€_s', 'price of everything on the parts list', 'money', { min: 0 }),
    bankPrice: quantity('€_b', 'price of the bank in it', 'money', { min: 0 }),
    bankYears: quantity('a', 'years a bank lasts', 'y', { above: 0 }),
    horizonYears: quantity('H', 'years looked at', 'y', { above: 0, max: 100 }),
    yearlyEnergyKwh: quantity('E', 'energy delivered a year at the battery bus', 'kWh', { above: 0 }),
  },
  outputs: {
    sets: count('k', 'banks bought'),
    wholePrice: quantity('€', 'price over the years', 'money'),
    pricePerKwh: quantity('c', 'price of a kWh delivered', 'money/kWh'),
  },
  formula: [
    '{sets} = {horizonYears} ÷ {bankYears}, rounded up',
    '{wholePrice} = {systemPrice} + ({sets} − 1) × {bankPrice}',
    '{pricePerKwh} = {wholePrice} ÷ ({yearlyEnergyKwh} × {horizonYears})',
  ],
  source: 'Arithmetic; no interest, no scrap value, no fuel, no upkeep',
  notes: 'Only banks are bought again; months left to a generator count as delivered, their fuel does not.',
  compute({ systemPrice, bankPrice, bankYears, horizonYears, yearlyEnergyKwh }) {
    const sets = Math.max(1, Math.ceil(horizonYears / bankYears - WHOLE_LIFE_TOLERANCE))
    const wholePrice = systemPrice + (sets - 1) * bankPrice
    return { sets, wholePrice, pricePerKwh: wholePrice / (yearlyEnergyKwh * horizonYears) }
  },
})

export const optionsMethods = [deliveredPrice]
