import { nanoid } from '@reduxjs/toolkit'
import {
  DEFAULTS,
  MOST_PAYMENTS,
  MOST_QUOTED,
  type Payment,
  paymentSchema,
  type Quote,
  quoteSchema,
} from '@yard-lamp/core/job'
import { type QuoteContent, quoteDefaults } from '@yard-lamp/core/report'
import { formatPercent } from '@yard-lamp/core/units'
import { LinesField } from '../fields/LinesField.tsx'
import { NumberField } from '../fields/NumberField.tsx'
import { TextField } from '../fields/TextField.tsx'
import { edited } from '../store/job-slice.ts'
import { selectJob } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'

const SELLER = 'yard-lamp.seller'
const lastSeller = (): string => localStorage.getItem(SELLER) ?? ''

/** The three parts most customers pay in. */
const USUAL: readonly Omit<Payment, 'id'>[] = [
  { name: 'With the order', fraction: 0.4 },
  { name: 'When the parts are on site', fraction: 0.4 },
  { name: 'At hand-over', fraction: 0.2 },
]

/** What is said in the quote beside what follows from the design. */
export function QuoteForm({ content }: { content: QuoteContent }) {
  const { trade } = useAppSelector(selectJob)
  const dispatch = useAppDispatch()
  const { quote } = trade
  const set = (patch: Partial<Quote>) => dispatch(edited({ act: 'set-quote', patch }))
  const { shape } = quoteSchema
  return (
    <form className="quote-form" onSubmit={(event) => event.preventDefault()} aria-label="What is said in the quote">
      <LinesField
        label="Seller"
        place="quote.seller"
        value={quote.seller}
        most={1000}
        rows={3}
        onValue={(seller) => {
          localStorage.setItem(SELLER, seller)
          set({ seller })
        }}
      />
      {quote.seller === '' && lastSeller() !== '' && (
        <button type="button" className="pick" onClick={() => set({ seller: lastSeller() })}>
          As in the last quote: {lastSeller().split('\n')[0]}
        </button>
      )}
      <LinesField
        label="Customer"
        place="quote.customer"
        value={quote.customer}
        most={1000}
        rows={3}
        onValue={(customer) => set({ customer })}
      />
      <div className="fields fields-narrow">
        <TextField
          label="Number"
          place="quote.number"
          value={quote.number}
          most={40}
          onValue={(number) => set({ number })}
        />
        <DateField value={quote.date} onValue={(date) => set({ date })} />
        <NumberField
          label="Valid for"
          place="quote.validDays"
          value={quote.validDays}
          schema={shape.validDays}
          byDefault={DEFAULTS.quoteValidDays}
          unit="days"
          onValue={(validDays) => set({ validDays })}
        />
      </div>
      <Options />
      <Written name="included" label="Included, a line each" content={content} />
      <Written name="notIncluded" label="Not included, a line each" content={content} />
      <Payments unpaidFraction={content.unpaidFraction} />
      <LinesField
        label="Terms"
        place="quote.terms"
        value={quote.terms}
        most={4000}
        rows={3}
        onValue={(terms) => set({ terms })}
      />
    </form>
  )
}

/** The platform's own picker of days. */
function DateField({ value, onValue }: { value: string | null; onValue: (value: string | null) => void }) {
  return (
    <div className="field">
      <label htmlFor="quote-date">Date</label>
      <span className="field-box">
        <input
          id="quote-date"
          type="date"
          data-place="quote.date"
          value={value ?? ''}
          onChange={(event) => onValue(event.target.value === '' ? null : event.target.value)}
        />
      </span>
      {value === null && <span className="field-note">today, until one is chosen</span>}
    </div>
  )
}

function Options() {
  const { options, trade } = useAppSelector(selectJob)
  const dispatch = useAppDispatch()
  const { optionIds } = trade.quote
  if (options.length < 2) return null
  return (
    <fieldset className="quote-pay">
      <legend>Options side by side</legend>
      <p className="field-note">At most {MOST_QUOTED}; none for the one worked on alone.</p>
      {options.map(({ id, name }) => (
        <label key={id} className="tick">
          <input
            type="checkbox"
            checked={optionIds.includes(id)}
            disabled={!optionIds.includes(id) && optionIds.length >= MOST_QUOTED}
            onChange={(event) =>
              dispatch(
                edited({
                  act: 'set-quote',
                  patch: {
                    optionIds: options
                      .map((each) => each.id)
                      .filter((each) => (each === id ? event.target.checked : optionIds.includes(each))),
                  },
                }),
              )
            }
          />
          {name}
        </label>
      ))}
    </fieldset>
  )
}

/** A text that follows from the design until a person writes another. */
function Written({ name, label, content }: { name: 'included' | 'notIncluded'; label: string; content: QuoteContent }) {
  const { quote } = useAppSelector(selectJob).trade
  const dispatch = useAppDispatch()
  const set = (value: string | null) => dispatch(edited({ act: 'set-quote', patch: { [name]: value } }))
  return (
    <div>
      <LinesField
        label={label}
        place={`quote.${name}`}
        value={quote[name] ?? quoteDefaults[name](content.chosen.design)}
        most={4000}
        rows={4}
        onValue={set}
      />
      {quote[name] !== null && (
        <button type="button" className="pick" onClick={() => set(null)}>
          As the design says
        </button>
      )}
    </div>
  )
}

function Payments({ unpaidFraction }: { unpaidFraction: number }) {
  const { payments } = useAppSelector(selectJob).trade.quote
  const dispatch = useAppDispatch()
  const write = (next: Payment[]) => dispatch(edited({ act: 'set-quote', patch: { payments: next } }))
  const change = (id: string, patch: Partial<Payment>) =>
    write(payments.map((each) => (each.id === id ? { ...each, ...patch } : each)))
  const isOff = payments.length > 0 && Math.abs(unpaidFraction) > 1e-6
  return (
    <fieldset className="quote-pay">
      <legend>Payments</legend>
      {payments.map(({ id, name, fraction }) => (
        <div key={id} className="quote-payment">
          <TextField
            label="When"
            place={`quote.payments.${id}.name`}
            value={name}
            most={120}
            required
            onValue={(value) => change(id, { name: value })}
          />
          <NumberField
            label="Share"
            place={`quote.payments.${id}.fraction`}
            value={fraction}
            schema={paymentSchema.shape.fraction}
            scale={100}
            onValue={(value) => value !== null && change(id, { fraction: value })}
          />
          <button
            type="button"
            className="pick"
            aria-label={`Remove ${name}`}
            onClick={() => write(payments.filter((each) => each.id !== id))}
          >
            Remove
          </button>
        </div>
      ))}
      {isOff && (
        <p className="field-note field-error" role="alert">
          {unpaidFraction > 0
            ? `${formatPercent(unpaidFraction)} of the whole is in no payment.`
            : `The payments come to ${formatPercent(-unpaidFraction)} more than the whole.`}
        </p>
      )}
      <div className="quote-buttons">
        {payments.length === 0 && (
          <button
            type="button"
            className="pick"
            onClick={() => write(USUAL.map((each) => ({ ...each, id: nanoid(8) })))}
          >
            Three parts: 40, 40, 20 %
          </button>
        )}
        {payments.length < MOST_PAYMENTS && (
          <button
            type="button"
            className="pick"
            onClick={() =>
              write([...payments, { id: nanoid(8), name: 'At hand-over', fraction: Math.max(0, unpaidFraction) }])
            }
          >
            {payments.length === 0 ? 'One payment' : 'Another payment'}
          </button>
        )}
      </div>
    </fieldset>
  )
}
