import type { Wall } from '@yard-lamp/core/diagram'
import type { Writer } from '@yard-lamp/core/units'
import type { Ink } from './ink.ts'
import { Words } from './Words.tsx'

interface WallDimensionsProps {
  wall: Wall
  ink: Ink
  write: Writer
  letters: number
}

/** Two figures stand no closer than this, in heights of their letters. */
const APART = 1.15

/** Figures of which the first and the last stay, and none stands on another. */
function readable(values: readonly number[], letters: number): number[] {
  const sorted = [...new Set(values.map(Math.round))].sort((a, b) => a - b)
  const last = sorted.at(-1) ?? 0
  const kept: number[] = []
  for (const value of sorted) {
    const isFree = value - (kept.at(-1) ?? Number.NEGATIVE_INFINITY) >= APART * letters
    if (value === last || (isFree && last - value >= APART * letters)) kept.push(value)
  }
  return kept
}

/** From the left edge to the left edge of each piece, and from the floor to its lower edge. */
export function WallDimensions({ wall, ink, write, letters }: WallDimensionsProps) {
  const { widthMm, heightMm, pieces } = wall
  const across = readable([0, widthMm, ...pieces.map(({ xMm }) => xMm)], letters)
  const upright = readable([0, heightMm, ...pieces.map(({ yMm }) => yMm)], letters)
  const size = letters * 0.92
  const line = { stroke: ink.soft, strokeWidth: letters / 20 }
  const text = (mm: number) => write.number(mm, 'mm', 0)
  return (
    <g>
      {across.map((x) => (
        <g key={x}>
          <path d={`M${x} ${heightMm + letters * 0.3}v${letters * 0.6}`} style={line} />
          <g transform={`rotate(-90 ${x} ${heightMm + letters * 1.1})`}>
            <Words x={x} y={heightMm + letters * 1.1 + size * 0.34} ink={ink} anchor="end" size={size} soft>
              {text(x)}
            </Words>
          </g>
        </g>
      ))}
      {upright.map((y) => (
        <g key={y}>
          <path d={`M${-letters * 0.3} ${heightMm - y}h${-letters * 0.6}`} style={line} />
          <Words x={-letters * 1.1} y={heightMm - y + size * 0.34} ink={ink} anchor="end" size={size} soft>
            {text(y)}
          </Words>
        </g>
      ))}
      <Words x={-letters * 1.1} y={heightMm + letters * 2.6} ink={ink} anchor="end" size={size} soft>
        {write.unit('mm')}
      </Words>
    </g>
  )
}
