import { EMPTY_BOND_CHOICE } from '../job/job.ts'
import type { BondChoice } from '../job/schema.ts'
import type { Joint, Plant, Role, Unit } from '../plant/plant.ts'
import { unitOf } from '../plant/plant.ts'
import type { Ruled, RuleSet } from '../rules/rule-set.ts'
import { conductorOf } from '../tables/conductor.ts'
import { assumed, enteredOr, type Known, known } from '../working/working.ts'
import type { Circuit } from './circuits.ts'

/** Conductors that carry current in a fault only: to the earth bar, to the electrode, and the one joint of neutral and earth. */
export interface Bond {
  /** Of its joint in the plant. */
  readonly id: string
  readonly title: string
  readonly what: 'protective' | 'frames' | 'electrode' | 'neutral'
  /** Unit it bonds. */
  readonly unitId: string
  readonly size: Known<string>
  /** Thinnest the rule set allows. */
  readonly least: Ruled<string>
  readonly lengthM: Known
  readonly count: number
  /** A person says it is not there. */
  readonly leftOut: boolean
}

export interface BondBrief {
  readonly plant: Plant
  readonly circuits: readonly Circuit[]
  readonly rules: RuleSet
  readonly choices: Readonly<Record<string, BondChoice>>
}

/** Lengths one way while nobody says, m. Assumptions of Yard Lamp. */
const LENGTH_M = { protective: 2, frames: 15, electrode: 6, neutral: 0.3 } as const

/** Every conductor of earth of a plant whose circuits are laid. */
export function bondsOf({ plant, circuits, rules, choices }: BondBrief): Bond[] {
  if (circuits.length === 0) return []
  return plant.joints.flatMap((joint): Bond[] => {
    const what = whatOf(plant, joint)
    if (!what) return []
    const unit = unitOf(plant, joint.from.unitId)
    const choice = choices[joint.id] ?? EMPTY_BOND_CHOICE
    const at = circuits.filter(({ id }) => touching(plant, id, joint.from.unitId))
    const least = leastOf(what, at, rules)
    if (!least) return []
    const lead = circuits.find(({ kind, arrayId }) => kind === 'array' && arrayId === (unit?.arrayId ?? null))
    const leadM = what === 'frames' ? lead?.lengthM : undefined
    return [
      {
        id: joint.id,
        title: joint.title,
        what,
        unitId: joint.from.unitId,
        size: enteredOr(choice.size, joint.title, known(least.value, 'table', least.source)),
        least,
        lengthM: enteredOr(
          choice.lengthM,
          joint.title,
          leadM
            ? known(leadM.value, leadM.origin, 'as long as the array’s lead')
            : assumed(LENGTH_M[what], 'not entered'),
        ),
        count: what === 'protective' ? alike(unit) : 1,
        leftOut: choice.leftOut,
      },
    ]
  })
}

const EACH_ITS_OWN: ReadonlySet<Role> = new Set(['controller', 'inverter', 'ac-coupled'])
const alike = (unit: Unit | undefined): number => (unit && EACH_ITS_OWN.has(unit.role) ? unit.quantity : 1)

function whatOf(plant: Plant, { kind, from }: Joint): Bond['what'] | null {
  if (kind === 'electrode') return 'electrode'
  if (kind === 'system-bond') return 'neutral'
  if (kind !== 'earth') return null
  return unitOf(plant, from.unitId)?.role === 'panels' ? 'frames' : 'protective'
}

function touching({ joints }: Plant, circuitId: string, unitId: string): boolean {
  const joint = joints.find(({ id }) => id === circuitId)
  return joint?.from.unitId === unitId || joint?.to.unitId === unitId
}

/** By the circuits that end at the unit: the largest that any of them asks. */
function leastOf(what: Bond['what'], at: readonly Circuit[], rules: RuleSet): Ruled<string> | null {
  if (what === 'electrode') return rules.electrodeConductor
  const asked = at.flatMap((circuit) => protectiveOf(circuit, rules) ?? [])
  const all = what === 'frames' ? [rules.frameBonding.exposed, ...asked] : asked
  return all.reduce<Ruled<string> | null>((a, b) => (a && areaOf(a) >= areaOf(b) ? a : b), null)
}

const areaOf = ({ value }: Ruled<string>): number => conductorOf(value).areaMm2

/** The protective conductor of a circuit: by its device, or by what the device would be. */
export function protectiveOf({ cable, device, currentA, factor }: Circuit, rules: RuleSet): Ruled<string> | null {
  if (!cable) return null
  const ratingA = device?.ratingA.value ?? factor.value * currentA.value
  return rules.protectiveConductor(ratingA, cable.size, cable.requiredSize, cable.parallel)
}
