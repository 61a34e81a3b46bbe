import { useState } from 'react'

/** A block of cells: where it began and where it now ends, by row and column as shown. */
export interface Block {
  readonly from: readonly [row: number, column: number]
  readonly to: readonly [row: number, column: number]
}

export const rowsOfBlock = ({ from, to }: Block): [first: number, last: number] => [
  Math.min(from[0], to[0]),
  Math.max(from[0], to[0]),
]
export const columnsOfBlock = ({ from, to }: Block): [first: number, last: number] => [
  Math.min(from[1], to[1]),
  Math.max(from[1], to[1]),
]
export const isMany = (block: Block | null): block is Block =>
  block !== null && (block.from[0] !== block.to[0] || block.from[1] !== block.to[1])

/** The block of cells selected in the grid, and the rows selected as a whole. */
export function useGridSelection() {
  const [block, setBlock] = useState<Block | null>(null)
  const [selected, setSelected] = useState<ReadonlySet<string>>(new Set())
  const [last, setLast] = useState<string | null>(null)
  return {
    block,
    setBlock,
    selected,
    /** @param order ids as shown, for a selection from the last row to this one */
    select(id: string, how: 'only' | 'toggle' | 'range', order: readonly string[]) {
      const [a, b] = [order.indexOf(last ?? id), order.indexOf(id)]
      if (how === 'range' && a >= 0)
        setSelected(new Set([...selected, ...order.slice(Math.min(a, b), Math.max(a, b) + 1)]))
      else if (how === 'toggle' || (selected.size === 1 && selected.has(id))) {
        const next = new Set(selected)
        if (!next.delete(id)) next.add(id)
        setSelected(next)
      } else setSelected(new Set([id]))
      setLast(id)
    },
    clear() {
      setSelected(new Set())
      setBlock(null)
    },
  }
}
