import { boughtAsSchema, currencyOf, partsChoiceSchema } from '@yard-lamp/core/job'
import type { PartLine } from '@yard-lamp/core/parts'
import { formatNumber } from '@yard-lamp/core/units'
import { NumberField } from '../../fields/NumberField.tsx'
import { TextField } from '../../fields/TextField.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectJob, selectOption } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { NextSizesOf } from './NextSizesOf.tsx'

/** Kinds a size above and below are told for. */
const SIZED = new Set([
  'panel',
  'battery',
  'controller',
  'inverter',
  'all-in-one',
  'generator',
  'charger',
  'fitting',
  'cable',
])

/** Why so many of a part, how it is bought, and what the sizes beside it would change. */
export function PartDetails({ line }: { line: PartLine }) {
  return (
    <div className="parts-details">
      <Counted line={line} />
      <Bought line={line} />
      {SIZED.has(line.item.kind) && line.group !== 'spares' && <NextSizesOf lineKey={line.key} />}
    </div>
  )
}

/** How many the design needs, use by use. */
function Counted({ line: { sources, unit, needed, ordered, item } }: { line: PartLine }) {
  const write = useWrite()
  const over = ordered - needed
  const packOf = item.kind === 'material' ? item.packOf : 1
  const more = unit === 'm' ? 'over for waste, to whole metres' : `over, sold by ${packOf}`
  return (
    <div>
      <h3>Why so many</h3>
      <ul className="parts-sources">
        {sources.map(({ use, quantity, how }) => (
          <li key={use}>
            <b className="parts-count">{write.quantity(quantity, unit, unit === '' ? 0 : 1)}</b> {use}
            {how !== '' && <span className="soft"> · {how}</span>}
          </li>
        ))}
        {over > 1e-9 && (
          <li>
            <b className="parts-count">{write.quantity(over, unit, unit === '' ? 0 : 1)}</b> {more}
          </li>
        )}
      </ul>
    </div>
  )
}

/** Quantity, price, supplier and days of a person's own. */
function Bought({ line: { key, item, ordered, unit, unitPrice, supplier, leadDays, group } }: { line: PartLine }) {
  const job = useAppSelector(selectJob)
  const { quantities } = useAppSelector(selectOption).parts
  const dispatch = useAppDispatch()
  const own = job.trade.bought[item.id]
  const quantity = quantities[key] ?? null
  const buy = (patch: Partial<NonNullable<typeof own>>) => dispatch(edited({ act: 'buy-as', itemId: item.id, patch }))
  return (
    <div>
      <h3>How it is bought</h3>
      <div className="fields fields-narrow">
        <NumberField
          label="Order"
          place={`parts.quantities.${key}`}
          value={quantity}
          schema={partsChoiceSchema.shape.quantities.valueType}
          unit={unit}
          assumed={formatNumber(ordered)}
          onValue={(value) => dispatch(edited({ act: 'set-part', key, quantity: value }))}
        />
        {group !== 'spares' && (
          <NumberField
            label={unit === '' ? 'Price of one' : 'Price of a metre'}
            place={`parts.bought.${item.id}.price`}
            value={own?.price ?? null}
            schema={boughtAsSchema.shape.price}
            unit={currencyOf(job)}
            assumed={formatNumber(unitPrice, 2)}
            onValue={(price) => buy({ price })}
          />
        )}
        <TextField
          label="Supplier"
          place={`parts.bought.${item.id}.supplier`}
          value={own?.supplier ?? ''}
          most={80}
          assumed={supplier ?? 'not known'}
          onValue={(value) => buy({ supplier: value })}
        />
        <NumberField
          label="Here in"
          place={`parts.bought.${item.id}.leadDays`}
          value={own?.leadDays ?? null}
          schema={boughtAsSchema.shape.leadDays}
          assumed={leadDays === null ? 'not known' : formatNumber(leadDays)}
          onValue={(value) => buy({ leadDays: value })}
        />
      </div>
      {(own || quantity !== null) && (
        <button
          type="button"
          className="pick"
          onClick={() =>
            dispatch(
              edited(
                [
                  { act: 'buy-as', itemId: item.id, patch: null },
                  { act: 'set-part', key, quantity: null },
                ],
                'buying as the sheet says',
              ),
            )
          }
        >
          As its sheet says
        </button>
      )}
    </div>
  )
}
