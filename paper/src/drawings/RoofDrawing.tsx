import type { RoofPlane, RoofString } from '@yard-lamp/core/diagram'
import type { Writer } from '@yard-lamp/core/units'
import type { Ink } from './ink.ts'
import { Words } from './Words.tsx'

interface RoofDrawingProps {
  planes: readonly RoofPlane[]
  ink: Ink
  write: Writer
}

/** Between planes, and above each for its name, in heights of its letters. */
const BETWEEN = 3
const ABOVE = 3.4
const BELOW = 2.6

/** Height of its letters, m: as many to a panel as a name such as GP1.12 takes. */
const lettersM = (planes: readonly RoofPlane[]): number => {
  const across = planes.reduce((sum, { widthM }) => sum + widthM, 0)
  const high = Math.max(1, ...planes.map(({ heightM }) => heightM))
  return Math.max(across / 62, high / 26)
}

interface Placed {
  readonly plane: RoofPlane
  readonly leftM: number
}

/** Planes side by side on one line of eaves, a narrow one with room for its name. */
function placedOf(planes: readonly RoofPlane[], letters: number): { placed: Placed[]; widthM: number } {
  let x = 0
  const placed = planes.map((plane) => {
    const leftM = x
    x += Math.max(plane.widthM, letters * LEAST_ROOM) + BETWEEN * letters
    return { plane, leftM }
  })
  return { placed, widthM: x - BETWEEN * letters }
}
const LEAST_ROOM = 17

export function roofFrame(planes: readonly RoofPlane[]) {
  const letters = lettersM(planes)
  const { widthM } = placedOf(planes, letters)
  const highM = Math.max(1, ...planes.map(({ heightM }) => heightM))
  return {
    x: -letters * 0.6,
    y: -highM - ABOVE * letters,
    width: widthM + letters * 1.2,
    height: highM + (ABOVE + BELOW) * letters,
  }
}

/** The planes square to themselves, to one scale, with the panels of each string numbered as they are joined. */
export function RoofDrawing({ planes, ink, write }: RoofDrawingProps) {
  const letters = lettersM(planes)
  return (
    <g>
      {placedOf(planes, letters).placed.map(({ plane, leftM }) => (
        <g key={plane.planeId} transform={`translate(${leftM} 0)`}>
          <Plane plane={plane} ink={ink} write={write} letters={letters} />
        </g>
      ))}
    </g>
  )
}

function Plane({ plane, ink, write, letters }: { plane: RoofPlane; ink: Ink; write: Writer; letters: number }) {
  const { name, widthM, heightM, topWidthM, isSizeKnown, strings, tiltDeg, azimuthDeg, left } = plane
  const size = isSizeKnown ? `${write.quantity(widthM, 'm', 1)} × ${write.quantity(heightM, 'm', 1)}` : 'size not known'
  const side = (widthM - topWidthM) / 2
  return (
    <>
      <Words x={0} y={-heightM - letters * 1.9} ink={ink} bold size={letters * 1.1}>
        {name}
      </Words>
      <Words x={0} y={-heightM - letters * 0.6} ink={ink} soft size={letters * 0.86}>
        {`${size}, tilt ${Math.round(tiltDeg)}°, azimuth ${Math.round(azimuthDeg)}°`}
      </Words>
      <path
        d={`M0 0L${side} ${-heightM}H${widthM - side}L${widthM} 0Z`}
        style={{
          fill: ink.ground,
          stroke: ink.line,
          strokeWidth: letters / 14,
          strokeDasharray: isSizeKnown ? undefined : `${letters / 2} ${letters / 3}`,
        }}
      />
      {strings.map((string) => (
        <StringDrawing key={string.designation} string={string} ink={ink} letters={letters} />
      ))}
      <Words x={0} y={letters * 1.2} ink={ink} soft={left === 0} bad={left > 0} size={letters * 0.86}>
        {left > 0 ? `no room for ${left} more panels` : 'eaves, or lower edge'}
      </Words>
    </>
  )
}

function StringDrawing({ string, ink, letters }: { string: RoofString; ink: Ink; letters: number }) {
  const { designation, into, panels } = string
  const middle = ({ xM, yM, widthM, heightM }: RoofString['panels'][number]) =>
    [xM + widthM / 2, -(yM + heightM / 2)] as const
  const points = panels.map(middle)
  const [first] = points
  const last = points.at(-1)
  const size = Math.min(letters, ...panels.map(({ widthM }) => widthM / 3.6))
  const mark = size * 0.42
  // As wide as its panel at most.
  const nameSize = Math.min(size * 0.92, (panels[0]?.widthM ?? size) / (designation.length * 0.54 + 1))
  return (
    <g>
      <title>{`${designation}: ${panels.length} in series${into === '' ? '' : `, to ${into}`}`}</title>
      {panels.map(({ xM, yM, widthM, heightM }) => (
        <rect
          key={`${xM} ${yM}`}
          x={xM}
          y={-(yM + heightM)}
          width={widthM}
          height={heightM}
          style={{ fill: ink.box, stroke: ink.soft, strokeWidth: letters / 24 }}
        />
      ))}
      <polyline
        points={points.map(([x, y]) => `${x},${y}`).join(' ')}
        style={{ fill: 'none', stroke: ink.line, strokeWidth: letters / 9, strokeLinejoin: 'round' }}
      />
      {points.map(([x, y], i) => (
        <g key={`${x} ${y}`}>
          <circle cx={x} cy={y} r={mark} style={{ fill: ink.ground, stroke: ink.line, strokeWidth: letters / 16 }} />
          <Words x={x} y={y + mark * 0.5} ink={ink} anchor="middle" size={mark * 1.35}>
            {i + 1}
          </Words>
        </g>
      ))}
      {first && (
        <Words x={first[0]} y={first[1] - mark * 1.7} ink={ink} anchor="middle" size={nameSize} bold>
          {`${designation} +`}
        </Words>
      )}
      {last && (
        <Words x={last[0]} y={last[1] + mark * 1.7 + size * 0.72} ink={ink} anchor="middle" size={size * 0.86} soft>
          {`− ${into}`}
        </Words>
      )}
    </g>
  )
}
