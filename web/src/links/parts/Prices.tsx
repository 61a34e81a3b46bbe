import { nanoid } from '@reduxjs/toolkit'
import { CATALOGUE_CURRENCY } from '@yard-lamp/core/catalogue'
import {
  type AddedLine,
  addedLineSchema,
  DEFAULTS,
  jobSchema,
  MOST_ADDED_LINES,
  tradeSchema,
} from '@yard-lamp/core/job'
import { formatNumber } from '@yard-lamp/core/units'
import { useState } from 'react'
import { NumberField } from '../../fields/NumberField.tsx'
import { TextField } from '../../fields/TextField.tsx'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign, selectJob } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { Figure } from '../../working/Figure.tsx'
import { TradeNumber } from './TradeNumber.tsx'

/** From the parts as bought to what a customer pays. */
export function Prices() {
  const { currency: own, trade } = useAppSelector(selectJob)
  const { parts } = useAppSelector(selectDesign)
  const { sale, currency } = parts
  const needsRate = own !== CATALOGUE_CURRENCY && trade.ratePerCatalogue === null
  return (
    <Part title="What it costs" aside={`the catalogue is kept in ${CATALOGUE_CURRENCY}`}>
      {needsRate && (
        <p className="notice notice-need">
          <span className="notice-kind">Rate</span>
          <span className="notice-text">
            Prices stay in {CATALOGUE_CURRENCY} until the rate to {own} is entered.
          </span>
        </p>
      )}
      <div className="parts-costs">
        <div className="fields fields-narrow">
          <CurrencyField />
          {(own !== CATALOGUE_CURRENCY || trade.ratePerCatalogue !== null) && (
            <TradeNumber
              name="ratePerCatalogue"
              label={`1 ${CATALOGUE_CURRENCY} is`}
              schema={tradeSchema.shape.ratePerCatalogue}
              assumed="not entered"
              unit={own}
            />
          )}
          <TradeNumber
            name="markUpFraction"
            label="Mark-up on parts"
            schema={tradeSchema.shape.markUpFraction}
            byDefault={DEFAULTS.markUpFraction}
            scale={100}
          />
          <TradeNumber
            name="hourPrice"
            label="Price of an hour"
            schema={tradeSchema.shape.hourPrice}
            byDefault={DEFAULTS.hourPrice}
            unit={currency}
          />
          <TradeNumber
            name="taxFraction"
            label="Tax"
            schema={tradeSchema.shape.taxFraction}
            byDefault={DEFAULTS.taxFraction}
            scale={100}
          />
        </div>
        <table className="parts-sums">
          <tbody>
            <Sum label="Parts as bought" figure={parts.price} />
            <Sum label="Parts with mark-up" figure={sale.partsSale} />
            <Sum label="Added by hand" figure={sale.added} />
            <Sum label="Work" figure={sale.labour} />
            <Sum label="Before tax" figure={sale.net} />
            <Sum label="Tax" figure={sale.tax} />
            <Sum label="To pay" figure={sale.gross} isWhole />
          </tbody>
        </table>
      </div>
    </Part>
  )
}

function Sum({
  label,
  figure,
  isWhole = false,
}: {
  label: string
  figure: Parameters<typeof Figure>[0]['figure']
  isWhole?: boolean
}) {
  return (
    <tr className={isWhole ? 'parts-sum-whole' : ''}>
      <th scope="row">{label}</th>
      <td className="number">
        <Figure figure={figure} unit="money" decimals={2} />
      </td>
    </tr>
  )
}

/** Three capital letters; anything else stays in the field and is said. */
function CurrencyField() {
  const { currency } = useAppSelector(selectJob)
  const dispatch = useAppDispatch()
  const [typed, setTyped] = useState<string | null>(null)
  const bad = typed !== null && !jobSchema.shape.currency.safeParse(typed).success
  return (
    <div className="field">
      <label htmlFor="parts-currency">Currency</label>
      <span className={`field-box${bad ? ' field-bad' : ''}`}>
        <input
          id="parts-currency"
          data-place="parts.currency"
          value={typed ?? currency}
          maxLength={3}
          autoComplete="off"
          aria-invalid={bad}
          onChange={(event) => {
            const text = event.target.value.toUpperCase()
            setTyped(text)
            if (jobSchema.shape.currency.safeParse(text).success)
              dispatch(edited({ act: 'set-job', patch: { currency: text } }))
          }}
          onBlur={() => setTyped(null)}
        />
      </span>
      {bad && (
        <span className="field-note field-error" role="alert">
          Three letters, such as EUR.
        </span>
      )}
    </div>
  )
}

