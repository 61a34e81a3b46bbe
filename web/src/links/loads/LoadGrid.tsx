import { Button } from '@mantine/core'
import { useLocalStorage } from '@mantine/hooks'
import { createSelector, nanoid } from '@reduxjs/toolkit'
import { IconPlus } from '@tabler/icons-react'
import { emptyLoad, everyRow, type Load, MOST_LOADS } from '@yard-lamp/core'
import { Fragment, memo, useCallback, useLayoutEffect, useMemo, useRef } from 'react'
import { edited } from '../../store/job-slice.ts'
import type { RootState } from '../../store/root.ts'
import { selectDesign, selectJob, selectLoads } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector, useAppStore } from '../../store/store.ts'
import { DesignRows } from './DesignRows.tsx'
import { energyText, useEnergyShown } from './energy.ts'
import { LoadRow } from './LoadRow.tsx'
import { GROUPINGS, type Grouping, grouped } from './load-groups.ts'
import { RowBar } from './RowBar.tsx'
import { columnsOfBlock, isMany, rowsOfBlock, useGridSelection } from './use-grid-block.ts'
import { rowAt, useGridGestures } from './use-grid-gestures.ts'
import { useLoadEdits } from './use-load-edits.ts'
import { useNearRows } from './use-near-rows.ts'
import './loads.css'

