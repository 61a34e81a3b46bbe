import type { Catalogue } from '../catalogue/shelf.ts'
import { type Design, design } from '../chain/design.ts'
import { stillOpen } from '../checks/check.ts'
import { findings } from '../checks/checks.ts'
import { apply } from '../edit/apply.ts'
import { DEFAULTS } from '../job/defaults.ts'
import { chosenOption } from '../job/job.ts'
import type { Job, Option } from '../job/schema.ts'
import type { Sale } from '../parts/link.ts'
import { lineName } from '../parts/list.ts'
import { formatNumber, formatQuantity } from '../units/format.ts'

/** A word and what it says: "Battery": "6 × …, 10.4 kWh usable". */
export interface Said {
  readonly label: string
  readonly text: string
}

/** An option as a customer compares it. */
export interface QuotedOption {
  readonly id: string
  readonly name: string
  readonly design: Design
  readonly gives: readonly Said[]
  readonly sale: Sale
  /** Why it is no offer yet: what is missing, what is dangerous. Empty where it is one. */
  readonly open: readonly string[]
}

export interface QuotedPayment {
  readonly id: string
  readonly name: string
  readonly fraction: number
  readonly amount: number
}

/** What a customer is offered, ready to be laid out. */
export interface QuoteContent {
  readonly title: string
  readonly place: string
  readonly number: string
  readonly seller: readonly string[]
  readonly customer: readonly string[]
  /** Days, as 2026-11-28. */
  readonly date: string
  readonly validUntil: string
  readonly options: readonly QuotedOption[]
  /** The one whose parts are told and whose sum is paid in parts. */
  readonly chosen: QuotedOption
  /** Equipment of the chosen option, in words. */
  readonly scope: readonly string[]
  readonly included: readonly string[]
  readonly notIncluded: readonly string[]
  readonly terms: readonly string[]
  readonly payments: readonly QuotedPayment[]
  /** Share of the whole that no payment names; below 0 where they come to more. */
  readonly unpaidFraction: number
  /** Days until the last part is here; null while nothing says. */
  readonly leadDays: number | null
  readonly currency: string
}

const cents = (money: number): number => Math.round(money * 100) / 100
const linesOf = (text: string): string[] =>
  text
    .split('\n')
    .map((each) => each.trim())
    .filter((each) => each !== '')

/** The offer of a job. @param today as 2026-11-28: the day of a quote that names none */
export function quoteOf(job: Job, catalogue: Catalogue, today: string): QuoteContent {
  const { quote } = job.trade
  const own = chosenOption(job)
  const wanted = quote.optionIds.flatMap((id) => job.options.find((option) => option.id === id) ?? [])
  const options = (wanted.length > 0 ? wanted : [own]).map((option) => quotedOption(job, option, catalogue))
  const chosen = options.find(({ id }) => id === own.id) ?? (options[0] as QuotedOption)
  const date = quote.date ?? today
  const payments = paymentsOf(quote.payments, chosen.sale.gross.value)
  return {
    title: job.name,
    place: job.site.place,
    number: quote.number,
    seller: linesOf(quote.seller),
    customer: linesOf(quote.customer),
    date,
    validUntil: daysAfter(date, quote.validDays ?? DEFAULTS.quoteValidDays.value),
    options,
    chosen,
    scope: scopeOf(chosen.design),
    included: linesOf(quote.included ?? includedOf(chosen.design)),
    notIncluded: linesOf(quote.notIncluded ?? notIncludedOf(chosen.design)),
    terms: linesOf(quote.terms),
    payments,
    unpaidFraction: 1 - quote.payments.reduce((sum, { fraction }) => sum + fraction, 0),
    leadDays: chosen.design.parts.leadDays,
    currency: chosen.design.parts.currency,
  }
}

/** A day so many days after another. @example daysAfter('2026-11-28', 30) // '2026-12-28' */
export function daysAfter(date: string, days: number): string {
  const at = new Date(`${date}T00:00:00Z`)
  at.setUTCDate(at.getUTCDate() + days)
  return at.toISOString().slice(0, 10)
}

/** Each to the cent; what rounding leaves falls to the last of those that are the whole together. */
function paymentsOf(payments: Job['trade']['quote']['payments'], gross: number): QuotedPayment[] {
  const rounded = payments.map(({ id, name, fraction }) => ({ id, name, fraction, amount: cents(gross * fraction) }))
  const whole = payments.reduce((sum, { fraction }) => sum + fraction, 0)
  const last = rounded.at(-1)
  if (!last || Math.abs(whole - 1) > 1e-9) return rounded
  const before = rounded.slice(0, -1)
  return [...before, { ...last, amount: cents(gross - before.reduce((sum, { amount }) => sum + amount, 0)) }]
}

