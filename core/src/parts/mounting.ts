import { keptFreeMm, surfaceOf } from '../array/area-fit.ts'
import type { Material } from '../catalogue/schema.ts'
import type { RoofPanel, RoofPlane } from '../diagram/roof.ts'
import type { Plane, Site, Surface } from '../job/schema.ts'
import { type MaterialNeed, materialFor, need } from './needs.ts'

/** What panels stand on, plane by plane: rails, feet, clamps, frames, seals, glue. */

/** Rails under each row of panels, and how far they reach past it at either end, m. Source: common sheets of rails. */
const RAILS = 2
const PAST_ROW_M = 0.1
/** Feet along a rail, and how far from its end the first stands, m. Assumption of Yard Lamp, after common sheets for little snow. */
const FOOT_EVERY_M = 1.2
const FOOT_FROM_END_M = 0.3
/** Legs of tilt frames along a row, m. */
const FRAME_EVERY_M = 1.5
/** Deck mounts of a framed panel, and how many one cartridge of glue holds. */
const DECK_MOUNTS = 4
const MOUNTS_A_GLUE = 8
/** Roofs whose cover a cable goes through by a seal of its own. */
const PITCHED: ReadonlySet<Surface> = new Set(['tile', 'slate', 'metal', 'flat'])

/** A row of framed panels, clamped side by side. */
interface Row {
  readonly panels: number
  readonly lengthM: number
}

export interface MountingBrief {
  readonly site: Pick<Site, 'kind'>
  readonly planes: readonly Plane[]
  readonly roof: readonly RoofPlane[]
  readonly materials: readonly Material[]
}

export function mountingNeeds({ site, planes, roof, materials }: MountingBrief): MaterialNeed[] {
  const gapM = keptFreeMm(site).gap / 1000
  return roof.flatMap((on): MaterialNeed[] => {
    const plane = planes.find(({ id }) => id === on.planeId)
    if (!plane) return []
    const surface = surfaceOf(site, plane)
    const lying = (areFlexible: boolean) =>
      on.strings.filter(({ panel }) => (panel.cells === 'flexible') === areFlexible).flatMap(({ panels }) => panels)
    const [framed, flexible] = [lying(false), lying(true)]
    const put = (role: MaterialNeed['role'], quantity: number, how: string, size = '') =>
      need({ role, size, place: 'array', group: 'mounting', source: { use: plane.name, quantity, how } })
    const panels = framed.length + flexible.length
    return [
      ...(surface === 'deck'
        ? glued(framed.length, put)
        : railed(rowsOf(framed, gapM), surface, plane, materials, put)),
      put('glue', flexible.length, 'one for each flexible panel'),
      put('bonding-clip', framed.length, 'one for each frame'),
      ...(panels > 0 && (PITCHED.has(surface) || surface === 'deck')
        ? [put('roof-entry', 1, 'where the array’s lead goes in', surface === 'deck' ? 'deck' : 'pitched')]
        : []),
    ]
  })
}

type Put = (role: MaterialNeed['role'], quantity: number, how: string, size?: string) => MaterialNeed

function glued(panels: number, put: Put): MaterialNeed[] {
  const mounts = panels * DECK_MOUNTS
  return [
    put('foot', mounts, `${DECK_MOUNTS} under each of ${panels} panels`, 'deck'),
    put('glue', Math.ceil(mounts / MOUNTS_A_GLUE), `one for ${MOUNTS_A_GLUE} mounts`),
  ]
}

