import { describe, expect, test } from 'vitest'
import { itemsToKeep } from '../src/after/items-to-keep.ts'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { nextSizes } from '../src/checks/next-size.ts'
import { demoJobs, fieldStation } from '../src/demo/demo.ts'
import { applyAll } from '../src/edit/apply.ts'
import { actsBetween } from '../src/edit/between.ts'
import type { Edit } from '../src/edit/edit.ts'
import { parseJob } from '../src/job/job.ts'
import { currencyOf, pricedCatalogue } from '../src/job/priced.ts'
import type { Job } from '../src/job/schema.ts'
import { cellValue, headOf } from '../src/report/book.ts'
import { ordersBook, partsBook } from '../src/report/parts-book.ts'
import { daysAfter, quoteOf } from '../src/report/quote.ts'
import { designed, stationAlone } from './designed.ts'

const BATTERY = 'haskerl-24-120'
/** The station with nothing said of selling, and what a test says. */
const plain = (...edits: Edit[]): Job =>
  applyAll(stationAlone(), [
    {
      act: 'set-trade',
      patch: { markUpFraction: null, hourPrice: null, taxFraction: null, added: [] },
    },
    ...edits,
  ])
const line = (job: Job, itemId = BATTERY) => designed(job).parts.lines.find(({ item }) => item.id === itemId)

describe('prices of a job', () => {
  test('stay in the currency of the catalogue until a rate is given, then all of them change with it', () => {
    const francs = plain({ act: 'set-job', patch: { currency: 'CHF' } })
    const before = designed(plain()).parts
    expect([currencyOf(francs), designed(francs).parts.currency]).toEqual(['EUR', 'EUR'])
    const rated = applyAll(francs, [{ act: 'set-trade', patch: { ratePerCatalogue: 0.5 } }])
    const { parts, battery } = designed(rated)
    expect(parts.currency).toBe('CHF')
    expect(line(rated)?.unitPrice).toBe(835 / 2)
    expect(battery.candidates.find(({ item }) => item.id === BATTERY)?.price).toBe((6 * 835) / 2)
    // Each price is rounded to the cent by itself.
    expect(parts.price.value / before.price.value).toBeCloseTo(0.5, 2)
  })

  test('of one’s own stand in place of the sheet’s, whatever the rate, with their supplier and days', () => {
    const job = plain(
      { act: 'set-trade', patch: { ratePerCatalogue: 3 } },
      { act: 'buy-as', itemId: BATTERY, patch: { price: 700.5, supplier: 'Cousin Ebbe', leadDays: 21 } },
    )
    expect(line(job)).toMatchObject({ unitPrice: 700.5, price: 4203, supplier: 'Cousin Ebbe', leadDays: 21 })
    expect(designed(job).parts.leadDays).toBe(21)
    const back = applyAll(job, [{ act: 'buy-as', itemId: BATTERY, patch: null }])
    expect(back.trade.bought).toEqual({})
    expect(line(back)?.unitPrice).toBe(3 * 835)
  })

  test('are never kept in a sheet: what a job keeps is priced as the catalogue has it', () => {
    const job = plain({ act: 'set-trade', patch: { ratePerCatalogue: 3 } })
    const kept = itemsToKeep(designed(job))
    expect(kept.find(({ id }) => id === BATTERY)?.price).toBe(835)
    expect(line({ ...job, items: kept })?.unitPrice).toBe(3 * 835)
    expect(pricedCatalogue(SHIPPED_CATALOGUE, plain())).toBe(SHIPPED_CATALOGUE)
  })
})

describe('quantities of one’s own', () => {
  const key = `battery room/${BATTERY}`

  test('are ordered and paid; left out, a line costs and weighs nothing', () => {
    const more = line(plain({ act: 'set-part', key, quantity: 8 }))
    expect(more).toMatchObject({ quantity: 8, ordered: 6, needed: 6, price: 8 * 835 })
    // The two over stand in the workshop.
    expect(more?.weightKg).toBeCloseTo(6 * 25.5, 6)
    expect(line(plain({ act: 'set-part', key, quantity: 0 }))).toMatchObject({ price: 0, weightKg: 0, ordered: 6 })
  })

  test('belong to the option they were entered in, and undo leaves none behind', () => {
    const job = plain({ act: 'set-part', key, quantity: 8 })
    expect(job.options.map(({ parts }) => parts.quantities)).toEqual([{ [key]: 8 }, {}])
    const acts = actsBetween(job, plain())
    expect(acts).toEqual([{ act: 'set-part', key, quantity: null }])
    expect(parseJob(JSON.parse(JSON.stringify(job)))).toEqual(job)
  })
})

