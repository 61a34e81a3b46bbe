import { Button } from '@mantine/core'
import { InputError } from '@yard-lamp/core'
import { type PriceList, parsePriceList } from '@yard-lamp/core/catalogue'
import dayjs from 'dayjs'
import { useCallback, useEffect, useState } from 'react'
import { api, type StoredItem, type StoredPriceList } from '../api/client.ts'
import { FileField } from '../fields/FileField.tsx'
import { ReadingLine, useReading } from '../files/Reading.tsx'
import { rowsOf } from './catalogue-files.ts'
import { priceLines, pricesFrom } from './price-text.ts'

interface PriceListsProps {
  items: readonly StoredItem[]
  onChange: (what: () => Promise<unknown>) => Promise<void>
}

/** Prices and stock of suppliers and of one's own store; one list at a time prices the designs. */
// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one table with its form
export function PriceLists({ items, onChange }: PriceListsProps) {
  const [lists, setLists] = useState<readonly StoredPriceList[]>([])
  const [draft, setDraft] = useState({
    name: '',
    currency: 'EUR',
    date: dayjs().format('YYYY-MM-DD'),
    rate: '1',
    prices: '',
  })
  const [wrong, setWrong] = useState('')
  const files = useReading()
  const read = useCallback(() => api.readPriceLists().then(setLists, () => undefined), [])
  useEffect(() => {
    void read()
  }, [read])
  const act = async (what: () => Promise<unknown>) => {
    await onChange(what)
    await read()
  }
  const keep = async () => {
    setWrong('')
    try {
      const known = new Set(items.map(({ item }) => item.id))
      const list = parsePriceList({
        name: draft.name,
        currency: draft.currency,
        date: draft.date,
        rateToCatalogue: Number(draft.rate.replace(',', '.')),
        prices: pricesFrom(draft.prices, known),
      })
      await act(() => api.addPriceList(list))
      setDraft({ ...draft, name: '', prices: '' })
    } catch (error) {
      if (!(error instanceof InputError)) throw error
      setWrong(error.message)
    }
  }
  const set = (patch: Partial<typeof draft>) => setDraft({ ...draft, ...patch })
  /** Puts what a file holds into the field, to be looked through before it is added. */
  const bringIn = async (chosen: File) => {
    setWrong('')
    try {
      const prices = priceLines(await files.run(chosen.name, (signal) => rowsOf(chosen, signal)))
      setDraft((now) => ({ ...now, prices, name: now.name || chosen.name.replace(/\.[^.]*$/, '') }))
    } catch (error) {
      setWrong((error as Error).message)
    }
  }
  return (
    <section className="part price-lists">
      <div className="part-head">
        <h2>Price lists</h2>
        <span className="part-aside">
          a supplier’s prices, or your own stock; one list at a time prices the designs
        </span>
      </div>
      {lists.length > 0 && (
        <table className="sheet-table">
          <thead>
            <tr>
              <th>List</th>
              <th>Of</th>
              <th>Currency</th>
              <th className="number">in the catalogue’s</th>
              <th className="number">items</th>
              <th className="number">in stock</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {lists.map((each) => (
              <tr key={each.id} className={each.active ? 'chosen' : ''}>
                <td>{each.list.name}</td>
                <td>{dayjs(each.list.date).format('D MMM YYYY')}</td>
                <td>{each.list.currency}</td>
                <td className="number">× {each.list.rateToCatalogue}</td>
                <td className="number">{Object.keys(each.list.prices).length}</td>
                <td className="number">{stockOf(each.list)}</td>
                <td className="number">
                  <button
                    type="button"
                    className="pick"
                    aria-pressed={each.active}
                    onClick={() => act(() => api.takePriceList(each.active ? null : each.id))}
                  >
                    {each.active ? 'in use — let go' : 'take its prices'}
                  </button>{' '}
                  <button
                    type="button"
                    className="pick"
                    aria-label={`Remove the list ${each.list.name}`}
                    onClick={() => act(() => api.removePriceList(each.id))}
                  >
                    Remove
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <ReadingLine reading={files.reading} onCancel={files.cancel} />
      <form
        className="price-form"
        onSubmit={(event) => {
          event.preventDefault()
          void keep()
        }}
      >
        <label>
          Name
          <input value={draft.name} required maxLength={120} onChange={(event) => set({ name: event.target.value })} />
        </label>
        <label>
          Currency
          <input
            value={draft.currency}
            maxLength={3}
            size={4}
            onChange={(event) => set({ currency: event.target.value.toUpperCase() })}
          />
        </label>
        <label>
          Of the day
          <input type="date" value={draft.date} onChange={(event) => set({ date: event.target.value })} />
        </label>
        <label>
          One of it is, in EUR
          <input value={draft.rate} size={6} onChange={(event) => set({ rate: event.target.value })} />
        </label>
        <label className="price-text">
          Item, price, stock: a line each, pasted from a spreadsheet
          <textarea
            rows={3}
            value={draft.prices}
            placeholder="dorveth-430, 149.50, 12"
            onChange={(event) => set({ prices: event.target.value })}
          />
        </label>
        <Button type="submit" size="sm" variant="default">
          Add the list
        </Button>
        <FileField
          name="File of prices"
          accept=".csv,.xlsx"
          size="sm"
          variant="subtle"
          onFile={(chosen) => void bringIn(chosen)}
        >
          From a CSV or XLSX file
        </FileField>
      </form>
      {wrong !== '' && (
        <p className="notice notice-fault" role="alert">
          {wrong}
        </p>
      )}
    </section>
  )
}

const stockOf = ({ prices }: PriceList): string => {
  const counted = Object.values(prices).filter(({ stock }) => stock !== null)
  return counted.length === 0 ? '–' : String(counted.reduce((sum, { stock }) => sum + (stock ?? 0), 0))
}
