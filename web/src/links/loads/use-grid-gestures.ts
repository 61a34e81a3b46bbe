import type { Load } from '@yard-lamp/core'
import type { LoadColumn } from '@yard-lamp/core/loads'
import {
  type ClipboardEvent,
  type DragEvent,
  type KeyboardEvent,
  type MouseEvent,
  type RefObject,
  useEffect,
  useRef,
  useState,
} from 'react'
import { BLOCK_COLUMNS } from './LoadRow.tsx'
import { copiedRows, isBlock } from './load-clipboard.ts'
import { isMany, rowsOfBlock, type useGridSelection } from './use-grid-block.ts'
import type { useLoadEdits } from './use-load-edits.ts'

interface GridGestures {
  readonly body: RefObject<HTMLTableElement | null>
  /** Loads in the order shown. */
  readonly order: readonly Load[]
  /** Rows may be dragged: they stand in the order of the job. */
  readonly movable: boolean
  readonly selection: ReturnType<typeof useGridSelection>
  readonly edits: ReturnType<typeof useLoadEdits>
  add(): void
  focusCell(row: number, column: string): void
}

/** Rows of loads in the order shown, without the details that stand between them. A live list: no key walks the page. */
const rowsOf = (body: HTMLElement | null): ArrayLike<HTMLElement> =>
  (body?.getElementsByClassName('load-row') as HTMLCollectionOf<HTMLElement> | undefined) ?? []

export const rowAt = (body: HTMLElement | null, row: number): HTMLElement | undefined => rowsOf(body)[row]

/** Hand and keyboard on the grid: arrows, blocks, clipboard, rows selected and dragged. It draws nothing. */
export function useGridGestures(grid: GridGestures) {
  const drag = useRowDrag(grid)
  return { onKeyDown: keysOf(grid), onMouseDown: blockOf(grid), onClick: gripOf(grid), ...useClipboard(grid), ...drag }
}

/** Arrows, Enter and the commands of a row or a block. */
function keysOf({ body, order, selection, edits, add, focusCell }: GridGestures) {
  const { block, selected } = selection
  // Long: one list of keys, each with what it does.
  return (event: KeyboardEvent) => {
    const cell = event.target as HTMLElement
    const column = cell.dataset.column as LoadColumn | undefined
    const row = cell.closest('tr')
    if (!column || !row) return
    const at = placeOf(order, row)
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
}

const placeOf = (order: readonly Load[], row: HTMLElement): number =>
  order.findIndex(({ id }) => id === row.dataset.load)

/** The cell an event is in, as row and column. */
function cellOf({ order }: GridGestures, target: EventTarget): { at: number; column: LoadColumn } | null {
  const cell = (target as HTMLElement).closest<HTMLElement>('[data-column]')
  const row = cell?.closest('tr')
  return cell && row ? { at: placeOf(order, row), column: cell.dataset.column as LoadColumn } : null
}

/** A block is marked from the cell in hand to the one clicked with Shift. */
function blockOf(grid: GridGestures) {
  const { block } = grid.selection
  return (event: MouseEvent) => {
    const to = cellOf(grid, event.target)
    if (!to) return
    const columnAt = BLOCK_COLUMNS.indexOf(to.column)
    const from = document.activeElement && cellOf(grid, document.activeElement)
    if (event.shiftKey && from && from.at >= 0 && columnAt >= 0) {
      event.preventDefault()
      const begin = block?.from ?? ([from.at, BLOCK_COLUMNS.indexOf(from.column)] as const)
      grid.selection.setBlock({ from: begin, to: [to.at, columnAt] })
    } else if (block) grid.selection.setBlock(null)
  }
}

function useClipboard(grid: GridGestures) {
  const { body, order, edits } = grid
  const { block, selected } = grid.selection
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
    const cell = cellOf(grid, event.target)
    if (isBlock(text)) {
      event.preventDefault()
      event.stopPropagation()
      edits.paste(
        text,
        block ? rowsOfBlock(block)[0] : (cell?.at ?? order.length),
        cell?.column ?? BLOCK_COLUMNS[0] ?? 'name',
      )
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
  }, [body])
  return { onCopy, onPaste }
}

/** A grip selects its row, or the rows to it. */
function gripOf({ order, selection }: GridGestures) {
  return (event: MouseEvent) => {
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
}

/** Rows dragged to another place. `dropBefore` is the load they would stand before, null for the end, undefined for nowhere. */
function useRowDrag({ body, order, movable, selection, edits }: GridGestures) {
  const { selected } = selection
  const [dropBefore, setDropBefore] = useState<string | null | undefined>(undefined)
  const dragged = useRef<string[]>([])
  const rowUnder = (y: number): string | null => {
    const row = Array.from(rowsOf(body.current)).find((each) => {
      const box = each.getBoundingClientRect()
      return y < box.top + box.height / 2
    })
    return row?.dataset.load ?? null
  }
  return {
    dropBefore,
    onDragStart: (event: DragEvent) => {
      const id = (event.target as HTMLElement).closest<HTMLElement>('tr')?.dataset.load
      if (!id) return
      dragged.current = selected.has(id) ? order.filter((load) => selected.has(load.id)).map((load) => load.id) : [id]
      event.dataTransfer.effectAllowed = 'move'
      event.dataTransfer.setData('text/plain', copiedRows(order.filter((load) => dragged.current.includes(load.id))))
    },
    onDragOver: (event: DragEvent) => {
      if (dragged.current.length === 0 || !movable) return
      event.preventDefault()
      const before = rowUnder(event.clientY)
      if (before !== dropBefore) setDropBefore(before)
    },
    onDrop: (event: DragEvent) => {
      event.preventDefault()
      const ids = dragged.current
      if (ids.length > 0 && dropBefore !== undefined && !(dropBefore && ids.includes(dropBefore)))
        edits.moveBefore(ids, dropBefore)
    },
    onDragEnd: () => {
      dragged.current = []
      setDropBefore(undefined)
    },
  }
}

const clamp = (at: number, length: number): number => Math.max(0, Math.min(length - 1, at))

/** Whether an arrow leaves the cell: at the end of its text, or with all of it selected. */
function atEdge(cell: HTMLElement, right: number): boolean {
  if (!(cell instanceof HTMLInputElement)) return cell.tagName === 'SELECT'
  const [from, to] = [cell.selectionStart ?? 0, cell.selectionEnd ?? 0]
  if (from === 0 && to === cell.value.length) return true
  return from === to && (right > 0 ? to === cell.value.length : from === 0)
}
