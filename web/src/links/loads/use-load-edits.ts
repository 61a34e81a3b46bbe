import { notifications } from '@mantine/notifications'
import { type Load, MOST_LOADS } from '@yard-lamp/core'
import { entryOf, type LoadColumn, loadsFromTable, type ReadTable, shownEntry } from '@yard-lamp/core/loads'
import { edited } from '../../store/job-slice.ts'
import { selectLoads } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { BLOCK_COLUMNS } from './LoadRow.tsx'
import { cellsOf, copied, headingOf } from './load-clipboard.ts'
import { type Block, columnsOfBlock, isMany, rowsOfBlock } from './use-grid-block.ts'

/** Most refused cells that are told one by one. */
const MOST_TOLD = 4

interface Grid {
  /** Loads in the order shown. */
  readonly order: readonly Load[]
  readonly block: Block | null
  /** A load for a row that is added. */
  readonly fresh: () => Load
}

/** What is done to several rows or cells at once; each is one step of undo. */
export function useLoadEdits({ order, block, fresh }: Grid) {
  const loads = useAppSelector(selectLoads)
  const dispatch = useAppDispatch()
  /** Puts a block of cells in, beginning at a cell; rows beyond the last are added. */
  const paste = (text: string, at: number, column: LoadColumn) => {
    const cells = cellsOf(text)
    const columns = BLOCK_COLUMNS.slice(Math.max(0, BLOCK_COLUMNS.indexOf(column)))
    const onto = order.slice(at)
    const read = loadsFromTable(cells, columns, onto)
    const room = MOST_LOADS - loads.length
    const changes: { id: string; patch: Partial<Load> }[] = []
    const added: Load[] = []
    read.patches.forEach((patch, i) => {
      const load = onto[i]
      if (load) changes.push({ id: load.id, patch })
      else if (added.length < room) added.push({ ...fresh(), ...patch })
    })
    const count = changes.length + added.length
    const rows = count === 1 ? '1 row' : `${count} rows`
    dispatch(edited({ act: 'paste-loads', changes, added, at: loads.length }, `pasting ${rows}`))
    tellPasted(rows, count, read)
  }

  const blockLoads = (): Load[] => {
    if (!block) return []
    const [first, last] = rowsOfBlock(block)
    return order.slice(first, last + 1)
  }
  const blockColumns = (): LoadColumn[] => {
    if (!block) return []
    const [first, last] = columnsOfBlock(block)
    return BLOCK_COLUMNS.slice(first, last + 1)
  }
  /** Gives each cell of some columns of the loads what `textOf` says; what is not understood is left. */
  const fill = (
    targets: readonly Load[],
    columns: readonly LoadColumn[],
    textOf: (column: LoadColumn) => string,
    label: string,
  ) => {
    const changes = targets.map((load) => {
      let patch: Partial<Load> = {}
      for (const column of columns) {
        const entry = entryOf({ ...load, ...patch }, column, textOf(column))
        if (entry.ok) patch = { ...patch, ...entry.patch }
      }
      return { id: load.id, patch }
    })
    if (changes.length > 0) dispatch(edited({ act: 'change-loads', changes }, label))
  }
  const fillDown = (at: number, column: LoadColumn) => {
    const [source, targets, columns] = isMany(block)
      ? [blockLoads()[0], blockLoads().slice(1), blockColumns()]
      : [order[at - 1], order.slice(at, at + 1), [column]]
    if (source) fill(targets, columns, (each) => shownEntry(source, each), 'filling down')
  }
  const moveBefore = (ids: readonly string[], before: string | null) =>
    dispatch(edited({ act: 'move-loads', ids, before }))
  return {
    paste,
    fillDown,
    moveBefore,
    fillBlock: (text: string, label: string) => fill(blockLoads(), blockColumns(), () => text, label),
    copiedBlock: () => copied(blockLoads(), blockColumns(), false),
    move(ids: readonly string[], step: number) {
      const places = ids.map((id) => loads.findIndex((load) => load.id === id)).sort((a, b) => a - b)
      const before = step < 0 ? loads[(places[0] ?? 0) - 1] : loads[(places.at(-1) ?? 0) + 2]
      if (step > 0 || before) moveBefore(ids, before?.id ?? null)
    },
    remove: (ids: readonly string[]) => dispatch(edited({ act: 'remove-loads', ids })),
  }
}

/** Says what was pasted, and names the cells that were not understood. */
function tellPasted(rows: string, count: number, { refused, ignored, patches }: ReadTable): void {
  const told = refused.slice(0, MOST_TOLD).map((cell) => `Row ${cell.row}, ${headingOf(cell.column)}: ${cell.message}`)
  const left = refused.length === 1 ? '1 cell' : `${refused.length} cells`
  notifications.show({
    color: refused.length > 0 ? 'red' : 'gray',
    autoClose: refused.length > 0 ? false : 4000,
    closeButtonProps: { 'aria-label': 'Close this message' },
    title: `${rows} pasted${refused.length > 0 ? `, ${left} not understood and left empty or as before` : ''}`,
    message: [
      ...told,
      ...(refused.length > told.length ? [`and ${refused.length - told.length} more`] : []),
      ...(ignored.length > 0 ? [`Columns not used: ${ignored.join(', ')}`] : []),
      ...(patches.length > count ? [`A job holds at most ${MOST_LOADS} loads: the rest was left out.`] : []),
    ].join('\n'),
    style: { whiteSpace: 'pre-line' },
  })
}