function railed(
  rows: readonly Row[],
  surface: Surface,
  { mount }: Plane,
  materials: readonly Material[],
  put: Put,
): MaterialNeed[] {
  if (rows.length === 0) return []
  const onFrames = mount === 'rows' || surface === 'ground'
  const pieceM = materialFor(materials, { role: 'rail', size: '', studMm: null, ways: 0 })?.lengthM ?? 2.4
  const rails = rows.flatMap(({ lengthM }) => Array<number>(RAILS).fill(lengthM))
  const stock = stockFor(rails, pieceM)
  const panels = rows.reduce((sum, row) => sum + row.panels, 0)
  const rowWords = `${rows.length === 1 ? '1 row' : `${rows.length} rows`} of ${panels} panels`
  const frames = onFrames ? rows.reduce((sum, { lengthM }) => sum + alongRow(lengthM, FRAME_EVERY_M), 0) : 0
  const feet = onFrames ? 2 * frames : rails.reduce((sum, lengthM) => sum + alongRow(lengthM, FOOT_EVERY_M), 0)
  return [
    put('rail', stock.pieces, `${rowWords}, ${RAILS} rails each, cut from ${pieceM} m`),
    put('rail-joint', stock.joints, 'where a rail is longer than a piece'),
    put('mid-clamp', RAILS * (panels - rows.length), 'between panels, on each rail'),
    put('end-clamp', 2 * RAILS * rows.length, 'at both ends of each row, on each rail'),
    put('frame', frames, `one each ${FRAME_EVERY_M} m of a row`),
    put('foot', feet, onFrames ? 'two for each pair of legs' : `one each ${FOOT_EVERY_M} m of rail`, surface),
    put('seal', surface === 'slate' ? feet : 0, 'one for each hook', 'slate'),
  ]
}

/** Feet or frames along a rail or a row: one near each end, and between them so close at least. */
const alongRow = (lengthM: number, everyM: number): number =>
  Math.max(2, Math.ceil((lengthM - 2 * FOOT_FROM_END_M) / everyM - 1e-9) + 1)

/** Rows of panels that lie side by side at one height; a gap in a row makes two of it. */
function rowsOf(panels: readonly RoofPanel[], gapM: number): Row[] {
  const byHeight = new Map<string, RoofPanel[]>()
  for (const panel of panels) {
    const key = `${panel.yM.toFixed(3)}/${panel.heightM.toFixed(3)}`
    const own = byHeight.get(key)
    if (own) own.push(panel)
    else byHeight.set(key, [panel])
  }
  return [...byHeight.values()].flatMap((level) => {
    const sorted = level.toSorted((a, b) => a.xM - b.xM)
    const rows: { first: RoofPanel; last: RoofPanel; panels: number }[] = []
    for (const panel of sorted) {
      const row = rows.at(-1)
      // Clamps reach over twice the usual gap, no further.
      if (row && panel.xM - (row.last.xM + row.last.widthM) <= 2 * gapM + 0.01) {
        row.last = panel
        row.panels += 1
      } else rows.push({ first: panel, last: panel, panels: 1 })
    }
    return rows.map(({ first, last, panels: n }) => ({
      panels: n,
      lengthM: last.xM + last.widthM - first.xM + 2 * PAST_ROW_M,
    }))
  })
}

/**
 * Pieces of stock for rails of these lengths, what is left of one used for another, longest first; and the joints in them.
 * @example stockFor([3, 3], 2.4) // { pieces: 3, joints: 2 }
 */
export function stockFor(
  lengthsM: readonly number[],
  pieceM: number,
): { readonly pieces: number; readonly joints: number } {
  let [pieces, joints] = [0, 0]
  const ends: number[] = []
  for (const lengthM of lengthsM) {
    const whole = Math.floor(lengthM / pieceM + 1e-9)
    const restM = lengthM - whole * pieceM
    pieces += whole
    if (restM > 1e-6) ends.push(restM)
    joints += Math.max(0, whole + (restM > 1e-6 ? 1 : 0) - 1)
  }
  const leftM: number[] = []
  for (const endM of ends.sort((a, b) => b - a)) {
    const at = leftM.findIndex((left) => left >= endM - 1e-9)
    if (at >= 0) leftM[at] = (leftM[at] ?? 0) - endM
    else {
      pieces += 1
      leftM.push(pieceM - endM)
    }
  }
  return { pieces, joints }
}
