import { design } from '../chain/design.ts'
import { applyAll } from '../edit/apply.ts'
import type { Edit } from '../edit/edit.ts'
import { bankYears, yearsAhead } from './cost.ts'
import { judgedDesign } from './judged-design.ts'
import { isPlan, planOf } from './plan.ts'
import type { Candidate } from './search-grid.ts'
import {
  ANSWERED_BY_THE_YEAR,
  levelsFrom,
  type SearchBrief,
  type StepsMade,
  stepsOfShare,
  wholeSteps,
} from './search-levels.ts'
import { type Followed, MOST_FOLLOWED, type ShareFound, ShareSearch, stepsOf } from './search-share.ts'
import type { Steps } from './search-steps.ts'
import type { Share } from './share.ts'

/** A design that was found: how to make it, what it costs and what it carries. */
export interface FoundDesign {
  readonly label: string
  readonly edits: readonly Edit[]
  /** Of the parts. */
  readonly price: number
  /** Parts, fuel, upkeep and banks bought again over the years looked at, discounted. */
  readonly wholeCost: number
  readonly hours: number
  readonly criticalHours: number
  readonly generatorHours: number
  readonly fuelL: number
  readonly carried: boolean
  /** Dangers and faults it has, by id. */
  readonly faults: readonly string[]
}

export interface Searched {
  /** The cheapest that carry what is asked, cheapest first; none where none does. */
  readonly best: readonly FoundDesign[]
  /** For each price the design that carries most: dearer ones carry more. */
  readonly frontier: readonly FoundDesign[]
  /** Designs there are among what may be varied, and how many of them had to be worked. */
  readonly designs: number
  readonly worked: number
  readonly years: number
}

/** Years each design is worked over. */
export const SEARCHED_YEARS = 10
const MOST_BEST = 5
/** Points of the frontier designed whole. */
const MOST_POINTS = 7
/** Shares of a search that go into making the steps, and into working the years of designs. */
const STEPS_SHARE = 0.25
const WORK_SHARE = 0.6

type OnShare = (share: number) => boolean

/**
 * What a search may vary: the share of it that one of several workers tries.
 * @param onShare called with the share done; false to stop
 * @returns null where it was stopped, or where there is no year to work
 */
export function searchSteps(brief: SearchBrief, share: Share, onShare?: OnShare): StepsMade | null {
  const tell = bySteps(onShare)
  let tried = 0
  // Nobody knows how many there are before they have been tried.
  return stepsOfShare(brief, share, () => tell(tried / (++tried + 20)))
}

/**
 * A share of a search, for one of several workers.
 * @param onShare called with the share done; false to stop
 * @returns null where it was stopped, or where there is no year to work
 */
export function searchShare(brief: SearchBrief, steps: Steps, share: Share, onShare?: OnShare): ShareFound | null {
  const levels = levelsFrom(brief, steps)
  return levels && new ShareSearch(levels, share, brief.years ?? SEARCHED_YEARS).run(bySteps(onShare))
}

/** Tells each hundredth once: a message from a worker takes longer than many a design. */
function bySteps(onShare: OnShare | undefined): OnShare {
  let next = 0
  return (share) => {
    if (!onShare || share < next) return true
    next = share + 0.01
    return onShare(share) !== false
  }
}

/** What several shares found together: the cheapest of all, and points that each carry more than any cheaper one. */
export function gathered(shares: readonly ShareFound[]): Candidate[] {
  const best = shares
    .flatMap(({ best }) => best)
    .sort((a, b) => a.figure - b.figure)
    .slice(0, MOST_FOLLOWED)
  const rising: Followed[] = []
  const points = shares.flatMap(({ points }) => points).sort((a, b) => a.candidate.price - b.candidate.price)
  for (const point of points) if (point.figure > (rising.at(-1)?.figure ?? -1) + 1e-6) rising.push(point)
  return [...best, ...thinned(rising)].map(({ candidate }) => candidate)
}

/** Some of many, the first and the last among them. */
function thinned<T>(all: readonly T[]): T[] {
  if (all.length <= MOST_POINTS) return [...all]
  const at = new Set(
    Array.from({ length: MOST_POINTS }, (_, i) => Math.round((i * (all.length - 1)) / (MOST_POINTS - 1))),
  )
  return all.filter((_, i) => at.has(i))
}

/** Makes designs whole, with their checks, and works them as any design is worked. */
export const designFound = (brief: SearchBrief, steps: Steps, candidates: readonly Candidate[]): FoundDesign[] =>
  candidates.flatMap((candidate) => wholeDesign(brief, stepsOf(steps, candidate)) ?? [])

