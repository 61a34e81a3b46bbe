import type { Option } from '@yard-lamp/core'
import type { Hung } from '@yard-lamp/core/diagram'
import { type KeyboardEvent, type PointerEvent, type RefObject, type SVGProps, useRef, useState } from 'react'

import { OWN_MOVES } from '../use-pan-zoom.ts'

type ByHand = Option['wiring']['wall']
interface Moving {
  readonly id: string
  readonly xMm: number
  readonly yMm: number
}

/** Pieces come to rest on whole steps, mm; keys move by two of them, with Shift by twenty. */
const STEP_MM = 5
const KEY_MM = 10
const KEY_FAR_MM = 100
const MOST = { xMm: 50_000, yMm: 10_000 }

const rested = (mm: number, most: number): number => Math.min(most, Math.max(0, Math.round(mm / STEP_MM) * STEP_MM))
const at = (xMm: number, yMm: number) => ({ xMm: rested(xMm, MOST.xMm), yMm: rested(yMm, MOST.yMm) })

const KEYS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}

export type Held = SVGProps<SVGGElement> & { readonly [OWN_MOVES]: ''; readonly 'data-place': string }

interface Hanging {
  /** For the group they are drawn in. */
  readonly ground: RefObject<SVGGElement | null>
  /** Where pieces are now: what is kept, and what is being dragged. */
  readonly by: ByHand
  readonly hold: (piece: Hung) => Held
}

interface Given {
  readonly kept: ByHand
  readonly selected: string | null
  readonly onSelect: (id: string) => void
  /** Null hangs it where the design would. */
  readonly onHang: (id: string, to: { xMm: number; yMm: number } | null) => void
  /** Where what is found at a piece leads. */
  readonly placeOf: (id: string) => string
  /** How a piece is told to who does not see it. */
  readonly nameOf: (piece: Hung) => string
}

/** Pieces are dragged by pointer, moved by arrow keys, and go back by Delete; Escape lets go of one being dragged. */
export function useHang({ kept, selected, onSelect, onHang, placeOf, nameOf }: Given): Hanging {
  const ground = useRef<SVGGElement | null>(null)
  const [moving, setMoving] = useState<Moving | null>(null)
  const grip = useRef<{ x: number; y: number; piece: Hung; moved: boolean } | null>(null)
  /** Screen to drawing, mm. */
  const point = (event: PointerEvent): { x: number; y: number } => {
    const matrix = ground.current?.getScreenCTM()?.inverse()
    return matrix ? new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix) : { x: 0, y: 0 }
  }
  const letGo = () => {
    grip.current = null
    setMoving(null)
  }
  const hold = (piece: Hung): Held => ({
    [OWN_MOVES]: '',
    'data-place': placeOf(piece.id),
    className: 'wall-piece',
    role: 'button',
    tabIndex: 0,
    'aria-pressed': piece.id === selected,
    'aria-label': nameOf(piece),
    onFocus: () => onSelect(piece.id),
    onPointerDown(event) {
      if (event.button !== 0) return
      event.currentTarget.setPointerCapture(event.pointerId)
      const { x, y } = point(event)
      grip.current = { x, y, piece, moved: false }
      onSelect(piece.id)
    },
    onPointerMove(event) {
      const held = grip.current
      if (!held) return
      const { x, y } = point(event)
      const to = at(held.piece.xMm + x - held.x, held.piece.yMm - (y - held.y))
      // A hand that trembles moves nothing.
      if (!held.moved && Math.abs(to.xMm - held.piece.xMm) + Math.abs(to.yMm - held.piece.yMm) < 2 * STEP_MM) return
      held.moved = true
      setMoving({ id: held.piece.id, ...to })
    },
    onPointerUp() {
      if (moving && grip.current?.moved) onHang(moving.id, { xMm: moving.xMm, yMm: moving.yMm })
      letGo()
    },
    onPointerCancel: letGo,
    onKeyDown(event: KeyboardEvent) {
      if (event.ctrlKey || event.metaKey || event.altKey) return
      const way = KEYS[event.key]
      if (event.key === 'Escape') letGo()
      else if (event.key === 'Delete' || event.key === 'Backspace') onHang(piece.id, null)
      else if (way) {
        const far = event.shiftKey ? KEY_FAR_MM : KEY_MM
        onHang(piece.id, at(piece.xMm + way[0] * far, piece.yMm + way[1] * far))
      } else return
      event.preventDefault()
      event.stopPropagation()
    },
  })
  const by = moving ? { ...kept, [moving.id]: { xMm: moving.xMm, yMm: moving.yMm } } : kept
  return { ground, by, hold }
}
