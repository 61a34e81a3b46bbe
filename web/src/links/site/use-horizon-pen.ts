import type { HorizonPoint } from '@yard-lamp/core'
import { DRAWN_STEP_DEG, drawnHeights, pointsOfHeights } from '@yard-lamp/core/site'
import { type PointerEvent, useState } from 'react'
import { edited } from '../../store/job-slice.ts'
import { useAppDispatch } from '../../store/store.ts'

/** Where the sky stands in the picture, and what of it is shown. */
interface Frame {
  readonly leftPx: number
  readonly topPx: number
  readonly innerPx: number
  readonly highPx: number
  readonly topDeg: number
  /** Azimuth in the middle. */
  readonly middleDeg: number
}

/** Place of an azimuth among the heights that are drawn. */
export const slotOf = (azimuthDeg: number, count: number): number => Math.round(azimuthDeg / DRAWN_STEP_DEG) % count

/** A pen over the sky: what it has drawn so far, and where it is. It draws nothing by itself. */
export function useHorizonPen(horizon: readonly HorizonPoint[], frame: Frame) {
  const dispatch = useAppDispatch()
  const [drawn, setDrawn] = useState<{ heights: number[]; lastAt: number; lastDeg: number } | null>(null)
  const [over, setOver] = useState<{ azimuthDeg: number; heightDeg: number } | null>(null)
  const heights = drawn?.heights ?? drawnHeights(horizon)
  const at = (event: PointerEvent) => {
    const box = event.currentTarget.getBoundingClientRect()
    const along = (event.clientX - box.left - frame.leftPx) / Math.max(1, frame.innerPx)
    const high = 1 - (event.clientY - box.top - frame.topPx) / frame.highPx
    return {
      azimuthDeg: (Math.min(0.9999, Math.max(0, along)) * 360 + frame.middleDeg + 180) % 360,
      heightDeg: Math.min(frame.topDeg, Math.max(0, high * frame.topDeg)),
    }
  }
  return {
    heights,
    over,
    onPointerDown: (event: PointerEvent) => {
      if (event.button !== 0) return
      event.currentTarget.setPointerCapture(event.pointerId)
      const { azimuthDeg, heightDeg } = at(event)
      const here = { at: slotOf(azimuthDeg, heights.length), deg: heightDeg }
      setDrawn({ heights: stroke(heights, here, here), lastAt: here.at, lastDeg: here.deg })
    },
    onPointerMove: (event: PointerEvent) => {
      const place = at(event)
      setOver(place)
      if (!drawn) return
      const here = { at: slotOf(place.azimuthDeg, heights.length), deg: place.heightDeg }
      setDrawn({
        heights: stroke(drawn.heights, { at: drawn.lastAt, deg: drawn.lastDeg }, here),
        lastAt: here.at,
        lastDeg: here.deg,
      })
    },
    onPointerUp: () => {
      if (drawn) dispatch(edited({ act: 'set-site', patch: { horizon: pointsOfHeights(drawn.heights) } }))
      setDrawn(null)
    },
    onPointerCancel: () => setDrawn(null),
    onPointerLeave: () => setOver(null),
  }
}

/** All steps between two places of the pen, so that a quick stroke leaves no gap. */
export function stroke(
  list: readonly number[],
  from: { at: number; deg: number },
  to: { at: number; deg: number },
): number[] {
  const count = list.length
  let steps = to.at - from.at
  if (Math.abs(steps) > count / 2) steps -= Math.sign(steps) * count
  const next = [...list]
  for (let i = 0; i <= Math.abs(steps); i++) {
    const share = steps === 0 ? 1 : i / Math.abs(steps)
    next[(from.at + Math.sign(steps) * i + count) % count] = from.deg + (to.deg - from.deg) * share
  }
  return next
}
