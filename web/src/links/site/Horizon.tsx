import { Button, Textarea } from '@mantine/core'
import { useElementSize } from '@mantine/hooks'
import {
  DRAWN_STEP_DEG,
  declinationDeg,
  drawnHeights,
  horizonText,
  pointsOfHeights,
  readHorizon,
  sunInSky,
} from '@yard-lamp/core/site'
import { MONTH_MEAN_DAYS } from '@yard-lamp/core/tables'
import { formatNumber, formatPercent, MONTH_NAMES } from '@yard-lamp/core/units'
import { type PointerEvent, useMemo, useState } from 'react'
import { FileField } from '../../fields/FileField.tsx'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign, selectSite } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'

const HEIGHT_PX = 300
const LEFT_PX = 40
const BOTTOM_PX = 24
const TOP_PX = 10
const HOURS = [4, 6, 8, 10, 12, 14, 16, 18, 20]
/** Months whose track is drawn and named; the others lie between, or on the same track. */
const TRACKS = [0, 1, 2, 3, 4, 5, 11]

/** The horizon over the paths of the sun: drawn by dragging, typed, or brought in as points; and what it takes. */
export function Horizon() {
  const site = useAppSelector(selectSite)
  const { site: result } = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  const [text, setText] = useState<string | null>(null)
  const [refused, setRefused] = useState('')
  const lost = result.planes.find((plane) => plane.horizonLost)?.horizonLost
  const take = (points: string) => {
    try {
      dispatch(edited({ act: 'set-site', patch: { horizon: readHorizon(points) } }))
      setText(null)
      setRefused('')
    } catch (error) {
      setText(points)
      setRefused((error as Error).message)
    }
  }
  return (
    <Part title="Horizon" aside="drag over the picture to draw what stands before the sky">
      <SunPath />
      <div className="horizon-tools">
        <Textarea
          aria-label="Points of the horizon, azimuth and height"
          placeholder={'azimuth height, a line each:\n90 12\n135 20'}
          rows={4}
          value={text ?? horizonText(site.horizon)}
          onChange={(event) => setText(event.currentTarget.value)}
          onBlur={() => text !== null && text !== horizonText(site.horizon) && take(text)}
          error={refused !== '' ? refused : null}
        />
        <div className="horizon-buttons">
          <FileField
            name="Horizon file"
            accept=".txt,.csv,.hor,.tsv"
            size="compact-sm"
            onFile={(chosen) => void chosen.text().then(take)}
          >
            Bring in points
          </FileField>
          {site.horizon.length > 0 && (
            <Button
              variant="default"
              size="compact-sm"
              onClick={() => dispatch(edited({ act: 'set-site', patch: { horizon: [] } }))}
            >
              Clear it
            </Button>
          )}
        </div>
        {lost && (
          <table className="sheet-table horizon-lost">
            <caption className="small soft">
              Lost behind it{result.planes.length > 1 ? `, ${result.planes[0]?.plane.name}` : ''}; of the diffuse light{' '}
              {formatPercent(lost.diffuse.value, 1)} all year
            </caption>
            <thead>
              <tr>
                <th>
                  <span className="visually-hidden">What</span>
                </th>
                {MONTH_NAMES.map((name) => (
                  <th key={name} className="number">
                    {name.slice(0, 3)}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              <tr>
                <th scope="row">of all, %</th>
                {lost.all.value.map((share, i) => (
                  <td key={i} className="number">
                    <b>{formatNumber(share * 100, 0)}</b>
                  </td>
                ))}
              </tr>
              <tr>
                <th scope="row">of the beam, %</th>
                {lost.beam.value.map((share, i) => (
                  <td key={i} className="number">
                    {formatNumber(share * 100, 0)}
                  </td>
                ))}
              </tr>
            </tbody>
          </table>
        )}
      </div>
    </Part>
  )
}

/** Azimuth by height: the sun's tracks by month and hour, the horizon over them. */
function SunPath() {
  const site = useAppSelector(selectSite)
  const dispatch = useAppDispatch()
  const { ref, width } = useElementSize()
  const [drawn, setDrawn] = useState<{ heights: number[]; lastAt: number; lastDeg: number } | null>(null)
  const [over, setOver] = useState<{ azimuthDeg: number; heightDeg: number } | null>(null)
  const { latitudeDeg, horizon } = site
  // The equator stands in the middle: south from the north, north from the south.
  const middleDeg = (latitudeDeg ?? 0) >= 0 ? 180 : 0
  const innerPx = Math.max(0, width - LEFT_PX - 8)
  const turned = (azimuthDeg: number) => (azimuthDeg - middleDeg + 540) % 360
  const x = (azimuthDeg: number) => LEFT_PX + (turned(azimuthDeg) / 360) * innerPx
  const heights = drawn?.heights ?? drawnHeights(horizon)
  const tracks = useMemo(() => (latitudeDeg === null ? [] : sunTracks(latitudeDeg)), [latitudeDeg])
  const hourLines = useMemo(() => (latitudeDeg === null ? [] : sunHours(latitudeDeg)), [latitudeDeg])
  // As much of the sky as the sun or the horizon reaches; it does not change under the pen.
  const highestDeg = Math.max(
    45,
    ...tracks.flatMap(({ points }) => points.map(({ heightDeg }) => heightDeg)),
    ...drawnHeights(horizon),
  )
  const topDeg = Math.min(90, Math.ceil((highestDeg + 8) / 15) * 15)
  const y = (heightDeg: number) => TOP_PX + (1 - heightDeg / topDeg) * (HEIGHT_PX - TOP_PX - BOTTOM_PX)
  const at = (event: PointerEvent) => {
    const box = event.currentTarget.getBoundingClientRect()
    const along = (event.clientX - box.left - LEFT_PX) / Math.max(1, innerPx)
    const high = 1 - (event.clientY - box.top - TOP_PX) / (HEIGHT_PX - TOP_PX - BOTTOM_PX)
    return {
      azimuthDeg: (Math.min(0.9999, Math.max(0, along)) * 360 + middleDeg + 180) % 360,
      heightDeg: Math.min(topDeg, Math.max(0, high * topDeg)),
    }
  }
  const slot = (azimuthDeg: number) => Math.round(azimuthDeg / DRAWN_STEP_DEG) % heights.length
  /** All steps between two places of the pen, so that a quick stroke leaves no gap. */
  const stroke = (list: readonly number[], from: { at: number; deg: number }, to: { at: number; deg: number }) => {
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
  const named = namedTracks(tracks, y)
  const outline = Array.from({ length: 361 / DRAWN_STEP_DEG + 1 }, (_, i) => {
    const azimuth = (middleDeg + 180 + i * DRAWN_STEP_DEG) % 360
    const px = LEFT_PX + ((i * DRAWN_STEP_DEG) / 360) * innerPx
    return `${px.toFixed(1)},${y(heights[slot(azimuth)] ?? 0).toFixed(1)}`
  })
  return (
    <div ref={ref} className="sun-path">
      <svg
        width={width}
        height={HEIGHT_PX}
        role="img"
        aria-label={`Paths of the sun and the horizon, highest ${formatNumber(Math.max(...heights), 0)}°. Points may be typed below.`}
        onPointerDown={(event) => {
          if (event.button !== 0) return
          event.currentTarget.setPointerCapture(event.pointerId)
          const { azimuthDeg, heightDeg } = at(event)
          const here = { at: slot(azimuthDeg), deg: heightDeg }
          setDrawn({ heights: stroke(heights, here, here), lastAt: here.at, lastDeg: here.deg })
        }}
        onPointerMove={(event) => {
          const place = at(event)
          setOver(place)
          if (!drawn) return
          const here = { at: slot(place.azimuthDeg), deg: place.heightDeg }
          setDrawn({
            heights: stroke(drawn.heights, { at: drawn.lastAt, deg: drawn.lastDeg }, here),
            lastAt: here.at,
            lastDeg: here.deg,
          })
        }}
        onPointerUp={() => {
          if (drawn) dispatch(edited({ act: 'set-site', patch: { horizon: pointsOfHeights(drawn.heights) } }))
          setDrawn(null)
        }}
        onPointerCancel={() => setDrawn(null)}
        onPointerLeave={() => setOver(null)}
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

interface SkyPoint {
  readonly azimuthDeg: number
  readonly heightDeg: number
}
const TRACK_NAME: Record<number, string> = {
  0: 'Jan, Nov',
  1: 'Feb, Oct',
  2: 'Mar, Sep',
  3: 'Apr, Aug',
  4: 'May, Jul',
  5: 'June',
  11: 'Dec',
}

/** Months whose names do not stand on one another, the highest and the lowest track before the others. */
function namedTracks(
  tracks: readonly { month: number; points: readonly SkyPoint[] }[],
  y: (deg: number) => number,
): Set<number> {
  const tops = new Map(
    tracks
      .filter(({ points }) => points.length > 0)
      .map(({ month, points }) => [month, y(Math.max(...points.map((point) => point.heightDeg)))]),
  )
  const named = new Map<number, number>()
  for (const month of [5, 11, 2, 3, 1, 4, 0]) {
    const at = tops.get(month)
    if (at !== undefined && [...named.values()].every((other) => Math.abs(other - at) >= 15)) named.set(month, at)
  }
  return new Set(named.keys())
}

function sunTracks(latitudeDeg: number): { month: number; points: SkyPoint[] }[] {
  return TRACKS.map((month) => ({
    month,
    points: Array.from({ length: 145 }, (_, i) =>
      sunInSky(latitudeDeg, declinationDeg(MONTH_MEAN_DAYS[month] ?? 1), -180 + i * 2.5),
    ).filter(({ heightDeg }) => heightDeg >= 0),
  }))
}

function sunHours(latitudeDeg: number): { hour: number; points: SkyPoint[] }[] {
  return HOURS.map((hour) => ({
    hour,
    points: [...TRACKS.slice(-1), ...TRACKS.slice(0, -1)]
      .map((month) => sunInSky(latitudeDeg, declinationDeg(MONTH_MEAN_DAYS[month] ?? 1), 15 * (hour - 12)))
      .filter(({ heightDeg }) => heightDeg >= 0),
  }))
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
