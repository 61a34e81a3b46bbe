import { defineMethod } from '../method/method.ts'
import { quantity } from '../method/quantity.ts'

/** Days of an average month. */
const DAYS_OF_MONTH = 365.25 / 12

export const selfDischarge = defineMethod({
  id: 'battery.self-discharge',
  title: 'What a bank loses by itself',
  inputs: {
    bankEnergyWh: quantity('E_n', 'energy of the bank', 'Wh', { min: 0 }),
    fractionPerMonth: quantity('s', 'self-discharge a month', '', { min: 0, max: 1 }),
  },
  outputs: { dailyEnergyWh: quantity('E_s', 'energy lost a day', 'Wh') },
  formula: ['{dailyEnergyWh} = {bankEnergyWh} × {fractionPerMonth} ÷ 30.44'],
  source: 'Data sheets; typical of the chemistry where a sheet is silent',
  notes: 'The array makes it up beside the loads. It doubles with every 10 °C.',
  compute: ({ bankEnergyWh, fractionPerMonth }) => ({
    dailyEnergyWh: (bankEnergyWh * fractionPerMonth) / DAYS_OF_MONTH,
  }),
})

export const standingMethods = [selfDischarge]