/** The load audit: type, Tab, Enter for the next row; arrows move; blocks are copied and pasted. A grid of our own, so that 300 rows type without lag. */
// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one table, head to foot; gestures stand in use-grid-gestures.ts
export const LoadGrid = memo(function LoadGrid() {
  const loads = useAppSelector(selectLoads)
  const { monthsInUse: _, daysInUse } = useAppSelector(selectJob).site
  const design = useAppSelector(selectDesign)
  const energyShown = useEnergyShown()
  const lit = useAppSelector((state) => state.view.litLoads)
  const bad = useAppSelector(selectBadLoads)
  const rows = useMemo(() => everyRow(design), [design])
  const rowOf = useMemo(() => new Map(rows.map((row) => [row.id, row])), [rows])
  const [grouping, setGrouping] = useLocalStorage<Grouping>({ key: 'yardlamp.loads.grouping', defaultValue: 'none' })
  const groups = useMemo(() => grouped(loads, grouping), [loads, grouping])
  const order = useMemo(() => groups.flatMap((group) => group.loads), [groups])
  const dispatch = useAppDispatch()
  const store = useAppStore()
  const body = useRef<HTMLTableElement>(null)
  const selection = useGridSelection()
  const { block, selected } = selection
  const indexOf = useMemo(() => new Map(loads.map((load, i) => [load.id, i])), [loads])
  const ids = useMemo(() => order.map(({ id }) => id), [order])
  const { isNear, hold } = useNearRows(body, ids)

  /** The cell the cursor goes to once its row is drawn: a row just added, or out of sight until now. */
  const wanted = useRef<{ row: number; column: string } | null>(null)
  const focusCell = useCallback(
    (row: number, column: string) => {
      wanted.current = cursorTo(body.current, row, column) ? null : { row, column }
      if (wanted.current) hold(ids[row] ?? '')
    },
    [ids, hold],
  )
  useLayoutEffect(() => {
    if (!wanted.current) return
    const { row, column } = wanted.current
    const id = ids[row]
    if (cursorTo(body.current, row, column) || id === undefined || isNear(id)) wanted.current = null
    else hold(id)
  })
  const fresh = useCallback(
    (): Load => ({ ...emptyLoad(nanoid(10)), daysPerWeek: daysInUse === 'weekends' ? 2 : 7 }),
    [daysInUse],
  )
  const add = useCallback(
    (column = 'name') => {
      const { length } = selectLoads(store.getState())
      if (length >= MOST_LOADS) return
      dispatch(edited({ act: 'add-loads', loads: [fresh()], at: length }))
      focusCell(length, column)
    },
    [dispatch, store, focusCell, fresh],
  )

  const edits = useLoadEdits({ order, block, fresh })
  const remove = (ids: readonly string[]) => {
    edits.remove(ids)
    selection.clear()
  }

  const { dropBefore, ...handlers } = useGridGestures({
    body,
    order,
    movable: grouping === 'none',
    selection,
    edits,
    add,
    focusCell,
  })

  let shownAt = -1
  return (
    <section aria-label="Loads" className="load-grid">
      <RowBar
        selected={order.filter(({ id }) => selected.has(id))}
        onRemove={() => remove([...selected])}
        onClear={selection.clear}
      >
        <label className="row-bar-choice">
          Listed
          <select
            value={grouping}
            aria-label="How the loads are listed"
            onChange={(event) => setGrouping(event.target.value as Grouping)}
          >
            {Object.entries(GROUPINGS).map(([value, label]) => (
              <option key={value} value={value}>
                {label}
              </option>
            ))}
          </select>
        </label>
      </RowBar>
      <div className="table-scroll">
        <table ref={body} className="sheet-table loads" {...handlers}>
          <thead>
            <tr>
              {COLUMNS.map(({ name, number, hidden }) => (
                <th key={name} className={number ? 'number' : ''}>
                  {hidden ? (
                    <span className="visually-hidden">{name}</span>
                  ) : name === 'Wh a day' ? (
                    `${energyShown.unit} a day`
                  ) : (
                    name
                  )}
                </th>
              ))}
            </tr>
          </thead>
          <tbody className={dropBefore === null ? 'drop-last' : ''}>
            {groups.map((group) => (
              <Fragment key={group.name}>
                {grouping !== 'none' && (
                  <tr className="load-group">
                    <th scope="rowgroup">
                      {group.name} <span className="soft">{group.loads.length}</span>
                    </th>
                    <td className="number">
                      {energyText(
                        group.loads.reduce((sum, { id }) => {
                          const row = rowOf.get(id)
                          return sum + (row?.counted ? (row.dailyEnergyWh?.value ?? 0) : 0)
                        }, 0),
                        energyShown,
                      )}
                    </td>
                  </tr>
                )}
                {group.loads.map((load) => {
                  shownAt++
                  const inRows = isMany(block) && shownAt >= rowsOfBlock(block)[0] && shownAt <= rowsOfBlock(block)[1]
                  return (
                    <LoadRow
                      key={load.id}
                      load={load}
                      near={isNear(load.id)}
                      dailyEnergyWh={rowOf.get(load.id)?.dailyEnergyWh ?? null}
                      energyShown={energyShown}
                      index={indexOf.get(load.id) ?? 0}
                      selected={selected.has(load.id)}
                      lit={lit.includes(load.id)}
                      bad={bad.has(load.id)}
                      block={inRows ? columnsOfBlock(block).join(':') : null}
                      dropBefore={dropBefore === load.id}
                    />
                  )
                })}
              </Fragment>
            ))}
          </tbody>
          {(loads.length > 0 || design.loads.heating) && <DesignRows />}
        </table>
      </div>
      {loads.length === 0 && (
        <p className="load-empty">
          Begin with what runs round the clock: a refrigerator, a router, a monitor. Tab goes from the name to how many,
          AC or DC, where the watts come from, watts, start and hours; Enter begins the next. Two letters of a name
          search the typical appliances; rows copied from a spreadsheet may be pasted.
        </p>
      )}
      <div className="load-foot">
        <Button
          data-place="loads.add"
          variant={loads.length === 0 ? 'filled' : 'default'}
          leftSection={<IconPlus size={16} />}
          onClick={() => add()}
        >
          Add a load
        </Button>
        <p className="soft small load-keys">
          <kbd>Enter</kbd> next row · <kbd>Shift</kbd> <kbd>arrows</kbd> block · <kbd>Ctrl</kbd> <kbd>C</kbd>{' '}
          <kbd>V</kbd> to and from a spreadsheet · <kbd>Ctrl</kbd> <kbd>D</kbd> fill down · <kbd>Alt</kbd> <kbd>↑↓</kbd>{' '}
          move · <kbd>Ctrl</kbd> <kbd>Space</kbd> select row
        </p>
      </div>
    </section>
  )
})

/** Puts the cursor into a cell. @returns whether it stands there */
function cursorTo(body: HTMLElement | null, row: number, column: string): boolean {
  const cell = rowAt(body, row)?.querySelector<HTMLElement>(`[data-column="${column}"]`)
  cell?.focus()
  return cell !== null && cell !== undefined
}

/** Loads of which a field waits for an entry that can be read. */
const selectBadLoads = createSelector(
  [(state: RootState) => state.view.waiting],
  (waiting) =>
    new Set(Object.keys(waiting).flatMap((place) => (place.startsWith('loads.') ? [place.split('.')[1] ?? ''] : []))),
)

/** Columns of the grid; their widths stand in loads.css. */
const COLUMNS: readonly { name: string; number?: boolean; hidden?: boolean }[] = [
  { name: 'Order and selection', hidden: true },
  { name: 'Load' },
  { name: 'Qty', number: true },
  { name: 'On' },
  { name: 'Watts from' },
  { name: 'W each', number: true },
  { name: 'Start W', number: true },
  { name: 'A day', number: true },
  { name: 'Duty', number: true },
  { name: 'Days', number: true },
  { name: 'Hours of the day' },
  { name: 'Wh a day', number: true },
  { name: 'More', hidden: true },
]
