import { type AreaFit, areaFit } from '../array/area-fit.ts'
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

export interface RoofBrief extends Pick<DiagramBrief, 'plant' | 'wiring'> {
  readonly job: Pick<Job, 'site'>
  readonly option: Option
  readonly site: SiteResult
  readonly array: ArrayResult
  readonly controller: ControllerResult
}

/** The planes with what lies on them, strings numbered as on the one-line drawing. */
export function roofOf(brief: RoofBrief): RoofPlane[] {
  const arrays = everyString(brief)
  const names = designationsOf(brief.plant, brief.wiring)
  const planes = brief.site.planes.map(({ plane }) => plane)
  const laid = new Map(planes.map(({ id }) => [id, [] as Wanted[]]))
  for (const each of arrays) {
    let number = 0
    for (const { planeId, strings } of sharesOf(brief, each, planes)) {
      const wanted = Array.from({ length: strings }, (): Wanted => {
        number += 1
        return { array: each, designation: `${names.units.get(panelsId(each.id)) ?? ''}.${number}`, number }
      })
      laid.get(planeId)?.push(...wanted)
    }
  }
  const into = (arrayId: string, number: number): string => {
    const joint = brief.plant.joints.find((each) => each.kind === 'array' && each.arrayId === arrayId)
    const unit = joint && unitOf(brief.plant, joint.to.unitId)
    const own = arrays.find(({ id }) => id === arrayId)
    if (!unit || !own) return ''
    const name = names.units.get(unit.id) ?? ''
    return unit.quantity > 1 ? `${name}.${Math.ceil(number / own.strings.stringsPerController)}` : name
  }
  return brief.site.planes.flatMap(({ plane, tiltDeg, azimuthDeg }): RoofPlane[] => {
    const wanted = laid.get(plane.id) ?? []
    if (wanted.length === 0) return []
    const tilt = tiltDeg[(brief.site.leastSunMonth ?? 1) - 1]?.value ?? 0
    const placed = layOn(brief, plane, tilt, wanted)
    const strings = placed.strings.map(({ panels, wanted: { array, designation, number } }) => ({
      designation,
      arrayId: array.id,
      into: into(array.id, number),
      panels,
    }))
    return [{ planeId: plane.id, name: plane.name, tiltDeg: tilt, azimuthDeg: azimuthDeg.value, ...placed, strings }]
  })
}

interface Wanted {
  readonly array: StrungArray
  readonly designation: string
  readonly number: number
}

/** Strings of an array by plane: the main one by its shares, another in the plane it was given, else in the first. */
function sharesOf(
  { array, option }: RoofBrief,
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

/** Panels row by row from the eaves, to and fro so that each is next to the one it is joined to. */
function layOn({ job, option }: RoofBrief, plane: Plane, tiltDeg: number, wanted: readonly Wanted[]): Laid {
  const strings: { wanted: Wanted; panels: RoofPanel[] }[] = []
  let usedM = 0
  let left = 0
  for (const panelId of new Set(wanted.map(({ array }) => array.panel.id))) {
    const own = wanted.filter(({ array }) => array.panel.id === panelId)
    const panel = own[0]?.array.panel
    const fit = panel && areaFit(job.site, plane, tiltDeg, panel, option.array.fit)
    const places = fit ? placesOf(fit, plane, usedM) : looseOf(own, panel, usedM)
    let next = 0
    for (const each of own) {
      const count = each.array.strings.panelsPerString
      const panels = places.slice(next, next + count)
      next += count
      left += count - panels.length
      if (panels.length > 0) strings.push({ wanted: each, panels })
    }
    usedM = Math.max(usedM, ...places.slice(0, next).map(({ yM, heightM }) => yM + heightM))
  }
  const every = strings.flatMap(({ panels }) => panels)
  const isSizeKnown = plane.widthM !== null && plane.heightM !== null
  const widthM = plane.widthM ?? Math.max(1, ...every.map((each) => each.xM + each.widthM))
  const heightM = plane.heightM ?? Math.max(1, ...every.map((each) => each.yM + each.heightM))
  const topWidthM = !isSizeKnown || plane.shape === 'rectangle' ? widthM : topOf(plane, widthM)
  return { widthM, heightM, topWidthM, isSizeKnown, strings, left }
}

const topOf = ({ shape, topWidthM }: Plane, widthM: number): number =>
  shape === 'triangle' ? 0 : (topWidthM ?? widthM)

/** Places of a plane for one kind of panel above what lies there already. */
function placesOf(fit: AreaFit, plane: Plane, aboveM: number): RoofPanel[] {
  return fit.rows
    .filter(({ bottomM }) => bottomM >= aboveM)
    .flatMap(({ bottomM, heightM, widthM, panels }, row) => {
      const gapM = (widthM - panels * fit.panelWidthM) / (panels + 1)
      const leftM = ((plane.widthM ?? widthM) - widthM) / 2
      const across = Array.from({ length: panels }, (_, i) => ({
        xM: leftM + gapM + i * (fit.panelWidthM + gapM),
        yM: bottomM,
        widthM: fit.panelWidthM,
        heightM,
      }))
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
