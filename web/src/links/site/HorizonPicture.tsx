import { useElementSize } from '@mantine/hooks'
import { DRAWN_STEP_DEG, drawnHeights } from '@yard-lamp/core/site'
import { formatNumber } from '@yard-lamp/core/units'
import { useMemo } from 'react'
import { selectSite } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { namedTracks, type SkyPoint, sunHours, sunTracks, TRACK_NAME } from './sun-tracks.ts'
import { slotOf, useHorizonPen } from './use-horizon-pen.ts'

const HEIGHT_PX = 300
const LEFT_PX = 40
const BOTTOM_PX = 24
const TOP_PX = 10

/** Azimuth by height: the sun's tracks by month and hour, the horizon over them. */
// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one drawing, from back to front; the pen stands in use-horizon-pen.ts
export function HorizonPicture() {
  const site = useAppSelector(selectSite)
  const { ref, width } = useElementSize()
  const { latitudeDeg, horizon } = site
  // The equator stands in the middle: south from the north, north from the south.
  const middleDeg = (latitudeDeg ?? 0) >= 0 ? 180 : 0
  const innerPx = Math.max(0, width - LEFT_PX - 8)
  const turned = (azimuthDeg: number) => (azimuthDeg - middleDeg + 540) % 360
  const x = (azimuthDeg: number) => LEFT_PX + (turned(azimuthDeg) / 360) * innerPx
  const tracks = useMemo(() => (latitudeDeg === null ? [] : sunTracks(latitudeDeg)), [latitudeDeg])
  const hourLines = useMemo(() => (latitudeDeg === null ? [] : sunHours(latitudeDeg)), [latitudeDeg])
  // As much of the sky as the sun or the horizon reaches; it does not change under the pen.
  const highestDeg = Math.max(
    45,
    ...tracks.flatMap(({ points }) => points.map(({ heightDeg }) => heightDeg)),
    ...drawnHeights(horizon),
  )
  const topDeg = Math.min(90, Math.ceil((highestDeg + 8) / 15) * 15)
  const frame = { leftPx: LEFT_PX, topPx: TOP_PX, innerPx, highPx: HEIGHT_PX - TOP_PX - BOTTOM_PX, topDeg, middleDeg }
  const { heights, over, ...handlers } = useHorizonPen(horizon, frame)
  const y = (heightDeg: number) => TOP_PX + (1 - heightDeg / topDeg) * (HEIGHT_PX - TOP_PX - BOTTOM_PX)
  const named = namedTracks(tracks, y)
  const outline = Array.from({ length: 361 / DRAWN_STEP_DEG + 1 }, (_, i) => {
    const azimuth = (middleDeg + 180 + i * DRAWN_STEP_DEG) % 360
    const px = LEFT_PX + ((i * DRAWN_STEP_DEG) / 360) * innerPx
    return `${px.toFixed(1)},${y(heights[slotOf(azimuth, heights.length)] ?? 0).toFixed(1)}`
  })
  return (
    <div ref={ref} className="sun-path">
      <svg
        width={width}
        height={HEIGHT_PX}
        role="img"
        aria-label={`Paths of the sun and the horizon, highest ${formatNumber(Math.max(...heights), 0)}°. Points may be typed below.`}
        {...handlers}
      >
        {[0, 15, 30, 45, 60, 75, 90]
          .filter((height) => height <= topDeg)
          .map((height) => (
            <g key={height}>
              <line x1={LEFT_PX} x2={LEFT_PX + innerPx} y1={y(height)} y2={y(height)} className="scale-line" />
              {height % 30 === 0 && (
                <text x={LEFT_PX - 6} y={y(height) + 4} className="scale-figure" textAnchor="end">
                  {height}°
                </text>
              )}
            </g>
          ))}
        {hourLines.map(({ hour, points }) => (
          <g key={hour}>
            <Path points={points} x={x} y={y} className="sun-hour" />
            {points[0] && (
              <text
                x={x(points[0].azimuthDeg)}
                y={y(Math.max(...points.map((point) => point.heightDeg))) - 8}
                className="sun-name"
                textAnchor="middle"
              >
                {hour}
              </text>
            )}
          </g>
        ))}
        {tracks.map(({ month, points }) => {
          const top = points.reduce(
            (a, b) => (b.heightDeg > a.heightDeg ? b : a),
            points[0] ?? { azimuthDeg: 0, heightDeg: 0 },
          )
          return (
            <g key={month}>
              <Path points={points} x={x} y={y} className="sun-track" />
              {named.has(month) && (
                <text x={x(top.azimuthDeg) + 5} y={y(top.heightDeg) + 13} className="sun-name">
                  {TRACK_NAME[month]}
                </text>
              )}
            </g>
          )
        })}
        <path d={`M${LEFT_PX},${y(0)}L${outline.join('L')}L${LEFT_PX + innerPx},${y(0)}Z`} className="sun-land" />
        {(['N', 'E', 'S', 'W'] as const).map((name, i) => (
          <text key={name} x={x(i * 90)} y={HEIGHT_PX - 6} className="scale-figure" textAnchor="middle">
            {name}
          </text>
        ))}
        {over && (
          <text x={LEFT_PX + innerPx - 4} y={TOP_PX + 12} className="sun-name" textAnchor="end">
            {formatNumber(over.azimuthDeg, 0)}°, {formatNumber(over.heightDeg, 0)}° high
          </text>
        )}
        {latitudeDeg === null && (
          <text x={LEFT_PX + innerPx / 2} y={HEIGHT_PX / 2} className="scale-figure" textAnchor="middle">
            The paths of the sun are drawn once the latitude is in
          </text>
        )}
      </svg>
    </div>
  )
}

/** A line through the sky; it is broken where it leaves one side of the picture and comes in at the other. */
function Path({
  points,
  x,
  y,
  className,
}: {
  points: readonly SkyPoint[]
  x: (deg: number) => number
  y: (deg: number) => number
  className: string
}) {
  let d = ''
  let lastX = 0
  points.forEach(({ azimuthDeg, heightDeg }, i) => {
    const px = x(azimuthDeg)
    d += `${i === 0 || Math.abs(px - lastX) > 200 ? 'M' : 'L'}${px.toFixed(1)},${y(heightDeg).toFixed(1)}`
    lastX = px
  })
  return <path d={d} className={className} />
}
