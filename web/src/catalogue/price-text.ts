import { InputError } from '@yard-lamp/core'
import type { PriceList } from '@yard-lamp/core/catalogue'
import { formatNumber } from '@yard-lamp/core/units'
import Papa from 'papaparse'

/** Largest price and stock of a list. */
const MOST = 1e9

/** What a figure of money looks like, with either decimal sign. */
const figureOf = (text: string): number => (text.trim() === '' ? Number.NaN : Number(text.trim().replace(',', '.')))

/**
 * Reads lines of item, price and stock, as a spreadsheet gives them; a heading above them is passed over.
 * @param known ids of the catalogue
 * @throws {InputError} naming the line that cannot be read, what came and what is allowed
 */
export function pricesFrom(text: string, known: ReadonlySet<string>): PriceList['prices'] {
  const prices: PriceList['prices'] = {}
  const refuse = (line: number, why: string) => new InputError('INPUT_INVALID', 'prices', `line ${line}: ${why}`)
  Papa.parse<string[]>(text.trim(), { skipEmptyLines: true }).data.forEach(([id = '', price = '', stock = ''], i) => {
    const item = id.trim()
    const figure = figureOf(price)
    if (!known.has(item)) {
      if (i === 0 && Number.isNaN(figure) && price.trim() !== '') return
      throw refuse(i + 1, `got "${item}"; allowed: the id of an item of the catalogue`)
    }
    if (!(figure >= 0 && figure <= MOST))
      throw refuse(i + 1, `got the price "${price.trim()}"; allowed: a number from 0 to ${formatNumber(MOST)}`)
    const pieces = stock.trim()
    if (pieces !== '' && !(/^\d+$/.test(pieces) && Number(pieces) <= MOST))
      throw refuse(i + 1, `got the stock "${pieces}"; allowed: a whole number from 0, or nothing`)
    prices[item] = { price: figure, stock: pieces === '' ? null : Number(pieces) }
  })
  return prices
}

/** Cells of a file as lines of the field they are read in. */
export const priceLines = (rows: readonly (readonly string[])[]): string =>
  Papa.unparse(
    rows.map((cells) => cells.slice(0, 3)),
    { newline: '\n' },
  )