function quotedOption(job: Job, option: Option, catalogue: Catalogue): QuotedOption {
  const made = design(apply(job, { act: 'choose-option', id: option.id }), catalogue)
  const found = stillOpen(findings(made))
  const count = (severity: string) => found.filter((each) => each.severity === severity).length
  const [dangers, faults] = [count('danger'), count('fault')]
  const several = (n: number, one: string, many: string) => (n === 1 ? `1 ${one}` : `${n} ${many}`)
  return {
    id: option.id,
    name: option.name,
    design: made,
    gives: givesOf(made),
    sale: made.parts.sale,
    open: [
      ...(made.needs.length > 0 ? [`${several(made.needs.length, 'figure is', 'figures are')} missing`] : []),
      ...(dangers > 0 ? [`${several(dangers, 'danger stands', 'dangers stand')} open`] : []),
      ...(faults > 0 ? [`${several(faults, 'fault stands', 'faults stand')} open`] : []),
      ...(made.parts.unlisted.length > 0
        ? [`${several(made.parts.unlisted.length, 'part has', 'parts have')} no price`]
        : []),
    ],
  }
}

/** What it gives, in a customer's words. */
function givesOf({ loads, battery, array, inverter, backup, parts, write }: Design): Said[] {
  const { bank, item } = battery
  const layout = array.layout
  const said: (Said | null)[] = [
    loads.hasAc || loads.hasDc
      ? {
          label: 'Energy a day',
          text: formatQuantity((loads.acDailyEnergyWh.value + loads.dcDailyEnergyWh.value) / 1000, 'kWh', 1),
        }
      : null,
    bank && item
      ? {
          label: 'Battery',
          text: `${bank.units} × ${item.maker} ${item.model}, ${formatQuantity(bank.usableWh.value / 1000, 'kWh', 1)} to use`,
        }
      : null,
    bank ? { label: 'Without sun', text: `${formatNumber(bank.carriesDays.value, 1)} days` } : null,
    layout
      ? {
          label: 'Panels',
          text: `${layout.panels} × ${layout.panel.maker} ${layout.panel.model}, ${formatQuantity(layout.arrayPowerW, 'W', 0)}`,
        }
      : null,
    inverter.item
      ? {
          label: 'Mains from it',
          text: `${formatQuantity(inverter.item.continuousW * inverter.quantity, 'W', 0)}, ${formatQuantity(inverter.item.mainsVoltageV, 'V', 0)}`,
        }
      : null,
    { label: 'Backup', text: BACKUP_WORDS[backup.kind] },
    { label: 'Weight', text: write.quantity(parts.weightKg.value, 'kg', 0) },
  ]
  return said.filter((each) => each !== null)
}
const BACKUP_WORDS: Readonly<Record<Design['backup']['kind'], string>> = {
  none: 'none',
  generator: 'a generator',
  mains: 'mains or shore',
}

/** What is delivered, in words: the equipment by name, the rest by its sort. */
function scopeOf({ parts }: Design): string[] {
  const byItem = new Map<string, { name: string; quantity: number; uses: readonly string[] }>()
  for (const line of parts.lines) {
    if (line.group !== 'equipment' || line.quantity <= 0) continue
    const before = byItem.get(line.item.id)
    byItem.set(line.item.id, {
      name: lineName(line),
      quantity: (before?.quantity ?? 0) + line.quantity,
      uses: [...new Set([...(before?.uses ?? []), ...line.sources.map(({ use }) => use)])],
    })
  }
  const rest = parts.lines.filter(({ group, quantity }) => group !== 'equipment' && quantity > 0).length
  return [
    ...[...byItem.values()].map(
      ({ name, quantity, uses }) => `${formatNumber(quantity)} × ${name} (${uses.join(', ')})`,
    ),
    ...(rest > 0
      ? [`Fuses, breakers, cables, fixings, small parts and labels: ${rest} lines of the list of parts`]
      : []),
  ]
}

function includedOf({ parts }: Design): string {
  const isPaid = parts.sale.hourPrice.value > 0
  return [
    'The parts named here, brought to the site',
    ...(isPaid ? [`The work: ${parts.labour.map(({ title }) => title.toLowerCase()).join('; ')}`] : []),
    'Papers: drawing, wiring schedule, settings, cautions',
    ...parts.added.map(({ name }) => name),
  ].join('\n')
}

function notIncludedOf({ parts, wholeJob }: Design): string {
  const isPaid = parts.sale.hourPrice.value > 0
  const kept = wholeJob.existing.filter((each) => each.kept).length
  return [
    ...(isPaid ? [] : ['The work of mounting, wiring and commissioning']),
    'Permits, inspections and their fees',
    'Building work: roof repairs, trenches, scaffolding',
    'Fuel, and whatever the loads themselves cost',
    ...(kept > 0 ? ['What is already there and stays in use'] : []),
    ...(parts.sale.taxFraction.value > 0 ? [] : ['Taxes that may fall due']),
  ].join('\n')
}

export const quoteDefaults = { included: includedOf, notIncluded: notIncludedOf }
