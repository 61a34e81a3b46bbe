import type { Design } from '@yard-lamp/core'
import type { SheetOf } from '@yard-lamp/core/report'
import { renderToStaticMarkup } from 'react-dom/server'
import { drawnOf } from '../drawings/drawn.tsx'
import { DRAWING_FONT, PAPER } from '../drawings/ink.ts'

/** Height of a line of the list below a drawing, and width of its columns, mm. */
const LINE_MM = 3.3
const COLUMN_MM = 62

/** A drawing as SVG for the room it has in a report: no frame and no title block, its list below it. */
export function drawingSvg(
  whole: Design,
  { sheet, systemId }: { readonly sheet: SheetOf; readonly systemId: string | null },
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number },
): string {
  const own = whole.beside.find(({ id }) => id === systemId)?.design ?? whole
  const { frame, content, list, title } = drawnOf(sheet, whole, own)
  const columns = Math.max(1, Math.floor(widthMm / COLUMN_MM))
  const lines = Math.ceil(list.length / columns)
  const listMm = lines * LINE_MM + (lines > 0 ? 2 : 0)
  return renderToStaticMarkup(
    <svg
      xmlns="http://www.w3.org/2000/svg"
      width={widthMm}
      height={heightMm}
      viewBox={`0 0 ${widthMm} ${heightMm}`}
      role="img"
      aria-label={title}
      style={{ fontFamily: DRAWING_FONT }}
    >
      {/* biome-ignore lint/a11y/noSvgWithoutTitle: the drawing around it is labelled */}
      <svg
        x={0}
        y={0}
        width={widthMm}
        height={heightMm - listMm}
        viewBox={`${frame.x} ${frame.y} ${frame.width} ${frame.height}`}
        preserveAspectRatio="xMidYMid meet"
      >
        {content}
      </svg>
      {list.map((line, i) => (
        <text
          key={line}
          x={1 + Math.floor(i / lines) * (widthMm / columns)}
          y={heightMm - listMm + 3 + (i % lines) * LINE_MM}
          style={{ fontSize: 2.4, fill: PAPER.line }}
        >
          {line}
        </text>
      ))}
    </svg>,
  )
}
