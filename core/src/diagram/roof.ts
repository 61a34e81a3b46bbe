import { type AreaFit, acrossRow, areaFit } from '../array/area-fit.ts'
import type { ArrayResult } from '../array/link.ts'
import type { Panel } from '../catalogue/schema.ts'
import { type ControllerResult, everyString, MAIN_ARRAY_ID, type StrungArray } from '../controller/link.ts'
import type { Job, Option, Plane } from '../job/schema.ts'
import { unitOf } from '../plant/plant.ts'
import { panelsId } from '../plant/units.ts'
import type { SiteResult } from '../site/link.ts'
import { designationsOf } from './designations.ts'
import type { DiagramBrief } from './model.ts'

/** A panel as it lies: from the left end and the lower edge of its plane, m. */
export interface RoofPanel {
  readonly xM: number
  readonly yM: number
  readonly widthM: number
  readonly heightM: number
}

/** A string as it is wired: panel after panel, from plus to minus. */
export interface RoofString {
  /** As on the one-line drawing, such as GP1.3. */
  readonly designation: string
  readonly arrayId: string
  readonly panel: Panel
  /** What it ends at, such as T1.2; empty where that is not known. */
  readonly into: string
  readonly panels: readonly RoofPanel[]
}

/** A plane seen square to itself, to scale. */
export interface RoofPlane {
  readonly planeId: string
  readonly name: string
  readonly tiltDeg: number
  readonly azimuthDeg: number
  /** Along the eaves and up the plane, m; of what lies on it where nobody gave its size. */
  readonly widthM: number
  readonly heightM: number
  /** Width at the top, m. */
  readonly topWidthM: number
  readonly isSizeKnown: boolean
  readonly strings: readonly RoofString[]
  /** Panels there is no room for. */
  readonly left: number
}

/** A system as its strings are told from it. */
export interface RoofSystem extends Pick<DiagramBrief, 'plant'> {
  readonly wiring: Parameters<typeof designationsOf>[1]
  readonly option: Pick<Option, 'array' | 'controller' | 'inverter'>
  readonly array: ArrayResult
  readonly controller: ControllerResult
}

export interface RoofBrief extends RoofSystem {
  readonly job: Pick<Job, 'site'>
  readonly site: SiteResult
  /** Systems beside it, whose panels lie on the same planes. */
  readonly beside: readonly { readonly name: string; readonly design: RoofSystem }[]
}

/** The planes with what lies on them, strings numbered as on the one-line drawing; those of a system beside under its name. */
export function roofOf(brief: RoofBrief): RoofPlane[] {
  const planes = brief.site.planes.map(({ plane }) => plane)
  const laid = new Map(planes.map(({ id }) => [id, [] as Wanted[]]))
  const put = (planeId: string, wanted: Wanted) => laid.get(planeId)?.push(wanted)
  putStrings(brief, planes, '', put)
  for (const { name, design } of brief.beside) putStrings(design, planes, `${name} `, put)
  return brief.site.planes.flatMap(({ plane, tiltDeg, azimuthDeg }): RoofPlane[] => {
    const wanted = laid.get(plane.id) ?? []
    if (wanted.length === 0) return []
    const tilt = tiltDeg[(brief.site.leastSunMonth ?? 1) - 1]?.value ?? 0
    const placed = layOn(brief, plane, tilt, wanted)
    const strings = placed.strings.map(({ panels, wanted: { array, designation, into } }) => ({
      designation,
      arrayId: array.id,
      panel: array.panel,
      into,
      panels,
    }))
    return [{ planeId: plane.id, name: plane.name, tiltDeg: tilt, azimuthDeg: azimuthDeg.value, ...placed, strings }]
  })
}

interface Wanted {
  readonly array: StrungArray
  readonly designation: string
  readonly into: string
}

/** Every string of a system, numbered within its array, with the plane it is for. */
function putStrings(
  system: RoofSystem,
  planes: readonly Plane[],
  prefix: string,
  put: (planeId: string, wanted: Wanted) => void,
): void {
  const names = designationsOf(system.plant, system.wiring)
  for (const array of everyString(system)) {
    const joint = system.plant.joints.find((each) => each.kind === 'array' && each.arrayId === array.id)
    const end = joint && unitOf(system.plant, joint.to.unitId)
    const panels = `${prefix}${names.units.get(panelsId(array.id)) ?? ''}`
    let number = 0
    for (const { planeId, strings } of sharesOf(system, array, planes)) {
      for (let i = 0; i < strings; i++) {
        number += 1
        const own = end && end.quantity > 1 ? `.${Math.ceil(number / array.strings.stringsPerController)}` : ''
        const into = end ? `${names.units.get(end.id) ?? ''}${own}` : ''
        put(planeId, { array, designation: `${panels}.${number}`, into })
      }
    }
  }
}

