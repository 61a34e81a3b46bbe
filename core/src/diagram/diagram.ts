import { type Joint, type Role, unitOf } from '../plant/plant.ts'
import type { Circuit } from '../wiring/circuits.ts'
import { alikeOf, ratingOf } from './alike.ts'
import { BOX_HEIGHT, FOLD_ROOM, WAY_HEIGHT } from './columns.ts'
import { type Designations, designationsOf } from './designations.ts'
import { earthOf } from './earth-band.ts'
import type { Diagram, DiagramBrief, DiagramPart, DiagramRun, DiagramWay } from './model.ts'
import { BELOW_BANK, type PlacedUnit, placeOf } from './place.ts'
import { runOf, wayOf } from './runs.ts'
import { SYMBOL_SETS, symbolOf } from './symbols.ts'

const NAME_OF: Partial<Record<Role, string>> = {
  combiner: 'Combiner',
  'bank-bars': 'Bars',
  'engine-charger': 'DC charger',
  relay: 'Relay',
  'ac-coupled': 'Inverter',
}

/** The one-line drawing of a plant and its circuits. */
export function diagramOf(brief: DiagramBrief): Diagram {
  const { plant, wiring } = brief
  const designations = designationsOf(plant, wiring)
  const folded = placeOf(plant, [])
  const alike = new Map(folded.boxes.map((box) => [box.key, alikeOf(brief, box, designations)]))
  const unfolded = [...brief.unfolded].flatMap((key) => {
    const lines = alike.get(key)?.length ?? 0
    return lines > 1 ? [{ key, lines: Math.min(lines, MOST_LINES) }] : []
  })
  const placing = unfolded.length === 0 ? folded : placeOf(plant, unfolded)
  const circuitOf = new Map(wiring.circuits.map((circuit) => [circuit.id, circuit]))
  const stands = new Set(wiring.fittings.flatMap(({ unitId, item }) => (item ? [unitId] : [])))
  return {
    width: placing.width,
    height: placing.height,
    symbols: SYMBOL_SETS[wiring.rules.symbols.value],
    parts: placing.boxes.map((box) => partOf(brief, box, alike.get(box.key) ?? [], designations)),
    runs: placing.joints.flatMap(({ joint, corners }): DiagramRun[] => {
      const circuit = circuitOf.get(joint.id)
      if (!circuit || isWay(joint.kind)) return []
      const through = joint.through.filter((id) => stands.has(id)).flatMap((id) => unitOf(plant, id) ?? [])
      return [runOf(brief, circuit, corners, through, designations)]
    }),
    ways: placing.ways.flatMap(({ joint, ...at }): DiagramWay[] => {
      const circuit = circuitOf.get(joint.id)
      return circuit ? [{ ...wayOf(brief, circuit, designations), ...at }] : []
    }),
    bars: placing.buses.map(({ unitId, ...at }) => ({
      unitId,
      designation: designations.units.get(unitId) ?? '',
      name: unitOf(plant, unitId)?.name ?? '',
      ...at,
    })),
    captions: captionsOf(brief, placing.boxes),
    earth: earthOf(brief, placing.earthY, placing.width, designations),
  }
}

const WAYS: ReadonlySet<Joint['kind']> = new Set(['ac-branch', 'dc-branch', 'converted', ...BELOW_BANK])
/** Told below its board and not as a line. */
const isWay = (kind: Joint['kind']): boolean => WAYS.has(kind)

const belowBank = (circuits: readonly Circuit[]): number => circuits.filter(({ kind }) => BELOW_BANK.has(kind)).length

/** Lines told below a box at most. */
const MOST_LINES = 24

function partOf(
  { plant, wiring, unfolded }: DiagramBrief,
  { key, unitIds, role, x, y, width }: PlacedUnit,
  alike: readonly string[],
  { units, bonds }: Designations,
): DiagramPart {
  const all = unitIds.flatMap((id) => unitOf(plant, id) ?? [])
  const [first] = all
  return {
    key,
    unitIds,
    symbol: symbolOf(role),
    designation: unitIds.flatMap((id) => units.get(id) ?? []).join(', '),
    name: NAME_OF[role] ?? first?.name.split(',')[0] ?? '',
    rating: first ? ratingOf(first, all) : '',
    x,
    y,
    width,
    height: BOX_HEIGHT,
    alike,
    alikeY: y + BOX_HEIGHT + FOLD_ROOM + (role === 'battery' ? belowBank(wiring.circuits) * WAY_HEIGHT : 0),
    isUnfolded: alike.length > 1 && unfolded.has(key),
    earthedBy: wiring.bonds.flatMap(({ id, unitId, what, leftOut }) =>
      unitIds.includes(unitId) && what !== 'neutral' && !leftOut ? (bonds.get(id) ?? []) : [],
    ),
  }
}

/** Letters beside what is found at an array. */
const MOST_CAPTION = 13

function captionsOf({ plant, arrayNames }: DiagramBrief, boxes: readonly PlacedUnit[]): Diagram['captions'] {
  const panels = boxes.filter(({ role }) => role === 'panels')
  if (panels.length < 2) return []
  return panels.map(({ unitIds, x, y }) => {
    const arrayId = unitOf(plant, unitIds[0] ?? '')?.arrayId ?? ''
    const name = arrayNames.get(arrayId) || 'Main array'
    return {
      text: name.length > MOST_CAPTION ? `${name.slice(0, MOST_CAPTION - 1)}…` : name,
      x: x + 42,
      y: y - 6,
    }
  })
}
