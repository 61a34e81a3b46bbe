import type { Hung, Wall } from '@yard-lamp/core/diagram'
import type { Writer } from '@yard-lamp/core/units'
import type { SVGProps } from 'react'
import type { Ink } from './ink.ts'
import { WallDimensions } from './WallDimensions.tsx'
import { Words } from './Words.tsx'

interface WallDrawingProps {
  wall: Wall
  ink: Ink
  write: Writer
  selected?: string | null
  /** What makes a piece movable: nothing on paper. */
  hold?: (piece: Hung) => SVGProps<SVGGElement>
}

/** Height of its letters, mm: the drawing is to scale and its words are not. */
export const lettersMm = ({ widthMm, heightMm }: Wall): number => Math.max(widthMm, heightMm * 1.5) / 74
/** Room for figures left of the wall and below the floor, in heights of its letters. */
const MARGIN = 4.6

export function wallFrame(wall: Wall) {
  const margin = MARGIN * lettersMm(wall)
  const edge = lettersMm(wall) * 1.4
  return { x: -margin, y: -edge, width: wall.widthMm + margin + edge, height: wall.heightMm + margin + edge }
}

/** The wall and the bank to scale, seen from the front, on their floor; cables as lines, level and upright. */
export function WallDrawing({ wall, ink, write, selected = null, hold }: WallDrawingProps) {
  const letters = lettersMm(wall)
  const { widthMm, heightMm, pieces, ways, crowded } = wall
  const bad = new Set(crowded.flatMap(({ pieceIds }) => pieceIds))
  const chosen = pieces.find(({ id }) => id === selected)
  const up = (yMm: number) => heightMm - yMm
  return (
    <g>
      <rect
        width={widthMm}
        height={heightMm}
        style={{ fill: ink.ground, stroke: ink.soft, strokeWidth: letters / 16 }}
      />
      <path d={`M0 ${heightMm}H${widthMm}`} style={{ stroke: ink.line, strokeWidth: letters / 5 }} />
      {ways.flatMap((way) =>
        way.runs.map((corners, i) => (
          <path
            key={`${way.circuitId} ${i}`}
            d={corners.map(([x, y], k) => (k === 0 ? `M${x} ${up(y)}` : `V${up(y)}H${x}`)).join('')}
            style={{
              fill: 'none',
              stroke: ink.soft,
              strokeWidth: letters / 12,
              opacity: chosen && !touches(chosen, way) ? 0.25 : 0.75,
            }}
          >
            <title>{way.title}</title>
          </path>
        )),
      )}
      {chosen && (
        <rect
          x={chosen.xMm - chosen.clearanceMm}
          y={up(chosen.yMm + chosen.heightMm + chosen.clearanceMm)}
          width={chosen.widthMm + 2 * chosen.clearanceMm}
          height={chosen.heightMm + 2 * chosen.clearanceMm}
          style={{
            fill: 'none',
            stroke: ink.chosen,
            strokeWidth: letters / 10,
            strokeDasharray: `${letters / 2.5} ${letters / 4}`,
            pointerEvents: 'none',
          }}
        />
      )}
      {pieces.map((piece) => (
        <PieceDrawing
          key={piece.id}
          piece={piece}
          top={up(piece.yMm + piece.heightMm)}
          ink={ink}
          letters={letters}
          isBad={bad.has(piece.id)}
          isChosen={piece.id === selected}
          held={hold?.(piece)}
        />
      ))}
      <WallDimensions wall={wall} ink={ink} write={write} letters={letters} />
    </g>
  )
}

/** Whether a cable ends at a piece or passes through it. */
const touches = ({ unitId, circuitId }: Hung, way: Wall['ways'][number]): boolean =>
  circuitId === way.circuitId || (unitId !== null && way.unitIds.includes(unitId))

interface PieceProps {
  piece: Hung
  top: number
  ink: Ink
  letters: number
  isBad: boolean
  isChosen: boolean
  held: SVGProps<SVGGElement> | undefined
}

/** A letter is so much of its height wide, about. */
const LETTER_WIDTH = 0.54

function PieceDrawing({ piece, top, ink, letters, isBad, isChosen, held }: PieceProps) {
  const { xMm, widthMm, heightMm, designation, name, role, isAssumed } = piece
  const word = designation || name
  // Upright where that is more room.
  const isUpright = heightMm > widthMm * 1.3 && word.length * LETTER_WIDTH * letters > widthMm
  const [along, across] = isUpright ? [heightMm, widthMm] : [widthMm, heightMm]
  const size = Math.min(letters, along / (word.length * LETTER_WIDTH + 0.4), across * 0.9)
  const [x, y] = [xMm + widthMm / 2, top + heightMm / 2]
  const called = designation === '' || role === 'device' ? '' : (name.split(',')[0] ?? '')
  const hasRoom = across > size * 2.3 && along > called.length * LETTER_WIDTH * size * 0.86
  const below = hasRoom ? called : ''
  return (
    <g {...held}>
      <title>{name}</title>
      <rect
        x={xMm}
        y={top}
        width={widthMm}
        height={heightMm}
        rx={Math.min(8, widthMm / 8)}
        style={{
          fill: ink.box,
          stroke: isBad ? ink.bad : isChosen ? ink.chosen : ink.line,
          strokeWidth: isBad || isChosen ? letters / 6 : letters / 12,
          strokeDasharray: isAssumed ? `${letters / 3} ${letters / 5}` : undefined,
        }}
      />
      <g transform={isUpright ? `rotate(-90 ${x} ${y})` : undefined}>
        <Words x={x} y={y + size * (below === '' ? 0.34 : -0.1)} ink={ink} anchor="middle" size={size} bold bad={isBad}>
          {word}
        </Words>
        {below !== '' && (
          <Words x={x} y={y + size * 0.95} ink={ink} anchor="middle" size={size * 0.86} soft>
            {below}
          </Words>
        )}
      </g>
    </g>
  )
}
