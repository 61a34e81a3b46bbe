import '../fields/fields.css'
import { Button, Modal } from '@mantine/core'
import { type CatalogueItem, InputError, itemName } from '@yard-lamp/core'
import {
  cellsOf,
  fieldsOf,
  type ItemCells,
  idOf,
  itemFromCells,
  itemFromLabelCells,
  KIND_NAME,
  LABEL_FIELDS,
  type SheetField,
} from '@yard-lamp/core/catalogue'
import { useId, useState } from 'react'
import { ApiFailure, api, type StoredItem } from '../api/client.ts'

interface ItemDialogProps {
  kind: CatalogueItem['kind']
  /** The sheet that is edited; null for a new one. */
  from: StoredItem | null
  /** Sheets of the kind, to begin from. */
  likes: readonly CatalogueItem[]
  onClose: () => void
  onKept: () => void
}

/** A whole data sheet, each field as printed: figures take the sheet's own units. */
export function ItemDialog({ kind, from, likes, onClose, onKept }: ItemDialogProps) {
  const [byLabel, setByLabel] = useState(false)
  const fields = fieldsOf(kind).filter(({ name }) => name !== 'id' && (!byLabel || isOnLabel(name)))
  const empty = Object.fromEntries(fieldsOf(kind).map(({ name }) => [name, '']))
  const [cells, setCells] = useState<ItemCells>(from ? cellsOf(from.item) : empty)
  const [wrong, setWrong] = useState<{ readonly field: string; readonly message: string } | null>(null)
  const keep = async () => {
    setWrong(null)
    try {
      const id = from?.item.id ?? idOf(cells.maker ?? '', cells.model ?? '')
      const item = byLabel ? itemFromLabelCells(cells) : itemFromCells(kind, { ...cells, id })
      await api.keepItem(item, from?.revision ?? null)
      onKept()
    } catch (error) {
      if (!(error instanceof InputError) && !(error instanceof ApiFailure)) throw error
      const path = error instanceof InputError ? error.path : String(error.details.path ?? '')
      setWrong({ field: path.split('.')[0] ?? '', message: error.message })
    }
  }
  return (
    <Modal
      opened
      onClose={onClose}
      size="xl"
      title={from ? itemName(from.item) : `A new ${KIND_NAME[kind][0]}`}
      closeOnClickOutside={false}
    >
      <form
        onSubmit={(event) => {
          event.preventDefault()
          void keep()
        }}
      >
        {!from && kind === 'battery' && (
          <p className="small">
            <button type="button" className="pick" aria-pressed={byLabel} onClick={() => setByLabel(!byLabel)}>
              {byLabel ? 'Enter the whole sheet' : 'Enter its label only'}
            </button>{' '}
            {byLabel && 'What no label prints is assumed by chemistry, carefully, and marked so until its sheet is in.'}
          </p>
        )}
        {!from && !byLabel && likes.length > 0 && (
          <BeginFrom
            likes={likes}
            onBegin={(like) => setCells({ ...cellsOf(like), maker: cells.maker ?? '', model: cells.model ?? '' })}
          />
        )}
        <div className="item-fields">
          {fields.map((field) => (
            <CellField
              key={field.name}
              field={field}
              value={cells[field.name] ?? ''}
              wrong={wrong?.field === field.name ? wrong.message : ''}
              onValue={(text) => setCells({ ...cells, [field.name]: text })}
            />
          ))}
        </div>
        {wrong && !fields.some(({ name }) => name === wrong.field) && (
          <p className="notice notice-fault" role="alert">
            {wrong.message}
          </p>
        )}
        <p className="item-keep">
          <Button type="submit">Keep the sheet</Button>{' '}
          <Button variant="default" onClick={onClose}>
            Leave it
          </Button>
        </p>
      </form>
    </Modal>
  )
}

const isOnLabel = (name: string) => (LABEL_FIELDS as readonly string[]).includes(name)

interface BeginFromProps {
  likes: readonly CatalogueItem[]
  onBegin: (like: CatalogueItem) => void
}

/** Any sheet of the kind as the beginning of a new one; maker and model stay to be typed. */
function BeginFrom({ likes, onBegin }: BeginFromProps) {
  const id = useId()
  return (
    <div className="field item-field">
      <label htmlFor={id}>Begin from</label>
      <span className="field-box">
        <select
          id={id}
          defaultValue=""
          onChange={(event) => {
            const like = likes.find((each) => each.id === event.target.value)
            if (like) onBegin(like)
          }}
        >
          <option value="">an empty sheet</option>
          {[...likes]
            .sort((a, b) => itemName(a).localeCompare(itemName(b)))
            .map((like) => (
              <option key={like.id} value={like.id}>
                {itemName(like)}
              </option>
            ))}
        </select>
      </span>
    </div>
  )
}

interface CellFieldProps {
  field: SheetField
  value: string
  wrong: string
  onValue: (text: string) => void
}

function CellField({ field, value, wrong, onValue }: CellFieldProps) {
  const id = useId()
  const { form, label, unit, choices, optional, help, allowed } = field
  const choosable = form === 'flag' ? ['yes', 'no'] : choices
  const note = wrong !== '' ? wrong : [help, form === 'number' ? sentence(allowed) : ''].filter(Boolean).join(' ')
  return (
    <div className="field item-field">
      <label htmlFor={id}>
        {label}
        {optional ? ' (may stay open)' : ''}
      </label>
      <span className={wrong === '' ? 'field-box' : 'field-box field-bad'}>
        {choosable.length > 0 ? (
          <select id={id} value={value} aria-invalid={wrong !== ''} onChange={(event) => onValue(event.target.value)}>
            <option value="">choose …</option>
            {choosable.map((choice) => (
              <option key={choice} value={choice}>
                {choice}
              </option>
            ))}
          </select>
        ) : (
          <input
            id={id}
            value={value}
            aria-invalid={wrong !== ''}
            aria-describedby={`${id}-note`}
            onChange={(event) => onValue(event.target.value)}
          />
        )}
        {unit !== '' && unit !== 'money' && <span className="field-unit">{unit}</span>}
      </span>
      <span id={`${id}-note`} className={wrong === '' ? 'field-note' : 'field-note field-wrong'}>
        {note}
      </span>
    </div>
  )
}

const sentence = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`
