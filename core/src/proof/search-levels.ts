import type { Catalogue } from '../catalogue/shelf.ts'
import { type Design, design } from '../chain/design.ts'
import { applyAll } from '../edit/apply.ts'
import type { Job } from '../job/schema.ts'
import { bankPart, isPlan, type Plan, planOf, sourcePart } from './plan.ts'
import {
  arrayLadders,
  type BackupLevel,
  type BatterySteps,
  backupLevels,
  bankLadders,
  type Level,
  type PanelSteps,
  priceOver,
  type Steps,
  sizesOf,
  type Tried,
  type Try,
  tiltLevels,
  wholeLadders,
} from './search-steps.ts'
import type { Share } from './share.ts'
import type { Terms } from './terms.ts'

/** Panels, batteries and backup together: what another of them would cost and change, for each goes by the others. */
export interface Together {
  /** Of the parts, over the design it was made from. */
  readonly price: number
  readonly terms: Partial<Terms>
}

export interface Levels extends Steps {
  readonly base: Design
  readonly plan: Plan
  /** Worked when it is first asked; null where they cannot be had together. */
  readonly together: (panels: Level, batteries: Level, backup: BackupLevel) => Together | null
}

/** Ids of the dangers and faults a design has: told by whoever knows the checks. */
export type Faults = (design: Design) => readonly string[]

export interface SearchBrief {
  readonly job: Job
  readonly catalogue: Catalogue
  readonly faults: Faults
  /** Years each design is worked over; ten where not given. */
  readonly years?: number
}

/** Faults of rules of thumb, which the years themselves answer. Not those that look to a day on which something breaks. */
export const ANSWERED_BY_THE_YEAR: ReadonlySet<string> = new Set([
  'year.not-carried',
  'array.short-in-month',
  'array.recovery-slow',
  'battery.too-small',
  'battery.autonomy-short',
  'backup.slow',
  'controller.clips',
])

interface Bench {
  readonly base: Design
  readonly plan: Plan
  readonly tried: Try
  readonly isStopped: () => boolean
}

/** @returns null where there is no year to work */
function benchOf({ job, catalogue, faults }: SearchBrief, onTried?: () => boolean): Bench | null {
  const base = design(job, catalogue)
  const plan = planOf(base)
  if (!isPlan(plan)) return null
  const own = new Set(faults(base))
  let isStopped = false
  const tried: Try = (edits, isPart = false) => {
    isStopped ||= onTried?.() === false
    if (isStopped) return null
    const made = design(applyAll(job, edits), catalogue)
    if (made.needs.length > base.needs.length) return null
    if (!isPart && faults(made).some((id) => !own.has(id) && !ANSWERED_BY_THE_YEAR.has(id))) return null
    const its = planOf(made)
    return isPlan(its) ? { made, plan: its } : null
  }
  return { base, plan, tried, isStopped: () => isStopped }
}

/** What one of several workers makes of the steps. Plain data. */
export interface StepsMade {
  /** Made by the first of them. */
  readonly panels: PanelSteps | null
  readonly batteries: BatterySteps
}

/**
 * The steps a search may take, each tried on the whole chain: the backups, a share of the batteries, and for the first of the
 * workers the panels and tilts.
 * @param onTried called after each design that was tried; false to stop
 * @returns null where there is no year to work, or where it was stopped
 */
export function stepsOfShare(brief: SearchBrief, share: Share, onTried?: () => boolean): StepsMade | null {
  const bench = benchOf(brief, onTried)
  if (!bench) return null
  const { base, plan, tried, isStopped } = bench
  const backups = backupLevels(base, tried)
  const batteries = { backups, banks: bankLadders(base, tried, sizesOf(backups), share) }
  const panels = share.part === 0 ? { arrays: arrayLadders(base, tried), tilts: tiltLevels(base, plan, tried) } : null
  return isStopped() ? null : { panels, batteries }
}

/** The steps of all shares together; null where one of them is not there. */
export function wholeSteps(shares: readonly (StepsMade | null)[]): Steps | null {
  const made = shares.filter((share) => share !== null)
  const [first] = made
  if (!first?.panels || made.length < shares.length) return null
  const { backups } = first.batteries
  return { ...first.panels, backups, banks: wholeLadders(made.map(({ batteries }) => batteries.banks)) }
}

/** All there is to search among some steps; null where there is no year to work. */
export function levelsFrom(brief: SearchBrief, steps: Steps): Levels | null {
  const bench = benchOf(brief)
  if (!bench) return null
  const { base, plan, tried } = bench
  const sizes = sizesOf(steps.backups)
  const known = new Map<string, Together | null>()
  return {
    ...steps,
    base,
    plan,
    together(panels, batteries, { size }) {
      const edits = [...panels.edits, ...batteries.edits, ...(sizes[size] ?? [])]
      const key = JSON.stringify(edits)
      const before = known.get(key)
      if (before !== undefined) return before
      const found = tried(edits, true)
      const together = found && { price: priceOver(base, found), terms: partsOf(found) }
      known.set(key, together)
      return together
    },
  }
}

/** What the balance reads of panels, batteries and backup. */
const partsOf = ({ made, plan }: Tried): Partial<Terms> => ({
  arrayA: plan.terms.arrayA,
  ...bankPart(made, plan),
  ...sourcePart(made, plan),
})
