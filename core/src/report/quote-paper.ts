import type { QuoteContent, QuotedOption } from './quote.ts'

/** An option as it is printed: what the customer pays, and nothing of what it costs the seller. */
export interface PaperOption extends Pick<QuotedOption, 'id' | 'name' | 'gives' | 'open'> {
  /** Sums without tax but the last, in the currency of the quote; null where there is no such line. */
  readonly sums: {
    readonly parts: number | null
    readonly work: number | null
    readonly added: number | null
    readonly net: number | null
    readonly tax: number | null
    readonly gross: number | null
  }
  readonly taxFraction: number
}

/** A quote as it is handed over. */
export interface QuotePaper extends Omit<QuoteContent, 'options' | 'chosen'> {
  readonly options: readonly PaperOption[]
  readonly chosen: PaperOption
}

/** What of a quote leaves the house. */
export function quotePaper({ options, chosen, ...rest }: QuoteContent): QuotePaper {
  return { ...rest, options: options.map(optionPaper), chosen: optionPaper(chosen) }
}

function optionPaper({ id, name, gives, open, sale }: QuotedOption): PaperOption {
  const isTaxed = sale.taxFraction.value > 0
  return {
    id,
    name,
    gives,
    open,
    sums: {
      parts: sale.partsSale.value,
      work: sale.hourPrice.value > 0 ? sale.labour.value : null,
      added: sale.added.value > 0 ? sale.added.value : null,
      net: isTaxed ? sale.net.value : null,
      tax: isTaxed ? sale.tax.value : null,
      gross: sale.gross.value,
    },
    taxFraction: sale.taxFraction.value,
  }
}
