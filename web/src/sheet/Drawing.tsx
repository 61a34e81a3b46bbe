import type { Design } from '@yard-lamp/core'
import { drawnOf } from '@yard-lamp/paper/drawings'
import type { DrawingBlock } from './ReportView.tsx'

/** A drawing of a report, drawn from its design. */
export function Drawing({ block: { sheet, systemId, title }, design }: { block: DrawingBlock; design: Design }) {
  const own = design.beside.find(({ id }) => id === systemId)?.design ?? design
  const { frame, content, list } = drawnOf(sheet, design, own)
  return (
    <figure className="sheet-drawing">
      <figcaption>{title}</figcaption>
      <svg viewBox={`${frame.x} ${frame.y} ${frame.width} ${frame.height}`} role="img" aria-label={title}>
        {content}
      </svg>
      {list.length > 0 && (
        <ul className="sheet-list">
          {list.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
    </figure>
  )
}