function wholeDesign(
  { job, catalogue, faults, years }: SearchBrief,
  steps: ReturnType<typeof stepsOf>,
): FoundDesign | null {
  const edits = steps.flatMap((level) => level.edits)
  const made = design(applyAll(job, edits), catalogue)
  const plan = planOf(made)
  const judged = judgedDesign(made, years ?? SEARCHED_YEARS)
  if (!judged || !isPlan(plan)) return null
  const { generatorHours, fuelL, cycles, worked } = judged
  const price = made.parts.price.value
  const bankPrice = made.battery.bank?.price ?? 0
  const lasts = bankYears({ wear: plan.wear, cycles })
  return {
    label: steps.flatMap(({ label }) => (label === '' ? [] : [label])).join(', '),
    edits,
    price,
    wholeCost: yearsAhead(made, { price, bankPrice, bankYears: lasts, generatorHours, fuelL }).wholeCost,
    hours: worked.share.hours,
    criticalHours: worked.share.criticalHours,
    generatorHours,
    fuelL,
    carried: worked.carried,
    faults: faults(made),
  }
}

/** What is told of a search: of the designs made whole the cheapest that carry what is asked, and the frontier. */
export function searched(shares: readonly ShareFound[], found: readonly FoundDesign[], years: number): Searched {
  const best = found
    .filter(({ carried, faults }) => carried && faults.every((id) => ANSWERED_BY_THE_YEAR.has(id)))
    .sort((a, b) => a.wholeCost - b.wholeCost)
  const different = best.filter(({ label }, i) => best.findIndex((each) => each.label === label) === i)
  // As they come out whole: of two that carry the same the cheaper one.
  const frontier: FoundDesign[] = []
  for (const each of [...found].sort((a, b) => a.price - b.price))
    if (each.hours > (frontier.at(-1)?.hours ?? -1) + 1e-9) frontier.push(each)
  return {
    best: different.slice(0, MOST_BEST),
    frontier,
    designs: Math.max(0, ...shares.map(({ designs }) => designs)),
    worked: shares.reduce((sum, share) => sum + share.worked, 0),
    years,
  }
}

/**
 * The cheapest designs that carry what the brief asks, among those a person leaves open, and the frontier of price against
 * what is carried; alone, where no other worker helps.
 * @param onShare called with the share done; false to stop
 * @returns null where it was stopped, or where there is no year to work
 */
export function searchDesigns(brief: SearchBrief, onShare?: OnShare): Searched | null {
  const tell: OnShare = (share) => onShare?.(share) !== false
  const alone = { part: 0, of: 1 }
  const steps = wholeSteps([searchSteps(brief, alone, (share) => tell(STEPS_SHARE * share))])
  const found = steps && searchShare(brief, steps, alone, (share) => tell(STEPS_SHARE + WORK_SHARE * share))
  if (!steps || !found) return null
  const whole = designFound(brief, steps, gathered([found]))
  return tell(1) ? searched([found], whole, brief.years ?? SEARCHED_YEARS) : null
}

/** A worker of a search. */
export interface Searcher {
  steps(share: Share, onShare: OnShare): Promise<StepsMade | null>
  share(steps: Steps, share: Share, onShare: OnShare): Promise<ShareFound | null>
  design(steps: Steps, candidates: readonly Candidate[]): Promise<FoundDesign[]>
}

/** The same by several workers side by side: each makes some steps, takes whole kinds of designs, and then some of what was found. */
export async function searchTogether(searchers: readonly Searcher[], onShare: OnShare): Promise<Searched | null> {
  const of = searchers.length
  const stepsTold = sharesTold(of, (share) => onShare(STEPS_SHARE * share))
  const made = await Promise.all(searchers.map((searcher, part) => searcher.steps({ part, of }, stepsTold(part))))
  const steps = wholeSteps(made)
  if (!steps) return null
  const workTold = sharesTold(of, (share) => onShare(STEPS_SHARE + WORK_SHARE * share))
  const shares = await Promise.all(
    searchers.map((searcher, part) => searcher.share(steps, { part, of }, workTold(part))),
  )
  const all = shares.filter((share) => share !== null)
  if (all.length < of) return null
  const candidates = gathered(all)
  const whole = await Promise.all(
    searchers.map((searcher, part) =>
      searcher.design(
        steps,
        candidates.filter((_, i) => i % of === part),
      ),
    ),
  )
  return searched(all, whole.flat(), SEARCHED_YEARS)
}

/** What several tell of their shares, as one share of all. */
function sharesTold(count: number, onShare: OnShare): (which: number) => OnShare {
  const done = Array<number>(count).fill(0)
  return (which) => (share) => {
    done[which] = share
    return onShare(done.reduce((a, b) => a + b, 0) / count)
  }
}
