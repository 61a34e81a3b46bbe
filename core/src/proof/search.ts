import { design } from '../chain/design.ts'
import type { AskedOfYear } from '../chain/worked-year.ts'
import { applyAll } from '../edit/apply.ts'
import type { Edit } from '../edit/edit.ts'
import { bankYears, yearsAhead } from './cost.ts'
import { judgedDesign } from './judged-design.ts'
import { askedOf } from './reliability.ts'
import { type Candidate, COARSE, candidatesOf, kindOf } from './search-grid.ts'
import { ANSWERED_BY_THE_YEAR, type Level, type Levels, levelsOf, type SearchBrief } from './search-levels.ts'
import { type SearchedYears, type SearchYears, searchYears, workSearched } from './search-years.ts'
import type { Terms } from './terms.ts'
import { weatherOf } from './weather.ts'

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

/**
 * The cheapest designs that carry what the brief asks, among those a person leaves open, and the frontier of price against
 * what is carried. Larger ones are looked at first to rule smaller ones out; then the cheapest first, until purchase alone
 * exceeds the fifth best. What is found is designed whole, with its checks, and worked again.
 * @param onShare called with the share done; false to stop
 * @returns null where it was stopped, or where there is no year to work
 */
export function searchDesigns(brief: SearchBrief, onShare?: (share: number) => boolean): Searched | null {
  const levels = levelsOf(brief)
  if (!levels || onShare?.(0.15) === false) return null
  const search = new Search(brief, levels)
  search.ruleOut()
  if (onShare?.(0.3) === false) return null
  const best = search.cheapest()
  if (onShare?.(0.7) === false) return null
  const frontier = search.frontier(best)
  if (onShare?.(0.95) === false) return null
  return {
    best,
    frontier,
    designs: search.candidates.length,
    worked: search.worked,
    years: brief.years ?? SEARCHED_YEARS,
  }
}

class Search {
  readonly candidates: readonly Candidate[]
  worked = 0
  private readonly asked: AskedOfYear
  private readonly years: number
  private readonly schedule: Float64Array
  private readonly weathers: readonly SearchYears[]
  /** Largest designs that missed, by all but strings and batteries: smaller ones miss as well. */
  private readonly missed = new Map<string, { readonly array: number; readonly bank: number }[]>()
  private readonly known = new Map<Candidate, SearchedYears>()

  constructor(
    private readonly brief: SearchBrief,
    private readonly levels: Levels,
  ) {
    const { plan, base } = levels
    this.asked = askedOf(base.job, base.option)
    this.years = brief.years ?? SEARCHED_YEARS
    this.schedule = Float64Array.from(plan.schedule)
    this.weathers = levels.tilts.map(({ weather }) =>
      searchYears(weatherOf(weather ?? plan.weather), this.years, plan.dayLoadSpread),
    )
    this.candidates = candidatesOf(levels)
  }

  private stepsOf({ array, arrayType, bank, bankType, backup, tilt }: Candidate): Level[] {
    const { arrays, banks, backups, tilts } = this.levels
    return [arrays[arrayType]?.levels[array], banks[bankType]?.levels[bank], backups[backup], tilts[tilt]].filter(
      (level) => level !== undefined,
    )
  }

  private termsOf(candidate: Candidate): Terms {
    return Object.assign({}, this.levels.plan.terms, ...this.stepsOf(candidate).map(({ terms }) => terms)) as Terms
  }

  private isRuledOut({ array, bank, ...rest }: Candidate): boolean {
    const misses = this.missed.get(kindOf(rest))
    return misses?.some((miss) => array <= miss.array && bank <= miss.bank) ?? false
  }

  /** Whether a design carries what is asked; what misses rules out those with fewer panels and batteries. */
  private holds(candidate: Candidate): boolean {
    const { asked } = this
    const nights = this.levels.banks[candidate.bankType]?.levels[candidate.bank]?.nights ?? 0
    const enough = asked.nights === null || nights >= asked.nights
    const found = enough && this.work(candidate, true).holds
    if (!found) {
      const { array, bank, ...rest } = candidate
      const key = kindOf(rest)
      this.missed.set(key, [...(this.missed.get(key) ?? []), { array, bank }])
    }
    return found
  }

  private work(candidate: Candidate, early: boolean): SearchedYears {
    const before = this.known.get(candidate)
    if (before && (before.whole || early)) return before
    this.worked++
    const weather = this.weathers[candidate.tilt]
    if (!weather) throw new Error('a tilt without weather')
    const found = workSearched(this.termsOf(candidate), this.levels.plan, this.schedule, weather, this.asked, early)
    this.known.set(candidate, found)
    return found
  }

