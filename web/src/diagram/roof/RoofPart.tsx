import { IconPrinter } from '@tabler/icons-react'
import type { Design } from '@yard-lamp/core'
import { type RoofPlane, roofOf } from '@yard-lamp/core/diagram'
import { useMemo } from 'react'
import { Link, useParams } from 'react-router'
import { Part } from '../../job/Page.tsx'
import { selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { drawingPath } from '../drawing-path.ts'
import { SCREEN } from '../ink.ts'
import { RoofDrawing, roofFrame } from './RoofDrawing.tsx'

/** The planes of a design with their strings. */
export function useRoof(design: Design): readonly RoofPlane[] {
  return useMemo(() => roofOf(design), [design])
}

/** Which panel belongs to which string, and where each string ends; of all systems of the site. */
export function RoofPart() {
  const design = useAppSelector(selectDesign)
  const write = useWrite()
  const planes = useRoof(design)
  const { id = '' } = useParams()
  if (planes.length === 0) return null
  const { x, y, width, height } = roofFrame(planes)
  return (
    <Part title="Strings on the planes" aside="numbered as they are joined, from plus to minus">
      <figure className="diagram">
        <svg
          viewBox={`${x} ${y} ${width} ${height}`}
          className="roof-frame"
          role="img"
          aria-label="Strings on the planes, to scale"
        >
          <RoofDrawing planes={planes} ink={SCREEN} write={write} />
        </svg>
        <div className="diagram-tools" role="toolbar" aria-label="Strings">
          <Link
            to={drawingPath(id, 'roof', null)}
            title="To print and to keep"
            aria-label="The strings, to print and to keep"
          >
            <IconPrinter size={16} />
          </Link>
        </div>
      </figure>
    </Part>
  )
}
