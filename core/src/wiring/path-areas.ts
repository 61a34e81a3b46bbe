import type { CircuitChoice, Site } from '../job/schema.ts'
import { InputError } from '../method/input-error.ts'
import type { Plant } from '../plant/plant.ts'
import type { RuleSet } from '../rules/rule-set.ts'
import { limitsOf, sizesOf } from '../rules/ways.ts'
import { conductorOf } from '../tables/conductor.ts'
import type { Circuit } from './circuits.ts'
import { smallestConductor } from './conductor-search.ts'
import { runDrop } from './drop.ts'
import { KeptByCircuit } from './kept.ts'
import { type Leg, type Path, pathsOf, thickened } from './paths.ts'
import { conductorBrief, firstRatingA, type LayBrief, type Run, runOf, sameBrief } from './run.ts'

/** A path with what it may lose. */
export interface LimitedPath extends Path {
  readonly mostFraction: number
}

/** A path as it is laid. */
export interface LaidPath {
  readonly id: string
  readonly title: string
  readonly legs: readonly { readonly circuitId: string; readonly dropFraction: number }[]
  readonly dropFraction: number
  readonly mostFraction: number
}

/** Every whole path with what its legs lose together. */
export function laidPaths(
  {
    plant,
    rules,
    kind,
    choices,
  }: Pick<LayBrief, 'rules' | 'kind'> & {
    readonly plant: Plant
    readonly choices: Readonly<Record<string, CircuitChoice>>
  },
  circuits: readonly Circuit[],
): LaidPath[] {
  const byId = new Map(circuits.map((circuit) => [circuit.id, circuit]))
  return limitedPaths(plant, rules, kind, (id) => choices[id]?.maxDropFraction ?? null).map((path) => {
    const legs = path.circuitIds.flatMap((circuitId) => {
      const cable = byId.get(circuitId)?.cable
      return cable ? [{ circuitId, dropFraction: cable.dropFraction.value }] : []
    })
    return {
      id: path.id,
      title: path.title,
      legs,
      dropFraction: legs.reduce((sum, leg) => sum + leg.dropFraction, 0),
      mostFraction: path.mostFraction,
    }
  })
}

/** What each whole path may lose: the rule set's share, and what a person allowed a leg of it beyond. */
export function limitedPaths(
  plant: Plant,
  rules: RuleSet,
  kind: Site['kind'],
  allowedOf: (circuitId: string) => number | null,
): LimitedPath[] {
  return pathsOf(plant).map((path) => {
    const { leg, path: whole } = rules.drop({ kind }, isCritical(plant, path))
    const beyond = path.circuitIds.reduce((sum, id) => sum + Math.max(0, (allowedOf(id) ?? 0) - leg.value), 0)
    return { ...path, mostFraction: whole.value + beyond }
  })
}

const isCritical = ({ branches }: Plant, { branchId }: Path): boolean =>
  branchId !== null && branches.some(({ board, id, critical }) => critical && branchId === `${board}-branch-${id}`)

/** Areas that conductors must have for the sake of whole paths, mm², by circuit; those that are thick enough are left out. */
export function pathAreas(plant: Plant, briefs: readonly LayBrief[]): ReadonlyMap<string, number> {
  const [first] = briefs
  if (!first) return NONE
  const byId = new Map(briefs.map((brief) => [brief.demand.id, brief]))
  const legs = new Map<string, Leg>()
  for (const brief of briefs) {
    const leg = legOf(brief)
    if (leg) legs.set(leg.id, leg)
  }
  const paths = limitedPaths(plant, first.rules, first.kind, (id) => byId.get(id)?.choice.maxDropFraction ?? null)
  return thickened(paths, legs)
}
const NONE: ReadonlyMap<string, number> = new Map()

const keptLegs = new KeptByCircuit<{ readonly brief: LayBrief; readonly leg: Leg | null }>()

function legOf(brief: LayBrief): Leg | null {
  const { leg } = keptLegs.take(
    brief.devices,
    brief.demand.id,
    (each) => sameBrief(each.brief, brief),
    () => ({ brief, leg: legAnew(brief) }),
  )
  return leg
}

/** What a run would be laid with for itself; null where its figures allow none. */
function laidAlone(run: Run): { readonly size: string; readonly parallel: number } | null {
  const { choice } = run
  if (choice.size) return { size: choice.size, parallel: choice.parallel ?? 1 }
  try {
    return smallestConductor(conductorBrief(run, firstRatingA(run)))
  } catch (error) {
    if (error instanceof InputError) return null
    throw error
  }
}

function legAnew(brief: LayBrief): Leg | null {
  const { demand, choice } = brief
  const run = runOf(brief)
  const laid = laidAlone(run)
  if (!laid) return null
  const { size, parallel } = laid
  const at = (each: string) => ({
    areaMm2: conductorOf(each).areaMm2 * parallel,
    dropFraction: dropOf(run, each, parallel),
  })
  return {
    id: demand.id,
    ...at(size),
    metres: Math.max(0.1, run.lengthM.value * demand.count),
    thicker: choice.size === null ? thickerThan(run, size, parallel).map(at) : [],
  }
}

/** Thicker sizes that the terminals still take. */
function thickerThan({ installation, demand: { terminal } }: Run, size: string, parallel: number): readonly string[] {
  const sizes = sizesOf(installation)
  const { thinnestParallel } = limitsOf(installation)
  const from = Math.max(
    sizes.indexOf(size) + 1,
    parallel > 1 && thinnestParallel !== null ? sizes.indexOf(thinnestParallel) : 0,
  )
  const mostMm2 = terminal?.maxAreaMm2 ?? Number.POSITIVE_INFINITY
  return sizes.slice(from).filter((each) => conductorOf(each).areaMm2 <= mostMm2 + 1e-9)
}

const dropOf = ({ demand, lengthM }: Run, size: string, parallel: number): number =>
  runDrop({
    currentA: demand.workingA.value,
    lengthM: lengthM.value,
    size,
    voltageV: demand.voltageV.value,
    parallel,
    conductorC: 75,
    phases: 'two-wire',
  }).dropFraction
