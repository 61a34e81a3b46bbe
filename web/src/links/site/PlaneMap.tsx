import { useElementSize } from '@mantine/hooks'
import type { PlaneMap as PlaneWorth } from '@yard-lamp/core/site'
import { formatNumber } from '@yard-lamp/core/units'
import { type KeyboardEvent, type PointerEvent, useMemo, useState } from 'react'

interface PlaneMapProps {
  map: PlaneWorth
  unit: string
  /** Where the planes stand; the first of them is the one dragged. */
  planes: readonly { name: string; tiltDeg: number; azimuthDeg: number }[]
  /** Direction in the middle: toward the equator. */
  middleDeg: number
  onPlane: (tiltDeg: number, azimuthDeg: number) => void
}

const HEIGHT_PX = 232
const LEFT_PX = 40
const BOTTOM_PX = 24
const TOP_PX = 8

/** All tilts and directions at once, deeper where more sun is; the plane is dragged on it. Our own: it is drawn on, not read alone. */
// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one map with its hand on it
export function PlaneMap({ map, unit, planes, middleDeg, onPlane }: PlaneMapProps) {
  const { ref, width } = useElementSize()
  const [over, setOver] = useState<{ tiltDeg: number; azimuthDeg: number } | null>(null)
  const [dragging, setDragging] = useState(false)
  const [plane] = planes
  const innerPx = Math.max(0, width - LEFT_PX - 8)
  /** Degrees from the left edge. */
  const turned = (azimuthDeg: number) => (((azimuthDeg - middleDeg + 180) % 360) + 360) % 360
  const along = (degrees: number) => LEFT_PX + (degrees / 360) * innerPx
  const x = (azimuthDeg: number) => along(turned(azimuthDeg))
  const y = (tiltDeg: number) => TOP_PX + (1 - tiltDeg / 90) * (HEIGHT_PX - TOP_PX - BOTTOM_PX)
  const at = (event: PointerEvent) => {
    const box = event.currentTarget.getBoundingClientRect()
    const tilt = 90 * (1 - (event.clientY - box.top - TOP_PX) / (HEIGHT_PX - TOP_PX - BOTTOM_PX))
    const from = Math.min(360, Math.max(0, (360 * (event.clientX - box.left - LEFT_PX)) / Math.max(1, innerPx)))
    return {
      tiltDeg: Math.round(Math.min(90, Math.max(0, tilt))),
      azimuthDeg: Math.round(from + middleDeg + 180) % 360,
    }
  }
  const cells = useMemo(
    () =>
      map.tiltsDeg.flatMap((tilt, i) =>
        map.azimuthsDeg.map((offset) => {
          const azimuth = (offset + middleDeg + 180) % 360
          return { tilt, offset, share: (map.worth[i]?.[map.azimuthsDeg.indexOf(azimuth)] ?? 0) / (map.most || 1) }
        }),
      ),
    [map, middleDeg],
  )
  const key = (event: KeyboardEvent) => {
    const turn = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
    const lift = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0
    if (!plane || (turn === 0 && lift === 0)) return
    event.preventDefault()
    const step = event.shiftKey ? 10 : 1
    onPlane(
      Math.min(90, Math.max(0, plane.tiltDeg + lift * step)),
      (((plane.azimuthDeg + turn * step) % 360) + 360) % 360,
    )
  }
  // Six hundred cells that do not change while a plane is dragged over them.
  // biome-ignore lint/correctness/useExhaustiveDependencies: along and y follow the width alone
  const field = useMemo(() => {
    const cellW = innerPx / 36
    const cellH = (HEIGHT_PX - TOP_PX - BOTTOM_PX) / 18
    return cells.map(({ tilt, offset, share }) => (
      <rect
        key={`${tilt}/${offset}`}
        x={along(offset) - cellW / 2 - 0.3}
        y={y(tilt) - cellH / 2 - 0.3}
        width={cellW + 0.6}
        height={cellH + 0.6}
        fill={shade(share)}
      />
    ))
  }, [cells, innerPx])
  const read = over ?? plane
  const worth = read ? worthAt(map, read.tiltDeg, read.azimuthDeg) : 0
  return (
    <div ref={ref} className="plane-map">
      <div
        role="slider"
        tabIndex={0}
        aria-label="Tilt and direction: arrows turn and lift the plane"
        aria-valuemin={0}
        aria-valuemax={90}
        aria-valuenow={plane?.tiltDeg ?? 0}
        aria-valuetext={
          plane ? `tilt ${plane.tiltDeg}°, facing ${plane.azimuthDeg}°, ${formatNumber(worth, 2)} ${unit}` : ''
        }
        onKeyDown={key}
        onPointerDown={(event) => {
          if (event.button !== 0) return
          event.currentTarget.setPointerCapture(event.pointerId)
          setDragging(true)
          const to = at(event)
          onPlane(to.tiltDeg, to.azimuthDeg)
        }}
        onPointerMove={(event) => {
          const to = at(event)
          setOver(to)
          if (dragging) onPlane(to.tiltDeg, to.azimuthDeg)
        }}
        onPointerUp={() => setDragging(false)}
        onPointerCancel={() => setDragging(false)}
        onPointerLeave={() => setOver(null)}
      >
        <svg width={width} height={HEIGHT_PX} aria-hidden>
          <clipPath id="plane-map-box">
            <rect x={LEFT_PX} y={TOP_PX} width={innerPx} height={HEIGHT_PX - TOP_PX - BOTTOM_PX} />
          </clipPath>
          <g clipPath="url(#plane-map-box)">{field}</g>
          {[0, 30, 60, 90].map((tilt) => (
            <text key={tilt} x={LEFT_PX - 6} y={y(tilt) + 4} className="scale-figure" textAnchor="end">
              {tilt}°
            </text>
          ))}
          {[0, 90, 180, 270, 360].map((offset) => (
            <text key={offset} x={along(offset)} y={HEIGHT_PX - 6} className="scale-figure" textAnchor="middle">
              {'NESW'[((offset + middleDeg + 180) % 360) / 90]}
            </text>
          ))}
          {planes.map(({ name, tiltDeg, azimuthDeg }, i) => (
            <g key={i} className="plane-mark">
              <circle cx={x(azimuthDeg)} cy={y(tiltDeg)} r={i === 0 ? 7 : 5} />
              {planes.length > 1 && (
                <text x={x(azimuthDeg) + 10} y={y(tiltDeg) + 4}>
                  {name}
                </text>
              )}
            </g>
          ))}
        </svg>
      </div>
      <p className="small plane-read" role="status">
        {read && (
          <>
            {over ? 'There' : (plane?.name ?? '')}: tilt {Math.round(read.tiltDeg)}°, facing{' '}
            {Math.round(read.azimuthDeg)}°:{' '}
            <b>
              {formatNumber(worth, unit.startsWith('kWh') ? 0 : 2)} {unit}
            </b>
            , {formatNumber((100 * worth) / (map.most || 1), 0)} % of the best
          </>
        )}
      </p>
    </div>
  )
}

/** Steps of colour, so that the eye finds the ring of equal planes. */
function shade(share: number): string {
  const steps = [0, 0.5, 0.7, 0.8, 0.9, 0.95, 0.985]
  const at = steps.filter((step) => share >= step).length / steps.length
  return `color-mix(in srgb, var(--lamp) ${Math.round(at * 88)}%, var(--card))`
}

/** Between the points of the map, in straight lines. */
function worthAt(map: PlaneWorth, tiltDeg: number, azimuthDeg: number): number {
  const [t, a] = [tiltDeg / 5, azimuthDeg / 10]
  const [i, j] = [Math.min(17, Math.floor(t)), Math.min(35, Math.floor(a))]
  const of = (row: number, column: number) => map.worth[row]?.[column] ?? 0
  const low = of(i, j) + (of(i, j + 1) - of(i, j)) * (a - j)
  const high = of(i + 1, j) + (of(i + 1, j + 1) - of(i + 1, j)) * (a - j)
  return low + (high - low) * (t - i)
}