  /** Of each kind the largest, then some between: those that miss rule out many. */
  ruleOut(): void {
    const kinds = new Map<string, Candidate[]>()
    for (const candidate of this.candidates) {
      const key = kindOf(candidate)
      kinds.set(key, [...(kinds.get(key) ?? []), candidate])
    }
    for (const all of kinds.values()) {
      const mostArray = Math.max(...all.map(({ array }) => array))
      const mostBank = Math.max(...all.map(({ bank }) => bank))
      const at = (array: number, bank: number) => all.find((each) => each.array === array && each.bank === bank)
      for (const [a, b] of COARSE) {
        const candidate = at(Math.round(a * mostArray), Math.round(b * mostBank))
        if (candidate && !this.isRuledOut(candidate)) this.holds(candidate)
      }
    }
  }

  /** The cheapest on the whole that hold, each designed and worked again. */
  cheapest(): FoundDesign[] {
    const found: { readonly candidate: Candidate; readonly cost: number }[] = []
    for (const candidate of this.candidates) {
      if (this.priceOf(candidate) > (found[MOST_BEST - 1]?.cost ?? Number.POSITIVE_INFINITY)) break
      if (this.isRuledOut(candidate) || !this.holds(candidate)) continue
      const years = this.work(candidate, false)
      found.push({ candidate, cost: this.costOf(candidate, years) })
      found.sort((a, b) => a.cost - b.cost)
    }
    return found
      .slice(0, MOST_BEST + 3)
      .map(({ candidate }) => this.designed(candidate))
      .filter(({ carried, faults }) => carried && faults.every((id) => ANSWERED_BY_THE_YEAR.has(id)))
      .sort((a, b) => a.wholeCost - b.wholeCost)
      .slice(0, MOST_BEST)
  }

  private priceOf({ price }: Candidate): number {
    return this.levels.base.parts.price.value + price
  }

  private costOf(candidate: Candidate, { generatorHours, fuelL, cycles }: SearchedYears): number {
    const bank = this.levels.banks[candidate.bankType]?.levels[candidate.bank]?.bank
    return yearsAhead(this.levels.base, {
      price: this.priceOf(candidate),
      bankPrice: bank?.price ?? 0,
      bankYears: bankYears({ wear: bank?.plan.wear ?? this.levels.plan.wear, cycles }),
      generatorHours,
      fuelL,
    }).wholeCost
  }

  /** Made whole, with its checks, and worked once more. */
  private designed(candidate: Candidate): FoundDesign {
    const steps = this.stepsOf(candidate)
    const edits = steps.flatMap((level) => level.edits)
    const { job, catalogue, faults } = this.brief
    const made = design(applyAll(job, edits), catalogue)
    const judged = judgedDesign(made, this.years)
    const years = this.work(candidate, false)
    const bank = this.levels.banks[candidate.bankType]?.levels[candidate.bank]?.bank
    const price = made.parts.price.value
    return {
      label: steps
        .map(({ label }) => label)
        .filter((label) => label !== '')
        .join(', '),
      edits,
      price,
      wholeCost: yearsAhead(made, {
        price,
        bankPrice: made.battery.bank?.price ?? 0,
        bankYears: bankYears({
          wear: bank?.plan.wear ?? this.levels.plan.wear,
          cycles: judged?.cycles ?? years.cycles,
        }),
        generatorHours: judged?.generatorHours ?? years.generatorHours,
        fuelL: judged?.fuelL ?? years.fuelL,
      }).wholeCost,
      hours: judged?.worked.share.hours ?? years.hours,
      criticalHours: judged?.worked.share.criticalHours ?? years.criticalHours,
      generatorHours: judged?.generatorHours ?? years.generatorHours,
      fuelL: judged?.fuelL ?? years.fuelL,
      carried: judged?.worked.carried ?? false,
      faults: faults(made),
    }
  }

  /** Price against what is carried: of a coarse grid and the best those that nothing cheaper equals, designed whole. */
  frontier(best: readonly FoundDesign[]): FoundDesign[] {
    const coarse = this.candidates.filter(
      ({ array, bank, backup, tilt, arrayType, bankType }) =>
        array % 2 === 0 && bank % 2 === 0 && tilt === 0 && arrayType === 0 && bankType === 0 && this.isTold(backup),
    )
    const points: { readonly candidate: Candidate; readonly hours: number }[] = []
    let most = -1
    for (const candidate of coarse) {
      const { hours } = this.work(candidate, false)
      if (hours <= most + 1e-6) continue
      most = hours
      points.push({ candidate, hours })
      if (hours >= 1) break
    }
    // As they come out whole: of two that carry the same the cheaper one.
    const kept: FoundDesign[] = []
    const whole = [...best, ...points.map(({ candidate }) => this.designed(candidate))].sort(
      (a, b) => a.price - b.price,
    )
    for (const each of whole) if (each.hours > (kept.at(-1)?.hours ?? -1) + 1e-9) kept.push(each)
    return kept
  }

  /** Backups told on the frontier: none, and the first set that is offered. */
  private isTold(backup: number): boolean {
    const { backups } = this.levels
    const firstSet = backups.findIndex(({ label }) => label.startsWith('generator'))
    return backup === 0 || backup === firstSet || backups[backup]?.label === 'no generator'
  }
}
