import type { Joint } from '../../plant/plant.ts'
import { type Circuit, isCircuit } from '../../wiring/circuits.ts'
import type { Corner } from '../place.ts'
import type { Hung } from './arrange.ts'

/** The way a cable takes on the wall, and how long it comes. */
export interface WallWay {
  readonly circuitId: string
  readonly title: string
  /** Units it ends at or passes through. */
  readonly unitIds: readonly string[]
  /** Longest of those alike, one way, m: level and upright, with a tail at each end, rounded up. */
  readonly lengthM: number
  /** How many alike. */
  readonly count: number
  /** Of each, the corners it runs through, mm. */
  readonly runs: readonly (readonly Corner[])[]
}

/** For bending into a terminal, at each end and at each side of what it passes through, m. Assumption of Yard Lamp. */
export const TAIL_M = 0.15
const STEP_M = 0.1

const middleOf = ({ xMm, yMm, widthMm, heightMm }: Hung): Corner => [xMm + widthMm / 2, yMm + heightMm / 2]
/** Cables run level and upright, mm. */
const apartMm = ([x1, y1]: Corner, [x2, y2]: Corner): number => Math.abs(x1 - x2) + Math.abs(y1 - y2)

/** Ways of every cable whose both ends hang or stand here; that of another leaves the wall and is not measured. */
export function waysOf(
  joints: readonly Joint[],
  circuits: readonly Circuit[],
  hung: readonly Hung[],
  series: number,
): WallWay[] {
  const circuitOf = new Map(circuits.map((circuit) => [circuit.id, circuit]))
  const ofUnit = grouped(hung, ({ unitId }) => unitId)
  const ofDevice = grouped(hung, ({ circuitId }) => circuitId)
  /** Where leads begin: of a string, midway between its two end posts, as plus and minus are cut alike. */
  const endsOf = (unitId: string): Corner[] => {
    const pieces = ofUnit.get(unitId) ?? []
    if (pieces[0]?.role !== 'battery') return pieces.map(middleOf)
    return pieces.flatMap((first, i): Corner[] => {
      const last = pieces[i + series - 1]
      if (i % series !== 0 || !last) return []
      const [[x1, y1], [x2, y2]] = [middleOf(first), middleOf(last)]
      return [[(x1 + x2) / 2, (y1 + y2) / 2]]
    })
  }
  return joints.flatMap((joint): WallWay[] => {
    const circuit = circuitOf.get(joint.id)
    if (!circuit || !isCircuit(joint) || joint.from.unitId === joint.to.unitId) return []
    const [from, to] = [endsOf(joint.from.unitId), endsOf(joint.to.unitId)]
    if (from.length === 0 || to.length === 0) return []
    const devices = (ofDevice.get(circuit.id) ?? []).map(middleOf)
    const through = joint.through.map((id) => (ofUnit.get(id) ?? []).map(middleOf)).filter(({ length }) => length > 0)
    const stations = joint.sources.includes('from') ? [devices, ...through] : [...through, devices]
    const runs = runsBetween(
      from,
      stations.filter(({ length }) => length > 0),
      to,
      circuit.count,
    )
    const longestM = Math.max(...runs.map(lengthM))
    return [
      {
        circuitId: circuit.id,
        title: circuit.title,
        unitIds: [joint.from.unitId, ...joint.through, joint.to.unitId],
        lengthM: Math.ceil(longestM / STEP_M - 1e-9) * STEP_M,
        count: runs.length,
        runs,
      },
    ]
  })
}

function grouped(hung: readonly Hung[], keyOf: (piece: Hung) => string | null): Map<string, Hung[]> {
  const groups = new Map<string, Hung[]>()
  for (const piece of hung) {
    const key = keyOf(piece)
    if (key === null) continue
    const group = groups.get(key)
    if (group) group.push(piece)
    else groups.set(key, [piece])
  }
  return groups
}

/** From each of the more numerous end to what is next of each station, and on to the other end. */
function runsBetween(
  from: readonly Corner[],
  stations: readonly (readonly Corner[])[],
  to: readonly Corner[],
  count: number,
) {
  const back = to.length > from.length
  // Bars side by side are more than the leads between them.
  const begin = (back ? to : from).slice(0, count)
  const end = back ? from : to
  const way = back ? stations.toReversed() : stations
  return begin.map((start, i): readonly Corner[] => {
    const corners: Corner[] = [start]
    for (const station of [...way, end]) {
      const at = corners.at(-1) as Corner
      // As many as there are ways: its own one. Fewer: the nearest.
      const own = station.length === begin.length ? station[i] : undefined
      corners.push(own ?? station.reduce((a, b) => (apartMm(at, b) < apartMm(at, a) ? b : a)))
    }
    return back ? corners.toReversed() : corners
  })
}

const lengthM = (corners: readonly Corner[]): number =>
  corners.slice(1).reduce((sum, corner, i) => sum + apartMm(corners[i] as Corner, corner) / 1000 + 2 * TAIL_M, 0)
