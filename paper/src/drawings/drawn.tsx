import type { Design } from '@yard-lamp/core'
import { type Diagram, diagramOf, type Hung, roofOf, tooManyText, wallOf } from '@yard-lamp/core/diagram'
import type { Writer } from '@yard-lamp/core/units'
import { DiagramDrawing } from './DiagramDrawing.tsx'
import type { Drawn } from './DrawingSheet.tsx'
import { PAPER } from './ink.ts'
import { RoofDrawing, roofFrame } from './RoofDrawing.tsx'
import { SHEETS, type SheetName } from './sheet-names.ts'
import { WallDrawing, wallFrame } from './WallDrawing.tsx'

const FOLDED: ReadonlySet<string> = new Set()

/** The one-line drawing of a design. @param unfolded keys of parts told one by one */
export const oneLineOf = (
  { plant, wiring, write, option }: Pick<Design, 'plant' | 'wiring' | 'write' | 'option'>,
  unfolded: ReadonlySet<string>,
): Diagram =>
  diagramOf({
    plant,
    wiring,
    write,
    unfolded,
    arrayNames: new Map([
      ...option.controller.further.map(({ id, name }) => [id, name] as const),
      ['ac-coupled', 'AC side'] as const,
    ]),
  })

/**
 * What each sheet shows, on paper, of a system of the design; the strings of all of them lie on the same planes.
 * @param whole the design of the site, @param design that of the system, itself or one beside
 * @param isWhole those alike told one by one
 */
export function drawnOf(name: SheetName, whole: Design, design: Design, isWhole = false): Drawn {
  const { write } = design
  const title = SHEETS[name]
  if (name === 'wall') {
    const { plant, wiring, battery, option } = design
    const wall = wallOf({ plant, wiring, write, series: battery.bank?.series.value ?? 1, by: option.wiring.wall })
    return {
      title,
      frame: wallFrame(wall),
      content: <WallDrawing wall={wall} ink={PAPER} write={write} />,
      list:
        wall.tooMany !== null
          ? [tooManyText(wall.tooMany)]
          : [
              `left, up; width × height × depth; free about it, ${write.unit('mm')}`,
              ...wall.pieces.toSorted(byDesignation).map((piece) => pieceLine(piece, write)),
            ],
    }
  }
  if (name === 'roof') {
    const planes = roofOf(whole)
    return {
      title,
      frame: roofFrame(planes),
      content: <RoofDrawing planes={planes} ink={PAPER} write={write} />,
      list: planes.flatMap(({ strings }) =>
        strings.map(({ designation, panels, into }) => `${designation}: ${panels.length} in series, to ${into}`),
      ),
    }
  }
  const folded = oneLineOf(design, FOLDED)
  const diagram = isWhole ? oneLineOf(design, new Set(folded.parts.map(({ key }) => key))) : folded
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
