import { useEffect, useRef, useState } from 'react'
import { mapX, mapY, WORLD_HEIGHT, WORLD_WIDTH } from './world-shapes.ts'

/** Part of the map in sight: its corner in map units, and how many times nearer than the whole earth. */
interface View {
  readonly x: number
  readonly y: number
  readonly nearness: number
}

interface Spot {
  readonly latitudeDeg: number
  readonly longitudeDeg: number
}

const WHOLE: View = { x: 0, y: 0, nearness: 1 }
const MOST_NEARNESS = 64
/** A chosen spot is shown at least this near. */
const SPOT_NEARNESS = 6
/** A press that moves farther than this drags the map and chooses nothing, px. */
const STILL_PX = 4
/** An arrow moves the spot so far on the whole earth, less when nearer, degrees. */
const ARROW_STEP_DEG = 4
const ARROWS: Readonly<Record<string, readonly [eastward: number, northward: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}

/** The view stays on the map. */
function held({ x, y, nearness }: View): View {
  const near = Math.min(MOST_NEARNESS, Math.max(1, nearness))
  const within = (corner: number, whole: number) => Math.min(whole - whole / near, Math.max(0, corner))
  return { x: within(x, WORLD_WIDTH), y: within(y, WORLD_HEIGHT), nearness: near }
}

/** Nearer or farther by a factor, the point staying where it is in sight. */
function zoomed(view: View, factor: number, atX: number, atY: number): View {
  const nearness = Math.min(MOST_NEARNESS, Math.max(1, view.nearness * factor))
  const ratio = view.nearness / nearness
  return held({ x: atX - (atX - view.x) * ratio, y: atY - (atY - view.y) * ratio, nearness })
}

const around = (spot: Spot, nearness: number): View =>
  held({
    x: mapX(spot.longitudeDeg) - WORLD_WIDTH / nearness / 2,
    y: mapY(spot.latitudeDeg) - WORLD_HEIGHT / nearness / 2,
    nearness,
  })

/** What of the map is in sight, and the gestures that change it or choose a spot. */
export function useMapView(spot: Spot | null, onSpot: (latitudeDeg: number, longitudeDeg: number) => void) {
  const svg = useRef<SVGSVGElement>(null)
  const [view, setView] = useState(() => (spot ? around(spot, SPOT_NEARNESS) : WHOLE))
  const { latitudeDeg, longitudeDeg } = spot ?? {}
  // A spot chosen by name comes into sight; one that is in sight leaves the view alone.
  useEffect(() => {
    if (latitudeDeg === undefined || longitudeDeg === undefined) return
    setView((before) =>
      isInSight(before, latitudeDeg, longitudeDeg)
        ? before
        : around({ latitudeDeg, longitudeDeg }, Math.max(SPOT_NEARNESS, before.nearness)),
    )
  }, [latitudeDeg, longitudeDeg])

  /** Map units under the pointer. */
  const under = (clientX: number, clientY: number) => {
    const box = svg.current?.getBoundingClientRect()
    if (!box || box.width === 0) return null
    return {
      x: view.x + ((clientX - box.left) / box.width) * (WORLD_WIDTH / view.nearness),
      y: view.y + ((clientY - box.top) / box.height) * (WORLD_HEIGHT / view.nearness),
      unitsPerPx: WORLD_WIDTH / view.nearness / box.width,
    }
  }
  const choose = (x: number, y: number) =>
    onSpot(Math.max(-90, Math.min(90, WORLD_HEIGHT / 2 - y)), Math.max(-180, Math.min(180, x - WORLD_WIDTH / 2)))

  useWheel(svg, setView)
  const nearer = (factor: number) =>
    setView((before) => {
      const middle = spot
        ? { x: mapX(spot.longitudeDeg), y: mapY(spot.latitudeDeg) }
        : { x: before.x + WORLD_WIDTH / before.nearness / 2, y: before.y + WORLD_HEIGHT / before.nearness / 2 }
      return zoomed(before, factor, middle.x, middle.y)
    })

  return {
    svg,
    view,
    nearer,
    ...useDrag(view, setView, under, choose),
    onKeyDown: (event: React.KeyboardEvent<SVGSVGElement>) => {
      if (event.key === '+' || event.key === '=') nearer(2)
      if (event.key === '-') nearer(0.5)
      const arrow = ARROWS[event.key]
      if (!arrow) return
      event.preventDefault()
      const stepDeg = ARROW_STEP_DEG / view.nearness
      const from = spot ?? { latitudeDeg: 0, longitudeDeg: 0 }
      choose(mapX(from.longitudeDeg) + arrow[0] * stepDeg, mapY(from.latitudeDeg) - arrow[1] * stepDeg)
    },
  }
}

function isInSight(view: View, latitudeDeg: number, longitudeDeg: number): boolean {
  const [x, y] = [mapX(longitudeDeg), mapY(latitudeDeg)]
  const [width, height] = [WORLD_WIDTH / view.nearness, WORLD_HEIGHT / view.nearness]
  return view.nearness >= 2 && x > view.x && x < view.x + width && y > view.y && y < view.y + height
}

type SetView = (change: (before: View) => View) => void

/** React hears the wheel passively, and the page would scroll under the map. */
function useWheel(svg: React.RefObject<SVGSVGElement | null>, setView: SetView) {
  useEffect(() => {
    const element = svg.current
    const turn = (event: WheelEvent) => {
      event.preventDefault()
      const box = (event.currentTarget as SVGSVGElement).getBoundingClientRect()
      setView((before) =>
        zoomed(
          before,
          event.deltaY < 0 ? 1.3 : 1 / 1.3,
          before.x + ((event.clientX - box.left) / box.width) * (WORLD_WIDTH / before.nearness),
          before.y + ((event.clientY - box.top) / box.height) * (WORLD_HEIGHT / before.nearness),
        ),
      )
    }
    element?.addEventListener('wheel', turn, { passive: false })
    return () => element?.removeEventListener('wheel', turn)
  }, [svg, setView])
}

interface Press {
  readonly x: number
  readonly y: number
  readonly from: View
  moved: boolean
}

/** A press that stays chooses a spot; one that moves drags the map. */
function useDrag(
  view: View,
  setView: SetView,
  under: (clientX: number, clientY: number) => { x: number; y: number; unitsPerPx: number } | null,
  choose: (x: number, y: number) => void,
) {
  const press = useRef<Press | null>(null)
  return {
    onPointerDown: (event: React.PointerEvent<SVGSVGElement>) => {
      if (event.button !== 0) return
      event.currentTarget.setPointerCapture(event.pointerId)
      press.current = { x: event.clientX, y: event.clientY, from: view, moved: false }
    },
    onPointerMove: (event: React.PointerEvent<SVGSVGElement>) => {
      const pressed = press.current
      const at = pressed && under(event.clientX, event.clientY)
      if (!pressed || !at) return
      const [rightPx, downPx] = [event.clientX - pressed.x, event.clientY - pressed.y]
      pressed.moved ||= Math.hypot(rightPx, downPx) > STILL_PX
      if (pressed.moved)
        setView(() =>
          held({
            ...pressed.from,
            x: pressed.from.x - rightPx * at.unitsPerPx,
            y: pressed.from.y - downPx * at.unitsPerPx,
          }),
        )
    },
    onPointerUp: (event: React.PointerEvent<SVGSVGElement>) => {
      const pressed = press.current
      press.current = null
      const at = under(event.clientX, event.clientY)
      if (pressed && !pressed.moved && at) choose(at.x, at.y)
    },
    onPointerCancel: () => {
      press.current = null
    },
  }
}
