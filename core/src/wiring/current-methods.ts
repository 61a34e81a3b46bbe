import { outOfDomain } from '../method/input-error.ts'
import { defineMethod } from '../method/method.ts'
import { count, quantity } from '../method/quantity.ts'

/** What flows where circuits meet. */

const voltage = quantity('V', 'voltage of the circuit', 'V', { above: 0 })
const amperes = (symbol: string, label: string) => quantity(symbol, label, 'A', { min: 0 })

export const bankCurrent = defineMethod({
  id: 'wire.bank-current',
  title: 'Current between bank and bus bars',
  inputs: {
    inverterA: amperes('I_inv', 'inverters at full power'),
    dcLoadsA: amperes('I_dc', 'DC loads together'),
    chargeA: amperes('I_ch', 'all controllers together'),
  },
  outputs: { currentA: quantity('I', 'current of the bank', 'A') },
  formula: ['{currentA} = the larger of {inverterA} + {dcLoadsA} and {chargeA}'],
  source: 'Kirchhoff’s current law at the bus bars',
  notes: 'Charge and load flow against each other, so the larger of the two counts, not their sum.',
  compute: ({ inverterA, dcLoadsA, chargeA }) => ({ currentA: Math.max(inverterA + dcLoadsA, chargeA) }),
})

export const sharedCurrent = defineMethod({
  id: 'wire.shared-current',
  title: 'Current of one of several alike',
  inputs: {
    currentA: amperes('I', 'current together'),
    alike: count('n', 'how many share it', 1),
    out: count('k', 'how many may be out of service'),
  },
  outputs: { eachA: quantity('I_1', 'current of one', 'A') },
  formula: ['{eachA} = {currentA} ÷ ({alike} − {out})'],
  source: 'Equal leads share equally',
  notes: 'Battery strings are sized with one string out, because a tripped one leaves its share to the others.',
  compute({ currentA, alike, out }) {
    if (!(out < alike)) throw outOfDomain('out', out, `a whole number below ${alike}`)
    return { eachA: currentA / (alike - out) }
  },
})

export const apparentCurrent = defineMethod({
  id: 'wire.ac-current',
  title: 'Current of an AC circuit',
  inputs: { apparentPowerVA: quantity('S', 'apparent power', 'VA', { min: 0 }), voltageV: voltage },
  outputs: { currentA: quantity('I', 'current', 'A') },
  formula: ['{currentA} = {apparentPowerVA} ÷ {voltageV}'],
  source: 'Definition of apparent power, IEC 60050-131, single phase',
  notes: 'Cable and device carry the volt-amperes, not the watts.',
  compute: ({ apparentPowerVA, voltageV }) => ({ currentA: apparentPowerVA / voltageV }),
})

export const currentMethods = [bankCurrent, sharedCurrent, apparentCurrent]
