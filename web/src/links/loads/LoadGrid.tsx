import { Button } from '@mantine/core'
import { useLocalStorage } from '@mantine/hooks'
import { nanoid } from '@reduxjs/toolkit'
import { IconPlus } from '@tabler/icons-react'
import { emptyLoad, type Load, MOST_LOADS } from '@yard-lamp/core'
import type { LoadColumn } from '@yard-lamp/core/loads'
import {
  type ClipboardEvent,
  Fragment,
  type KeyboardEvent,
  type MouseEvent,
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react'
import { edited } from '../../store/job-slice.ts'
import { selectDesign, selectJob, selectLoads } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector, useAppStore } from '../../store/store.ts'
import { DesignRows } from './DesignRows.tsx'
import { useEnergyShown } from './energy.ts'
import { BLOCK_COLUMNS, LoadRow } from './LoadRow.tsx'
import { copiedRows, isBlock } from './load-clipboard.ts'
import { RowBar } from './RowBar.tsx'
import { columnsOfBlock, isMany, rowsOfBlock, useGridSelection } from './use-grid-block.ts'
import { useLoadEdits } from './use-load-edits.ts'
import './loads.css'

const GROUPINGS = { none: 'as listed', group: 'by room or use', priority: 'by priority', basis: 'by basis' } as const
type Grouping = keyof typeof GROUPINGS

interface ShownGroup {
  readonly name: string
  readonly loads: readonly Load[]
}

/** Rows of loads in the order shown, without the details that stand between them. */
const rowsOf = (body: HTMLElement | null): HTMLElement[] => [
  ...(body?.querySelectorAll<HTMLElement>('tr.load-row') ?? []),
]

