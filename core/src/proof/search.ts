import { design } from '../chain/design.ts'
import { applyAll } from '../edit/apply.ts'
import type { Edit } from '../edit/edit.ts'
import { bankYears, yearsAhead } from './cost.ts'
import { judgedDesign } from './judged-design.ts'
import type { Candidate, Share } from './search-grid.ts'
import { ANSWERED_BY_THE_YEAR, type Levels, levelsOf, type SearchBrief } from './search-levels.ts'
import { type Followed, type ShareFound, ShareSearch, stepsOf } from './search-share.ts'

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
/** Share of the work that goes into making the steps. */
const STEPS_SHARE = 0.15

type OnShare = (share: number) => boolean

/** The levels of the brief asked for last: a worker searches its share of them, and then designs what was found. */
let kept: { readonly key: string; readonly levels: Levels } | null = null

function levelsFor(brief: SearchBrief, onShare: OnShare = () => true): Levels | null {
  const key = JSON.stringify([brief.job, brief.catalogue])
  if (kept?.key === key) return kept.levels
  let tried = 0
  const levels = levelsOf(brief, () => onShare((STEPS_SHARE * tried) / (++tried + 20)))
  kept = levels && { key, levels }
  return levels
}

/**
 * A share of a search, for one of several workers.
 * @param onShare called with the share done; false to stop
 * @returns null where it was stopped, or where there is no year to work
 */
export function searchShare(brief: SearchBrief, share: Share, onShare?: OnShare): ShareFound | null {
  const tell = bySteps(onShare)
  const levels = levelsFor(brief, tell)
  if (!levels) return null
  return new ShareSearch(levels, share, brief.years ?? SEARCHED_YEARS).run((done) =>
    tell(STEPS_SHARE + (1 - STEPS_SHARE) * done),
  )
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
    .slice(0, MOST_BEST + 2)
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
export function designFound(brief: SearchBrief, candidates: readonly Candidate[]): FoundDesign[] {
  const levels = levelsFor(brief)
  return levels ? candidates.flatMap((candidate) => wholeDesign(brief, levels, candidate) ?? []) : []
}

function wholeDesign({ job, catalogue, faults, years }: SearchBrief, levels: Levels, candidate: Candidate) {
  const steps = stepsOf(levels, candidate)
  const edits = steps.flatMap((level) => level.edits)
  const made = design(applyAll(job, edits), catalogue)
  const judged = judgedDesign(made, years ?? SEARCHED_YEARS)
  if (!judged) return null
  const { generatorHours, fuelL, cycles, worked } = judged
  const bank = levels.banks[candidate.bankType]?.levels[candidate.bank]
  const price = made.parts.price.value
  const found: FoundDesign = {
    label: steps.flatMap(({ label }) => (label === '' ? [] : [label])).join(', '),
    edits,
    price,
    wholeCost: yearsAhead(made, {
      price,
      bankPrice: made.battery.bank?.price ?? 0,
      bankYears: bankYears({ wear: bank?.plan.wear ?? levels.plan.wear, cycles }),
      generatorHours,
      fuelL,
    }).wholeCost,
    hours: worked.share.hours,
    criticalHours: worked.share.criticalHours,
    generatorHours,
    fuelL,
    carried: worked.carried,
    faults: faults(made),
  }
  return found
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
  const found = searchShare(brief, { part: 0, of: 1 }, (share) => onShare?.(0.9 * share) !== false)
  if (!found) return null
  const whole = designFound(brief, gathered([found]))
  return onShare?.(1) === false ? null : searched([found], whole, brief.years ?? SEARCHED_YEARS)
}

/** A worker of a search. */
export interface Searcher {
  share(share: Share, onShare: OnShare): Promise<ShareFound | null>
  design(candidates: readonly Candidate[]): Promise<FoundDesign[]>
}

/** The same by several workers side by side: each takes whole kinds of designs, and then some of what was found. */
export async function searchTogether(searchers: readonly Searcher[], onShare: OnShare): Promise<Searched | null> {
  const done = searchers.map(() => 0)
  const of = searchers.length
  const shares = await Promise.all(
    searchers.map((searcher, part) =>
      searcher.share({ part, of }, (share) => {
        done[part] = share
        return onShare((0.9 * done.reduce((a, b) => a + b, 0)) / of)
      }),
    ),
  )
  const all = shares.filter((share) => share !== null)
  if (all.length < of) return null
  const candidates = gathered(all)
  const whole = await Promise.all(
    searchers.map((searcher, part) => searcher.design(candidates.filter((_, i) => i % of === part))),
  )
  return searched(all, whole.flat(), SEARCHED_YEARS)
}
