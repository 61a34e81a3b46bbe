import { useComputedColorScheme } from '@mantine/core'
import type { YearSeen } from '@yard-lamp/core/proof'
import { monthName } from '@yard-lamp/core/units'
import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from 'react'
import { dayText, MONTH_STARTS } from './day-text.ts'
import { THREADS, type Thread } from './threads.ts'

const DAYS = 365
const HOURS = 24

interface ClothProps {
  seen: YearSeen
  thread: Thread
  /** Day that is open, from 0. */
  day: number
  onDay: (day: number) => void
}

/** The year woven of its hours: 365 columns of 24. A day is opened by a click, or by the arrow keys. */
export function Cloth({ seen, thread, day, onDay }: ClothProps) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const scheme = useComputedColorScheme('light')
  const [over, setOver] = useState<number | null>(null)
  const woven = THREADS.find(({ id }) => id === thread) ?? THREADS[0]
  // biome-ignore lint/correctness/useExhaustiveDependencies: the theme's colours are read anew when it changes
  useEffect(() => {
    if (canvas.current && woven) weave(canvas.current, seen, woven)
  }, [seen, woven, scheme])
  if (!woven) return null
  const hourAt = (event: PointerEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect()
    const column = Math.min(DAYS - 1, Math.max(0, Math.floor(((event.clientX - box.left) / box.width) * DAYS)))
    const row = Math.min(HOURS - 1, Math.max(0, Math.floor(((event.clientY - box.top) / box.height) * HOURS)))
    return column * HOURS + row
  }
  const onKey = (event: KeyboardEvent) => {
    const step = STEPS[event.key]
    if (step === undefined) return
    event.preventDefault()
    onDay(Math.max(0, Math.min(DAYS - 1, Number.isFinite(step) ? day + step : step > 0 ? DAYS - 1 : 0)))
  }
  return (
    <div className="cloth">
      <div className="cloth-hours" aria-hidden>
        {[0, 6, 12, 18].map((hour) => (
          <span key={hour} style={{ top: `${(hour / HOURS) * 100}%` }}>
            {hour}:00
          </span>
        ))}
      </div>
      <div
        className="cloth-web"
        role="slider"
        tabIndex={0}
        aria-label="Day of the year that is open"
        aria-valuemin={1}
        aria-valuemax={DAYS}
        aria-valuenow={day + 1}
        aria-valuetext={dayText(day)}
        onKeyDown={onKey}
        onPointerMove={(event) => setOver(hourAt(event))}
        onPointerLeave={() => setOver(null)}
        onPointerDown={(event) => onDay(Math.floor(hourAt(event) / HOURS))}
      >
        <canvas ref={canvas} width={DAYS} height={HOURS} />
        <span className="cloth-open" style={{ left: `${(day / DAYS) * 100}%`, width: `${100 / DAYS}%` }} />
      </div>
      <div className="cloth-months" aria-hidden>
        {MONTH_STARTS.map((first, month) => (
          <span key={first} style={{ left: `${(first / DAYS) * 100}%` }}>
            {monthName(month + 1).slice(0, 3)}
          </span>
        ))}
      </div>
      <p className="small cloth-said">
        {over === null
          ? `Open: ${dayText(day)}. A click or the arrow keys open another day.`
          : `${dayText(Math.floor(over / HOURS))}, ${over % HOURS}:00: ${woven.text(woven.at(seen, over))}`}
      </p>
    </div>
  )
}

const STEPS: Readonly<Record<string, number>> = {
  ArrowLeft: -1,
  ArrowRight: 1,
  ArrowUp: 7,
  ArrowDown: -7,
  PageUp: 30,
  PageDown: -30,
  Home: Number.NEGATIVE_INFINITY,
  End: Number.POSITIVE_INFINITY,
}

/** Every hour a dot of its colour: one image, put down at once. */
function weave(canvas: HTMLCanvasElement, seen: YearSeen, woven: (typeof THREADS)[number]): void {
  const context = canvas.getContext('2d')
  if (!context) return
  const [from, to] = [colourOf(woven.from), colourOf(woven.to)]
  let most = woven.id === 'charge' ? 1 : 0
  for (let hour = 0; hour < DAYS * HOURS; hour++) most = Math.max(most, woven.at(seen, hour))
  const image = context.createImageData(DAYS, HOURS)
  for (let hour = 0; hour < DAYS * HOURS; hour++) {
    const share = most > 0 ? woven.at(seen, hour) / most : 0
    // What there is little of is still to be seen.
    const shade = woven.id === 'charge' ? share : share > 0 ? 0.25 + 0.75 * share : 0
    const at = ((hour % HOURS) * DAYS + Math.floor(hour / HOURS)) * 4
    for (let part = 0; part < 3; part++)
      image.data[at + part] = (from[part] ?? 0) + shade * ((to[part] ?? 0) - (from[part] ?? 0))
    image.data[at + 3] = 255
  }
  context.putImageData(image, 0, 0)
}

/** Red, green and blue of a colour of the theme. */
function colourOf(name: string): readonly number[] {
  const text = getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim()
  return [1, 3, 5].map((at) => Number.parseInt(text.slice(at, at + 2), 16))
}
