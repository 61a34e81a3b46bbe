import { z } from 'zod'
import { defineMethod } from '../method/method.ts'
import { quantity } from '../method/quantity.ts'

export const partsTotal = defineMethod({
  id: 'parts.total',
  title: 'Price and weight of the parts',
  inputs: {
    prices: z.array(quantity('p', 'price of a line', 'money', { min: 0 })),
    weightsKg: z.array(quantity('m', 'weight of a line', 'kg', { min: 0 })),
  },
  outputs: {
    price: quantity('Σp', 'price together', 'money'),
    weightKg: quantity('Σm', 'weight together', 'kg'),
  },
  formula: ['{price} = sum of {prices}', '{weightKg} = sum of {weightsKg}'],
  source: 'Arithmetic',
  notes: 'Frames, enclosures, bus bars, lugs, conduit, earthing and work are not listed.',
  compute({ prices, weightsKg }) {
    const sum = (list: readonly number[]) => list.reduce((total, each) => total + each, 0)
    return { price: sum(prices), weightKg: sum(weightsKg) }
  },
})

export const partsMethods = [partsTotal]
