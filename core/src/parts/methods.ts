import { z } from 'zod'
import { outOfDomain } from '../method/input-error.ts'
import { defineMethod } from '../method/method.ts'
import { quantity } from '../method/quantity.ts'

const sum = (list: readonly number[]) => list.reduce((total, each) => total + each, 0)
const cents = (money: number): number => Math.round(money * 100) / 100

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
  notes: 'As bought, before mark-up and tax.',
  compute({ prices, weightsKg }) {
    return { price: sum(prices), weightKg: sum(weightsKg) }
  },
})

export const salePrice = defineMethod({
  id: 'parts.sale-price',
  title: 'What a customer pays',
  inputs: {
    parts: quantity('P', 'parts as bought', 'money', { min: 0 }),
    added: quantity('A', 'lines added by hand', 'money', { min: 0 }),
    markUpFraction: quantity('m', 'mark-up on parts', '', { min: 0, max: 5 }),
    hours: quantity('h', 'hours of work', 'h', { min: 0 }),
    hourPrice: quantity('w', 'price of an hour', 'money', { min: 0 }),
    taxFraction: quantity('t', 'tax', '', { min: 0, max: 1 }),
  },
  outputs: {
    partsSale: quantity('P_s', 'parts with mark-up', 'money'),
    labour: quantity('L', 'work', 'money'),
    net: quantity('N', 'before tax', 'money'),
    tax: quantity('T', 'tax', 'money'),
    gross: quantity('G', 'to pay', 'money'),
  },
  formula: [
    '{partsSale} = {parts} × (1 + {markUpFraction})',
    '{labour} = {hours} × {hourPrice}',
    '{net} = {partsSale} + {added} + {labour}',
    '{tax} = {net} × {taxFraction}',
    '{gross} = {net} + {tax}',
  ],
  source: 'Arithmetic; each sum to the cent',
  notes: 'Lines added by hand are charged as they are entered, without mark-up.',
  compute({ parts, added, markUpFraction, hours, hourPrice, taxFraction }) {
    const partsSale = cents(parts * (1 + markUpFraction))
    const labour = cents(hours * hourPrice)
    const net = cents(partsSale + added + labour)
    const tax = cents(net * taxFraction)
    return { partsSale, labour, net, tax, gross: cents(net + tax) }
  },
})

export const axleLoads = defineMethod({
  id: 'parts.axle-loads',
  title: 'What the axles of a vehicle bear of the system',
  inputs: {
    massesKg: z.array(quantity('m_i', 'weight at a place', 'kg', { min: 0 })),
    behindM: z.array(quantity('x_i', 'behind the front axle or hitch', 'm', { min: -10, max: 40 })),
    wheelbaseM: quantity('L', 'front axle or hitch to rear axle', 'm', { above: 0, max: 30 }),
  },
  outputs: {
    rearKg: quantity('R', 'on the rear axle', 'kg'),
    frontKg: quantity('F', 'on the front axle or hitch', 'kg'),
  },
  formula: [
    '{rearKg} = sum of {massesKg} × {behindM} ÷ {wheelbaseM}',
    '{frontKg} = sum of {massesKg} × (1 − {behindM} ÷ {wheelbaseM})',
  ],
  source: 'Lever rule',
  notes: 'What stands behind the rear axle lifts the front: its load may be below nothing.',
  compute({ massesKg, behindM, wheelbaseM }) {
    if (behindM.length !== massesKg.length)
      throw outOfDomain('behindM', behindM.length, `as many as there are weights, ${massesKg.length}`)
    const rearKg = sum(massesKg.map((kg, i) => (kg * (behindM[i] as number)) / wheelbaseM))
    return { rearKg, frontKg: sum(massesKg) - rearKg }
  },
})

export const partsMethods = [partsTotal, salePrice, axleLoads]