/** Strings of an array by plane: the main one by its shares, another in the plane it was given, else in the first. */
function sharesOf(
  { array, option }: RoofSystem,
  { id, quantity, strings }: StrungArray,
  planes: readonly Plane[],
): { readonly planeId: string; readonly strings: number }[] {
  const all = quantity * strings.stringsPerController
  const [first] = planes
  if (!first) return []
  if (id === MAIN_ARRAY_ID && array.byPlane.some((each) => each.strings > 0)) return [...array.byPlane]
  const own = option.controller.further.find((each) => each.id === id)
  const planeId = own ? own.planeId : (option.inverter.acCoupled?.planeId ?? null)
  return [{ planeId: planes.find((plane) => plane.id === planeId)?.id ?? first.id, strings: all }]
}

interface Laid {
  readonly widthM: number
  readonly heightM: number
  readonly topWidthM: number
  readonly isSizeKnown: boolean
  readonly strings: readonly { readonly wanted: Wanted; readonly panels: readonly RoofPanel[] }[]
  readonly left: number
}

/** Panels row by row from the eaves, to and fro so that each is next to the one it is joined to; another kind beside those that lie. */
function layOn({ job, option }: RoofBrief, plane: Plane, tiltDeg: number, wanted: readonly Wanted[]): Laid {
  const strings: { wanted: Wanted; panels: RoofPanel[] }[] = []
  const lying: RoofPanel[] = []
  let left = 0
  for (const panelId of new Set(wanted.map(({ array }) => array.panel.id))) {
    const own = wanted.filter(({ array }) => array.panel.id === panelId)
    const panel = own[0]?.array.panel
    const fit = panel && areaFit(job.site, plane, tiltDeg, panel, option.array.fit)
    const places = fit
      ? placesOf(fit).filter((place) => !lying.some((each) => overlap(place, each)))
      : looseOf(own, panel, Math.max(0, ...lying.map(({ yM, heightM }) => yM + heightM)))
    let next = 0
    for (const each of own) {
      const count = each.array.strings.panelsPerString
      const panels = places.slice(next, next + count)
      next += count
      left += count - panels.length
      if (panels.length > 0) strings.push({ wanted: each, panels })
    }
    lying.push(...places.slice(0, next))
  }
  const isSizeKnown = plane.widthM !== null && plane.heightM !== null
  const widthM = plane.widthM ?? Math.max(1, ...lying.map((each) => each.xM + each.widthM))
  const heightM = plane.heightM ?? Math.max(1, ...lying.map((each) => each.yM + each.heightM))
  const topWidthM = !isSizeKnown || plane.shape === 'rectangle' ? widthM : topOf(plane, widthM)
  return { widthM, heightM, topWidthM, isSizeKnown, strings, left }
}

const overlap = (a: RoofPanel, b: RoofPanel): boolean =>
  a.xM < b.xM + b.widthM - TOUCH_M &&
  b.xM < a.xM + a.widthM - TOUCH_M &&
  a.yM < b.yM + b.heightM - TOUCH_M &&
  b.yM < a.yM + a.heightM - TOUCH_M
const TOUCH_M = 1e-6

const topOf = ({ shape, topWidthM }: Plane, widthM: number): number =>
  shape === 'triangle' ? 0 : (topWidthM ?? widthM)

/** Places of a plane for one kind of panel. */
function placesOf(fit: AreaFit): RoofPanel[] {
  return fit.rows.flatMap((each, row) => {
    const { bottomM: yM, heightM } = each
    const across = acrossRow(fit, each).map((xM) => ({ xM, yM, widthM: fit.panelWidthM, heightM }))
    return row % 2 === 0 ? across : across.toReversed()
  })
}

const LOOSE_GAP_M = 0.02

/** Where nobody gave the size of the plane: a row a string. */
function looseOf(own: readonly Wanted[], panel: Panel | undefined, aboveM: number): RoofPanel[] {
  const widthM = (panel?.widthMm ?? 1000) / 1000
  const heightM = (panel?.lengthMm ?? 1700) / 1000
  return own.flatMap(({ array }, row) =>
    Array.from({ length: array.strings.panelsPerString }, (_, i) => ({
      xM: i * (widthM + LOOSE_GAP_M),
      yM: aboveM + (aboveM > 0 ? LOOSE_GAP_M : 0) + row * (heightM + LOOSE_GAP_M),
      widthM,
      heightM,
    })),
  )
}
