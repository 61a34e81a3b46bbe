import type { Load } from '@yard-lamp/core'
import { searchTypicals, type Typical, typicalFigures } from '@yard-lamp/core/loads'
import { formatNumber } from '@yard-lamp/core/units'
import { type KeyboardEvent, useId, useRef, useState } from 'react'
import { createPortal } from 'react-dom'
import { edited } from '../../store/job-slice.ts'
import { useAppDispatch } from '../../store/store.ts'
import { useEntryText } from './use-entry-text.ts'

interface NameCellProps {
  load: Load
  index: number
}

/** Letters from which the library is searched. */
const FEWEST_LETTERS = 2

/**
 * The name of a load, with typical appliances offered while it is typed: down to one of them and Enter takes it, marked as
 * typical. A list of our own: an autocomplete of the interface library in each of 300 rows is too slow.
 */
// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one cell with its list
export function NameCell({ load, index }: NameCellProps) {
  const dispatch = useAppDispatch()
  const field = useEntryText(load, 'name')
  const listId = useId()
  const input = useRef<HTMLInputElement>(null)
  const [typing, setTyping] = useState(false)
  const [at, setAt] = useState(-1)
  const found = typing && load.name.trim().length >= FEWEST_LETTERS ? searchTypicals(load.name, 6) : []
  const open = found.length > 0
  const take = (typical: Typical) => {
    const figures = typicalFigures(typical)
    const patch = { ...figures, group: load.group === '' ? (figures.group ?? '') : load.group }
    dispatch(
      edited({ act: 'change-loads', changes: [{ id: load.id, patch }] }, `taking “${typical.name}” from the library`),
    )
    setTyping(false)
    setAt(-1)
    const row = input.current?.closest('tr')
    requestAnimationFrame(() => row?.querySelector<HTMLElement>('[data-column="quantity"]')?.focus())
  }
  const onKeyDown = (event: KeyboardEvent) => {
    if (!open || event.altKey || event.ctrlKey || event.metaKey) {
      if (event.key === 'Escape') field.reset()
      return
    }
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
    const chosen = found[at]
    if (step !== 0) setAt(Math.max(-1, Math.min(found.length - 1, at + step)))
    else if (event.key === 'Enter' && chosen) take(chosen)
    else if (event.key === 'Escape') setTyping(false)
    else return
    event.preventDefault()
    event.stopPropagation()
  }
  return (
    <>
      <input
        ref={input}
        data-column="name"
        data-place={field.place}
        role="combobox"
        aria-expanded={open}
        aria-controls={open ? listId : undefined}
        aria-activedescendant={open && at >= 0 ? `${listId}-${at}` : undefined}
        aria-autocomplete="list"
        aria-label={`Name of load ${index + 1}`}
        value={field.text}
        maxLength={200}
        autoComplete="off"
        placeholder="what is it?"
        onChange={(event) => {
          field.type(event.target.value)
          setTyping(true)
          setAt(-1)
        }}
        onBlur={() => {
          setTyping(false)
          field.leave()
        }}
        onKeyDown={onKeyDown}
      />
      {open &&
        createPortal(
          <div
            id={listId}
            className="typicals"
            role="listbox"
            aria-label="Typical appliances"
            style={below(input.current)}
          >
            {found.map((typical, i) => (
              <div
                key={typical.id}
                tabIndex={-1}
                id={`${listId}-${i}`}
                role="option"
                aria-selected={i === at}
                onPointerDown={(event) => {
                  event.preventDefault()
                  take(typical)
                }}
              >
                <span>{typical.name}</span>
                <span className="soft">{typical.group}</span>
                <span className="number">
                  <b>{formatNumber(typical.usualW)} W</b>{' '}
                  <span className="soft">
                    {formatNumber(typical.lowW)}–{formatNumber(typical.highW)}
                  </span>
                </span>
              </div>
            ))}
            <div className="typicals-hint soft" aria-hidden>
              ↓ and Enter takes one, as typical
            </div>
          </div>,
          document.body,
        )}
    </>
  )
}

/** Below the field; above it where there is no room. */
function below(field: HTMLElement | null) {
  const box = field?.getBoundingClientRect()
  if (!box) return {}
  const room = window.innerHeight - box.bottom
  return { left: box.left, ...(room > 240 ? { top: box.bottom + 2 } : { bottom: window.innerHeight - box.top + 2 }) }
}
