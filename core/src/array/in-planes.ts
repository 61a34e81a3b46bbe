import type { Panel } from '../catalogue/schema.ts'
import type { Option, Site, Surface } from '../job/schema.ts'
import type { SiteResult } from '../site/link.ts'
import { planesTogether } from '../site/methods.ts'
import { type Known, known, type Working } from '../working/working.ts'
import { areaFit, mountedKg, surfaceOf } from './area-fit.ts'
import type { ArrayBrief } from './brief.ts'
import { inputsByPlane, type OnPlane } from './by-plane.ts'
import type { Layout } from './layout.ts'
import type { Losses } from './losses.ts'

/** The main array in the planes of the site. */

/** A part of the main array, in one plane. */
export interface InPlane extends OnPlane {
  readonly planeId: string
  readonly name: string
  readonly panels: number
}

/** What the months that count ask of the sun for each watt of panels, where strings must be shared out over planes. */
export function sunNeeded({ choice, months, site }: ArrayBrief, mainNeedWh: Known<number[]>, losses: Losses): number[] {
  // A school that counts its sun in another way is not asked for more than it asks itself.
  if (site.planes.length <= 1 || choice.sizing === 'plain' || choice.singleSunHours !== null || choice.seasonalYield)
    return []
  return mainNeedWh.value.map((wh, month) =>
    months.includes(month + 1) ? wh / (losses.efficiencyByMonth.value[month] ?? 1) : 0,
  )
}

/** So many panels of one kind, said to lie in a plane. */
export interface LaidPanels {
  readonly planeId: string
  readonly panel: Panel
  readonly panels: number
}

/** What arrays beside the main one lay in planes they are given. */
export const laidBeside = (further: Option['controller']['further'], panels: readonly Panel[]): LaidPanels[] =>
  further.flatMap(({ planeId, panelId, quantity, stringsPerController, panelsPerString }) => {
    const panel = panels.find(({ id }) => id === panelId)
    return panel && planeId !== null
      ? [{ planeId, panel, panels: quantity * stringsPerController * panelsPerString }]
      : []
  })

/** What panels take of a plane: a share of its area, 0 while its size is not known, and kg. */
export function takenBy(laid: readonly LaidPanels[], fitOf: (panel: Panel) => number | undefined, surface: Surface) {
  return {
    areaFraction: laid.reduce((sum, { panel, panels }) => {
      const most = fitOf(panel)
      return sum + (most === undefined ? 0 : most > 0 ? panels / most : Number.POSITIVE_INFINITY)
    }, 0),
    kg: laid.reduce((sum, { panel, panels }) => sum + panels * mountedKg(panel, surface), 0),
  }
}

/** Panels each plane of the main array has room for, by its size and by what it bears, beside what else lies there. */
export const roomOf =
  (
    place: Pick<Site, 'kind' | 'latitudeDeg'>,
    { planes, leastSunMonth }: SiteResult,
    fit: Option['array']['fit'],
    beside: readonly LaidPanels[],
  ) =>
  (panel: Panel): number[] =>
    planes.map(({ plane, tiltDeg }) => {
      const tilt = tiltDeg[(leastSunMonth ?? 1) - 1]?.value ?? 0
      const fitOf = (each: Panel) => areaFit(place, plane, tilt, each, fit)?.panels
      const taken = takenBy(
        beside.filter(({ planeId }) => planeId === plane.id),
        fitOf,
        surfaceOf(place, plane),
      )
      const all = fitOf(panel)
      const byArea = all === undefined ? undefined : Math.floor(all * Math.max(0, 1 - taken.areaFraction) + 1e-9)
      const byWeight =
        plane.mostWeightKg === null
          ? undefined
          : Math.floor(Math.max(0, plane.mostWeightKg - taken.kg) / mountedKg(panel, surfaceOf(place, plane)) + 1e-9)
      return Math.min(byArea ?? Number.POSITIVE_INFINITY, byWeight ?? Number.POSITIVE_INFINITY)
    })

/** Whole strings of the layout in each plane, with the inputs that take them. */
export function inPlanes(
  { stringsByPlane, controllers, controller, panelsPerString }: Layout,
  { planes }: SiteResult,
): InPlane[] {
  const inputs = inputsByPlane(stringsByPlane, controllers * controller.inputs)
  return planes.map(({ plane }, i) => {
    const strings = stringsByPlane[i] ?? 0
    return { planeId: plane.id, name: plane.name, strings, inputs: inputs[i] ?? 0, panels: strings * panelsPerString }
  })
}

/** Sun hours of the array as it is strung: its planes weighed by their whole strings. */
export function sunOnStrings(
  { planes, sunHours }: SiteResult,
  { stringsByPlane }: Layout,
  working: Working,
): Known<number[]> {
  const none = known(Array<number>(12).fill(0), 'computed', '')
  if (planes.length <= 1 || !stringsByPlane.some((strings) => strings > 0)) return sunHours ?? none
  return working.apply(planesTogether, {
    peakSunHoursByPlane: planes.map(({ peakSunHours }) => peakSunHours),
    parts: planes.map(({ plane }, i) => known(stringsByPlane[i] ?? 0, 'computed', `strings in ${plane.name}`)),
  }).peakSunHours
}
