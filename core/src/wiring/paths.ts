import type { CircuitKind } from '../job/defaults.ts'
import type { Joint, Plant } from '../plant/plant.ts'
import { isCircuit } from './circuits.ts'
import { feedersOf } from './feed.ts'

/** A whole way: from an array to the battery, or from the battery to the farthest outlet of a branch. */
export interface Path {
  /** Of the array, or of the branch. */
  readonly id: string
  readonly title: string
  /** Its circuits, in the order the current takes. */
  readonly circuitIds: readonly string[]
  /** Id of the branch it ends at; null for an array’s. */
  readonly branchId: string | null
}

const kept = new WeakMap<Plant, readonly Path[]>()

/** Every path of a plant. */
export function pathsOf(plant: Plant): readonly Path[] {
  const before = kept.get(plant)
  if (before) return before
  const made = [...arrayPaths(plant), ...outletPaths(plant)]
  kept.set(plant, made)
  return made
}

const circuitsOf = ({ joints }: Plant, kind: CircuitKind, arrayId?: string | null): Joint[] =>
  joints.filter((each) => isCircuit(each) && each.kind === kind && (arrayId === undefined || each.arrayId === arrayId))

/** String, array lead, controller, bank. An array inside an all-in-one goes through the inverter’s own leads. */
function arrayPaths(plant: Plant): Path[] {
  return circuitsOf(plant, 'array').map((lead) => {
    const { arrayId } = lead
    const strings = circuitsOf(plant, 'string', arrayId).map(({ id }) => id)
    const onward = plant.joints.find(
      (each) => isCircuit(each) && each !== lead && touches(each, lead.to.unitId) && each.carries !== 'pv',
    )
    const toBank =
      onward && onward.carries === 'battery' ? [onward.id, ...[...feedersOf(plant, onward.id)].reverse()] : []
    const rest = onward && onward.carries === 'ac' ? [onward.id] : toBank
    return {
      id: `path-${lead.id}`,
      title: lead.title.replace('Array to controller', 'Array to battery'),
      circuitIds: [...strings, lead.id, ...rest],
      branchId: null,
    }
  })
}

const touches = ({ from, to }: Joint, unitId: string): boolean => from.unitId === unitId || to.unitId === unitId

/** The bank’s leads, the inverter’s and the board’s, then the branch. */
function outletPaths(plant: Plant): Path[] {
  const inverterDc = circuitsOf(plant, 'inverter-dc').at(0)
  const inverterAc = circuitsOf(plant, 'inverter-ac').at(0)
  const toAcBoard = inverterDc && inverterAc ? [...feedersOf(plant, inverterDc.id), inverterDc.id, inverterAc.id] : null
  return [
    ...circuitsOf(plant, 'dc-branch').map((branch) =>
      outlet(branch, feedersOf(plant, branch.id), convertedOf(plant, branch)),
    ),
    ...circuitsOf(plant, 'ac-branch').flatMap((branch) => (toAcBoard ? [outlet(branch, toAcBoard)] : [])),
  ]
}

/** The lead behind the converter that a branch ends at. */
const convertedOf = (plant: Plant, branch: Joint): readonly string[] =>
  circuitsOf(plant, 'converted').flatMap(({ id, from }) => (from.unitId === branch.to.unitId ? [id] : []))

const outlet = (branch: Joint, before: readonly string[], behind: readonly string[] = []): Path => ({
  id: `path-${branch.id}`,
  title: `Battery to ${branch.title.replace(/^[AD]C board to /, '')}`,
  circuitIds: [...before, branch.id, ...behind],
  branchId: branch.id,
})

/** A leg of a path as it is laid. */
export interface Leg {
  readonly id: string
  readonly areaMm2: number
  readonly dropFraction: number
  /** Length by how many alike, m. */
  readonly metres: number
  /** Thicker conductors it may have, thin to thick; none where a person chose it. */
  readonly thicker: readonly Pick<Leg, 'areaMm2' | 'dropFraction'>[]
}

/** Turns beyond which a path is left as it is. */
const MOST_TURNS = 80

/**
 * Thicker conductors where a whole path loses too much: each turn the leg that saves most for its copper.
 * @returns area each leg must have at least, mm², of those that grow
 */
export function thickened(
  paths: readonly { readonly circuitIds: readonly string[]; readonly mostFraction: number }[],
  legs: ReadonlyMap<string, Leg>,
): Map<string, number> {
  const steps = new Map<string, number>()
  const now = (leg: Leg): Pick<Leg, 'areaMm2' | 'dropFraction'> => leg.thicker[(steps.get(leg.id) ?? 0) - 1] ?? leg
  for (const { circuitIds, mostFraction } of paths) {
    const own = circuitIds.flatMap((id) => legs.get(id) ?? [])
    for (let turn = 0; turn < MOST_TURNS; turn++) {
      if (own.reduce((sum, leg) => sum + now(leg).dropFraction, 0) <= mostFraction + 1e-9) break
      const best = bestOf(own, steps, now)
      if (!best) break
      steps.set(best.id, (steps.get(best.id) ?? 0) + 1)
    }
  }
  return new Map(
    [...steps.keys()].flatMap((id) => {
      const leg = legs.get(id)
      return leg ? [[id, now(leg).areaMm2] as const] : []
    }),
  )
}

function bestOf(
  own: readonly Leg[],
  steps: ReadonlyMap<string, number>,
  now: (leg: Leg) => Pick<Leg, 'areaMm2' | 'dropFraction'>,
): Leg | null {
  let best: Leg | null = null
  let most = 0
  for (const leg of own) {
    const next = leg.thicker[steps.get(leg.id) ?? 0]
    if (!next) continue
    const worth =
      (now(leg).dropFraction - next.dropFraction) / Math.max(1e-6, leg.metres * (next.areaMm2 - now(leg).areaMm2))
    if (worth > most) {
      best = leg
      most = worth
    }
  }
  return best
}