describe('what a customer pays', () => {
  test('is parts with mark-up, lines added by hand, hours at their price, and tax, each to the cent', () => {
    const { parts } = designed(
      plain({
        act: 'set-trade',
        patch: {
          markUpFraction: 0.1,
          hourPrice: 50,
          taxFraction: 0.2,
          hours: { mounting: 10 },
          added: [{ id: 'f', name: 'Freight', quantity: 2, price: 75.5, supplier: '' }],
        },
      }),
    )
    const hours = parts.labour.reduce((sum, each) => sum + each.hours.value, 0)
    expect(parts.labour.find(({ task }) => task === 'mounting')?.hours).toMatchObject({ value: 10, origin: 'entered' })
    expect(parts.sale.added.value).toBe(151)
    expect(parts.sale.labour.value).toBeCloseTo(hours * 50, 2)
    const net = Math.round(parts.price.value * 110) / 100 + 151 + hours * 50
    expect(parts.sale.net.value).toBeCloseTo(net, 2)
    expect(parts.sale.gross.value).toBeCloseTo(net * 1.2, 1)
  })

  test('acts on buying and selling travel, and lead from one state to the other', () => {
    const before = plain()
    const after = applyAll(before, [
      { act: 'set-trade', patch: { hourPrice: 61 } },
      { act: 'set-quote', patch: { number: 'N-4', validDays: 14 } },
      { act: 'buy-as', itemId: BATTERY, patch: { leadDays: 9 } },
      { act: 'set-site', patch: { axles: { wheelbaseM: 3, behindM: { array: 1 } } } },
    ])
    const acts = actsBetween(before, after) ?? []
    expect(acts.map(({ act }) => act).sort()).toEqual(['buy-as', 'set-quote', 'set-site', 'set-trade'])
    expect(applyAll(before, acts)).toEqual(after)
  })
})

describe('an axle', () => {
  const target = { id: 'r', name: 'Rear', mostKg: 300, places: [], axle: 'rear' as const }
  const bears = (axles: Job['site']['axles']) =>
    designed(plain({ act: 'set-site', patch: { weightTargets: [target], axles } })).parts.weightTargets[0]

  test('bears by its lever once it is known where things stand, and says what is still to be measured', () => {
    expect(bears({ wheelbaseM: null, behindM: { array: 1 } })).toMatchObject({ weightKg: null })
    expect(bears({ wheelbaseM: null, behindM: {} })?.lack).toMatch(/axles are apart.*“array”.*“battery room”/)
    const all = { array: 2, 'battery room': 2, 'converter wall': 2, 'cable runs': 2 }
    const whole = designed(plain()).parts.weightKg.value
    expect(bears({ wheelbaseM: 4, behindM: all })?.weightKg).toBeCloseTo(whole / 2, 6)
  })
})

describe('sizes beside one that is chosen', () => {
  const key = `battery room/${BATTERY}`

  test('are the next of their sort, each with what the whole list comes to', () => {
    const job = plain()
    const { smaller, larger } = nextSizes(job, SHIPPED_CATALOGUE, key)
    expect([smaller?.name, larger?.name]).toEqual(['Haskerl H24-60 LFP', 'Haskerl H24-230 LFP'])
    const taken = designed(applyAll(job, larger?.edits ?? []))
    expect(taken.battery.item?.id).toBe('haskerl-24-230')
    expect(larger?.priceDifference).toBeCloseTo(taken.parts.price.value - designed(job).parts.price.value, 6)
    expect(larger?.weightDifferenceKg).toBeCloseTo(taken.parts.weightKg.value - designed(job).parts.weightKg.value, 6)
  })

  test('of a cable are those of its circuits: a thinner one is told what it breaks', () => {
    const { smaller, larger } = nextSizes(plain(), SHIPPED_CATALOGUE, 'cable runs/ropewalk-battery-70-mm2')
    expect(smaller?.edits).toEqual([{ act: 'set-circuit', circuitId: 'battery-main', patch: { size: '50 mm2' } }])
    expect(smaller?.raised.map(({ id }) => id)).toContain('protect.too-large')
    expect(larger?.raised.filter(({ severity }) => severity !== 'advice')).toEqual([])
  })

  test('are not told of what follows from others, nor of a line that is not there', () => {
    const none = { smaller: null, larger: null }
    expect(nextSizes(plain(), SHIPPED_CATALOGUE, 'array/fellside-mid-clamp')).toEqual(none)
    expect(nextSizes(plain(), SHIPPED_CATALOGUE, 'no such line')).toEqual(none)
  })
})