/** Hours of each task; a person's own stand in place of those counted. */
export function Work() {
  const { trade } = useAppSelector(selectJob)
  const { labour, hours } = useAppSelector(selectDesign).parts
  const dispatch = useAppDispatch()
  if (labour.length === 0) return null
  const set = (task: (typeof labour)[number]['task'], value: number | null) => {
    const { [task]: _before, ...others } = trade.hours
    dispatch(edited({ act: 'set-trade', patch: { hours: value === null ? others : { ...others, [task]: value } } }))
  }
  return (
    <Part title="Work" aside="hours of one person, counted from what stands there until you enter your own">
      <div className="table-scroll">
        <table className="sheet-table parts-work">
          <tbody>
            {labour.map(({ task, title, hours: own, how }) => (
              <tr key={task}>
                <td>{title}</td>
                <td className="soft small">{how}</td>
                <td className="parts-hours">
                  <NumberField
                    compact
                    label={<span className="visually-hidden">Hours: {title}</span>}
                    place={`parts.hours.${task}`}
                    value={trade.hours[task] ?? null}
                    schema={tradeSchema.shape.hours.valueType}
                    assumed={formatNumber(own.value, Number.isInteger(own.value) ? 0 : 2)}
                    onValue={(value) => set(task, value)}
                  />
                </td>
                <td className="soft">h</td>
              </tr>
            ))}
          </tbody>
          <tfoot>
            <tr>
              <th colSpan={2} scope="row">
                Together
              </th>
              <td className="number">
                <b>
                  <Figure figure={hours} unit="" decimals={1} />
                </b>
              </td>
              <td className="soft">h</td>
            </tr>
          </tfoot>
        </table>
      </div>
    </Part>
  )
}

/** Freight, a scaffold, a journey: what is in no catalogue. */
export function Added() {
  const { added } = useAppSelector(selectJob).trade
  const { currency } = useAppSelector(selectDesign).parts
  const dispatch = useAppDispatch()
  const write = (next: AddedLine[]) => dispatch(edited({ act: 'set-trade', patch: { added: next } }))
  const change = (id: string, patch: Partial<AddedLine>) =>
    write(added.map((each) => (each.id === id ? { ...each, ...patch } : each)))
  const { shape } = addedLineSchema
  return (
    <Part title="Added by hand" aside="freight, a scaffold, a journey: charged as entered, without mark-up">
      {added.map((each) => (
        <div key={each.id} className="fields parts-added">
          <TextField
            label="What"
            place={`parts.added.${each.id}.name`}
            value={each.name}
            most={200}
            required
            onValue={(name) => change(each.id, { name })}
          />
          <NumberField
            label="How many"
            place={`parts.added.${each.id}.quantity`}
            value={each.quantity}
            schema={shape.quantity}
            onValue={(quantity) => quantity !== null && change(each.id, { quantity })}
          />
          <NumberField
            label="Price of one"
            place={`parts.added.${each.id}.price`}
            value={each.price}
            schema={shape.price}
            unit={currency}
            onValue={(price) => price !== null && change(each.id, { price })}
          />
          <button
            type="button"
            className="pick"
            aria-label={`Remove ${each.name}`}
            onClick={() => write(added.filter(({ id }) => id !== each.id))}
          >
            Remove
          </button>
        </div>
      ))}
      {added.length < MOST_ADDED_LINES && (
        <button
          type="button"
          className="pick"
          onClick={() => write([...added, { id: nanoid(8), name: 'Freight', quantity: 1, price: 0, supplier: '' }])}
        >
          {added.length === 0 ? 'Add a line' : 'Another line'}
        </button>
      )}
    </Part>
  )
}
