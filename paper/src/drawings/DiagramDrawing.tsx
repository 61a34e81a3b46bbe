import type { Diagram } from '@yard-lamp/core/diagram'
import { BUS_WIDTH } from '@yard-lamp/core/diagram'
import { Earth } from './DrawnEarth.tsx'
import { Part } from './DrawnPart.tsx'
import { Run, Way } from './DrawnRun.tsx'
import { DRAWING_FONT, type Ink } from './ink.ts'
import { type Mark, Words } from './Words.tsx'

/** What was found at a part, by circuit, unit or bond. */
export type Marked = ReadonlyMap<string, Mark>

interface DiagramDrawingProps {
  diagram: Diagram
  ink: Ink
  marked?: Marked
  /** On screen only: what is chosen, and what choosing and unfolding do. */
  selected?: string | null
  onSelect?: (circuitId: string) => void
  onFold?: (key: string) => void
}

/** The one-line drawing: lines first, then what stands on them. */
export function DiagramDrawing({
  diagram,
  ink,
  marked = NOTHING,
  selected = null,
  onSelect,
  onFold,
}: DiagramDrawingProps) {
  const { parts, runs, ways, bars, captions, earth } = diagram
  return (
    <g style={{ fontFamily: DRAWING_FONT, fill: ink.line }}>
      {captions.map(({ text, x, y }) => (
        <Words key={`${x} ${y}`} x={x} y={y} ink={ink} soft>
          {text}
        </Words>
      ))}
      {runs.map((run) => (
        <Run
          key={run.circuitId}
          run={run}
          diagram={diagram}
          ink={ink}
          mark={marked.get(run.circuitId)}
          isOn={selected === run.circuitId}
          onSelect={onSelect}
        />
      ))}
      {bars.map(({ unitId, designation, name, x, top, bottom }) => (
        <g key={unitId}>
          <title>{name}</title>
          <rect x={x} y={top} width={BUS_WIDTH} height={bottom - top} style={{ fill: ink.line }} />
          <Words x={x + BUS_WIDTH / 2} y={top - 7} ink={ink} soft anchor="middle" size={13}>
            {designation}
          </Words>
        </g>
      ))}
      {ways.map((way) => (
        <Way
          key={way.circuitId}
          way={way}
          ink={ink}
          mark={marked.get(way.circuitId)}
          isOn={selected === way.circuitId}
          onSelect={onSelect}
        />
      ))}
      {parts.map((part) => (
        <Part
          key={part.key}
          part={part}
          diagram={diagram}
          ink={ink}
          mark={part.unitIds.map((id) => marked.get(id)).find((each) => each !== undefined)}
          onFold={onFold}
        />
      ))}
      {earth && <Earth earth={earth} diagram={diagram} ink={ink} marked={marked} />}
    </g>
  )
}
const NOTHING: Marked = new Map()
