import { z } from 'zod'
import { choice, count, fraction, quantity } from '../method/quantity.ts'
import { id, line } from './fields.ts'

/** What a person says of buying and selling: the same for every option. Null is left to the design, or is not said. */

/** Work that is paid by the hour. Ids stand in job files: they never change. */
export const LABOUR_TASKS = [
  'visit',
  'mounting',
  'board',
  'circuits',
  'bank',
  'backup',
  'commissioning',
  'hand-over',
] as const
export type LabourTask = (typeof LABOUR_TASKS)[number]

const money = (label: string) => quantity('p', label, 'money', { min: 0, max: 1e9 })

/** How one item is bought, where that differs from its sheet. */
export const boughtAsSchema = z.strictObject({
  /** Of one piece or metre, in the currency of the job. */
  price: money('price of one').nullable(),
  supplier: line(80),
  leadDays: quantity('t', 'days until it is here', 'd', { min: 0, max: 2000, integer: true }).nullable(),
})

/** Something bought or charged that is in no catalogue: freight, a scaffold, a journey. */
export const addedLineSchema = z.strictObject({
  id,
  name: line(200).min(1, { error: () => 'a name' }),
  quantity: quantity('n', 'how many', '', { min: 0, max: 1e6 }),
  price: money('price of one'),
  supplier: line(80),
})
export const MOST_ADDED_LINES = 100

export const paymentSchema = z.strictObject({
  id,
  name: line(120).min(1, { error: () => 'a name' }),
  /** Of the whole. */
  fraction: fraction('f', 'share of the whole'),
})
export const MOST_PAYMENTS = 12
/** Options that stand side by side on one sheet of A4. */
export const MOST_QUOTED = 4

export const quoteSchema = z.strictObject({
  number: line(40),
  /** Who sells, and to whom: name and address, a line each. */
  seller: line(1000),
  customer: line(1000),
  /** Day it is given. */
  date: z
    .string()
    .regex(/^\d{4}-\d{2}-\d{2}$/, { error: () => 'a date such as 2026-11-27' })
    .nullable(),
  validDays: count('n', 'days it holds', 1, 730).nullable(),
  /** Options side by side; none for the one worked on. */
  optionIds: z.array(id).max(MOST_QUOTED, { error: () => `at most ${MOST_QUOTED} options` }),
  /** In a person's words; null for the design's. */
  included: line(4000).nullable(),
  notIncluded: line(4000).nullable(),
  terms: line(4000),
  payments: z.array(paymentSchema).max(MOST_PAYMENTS, { error: () => `at most ${MOST_PAYMENTS} payments` }),
})

/** Most items that are bought in another way than their sheets say. */
const MOST_BOUGHT = 500

export const tradeSchema = z.strictObject({
  /** What one unit of the catalogue's currency is in that of the job; null where they are one, or while nobody said. */
  ratePerCatalogue: quantity('x', 'one unit of the catalogue’s currency', '', { min: 1e-6, max: 1e6 }).nullable(),
  markUpFraction: quantity('m', 'mark-up on parts', '', { min: 0, max: 5 }).nullable(),
  taxFraction: quantity('t', 'tax', '', { min: 0, max: 1 }).nullable(),
  hourPrice: money('price of an hour').nullable(),
  /** Cable bought over what is cut of it. */
  wasteFraction: quantity('w', 'waste of cable', '', { min: 0, max: 1 }).nullable(),
  /** Hours of a task, where a person knows better than the design. */
  hours: z.partialRecord(choice(LABOUR_TASKS), quantity('h', 'hours', 'h', { min: 0, max: 10_000 })),
  bought: z
    .record(id, boughtAsSchema)
    .refine((bought) => Object.keys(bought).length <= MOST_BOUGHT, { error: () => `at most ${MOST_BOUGHT} items` }),
  added: z.array(addedLineSchema).max(MOST_ADDED_LINES, { error: () => `at most ${MOST_ADDED_LINES} lines` }),
  quote: quoteSchema,
})

export type BoughtAs = z.output<typeof boughtAsSchema>
export type AddedLine = z.output<typeof addedLineSchema>
export type Payment = z.output<typeof paymentSchema>
export type Quote = z.output<typeof quoteSchema>
export type Trade = z.output<typeof tradeSchema>

/** Lines of a list of parts whose quantity a person sets, and how many such. */
export const MOST_QUANTITIES = 500
/** What a person says of the list of parts of an option. */
export const partsChoiceSchema = z.strictObject({
  /** By the key of the line; 0 leaves it out. */
  quantities: z
    .record(line(200), quantity('n', 'how many', '', { min: 0, max: 1e6 }))
    .refine((quantities) => Object.keys(quantities).length <= MOST_QUANTITIES, {
      error: () => `at most ${MOST_QUANTITIES} lines`,
    }),
})

/** Nothing said of buying and selling. */
export const EMPTY_TRADE: Trade = {
  ratePerCatalogue: null,
  markUpFraction: null,
  taxFraction: null,
  hourPrice: null,
  wasteFraction: null,
  hours: {},
  bought: {},
  added: [],
  quote: {
    number: '',
    seller: '',
    customer: '',
    date: null,
    validDays: null,
    optionIds: [],
    included: null,
    notIncluded: null,
    terms: '',
    payments: [],
  },
}
