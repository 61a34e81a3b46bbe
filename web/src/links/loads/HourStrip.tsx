import { type KeyboardEvent, memo, type PointerEvent, useRef, useState } from 'react'

interface HourStripProps {
  /** Hours 0 to 23 in which it runs; null where not painted. */
  hours: readonly number[] | null
  /** Hours of the weekend, where they differ. */
  weekend?: readonly number[] | null
  label: string
  onHours: (hours: number[] | null) => void
  /** Moves the hours along the day: Ctrl and an arrow. */
  onShift?: (byH: number) => void
  /** An empty list is kept: it does not run at all. */
  mayBeEmpty?: boolean
}

const CELL_PX = 6
const NONE: readonly number[] = []

/** The 24 hours of the day, painted by dragging; with the keyboard, arrows move and Space paints. */
// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one strip with its hand on it
export function HourStrip({ hours, weekend = null, label, onHours, onShift, mayBeEmpty = false }: HourStripProps) {
  const box = useRef<HTMLDivElement>(null)
  const [cursor, setCursor] = useState<number | null>(null)
  // While dragging: the hours as painted so far, and whether the drag fills or clears.
  const [draft, setDraft] = useState<{ hours: number[]; fills: boolean; last: number } | null>(null)
  const shown = draft?.hours ?? hours ?? NONE

  const hourAt = (clientX: number): number => {
    const rect = box.current?.getBoundingClientRect()
    return rect ? Math.min(23, Math.max(0, Math.floor(((clientX - rect.left) / rect.width) * 24))) : 0
  }
  /** All hours from one to another, so that a quick drag leaves no gap. */
  const painted = (list: readonly number[], from: number, to: number, fills: boolean): number[] => {
    const span = Array.from({ length: Math.abs(to - from) + 1 }, (_, i) => Math.min(from, to) + i)
    return fills ? [...new Set([...list, ...span])].sort((a, b) => a - b) : list.filter((each) => !span.includes(each))
  }
  const settle = (list: number[]) => onHours(list.length === 0 && !mayBeEmpty ? null : list)

  const down = (event: PointerEvent) => {
    if (event.button !== 0) return
    event.currentTarget.setPointerCapture(event.pointerId)
    const hour = hourAt(event.clientX)
    const fills = !shown.includes(hour)
    setDraft({ hours: painted(shown, hour, hour, fills), fills, last: hour })
  }
  const move = (event: PointerEvent) => {
    if (!draft) return
    const hour = hourAt(event.clientX)
    setDraft({ ...draft, hours: painted(draft.hours, draft.last, hour, draft.fills), last: hour })
  }
  const up = () => {
    if (draft) settle(draft.hours)
    setDraft(null)
  }
  const key = (event: KeyboardEvent) => {
    const at = cursor ?? 12
    const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
    if (step !== 0 && (event.ctrlKey || event.metaKey)) {
      onShift?.(step)
    } else if (step !== 0) {
      const next = Math.min(23, Math.max(0, at + step))
      setCursor(next)
      if (event.shiftKey) settle(painted(shown, at, next, true))
    } else if (event.key === ' ' && !event.ctrlKey) {
      settle(painted(shown, at, at, !shown.includes(at)))
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      onHours(null)
    } else return
    event.preventDefault()
    event.stopPropagation()
  }
  return (
    <div
      ref={box}
      className="strip"
      role="slider"
      tabIndex={0}
      data-column="hoursOfDay"
      aria-label={label}
      aria-valuemin={0}
      aria-valuemax={23}
      aria-valuenow={cursor ?? 12}
      aria-valuetext={`${cursor ?? 12}:00 ${shown.includes(cursor ?? 12) ? 'on' : 'off'}; ${shown.length} hours painted`}
      title={hours === null ? 'Not painted: taken in the evening. Drag to paint.' : 'Drag to paint the hours it runs'}
      onPointerDown={down}
      onPointerMove={move}
      onPointerUp={up}
      onPointerCancel={up}
      onFocus={() => setCursor(shown[0] ?? 12)}
      onBlur={() => setCursor(null)}
      onKeyDown={key}
    >
      <Strip hours={shown} painted={draft !== null || hours !== null} weekend={weekend} cursor={cursor} />
    </div>
  )
}

interface StripProps {
  hours: readonly number[]
  /** Not the evening taken where nothing is painted. */
  painted: boolean
  weekend: readonly number[] | null
  cursor: number | null
}

const Strip = memo(function Strip({ hours, painted, weekend, cursor }: StripProps) {
  return (
    <svg width={24 * CELL_PX} height="18" aria-hidden>
      {Array.from({ length: 24 }, (_, hour) => {
        const on = hours.includes(hour)
        return (
          <rect
            key={hour}
            x={hour * CELL_PX + 0.5}
            y={on ? 2 : 7}
            width={CELL_PX - 1}
            height={on ? (weekend ? 10 : 14) : 4}
            rx="1"
            className={on ? 'strip-on' : painted ? 'strip-off' : 'strip-open'}
          />
        )
      })}
      {weekend?.map((hour) => (
        <rect key={hour} x={hour * CELL_PX + 0.5} y="14" width={CELL_PX - 1} height="3" className="strip-weekend" />
      ))}
      {cursor !== null && (
        <rect x={cursor * CELL_PX - 0.5} y="0.5" width={CELL_PX + 1} height="17" className="strip-cursor" />
      )}
    </svg>
  )
})