/** The load audit: type, Tab, Enter for the next row; arrows move; blocks are copied and pasted. A grid of our own, so that 300 rows type without lag. */
export function LoadGrid() {
  const loads = useAppSelector(selectLoads)
  const { monthsInUse: _, daysInUse } = useAppSelector(selectJob).site
  const { loads: result } = useAppSelector(selectDesign)
  const shownEnergy = useEnergyShown()
  const rowOf = useMemo(() => new Map(result.rows.map((row) => [row.id, row])), [result.rows])
  const [grouping, setGrouping] = useLocalStorage<Grouping>({ key: 'yardlamp.loads.grouping', defaultValue: 'none' })
  const groups = useMemo(() => grouped(loads, grouping), [loads, grouping])
  const order = useMemo(() => groups.flatMap((group) => group.loads), [groups])
  const dispatch = useAppDispatch()
  const store = useAppStore()
  const body = useRef<HTMLTableElement>(null)
  const selection = useGridSelection()
  const { block, selected } = selection
  const [dropBefore, setDropBefore] = useState<string | null | undefined>(undefined)
  const dragged = useRef<string[]>([])
  const indexOf = useMemo(() => new Map(loads.map((load, i) => [load.id, i])), [loads])

  const focusCell = useCallback((row: number, column: string) => {
    const cell = () => rowsOf(body.current)[row]?.querySelector<HTMLElement>(`[data-column="${column}"]`)
    const there = cell()
    // At once, so that the next key finds it; a row just added stands there with the next frame.
    if (there) there.focus()
    else requestAnimationFrame(() => cell()?.focus())
  }, [])
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

  const onKeyDown = (event: KeyboardEvent) => {
    const cell = event.target as HTMLElement
    const column = cell.dataset.column as LoadColumn | undefined
    const row = cell.closest('tr')
    if (!column || !row) return
    const at = rowsOf(body.current).indexOf(row)
    const load = order[at]
    const columnAt = BLOCK_COLUMNS.indexOf(column)
    if (!load || columnAt < 0) return
    const command = event.ctrlKey || event.metaKey
    const taken = () => event.preventDefault()
    const down = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
    const right = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
    if (event.altKey) {
      if (down === 0 || command) return
      taken()
      edits.move(selected.has(load.id) ? [...selected] : [load.id], down)
      requestAnimationFrame(() =>
        body.current?.querySelector<HTMLElement>(`[data-load="${load.id}"] [data-column="${column}"]`)?.focus(),
      )
    } else if (command) {
      if (event.key.toLowerCase() === 'd') {
        taken()
        edits.fillDown(at, column)
      } else if (event.key === ' ') {
        taken()
        selection.select(
          load.id,
          'toggle',
          order.map(({ id }) => id),
        )
      }
    } else if (event.key === 'Enter') {
      taken()
      if (at === order.length - 1 && !event.shiftKey) add()
      else focusCell(event.shiftKey ? at - 1 : at + 1, column)
    } else if (event.key === 'Escape') {
      selection.clear()
    } else if (event.key === 'Delete' && isMany(block)) {
      taken()
      edits.fillBlock('', 'clearing cells')
    } else if (down !== 0 || (right !== 0 && atEdge(cell, right))) {
      taken()
      const to = [clamp(at + down, order.length), clamp(columnAt + right, BLOCK_COLUMNS.length)] as const
      if (event.shiftKey) {
        const from = block?.from ?? ([at, columnAt] as const)
        const head = block
          ? ([clamp(block.to[0] + down, order.length), clamp(block.to[1] + right, BLOCK_COLUMNS.length)] as const)
          : to
        selection.setBlock({ from, to: head })
      } else {
        selection.setBlock(null)
        focusCell(to[0], BLOCK_COLUMNS[to[1]] ?? column)
      }
    }
  }
  const cellOf = (target: EventTarget): { at: number; column: LoadColumn } | null => {
    const cell = (target as HTMLElement).closest<HTMLElement>('[data-column]')
    const row = cell?.closest('tr')
    return cell && row ? { at: rowsOf(body.current).indexOf(row), column: cell.dataset.column as LoadColumn } : null
  }
  const onMouseDown = (event: MouseEvent) => {
    const to = cellOf(event.target)
    if (!to) return
    const columnAt = BLOCK_COLUMNS.indexOf(to.column)
    const from = document.activeElement && cellOf(document.activeElement)
    if (event.shiftKey && from && from.at >= 0 && columnAt >= 0) {
      event.preventDefault()
      const begin = block?.from ?? ([from.at, BLOCK_COLUMNS.indexOf(from.column)] as const)
      selection.setBlock({ from: begin, to: [to.at, columnAt] })
    } else if (block) selection.setBlock(null)
  }
  const onCopy = (event: ClipboardEvent) => {
    const text = isMany(block)
      ? edits.copiedBlock()
      : selected.size > 0
        ? copiedRows(order.filter(({ id }) => selected.has(id)))
        : null
    if (text === null) return
    event.preventDefault()
    event.clipboardData.setData('text/plain', text)
  }
  const onPaste = (event: ClipboardEvent) => {
    const text = event.clipboardData.getData('text')
    const cell = cellOf(event.target)
    if (isBlock(text)) {
      event.preventDefault()
      event.stopPropagation()
      edits.paste(text, block ? rowsOfBlock(block)[0] : (cell?.at ?? order.length), cell?.column ?? 'quantity')
    } else if (isMany(block)) {
      event.preventDefault()
      edits.fillBlock(text, 'pasting')
    }
  }
  // A block may be pasted with no cell chosen: it goes below the list.
  const pasteAnywhere = useRef(onPaste)
  pasteAnywhere.current = onPaste
  useEffect(() => {
    const listen = (event: globalThis.ClipboardEvent) => {
      const target = event.target as HTMLElement
      if (body.current?.contains(target) || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) || !event.clipboardData)
        return
      pasteAnywhere.current(event as unknown as ClipboardEvent)
    }
    document.addEventListener('paste', listen)
    return () => document.removeEventListener('paste', listen)
  }, [])

  const onGrip = (event: MouseEvent) => {
    const grip = (event.target as HTMLElement).closest('[data-grip]')
    const id = grip?.closest<HTMLElement>('tr')?.dataset.load
    if (!id) return
    const how = event.shiftKey ? 'range' : event.ctrlKey || event.metaKey ? 'toggle' : 'only'
    selection.select(
      id,
      how,
      order.map((load) => load.id),
    )
  }
  const rowUnder = (y: number): string | null => {
    const row = rowsOf(body.current).find((each) => {
      const box = each.getBoundingClientRect()
      return y < box.top + box.height / 2
    })
    return row?.dataset.load ?? null
  }

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
        <table
          ref={body}
          className="sheet-table loads"
          onKeyDown={onKeyDown}
          onMouseDown={onMouseDown}
          onClick={onGrip}
          onCopy={onCopy}
          onPaste={onPaste}
          onDragStart={(event) => {
            const id = (event.target as HTMLElement).closest<HTMLElement>('tr')?.dataset.load
            if (!id) return
            dragged.current = selected.has(id)
              ? order.filter((load) => selected.has(load.id)).map((load) => load.id)
              : [id]
            event.dataTransfer.effectAllowed = 'move'
            event.dataTransfer.setData(
              'text/plain',
              copiedRows(order.filter((load) => dragged.current.includes(load.id))),
            )
          }}
          onDragOver={(event) => {
            if (dragged.current.length === 0 || grouping !== 'none') return
            event.preventDefault()
            const before = rowUnder(event.clientY)
            if (before !== dropBefore) setDropBefore(before)
          }}
          onDrop={(event) => {
            event.preventDefault()
            const ids = dragged.current
            if (ids.length > 0 && dropBefore !== undefined && !(dropBefore && ids.includes(dropBefore)))
              edits.moveBefore(ids, dropBefore)
          }}
          onDragEnd={() => {
            dragged.current = []
            setDropBefore(undefined)
          }}
        >
          <thead>
            <tr>
              {COLUMNS.map(({ name, number, hidden }) => (
                <th key={name} className={number ? 'number' : ''}>
                  {hidden ? (
                    <span className="visually-hidden">{name}</span>
                  ) : name === 'Wh a day' ? (
                    `${shownEnergy.unit} a day`
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
                      {shownEnergy.text(
                        group.loads.reduce((sum, { id }) => {
                          const row = rowOf.get(id)
                          return sum + (row?.counted ? (row.dailyEnergyWh?.value ?? 0) : 0)
                        }, 0),
                      )}
                    </td>
                  </tr>
                )}
                {group.loads.map((load) => {
                  shownAt++
                  const known = rowOf.get(load.id)?.dailyEnergyWh
                  const inRows = isMany(block) && shownAt >= rowsOfBlock(block)[0] && shownAt <= rowsOfBlock(block)[1]
                  return (
                    <LoadRow
                      key={load.id}
                      load={load}
                      energy={known ? shownEnergy.text(known.value) : null}
                      step={known?.step ?? null}
                      index={indexOf.get(load.id) ?? 0}
                      selected={selected.has(load.id)}
                      block={inRows ? columnsOfBlock(block).join(':') : null}
                      dropBefore={dropBefore === load.id}
                    />
                  )
                })}
              </Fragment>
            ))}
          </tbody>
          {(loads.length > 0 || result.heating) && <DesignRows />}
        </table>
      </div>
      {loads.length === 0 && (
        <p className="load-empty">
          Begin with what runs round the clock: a refrigerator, a router, a monitor. Name, Tab, watts, Tab, hours, then
          Enter for the next. Two letters of a name search the typical appliances; rows copied from a spreadsheet may be
          pasted.
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
}

/** Columns of the grid; their widths stand in loads.css. */
const COLUMNS: readonly { name: string; number?: boolean; hidden?: boolean }[] = [
  { name: 'Order and selection', hidden: true },
  { name: 'Qty', number: true },
  { name: 'Load' },
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

const clamp = (at: number, length: number): number => Math.max(0, Math.min(length - 1, at))

/** Whether an arrow leaves the cell: at the end of its text, or with all of it selected. */
function atEdge(cell: HTMLElement, right: number): boolean {
  if (!(cell instanceof HTMLInputElement)) return cell.tagName === 'SELECT'
  const [from, to] = [cell.selectionStart ?? 0, cell.selectionEnd ?? 0]
  if (from === 0 && to === cell.value.length) return true
  return from === to && (right > 0 ? to === cell.value.length : from === 0)
}

const PRIORITY_TITLE = { critical: 'Critical', ordinary: 'Ordinary', 'can-wait': 'Can wait for sun' } as const

function grouped(loads: readonly Load[], grouping: Grouping): ShownGroup[] {
  if (grouping === 'none') return [{ name: '', loads }]
  const nameOf = (load: Load) =>
    grouping === 'group'
      ? load.group || 'No room'
      : grouping === 'priority'
        ? PRIORITY_TITLE[load.priority]
        : load.basis
  const groups = new Map<string, Load[]>()
  for (const load of loads) groups.set(nameOf(load), [...(groups.get(nameOf(load)) ?? []), load])
  return [...groups].map(([name, list]) => ({ name, loads: list }))
}
