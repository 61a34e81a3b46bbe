import type { Design } from '@yard-lamp/core'
import { DiagramDrawing, SCREEN } from '@yard-lamp/paper/drawings'
import { useMemo, useState } from 'react'
import './diagram.css'
import { PrintLink } from './PrintLink.tsx'
import { useDiagram } from './use-diagram.ts'
import { useMarked } from './use-marked.ts'
import { usePanZoom } from './use-pan-zoom.ts'
import { ZoomTools } from './ZoomTools.tsx'

interface OneLineProps {
  design: Design
  selected: string | null
  onSelect: (id: string) => void
  /** Of a system beside the main one. */
  systemId?: string | null
}

/** The plant in one line, from the sun at the left to the loads at the right, earth below; a circuit leads to its row. */
export function OneLine({ design, selected, onSelect, systemId = null }: OneLineProps) {
  const [unfolded, setUnfolded] = useState<ReadonlySet<string>>(new Set())
  const diagram = useDiagram(design, unfolded)
  const marked = useMarked(design)
  const { frame, transform, isFitted, nearer, farther, fit } = usePanZoom()
  const fold = useMemo(
    () => (key: string) =>
      setUnfolded((before) => {
        const after = new Set(before)
        if (!after.delete(key)) after.add(key)
        return after
      }),
    [],
  )
  return (
    <figure className="diagram">
      <svg
        ref={frame}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: keys pan and zoom the drawing
        tabIndex={0}
        viewBox={`0 0 ${diagram.width} ${diagram.height}`}
        className={isFitted ? 'diagram-frame' : 'diagram-frame diagram-moved'}
        role="group"
        aria-label="One-line drawing; each circuit leads to its row. Plus and minus zoom, arrows move, 0 fits"
      >
        <g transform={transform}>
          <DiagramDrawing
            diagram={diagram}
            ink={SCREEN}
            marked={marked}
            selected={selected}
            onSelect={onSelect}
            onFold={fold}
          />
        </g>
      </svg>
      <div className="diagram-tools" role="toolbar" aria-label="Drawing">
        <ZoomTools isFitted={isFitted} nearer={nearer} farther={farther} fit={fit} />
        <PrintLink sheet="one-line" systemId={systemId} label="The drawing" />
      </div>
    </figure>
  )
}
