import type { Load } from '@yard-lamp/core'
import { type DayLayer, shiftedLoad } from '@yard-lamp/core/loads'
import { type PointerEvent, useState } from 'react'
import { edited } from '../../store/job-slice.ts'
import { useAppDispatch } from '../../store/store.ts'
import { loadsLit } from '../../store/view-slice.ts'

/** A load that is being dragged along the day. */
export interface Drag {
  readonly loadId: string
  readonly fromX: number
  readonly byH: number
}

interface DayGestures {
  readonly frame: { readonly leftPx: number; readonly topPx: number; readonly innerPx: number }
  /** Width of an hour, px. */
  readonly cellPx: number
  /** Watts at the top of the picture. */
  readonly topW: number
  readonly layers: readonly DayLayer[]
  readonly drag: Drag | null
  readonly dragged: Load | undefined
  setDrag(drag: Drag | null): void
}

/** The pointer on the day's picture: the hour and the load under it, and a load dragged along. It draws nothing. */
export function useDayGestures({ frame, cellPx, topW, layers, drag, dragged, setDrag }: DayGestures) {
  const dispatch = useAppDispatch()
  const [hour, setHour] = useState<number | null>(null)
  const hourAt = (event: PointerEvent): number | null => {
    const box = event.currentTarget.getBoundingClientRect()
    const at = Math.floor((event.clientX - box.left - frame.leftPx) / cellPx)
    return at >= 0 && at < 24 ? at : null
  }
  const layerAt = (event: PointerEvent): DayLayer | null => {
    const at = hourAt(event)
    const box = event.currentTarget.getBoundingClientRect()
    const watts = (1 - (event.clientY - box.top - frame.topPx) / frame.innerPx) * topW
    let sum = 0
    for (const layer of layers) {
      sum += at === null ? 0 : (layer.hourlyW[at] ?? 0)
      if (watts >= 0 && watts < sum) return layer
    }
    return null
  }
  const onPointerDown = (event: PointerEvent) => {
    const layer = layerAt(event)
    const only = layer?.loadIds.length === 1 ? layer.loadIds[0] : undefined
    if (event.button !== 0 || only === undefined) return
    event.currentTarget.setPointerCapture(event.pointerId)
    setDrag({ loadId: only, fromX: event.clientX, byH: 0 })
    dispatch(loadsLit([only]))
  }
  const onPointerMove = (event: PointerEvent) => {
    setHour(hourAt(event))
    if (drag) setDrag({ ...drag, byH: Math.round((event.clientX - drag.fromX) / Math.max(1, cellPx)) })
    else dispatch(loadsLit(layerAt(event)?.loadIds ?? []))
  }
  const onPointerUp = () => {
    if (drag && dragged && drag.byH !== 0)
      dispatch(
        edited(
          { act: 'change-loads', changes: [{ id: dragged.id, patch: shiftedLoad(dragged, drag.byH) }] },
          `moving ${dragged.name || 'a load'} along the day`,
        ),
      )
    setDrag(null)
  }
  return {
    hour,
    onPointerDown,
    onPointerMove,
    onPointerUp,
    onPointerCancel: () => setDrag(null),
    onPointerLeave: () => {
      setHour(null)
      if (!drag) dispatch(loadsLit([]))
    },
  }
}
