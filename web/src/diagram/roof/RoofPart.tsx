import type { Design } from '@yard-lamp/core'
import { type RoofPlane, roofOf } from '@yard-lamp/core/diagram'
import { RoofDrawing, roofFrame, SCREEN } from '@yard-lamp/paper/drawings'
import { useDeferredValue, useMemo } from 'react'
import { Part } from '../../job/Page.tsx'
import { selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { PrintLink } from '../PrintLink.tsx'

/** The planes of a design with their strings. */
export function useRoof(design: Design): readonly RoofPlane[] {
  const settled = useDeferredValue(design)
  return useMemo(() => roofOf(settled), [settled])
}

/** Which panel belongs to which string, and where each string ends; of all systems of the site. */
export function RoofPart() {
  const design = useAppSelector(selectDesign)
  const write = useWrite()
  const planes = useRoof(design)
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
          <PrintLink sheet="roof" label="The strings" />
        </div>
      </figure>
    </Part>
  )
}
