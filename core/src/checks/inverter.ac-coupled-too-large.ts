import { AC_COUPLED_ID } from '../array/ac-coupled.ts'
import { itemName } from '../catalogue/schema.ts'
import { setOption } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

/** Watts of an AC-coupled array for each watt of the battery inverter where its sheet says nothing. Source: common sheets. */
const RATIO = 1

export const inverterAcCoupledTooLarge = defineCheck({
  id: 'inverter.ac-coupled-too-large',
  link: 'inverter',
  severity: 'danger',
  fires:
    'AC-coupled array above what the inverter and the bank can absorb with no load, or without a way to hold it back',
  find(_job, { option, array, battery: { bank }, inverter: { item, quantity } }) {
    const coupled = array.further.find(({ id }) => id === AC_COUPLED_ID)
    const choice = option.inverter.acCoupled
    if (!coupled || !choice || !bank || !item) return []
    const own = coupled.strings?.acInverter ?? null
    const givesW = own ? Math.min(coupled.powerW.value, own.continuousW * choice.quantity) : coupled.powerW.value
    const ratio = item.acCoupledRatio ?? RATIO
    const invertersW = ratio * item.continuousW * quantity
    const bankW = Math.min(bank.maxChargeA, item.chargerA * quantity) * bank.absorptionV
    const found: Found[] = []
    const mend = Math.floor(Math.min(invertersW, bankW) / 10) * 10
    const smaller =
      mend > 0
        ? [
            setOption(`An array of ${formatQuantity(mend, 'W')}`, {
              part: 'inverter',
              patch: { acCoupled: { ...choice, powerW: mend, stringsPerInverter: null } },
            }),
          ]
        : []
    const none = setOption('No AC-coupled array', { part: 'inverter', patch: { acCoupled: null } })
    if (givesW > invertersW + 1e-6)
      found.push({
        message: `The AC-coupled array gives ${formatQuantity(givesW, 'W')}; with no load ${itemName(item)} takes back ${formatQuantity(invertersW, 'W')}${quantity > 1 ? ` with all ${quantity}` : ''}. It is pushed beyond what it bears.`,
        remedy: 'A smaller array on the AC side, a larger inverter, or part of it on a charge controller.',
        place: 'inverter.acCoupled',
        changes: [...smaller, none],
      })
    else if (givesW > bankW + 1e-6)
      found.push({
        message: `The AC-coupled array gives ${formatQuantity(givesW, 'W')}; with no load inverter and bank absorb ${formatQuantity(bankW, 'W')}.`,
        remedy: 'A smaller array on the AC side, a larger bank, or part of it on a charge controller.',
        place: 'inverter.acCoupled',
        changes: [...smaller, none],
      })
    if (!choice.heldBack && own?.heldBackByFrequency !== true)
      found.push({
        message:
          'Nothing holds the AC-coupled array back when the bank is full and the house draws nothing: the voltage rises until something breaks.',
        remedy: 'An array inverter that gives less as the frequency rises, or a relay or dump load that takes it off.',
        place: 'inverter.acCoupled.heldBack',
        changes: [
          setOption('A relay or dump load holds it back', {
            part: 'inverter',
            patch: { acCoupled: { ...choice, heldBack: true } },
          }),
        ],
      })
    return found
  },
})
