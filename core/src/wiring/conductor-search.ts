import { InputError } from '../method/input-error.ts'
import { type Ampacity, type AmpacityInput, ampacityOf } from '../rules/ampacity.ts'
import { limitsOf, mostDeviceA, sizesOf, WAYS } from '../rules/ways.ts'
import { conductorOf } from '../tables/conductor.ts'
import { runDrop } from './drop.ts'

/** What a conductor is as thick as it is for. */
export const DECIDED_BY = ['ampacity', 'voltage drop', 'whole path', 'short circuit'] as const

/** Conductors in parallel beyond which a bus bar is the answer. */
const MOST_PARALLEL = 12

interface CarriedConductor {
  size: string
  parallel: number
  ampacityA: number
  dropFraction: number
  limitedBy: (typeof DECIDED_BY)[number]
}

export interface ConductorBrief extends Omit<AmpacityInput, 'size'> {
  readonly currentA: number
  readonly factor: number
  readonly carryA: number
  readonly workingA: number
  readonly lengthM: number
  readonly voltageV: number
  readonly conductorC: number
  readonly phases: 'two-wire' | 'three-phase'
  readonly maxParallel: number
  readonly maxDropFraction: number
  readonly leastAreaMm2: number
  readonly pathAreaMm2: number
}

/** The first conductor, singles thin to thick, then pairs and so on, that carries the device and keeps the drop. */
export function smallestConductor(run: ConductorBrief): CarriedConductor | null {
  const sizes = sizesOf(run.installation)
  const { thinnestParallel } = limitsOf(run.installation)
  let limitedBy: CarriedConductor['limitedBy'] = 'ampacity'
  for (let parallel = 1; parallel <= Math.min(run.maxParallel, MOST_PARALLEL); parallel++) {
    const allowed = parallel > 1 && thinnestParallel !== null ? sizes.slice(sizes.indexOf(thinnestParallel)) : sizes
    // Sets lie together: each counts as a circuit of its own, with conductors of its own.
    const together = groupedWith(run, parallel)
    for (const size of allowed) {
      const { areaMm2 } = conductorOf(size)
      const may = mayCarry({ ...run, ...together, size })
      if (may === null || !carries(may, terminalOf(run, size), run, parallel)) continue
      if (parallel === 1 && Math.max(run.carryA, run.factor * run.currentA) > mostDeviceA(run.installation, size))
        continue
      const { dropFraction } = runDrop({ ...run, currentA: run.workingA, size, parallel })
      const ampacityA = may.limitA * parallel
      if (dropFraction > run.maxDropFraction + 1e-12) limitedBy = 'voltage drop'
      else if (areaMm2 * parallel < run.leastAreaMm2 - 1e-9) limitedBy = 'short circuit'
      else if (areaMm2 * parallel < run.pathAreaMm2 - 1e-9) limitedBy = 'whole path'
      else return { size, parallel, ampacityA, dropFraction, limitedBy }
    }
  }
  return null
}

/** The grouping of a run whose conductors are in parallel. */
export const groupedWith = <T extends Pick<AmpacityInput, 'circuits' | 'currentCarrying' | 'bundled'>>(
  { circuits, currentCarrying, bundled = 1 }: T,
  parallel: number,
) => ({
  circuits: circuits * parallel,
  currentCarrying: currentCarrying * parallel,
  bundled: bundled * parallel,
})

/** What the terminals of a run let a conductor carry, A; infinite where its table asks nothing of them. */
export const terminalOf = (
  { installation, terminalC }: Pick<AmpacityInput, 'installation' | 'terminalC'>,
  size: string,
): number => WAYS[installation].terminalA(size, terminalC)

/** Its device and its current as laid; table and terminals the current with its factor. */
function carries(
  { baseA, correctedA, limitA }: Ampacity,
  terminalA: number,
  { carryA, currentA, factor }: ConductorBrief,
  parallel: number,
): boolean {
  const [device, design] = [carryA / parallel - 1e-9, currentA / parallel - 1e-9]
  return limitA >= device && correctedA >= design && Math.min(baseA, terminalA) >= factor * design
}

/** Null where the sets together are more than the grouping table knows. */
function mayCarry(input: AmpacityInput): Ampacity | null {
  try {
    return ampacityOf(input)
  } catch (error) {
    if (error instanceof InputError && /circuits|currentCarrying|bundled/.test(error.path)) return null
    throw error
  }
}
