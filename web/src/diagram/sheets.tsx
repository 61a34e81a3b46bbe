import type { Design } from '@yard-lamp/core'
import type { Hung } from '@yard-lamp/core/diagram'
import type { Writer } from '@yard-lamp/core/units'
import { useMemo } from 'react'
import { DiagramDrawing } from './DiagramDrawing.tsx'
import type { Drawn } from './DrawingSheet.tsx'
import { PAPER } from './ink.ts'
import { RoofDrawing, roofFrame } from './roof/RoofDrawing.tsx'
import { useRoof } from './roof/RoofPart.tsx'
import { SHEETS, type SheetName } from './sheet-names.ts'
import { useDiagram } from './use-diagram.ts'
import { useWall } from './wall/use-wall.ts'
import { WallDrawing, wallFrame } from './wall/WallDrawing.tsx'

const FOLDED: ReadonlySet<string> = new Set()

/** What each sheet shows, on paper, of a system of the design; the strings of all of them lie on the same planes. */
export function useDrawn(name: SheetName, whole: Design, design: Design, isWhole: boolean): Drawn {
  const folded = useDiagram(design, FOLDED)
  const every = useMemo(() => new Set(folded.parts.map(({ key }) => key)), [folded])
  const diagram = useDiagram(design, isWhole ? every : FOLDED)
  const wall = useWall(design)
  const planes = useRoof(whole)
  const { write } = design
  const title = SHEETS[name]
  if (name === 'wall')
    return {
      title,
      frame: wallFrame(wall),
      content: <WallDrawing wall={wall} ink={PAPER} write={write} />,
      list: [
        `left, up; width × height × depth; free about it, ${write.unit('mm')}`,
        ...wall.pieces.toSorted(byDesignation).map((piece) => pieceLine(piece, write)),
      ],
    }
  if (name === 'roof')
    return {
      title,
      frame: roofFrame(planes),
      content: <RoofDrawing planes={planes} ink={PAPER} write={write} />,
      list: planes.flatMap(({ strings }) =>
        strings.map(({ designation, panels, into }) => `${designation}: ${panels.length} in series, to ${into}`),
      ),
    }
  const { width, height } = diagram
  return {
    title,
    frame: { x: 0, y: 0, width, height },
    content: <DiagramDrawing diagram={diagram} ink={PAPER} />,
    list: [],
  }
}

const byDesignation = (a: Hung, b: Hung): number => a.designation.localeCompare(b.designation, 'en', { numeric: true })

/** Letters of a line of the list at most. */
const MOST_LETTERS = 26

function pieceLine({ designation, name, xMm, yMm, clearanceMm, ...size }: Hung, write: Writer): string {
  const mm = (value: number) => write.number(value, 'mm', 0)
  const called = `${designation} ${name.split(',')[0] ?? ''}`.trim()
  const short = called.length > MOST_LETTERS ? `${called.slice(0, MOST_LETTERS - 1)}…` : called
  return `${short}: ${mm(xMm)}, ${mm(yMm)}; ${[size.widthMm, size.heightMm, size.depthMm].map(mm).join(' × ')}; ${mm(clearanceMm)}`
}
