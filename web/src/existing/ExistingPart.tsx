import { type CatalogueItem, type Existing, itemName } from '@yard-lamp/core'
import type { OptionPatch } from '@yard-lamp/core/edit'
import { existingSchema } from '@yard-lamp/core/job'
import { useState } from 'react'
import { ChoiceField } from '../fields/ChoiceField.tsx'
import { NumberField } from '../fields/NumberField.tsx'
import { Part } from '../job/Page.tsx'
import { edited } from '../store/job-slice.ts'
import { selectJob } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'

interface ExistingPartProps {
  /** What may be there, of this link. */
  items: readonly CatalogueItem[]
  /** In words: "batteries". */
  what: string
  place: string
}

const CONDITIONS = [
  { value: 'good', label: 'good' },
  { value: 'worn', label: 'worn' },
  { value: 'unknown', label: 'not known' },
] as const

/** The choice that builds the design of an item; none for what a design has no place for. */
function patchFor({ kind, id }: CatalogueItem): OptionPatch | null {
  switch (kind) {
    case 'battery':
      return { part: 'battery', patch: { itemId: id, parallel: null } }
    case 'panel':
      return { part: 'array', patch: { panelId: id } }
    case 'controller':
      return { part: 'controller', patch: { itemId: id, quantity: null, stringsPerController: null } }
    case 'inverter':
      return { part: 'inverter', patch: { itemId: id, quantity: null } }
    case 'generator':
      return { part: 'backup', patch: { kind: 'generator', generatorId: id } }
    default:
      return null
  }
}

/** What of this link is already on site: checked against every limit, not bought. */
// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one form, its fields in order
export function ExistingPart({ items, what, place }: ExistingPartProps) {
  const { existing } = useAppSelector(selectJob)
  const dispatch = useAppDispatch()
  const [picked, setPicked] = useState('')
  const ids = new Set(items.map(({ id }) => id))
  const own = existing.filter(({ itemId }) => ids.has(itemId))
  const change = (id: string, patch: Partial<Existing>) => dispatch(edited({ act: 'change-existing', id, patch }))
  const add = () => {
    if (picked === '') return
    dispatch(
      edited({
        act: 'add-existing',
        existing: {
          id: crypto.randomUUID(),
          itemId: picked,
          quantity: 1,
          ageYears: null,
          condition: 'unknown',
          measuredCapacityAh: null,
          kept: true,
          note: '',
        },
      }),
    )
    setPicked('')
  }
  return (
    <Part title="Already there" aside={`${what} on site: checked, not bought`}>
      {own.map((each) => {
        const item = items.find(({ id }) => id === each.itemId)
        return (
          <div className="existing" key={each.id}>
            <b className="existing-name">{item ? itemName(item) : each.itemId}</b>
            <div className="fields fields-narrow">
              <NumberField
                label="How many"
                place={`existing.${each.id}.quantity`}
                value={each.quantity}
                schema={existingSchema.shape.quantity}
                onValue={(value) => change(each.id, { quantity: value ?? 1 })}
              />
              <NumberField
                label="Age"
                place={`existing.${each.id}.ageYears`}
                value={each.ageYears}
                schema={existingSchema.shape.ageYears}
                assumed="not known"
                onValue={(ageYears) => change(each.id, { ageYears })}
              />
              {item?.kind === 'battery' && (
                <NumberField
                  label="Measured capacity"
                  place={`existing.${each.id}.measuredCapacityAh`}
                  value={each.measuredCapacityAh}
                  schema={existingSchema.shape.measuredCapacityAh}
                  assumed="rated"
                  onValue={(measuredCapacityAh) => change(each.id, { measuredCapacityAh })}
                />
              )}
              <ChoiceField
                label="Condition"
                place={`existing.${each.id}.condition`}
                value={each.condition}
                choices={CONDITIONS}
                onValue={(condition) => change(each.id, { condition })}
              />
            </div>
            <label className="tick">
              <input
                type="checkbox"
                checked={each.kept}
                onChange={(event) => change(each.id, { kept: event.target.checked })}
              />
              stays
            </label>
            {item && patchFor(item) && (
              <button
                type="button"
                className="pick"
                onClick={() => {
                  const choice = patchFor(item)
                  if (choice) dispatch(edited({ act: 'set-option', ...choice }))
                }}
              >
                Design with it
              </button>
            )}
            <button
              type="button"
              className="pick"
              onClick={() => dispatch(edited({ act: 'remove-existing', id: each.id }))}
            >
              Remove
            </button>
          </div>
        )
      })}
      <div className="existing-add">
        <label htmlFor={`there-${place}`} className="small soft">
          Something is already there
        </label>
        <select
          id={`there-${place}`}
          data-place={place}
          value={picked}
          onChange={(event) => setPicked(event.target.value)}
        >
          <option value="">choose what it is …</option>
          {items.map((item) => (
            <option key={item.id} value={item.id}>
              {itemName(item)}
            </option>
          ))}
        </select>
        <button type="button" className="pick" disabled={picked === ''} onClick={add}>
          Add it
        </button>
      </div>
    </Part>
  )
}
