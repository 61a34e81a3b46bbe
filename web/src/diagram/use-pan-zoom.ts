import { select } from 'd3-selection'
import { type ZoomTransform, zoom, zoomIdentity } from 'd3-zoom'
import { type RefObject, useCallback, useEffect, useRef, useState } from 'react'

const MOST = 6
const STEP = 1.35
/** Keys pan by so much of the frame. */
const PAN = 60

export interface PanZoom {
  readonly frame: RefObject<SVGSVGElement | null>
  /** For the group that is moved. */
  readonly transform: string
  readonly isFitted: boolean
  readonly nearer: () => void
  readonly farther: () => void
  readonly fit: () => void
}

/** Marks what is moved itself: pointer and arrow keys on it are its own. */
export const OWN_MOVES = 'data-own-moves'
const isOwn = ({ target }: Event): boolean => target instanceof Element && target.closest(`[${OWN_MOVES}]`) !== null

/** A drawing that is dragged, zoomed with Ctrl and the wheel or two fingers, and moved by keys; a bare wheel scrolls the page. */
export function usePanZoom(): PanZoom {
  const frame = useRef<SVGSVGElement | null>(null)
  const [transform, setTransform] = useState<ZoomTransform>(zoomIdentity)
  const behaviour = useRef(
    zoom<SVGSVGElement, unknown>()
      .scaleExtent([1, MOST])
      .filter((event: Event) => {
        if (event instanceof WheelEvent) return event.ctrlKey || event.metaKey
        return !isOwn(event) && (!(event instanceof MouseEvent) || event.button === 0)
      })
      .clickDistance(4),
  )
  useEffect(() => {
    const element = frame.current
    if (!element) return
    const zoomed = behaviour.current.on('zoom', ({ transform: now }: { transform: ZoomTransform }) => setTransform(now))
    const own = select(element)
    own.call(zoomed).on('dblclick.zoom', null)
    return () => {
      own.on('.zoom', null)
    }
  }, [])
  const act = useCallback((move: (own: ReturnType<typeof select<SVGSVGElement, unknown>>) => void) => {
    if (frame.current) move(select<SVGSVGElement, unknown>(frame.current))
  }, [])
  const nearer = useCallback(() => act((own) => own.call(behaviour.current.scaleBy, STEP)), [act])
  const farther = useCallback(() => act((own) => own.call(behaviour.current.scaleBy, 1 / STEP)), [act])
  const fit = useCallback(() => act((own) => own.call(behaviour.current.transform, zoomIdentity)), [act])
  useEffect(() => {
    const element = frame.current
    const onKey = (event: KeyboardEvent) => {
      const keys: Readonly<Record<string, () => void>> = {
        '+': nearer,
        '=': nearer,
        '-': farther,
        '0': fit,
        ArrowLeft: () => act((own) => own.call(behaviour.current.translateBy, PAN, 0)),
        ArrowRight: () => act((own) => own.call(behaviour.current.translateBy, -PAN, 0)),
        ArrowUp: () => act((own) => own.call(behaviour.current.translateBy, 0, PAN)),
        ArrowDown: () => act((own) => own.call(behaviour.current.translateBy, 0, -PAN)),
      }
      const key = keys[event.key]
      if (!key || (isOwn(event) && event.key.startsWith('Arrow')) || event.ctrlKey || event.metaKey || event.altKey)
        return
      event.preventDefault()
      event.stopPropagation()
      key()
    }
    element?.addEventListener('keydown', onKey)
    return () => element?.removeEventListener('keydown', onKey)
  }, [act, nearer, farther, fit])
  return {
    frame,
    transform: transform.toString(),
    isFitted: transform.k === 1 && transform.x === 0 && transform.y === 0,
    nearer,
    farther,
    fit,
  }
}
