import { nanoid } from '@reduxjs/toolkit'
import { LOAD_BASES, type Load } from '@yard-lamp/core'
import { entryOf, type LoadColumn } from '@yard-lamp/core/loads'
import { type ReactNode, useState } from 'react'
import { edited } from '../../store/job-slice.ts'
import { selectLoads } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'

interface RowBarProps {
  selected: readonly Load[]
  onRemove: () => void
  onClear: () => void
  children: ReactNode
}

/** What may be changed in many rows at once. */
const TOGETHER: readonly { column: LoadColumn; label: string; choices?: readonly string[] }[] = [
  { column: 'group', label: 'Room or use' },
  { column: 'priority', label: 'Priority', choices: ['critical', 'ordinary', 'can wait'] },
  { column: 'stage', label: 'Wanted', choices: ['now', 'later'] },
  { column: 'basis', label: 'Watts from', choices: LOAD_BASES },
  { column: 'hoursPerDay', label: 'Hours a day' },
  { column: 'daysPerWeek', label: 'Days a week' },
]

/** Above the grid: how it is listed, and, with rows selected, what is done to all of them. */
export function RowBar({ selected, onRemove, onClear, children }: RowBarProps) {
  const dispatch = useAppDispatch()
  const { length } = useAppSelector(selectLoads)
  const [column, setColumn] = useState<LoadColumn>('group')
  const [text, setText] = useState('')
  const [refused, setRefused] = useState('')
  const many = selected.length
  const field = TOGETHER.find((each) => each.column === column)
  const set = (value: string) => {
    const entries = selected.map((load) => ({ id: load.id, entry: entryOf(load, column, value) }))
    const bad = entries.find(({ entry }) => !entry.ok)?.entry
    setRefused(bad && !bad.ok ? bad.message : '')
    if (bad) return
    const changes = entries.flatMap(({ id, entry }) => (entry.ok ? [{ id, patch: entry.patch }] : []))
    dispatch(edited({ act: 'change-loads', changes }, `${field?.label ?? 'a change'} of ${many} loads`))
    setText('')
  }
  return (
    <div className="row-bar">
      {children}
      {many > 0 && (
        <>
          <b role="status">{many === 1 ? '1 load selected' : `${many} loads selected`}</b>
          <span className="row-bar-choice">
            <select
              aria-label="What to set in the selected loads"
              value={column}
              onChange={(event) => {
                setColumn(event.target.value as LoadColumn)
                setRefused('')
              }}
            >
              {TOGETHER.map((each) => (
                <option key={each.column} value={each.column}>
                  {each.label}
                </option>
              ))}
            </select>
            {field?.choices ? (
              field.choices.map((choice) => (
                <button key={choice} type="button" className="pick" onClick={() => set(choice)}>
                  {choice}
                </button>
              ))
            ) : (
              <>
                <input
                  aria-label={`${field?.label ?? ''} of the selected loads`}
                  value={text}
                  onChange={(event) => setText(event.target.value)}
                  onKeyDown={(event) => event.key === 'Enter' && set(text)}
                />
                <button type="button" className="pick" onClick={() => set(text)}>
                  set
                </button>
              </>
            )}
          </span>
          <button
            type="button"
            className="pick"
            onClick={() =>
              dispatch(
                edited(
                  {
                    act: 'paste-loads',
                    changes: [],
                    added: selected.map((load) => ({ ...load, id: nanoid(10) })),
                    at: length,
                  },
                  many === 1 ? 'copying a load' : `copying ${many} loads`,
                ),
              )
            }
          >
            copy below
          </button>
          <button type="button" className="pick" onClick={onRemove}>
            remove
          </button>
          <button type="button" className="pick" onClick={onClear}>
            clear selection
          </button>
          {refused !== '' && (
            <span className="field-error small" role="alert">
              {refused}
            </span>
          )}
        </>
      )}
    </div>
  )
}