describe('the workbook', () => {
  test.each(demoJobs().map((job) => [job.name, job] as const))('of %s says what the design says', (_, job) => {
    const made = designed(job)
    const { sheets } = partsBook(made)
    const sheet = (name: string) => {
      const found = sheets.find((each) => each.name === name)
      if (!found) throw new Error(`no sheet ${name}`)
      return found
    }
    expect(sheet('Parts').rows.length).toBe(made.parts.lines.length)
    for (const { columns, rows, foot } of sheets)
      for (const row of [...rows, ...foot]) expect(row.length).toBe(columns.length)
    const paid = sheet('To pay').foot[0]?.[1] ?? null
    expect(cellValue(paid)).toBeCloseTo(made.parts.sale.gross.value, 2)
    const orders = ordersBook(made)
    const ordered = orders.sheets.reduce((sum, { foot }) => sum + Number(cellValue(foot[0]?.[4] ?? 0)), 0)
    expect(ordered).toBeCloseTo(made.parts.price.value, 1)
    expect(new Set(orders.sheets.map(({ name }) => name)).size).toBe(orders.sheets.length)
  })

  test('in feet tells feet and the price of a foot, and comes to the same', () => {
    const job = plain({ act: 'set-job', patch: { units: 'us' } })
    const made = designed(job)
    const cut = partsBook(made).sheets.find(({ name }) => name === 'Cut list')
    expect(cut?.columns.map(headOf)).toContain('Length (ft)')
    const pay = partsBook(made).sheets.at(-1)?.rows[0]?.[1] ?? null
    expect(cellValue(pay)).toBeCloseTo(designed(plain()).parts.price.value, 2)
  })
})

describe('the quote', () => {
  const today = '2026-11-28'

  test('sets the options side by side, and pays in parts that come to the whole', () => {
    const quote = quoteOf(fieldStation(), SHIPPED_CATALOGUE, today)
    expect(quote.options.map(({ name }) => name)).toEqual(['Lithium, a generator', 'Lead-acid, generator in winter'])
    expect([quote.date, quote.validUntil]).toEqual([today, '2026-12-28'])
    const paid = quote.payments.reduce((sum, { amount }) => sum + Math.round(amount * 100), 0)
    expect(paid).toBe(Math.round(quote.chosen.sale.gross.value * 100))
    expect(quote.options.every(({ open }) => open.length === 0)).toBe(true)
  })

  test('of a design with a danger, or with a figure missing, is no offer yet', () => {
    const tooThin: Edit = { act: 'set-circuit', circuitId: 'battery-main', patch: { size: '10 mm2' } }
    const { chosen } = quoteOf(plain(tooThin), SHIPPED_CATALOGUE, today)
    expect(chosen.open.join()).toMatch(/dangers? stands? open/)
    const unsaid = quoteOf(plain({ act: 'set-site', patch: { recordLowC: null } }), SHIPPED_CATALOGUE, today)
    expect(unsaid.chosen.open.length).toBeGreaterThan(0)
  })

  test('says what is not in it: work without a price, what is there already, taxes', () => {
    const bare = quoteOf(plain(), SHIPPED_CATALOGUE, today)
    expect(bare.notIncluded).toContain('The work of mounting, wiring and commissioning')
    expect(bare.notIncluded).toContain('Taxes that may fall due')
    const own = quoteOf(
      plain({ act: 'set-quote', patch: { notIncluded: 'The moon\n\n  and stars ' } }),
      SHIPPED_CATALOGUE,
      today,
    )
    expect(own.notIncluded).toEqual(['The moon', 'and stars'])
  })

  test('an option that is gone is left out, and days count over months', () => {
    const job = plain({ act: 'set-quote', patch: { optionIds: ['gone'] } })
    expect(quoteOf(job, SHIPPED_CATALOGUE, today).options.length).toBe(1)
    expect([daysAfter('2028-02-28', 1), daysAfter('2026-12-31', 1)]).toEqual(['2028-02-29', '2027-01-01'])
  })
})
