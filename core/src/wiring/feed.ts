import type { CircuitKind } from '../job/defaults.ts'
import type { Joint, Plant } from '../plant/plant.ts'
import { isCircuit } from './circuits.ts'

/** The way from the bank outward: which circuits a short at a place is fed through. */

/** Circuits that carry the bank’s current outward, in the order it flows. */
const FEEDERS: readonly CircuitKind[] = ['battery-string', 'battery-main', 'bus-link', 'dc-loads']

type Sized = Joint & { readonly kind: CircuitKind }

const kept = new WeakMap<Plant, readonly string[][]>()

/** Ids of circuits in tiers: what feeds others stands before them. */
export function tiersOf(plant: Plant): readonly string[][] {
  const before = kept.get(plant)
  if (before) return before
  const circuits = plant.joints.filter((joint): joint is Sized => isCircuit(joint))
  const tiers = [
    ...FEEDERS.map((kind) => circuits.filter((each) => each.kind === kind)),
    circuits.filter(({ kind }) => !FEEDERS.includes(kind)),
  ].map((tier) => tier.map(({ id }) => id))
  kept.set(plant, tiers)
  return tiers
}

/** Circuits between the bank and the end of a circuit that is nearest it, the nearest to the bank first. */
export function feedersOf(plant: Plant, circuitId: string): readonly string[] {
  const ofPlant = keptFeeders.get(plant) ?? new Map<string, readonly string[]>()
  keptFeeders.set(plant, ofPlant)
  const before = ofPlant.get(circuitId)
  if (before) return before
  const made = walk(plant, circuitId)
  ofPlant.set(circuitId, made)
  return made
}
const keptFeeders = new WeakMap<Plant, Map<string, readonly string[]>>()

function walk(plant: Plant, circuitId: string): string[] {
  const joint = plant.joints.find(({ id }) => id === circuitId)
  if (!joint || joint.kind === 'battery-string') return []
  // A circuit is fed from its beginning, or from the bus bars it ends at.
  const feeding = (unitId: string) =>
    plant.joints.find(
      (each) => FEEDERS.includes(each.kind as CircuitKind) && each.to.unitId === unitId && each !== joint,
    )
  const feeder = feeding(joint.from.unitId) ?? feeding(joint.to.unitId)
  return feeder && feeder.id !== circuitId ? [...walk(plant, feeder.id), feeder.id] : []
}
