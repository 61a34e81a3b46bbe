import { IconArrowsMaximize, IconMinus, IconPlus } from '@tabler/icons-react'
import type { PanZoom } from './use-pan-zoom.ts'

/** Nearer, farther, and the whole drawing. */
export function ZoomTools({
  isFitted,
  nearer,
  farther,
  fit,
}: Pick<PanZoom, 'isFitted' | 'nearer' | 'farther' | 'fit'>) {
  return (
    <>
      <button type="button" title="Nearer (+)" aria-label="Nearer" onClick={nearer}>
        <IconPlus size={16} />
      </button>
      <button type="button" title="Farther (−)" aria-label="Farther" onClick={farther} disabled={isFitted}>
        <IconMinus size={16} />
      </button>
      <button type="button" title="Fit (0)" aria-label="Fit the whole drawing" onClick={fit} disabled={isFitted}>
        <IconArrowsMaximize size={16} />
      </button>
    </>
  )
}
