import type { AskedOfYear } from '../chain/worked-year.ts'
import { besideOf } from './beside.ts'
import { bankYears, type Running, yearsAhead } from './cost.ts'
import { FOR_SEARCH } from './kernel/lanes.ts'
import { LANES } from './kernel/words.ts'
import type { Beside } from './one-by-one.ts'
import { askedOf } from './reliability.ts'
import { type Candidate, COARSE, candidatesOf, designsIn, kindOf, toldSteps } from './search-grid.ts'
import type { Levels } from './search-levels.ts'
import type { Level, Steps } from './search-steps.ts'
import {
  firstGroup,
  type Leaving,
  type SearchedYears,
  type SearchSetting,
  type SearchYears,
  searchYears,
  workSearched,
} from './search-years.ts'
import type { Share } from './share.ts'
import type { Terms } from './terms.ts'
import { weatherOf } from './weather.ts'

/** Designs followed to the end: those that are told, and two in whose place a check may stand. */
export const MOST_FOLLOWED = 7
/** A smaller design runs its generator at least so much of what a larger one does: a guide, not a law. */
const LEAST_OF_LARGER = 0.9
/** Parts of a design cost at least so much of what those of its steps come to: cables and limits go by all of them. */
const LEAST_OF_PRICE = 0.96

/** A design and what it costs on the whole, or what it carries: to be designed whole. */
export interface Followed {
  readonly candidate: Candidate
  readonly figure: number
}

/** What a share of a search found. Plain data: it comes from a worker. */
export interface ShareFound {
  /** The cheapest on the whole that hold, by what they cost. */
  readonly best: readonly Followed[]
  /** Designs of several prices, by the share of hours they carry. */
  readonly points: readonly Followed[]
  readonly designs: number
  readonly worked: number
}

/** The steps of a design: its panels, its batteries, its backup, its tilt. */
export const stepsOf = (
  { arrays, banks, backups, tilts }: Steps,
  { array, arrayType, bank, bankType, backup, tilt }: Candidate,
): Pick<Level, 'label' | 'edits'>[] =>
  [arrays[arrayType]?.levels[array], banks[bankType]?.levels[bank], backups[backup], tilts[tilt]].filter(
    (level) => level !== undefined,
  )

/** What the parts of a design cost over those it was made from, and what the balance reads of it; null where it cannot be had. */
export function wholeOf(
  { plan, arrays, banks, backups, tilts, together }: Levels,
  { array, arrayType, bank, bankType, backup, tilt }: Candidate,
): { readonly price: number; readonly terms: Terms } | null {
  const panels = arrays[arrayType]?.levels[array]
  const batteries = banks[bankType]?.levels[bank]
  const source = backups[backup]
  const whole = panels && batteries && source && together(panels, batteries, source)
  if (!whole) return null
  const start = source.startAt === null ? {} : { generatorStartAt: source.startAt }
  return {
    price: whole.price + (tilts[tilt]?.price ?? 0),
    terms: { ...plan.terms, ...whole.terms, ...start },
  }
}

/**
 * What a design costs on the whole, from what its years came to.
 * @param price of its parts, over those of the design it was made from
 */
export function costOf(
  { base, plan, banks }: Levels,
  { bankType, bank: level }: Candidate,
  price: number,
  { generatorHours, fuelL, cycles }: Pick<Running, 'generatorHours' | 'fuelL'> & { readonly cycles: number },
): number {
  const bank = banks[bankType]?.levels[level]
  return yearsAhead(base, {
    price: base.parts.price.value + price,
    bankPrice: bank?.bankPrice ?? 0,
    bankYears: bankYears({ wear: bank?.wear ?? plan.wear, cycles }),
    generatorHours,
    fuelL,
  }).wholeCost
}

/**
 * One share of a search. Of each kind of design some large ones first: what they miss, those with fewer panels and batteries
 * miss as well, and they burn no more. Then the cheapest first, until a design with no fuel and no worn bank would cost more
 * than those found. The neighbours of what was found are worked without any such guess.
 */
export class ShareSearch {
  worked = 0
  readonly candidates: readonly Candidate[]
  private readonly setting: SearchSetting
  private readonly beside: Beside
  private readonly weathers: readonly SearchYears[]
  /** Of each kind what is known of designs that were worked. */
  private readonly known = new Map<string, { readonly candidate: Candidate; readonly years: SearchedYears }[]>()
  private readonly byPlace = new Map<string, Candidate>()
  private best: Followed[] = []
  /** Of the generators of all designs worked to the end, in each year. */
  private readonly hoursByYear: number[] = []

  constructor(
    private readonly levels: Levels,
    share: Share,
    years: number,
  ) {
    const { plan, base } = levels
    const asked: AskedOfYear = askedOf(base.job, base.option)
    this.setting = { plan, asked, schedule: Float64Array.from(plan.schedule) }
    this.beside = besideOf(FOR_SEARCH, levels.tilts.length * Math.ceil(years / LANES[FOR_SEARCH.shape]))
    this.weathers = levels.tilts.map(({ weather }) =>
      searchYears(this.beside, weatherOf(weather ?? plan.weather), years, plan.dayLoadSpread),
    )
    this.candidates = candidatesOf(levels, share)
    for (const candidate of this.candidates) this.byPlace.set(placeOf(candidate), candidate)
  }

  /** @returns null where it was stopped */
  run(onShare: (share: number) => boolean): ShareFound | null {
    const coarse = this.coarse()
    for (const [i, candidate] of coarse.entries()) {
      this.consider(candidate)
      if (!onShare((0.4 * i) / coarse.length)) return null
    }
    const byCost = this.candidates
      .map((candidate) => ({ candidate, least: this.leastCost(candidate) }))
      .sort((a, b) => a.least - b.least)
    for (const [i, { candidate, least }] of byCost.entries()) {
      if (least > this.mostCost()) break
      this.consider(candidate)
      if (!onShare(0.4 + (0.4 * i) / byCost.length)) return null
    }
    this.lookAround()
    if (!onShare(0.85)) return null
    const points = this.points()
    return { best: this.best, points, designs: designsIn(this.levels), worked: this.worked }
  }

  /** The largest of each kind, and some between. */
  private coarse(): Candidate[] {
    const kinds = new Map(this.candidates.map((candidate) => [kindOf(candidate), candidate]))
    return [...kinds.values()]
      .flatMap((kind) => {
        const last = (levels: readonly Level[] | undefined) => (levels?.length ?? 1) - 1
        const mostArray = last(this.levels.arrays[kind.arrayType]?.levels)
        const mostBank = last(this.levels.banks[kind.bankType]?.levels)
        const places = COARSE.map(([a, b]) => ({ array: Math.round(a * mostArray), bank: Math.round(b * mostBank) }))
        return [...new Set(places.map((place) => this.byPlace.get(placeOf({ ...kind, ...place }))))].filter(
          (each) => each !== undefined,
        )
      })
      .sort((a, b) => this.leastCost(a) - this.leastCost(b))
  }

  /** Works a design, unless what is known already says that it misses or costs too much. */
  private consider(candidate: Candidate): void {
    if (this.recall(candidate) || this.nightsShort(candidate)) return
    const larger = this.kept(candidate).filter((each) => isLarger(each.candidate, candidate))
    if (larger.some(({ years }) => years.end === 'misses' || (years.end === 'whole' && !years.holds))) return
    const most = (of: (years: SearchedYears) => number) =>
      Math.max(0, ...larger.map(({ years }) => of(years) * LEAST_OF_LARGER))
    const running = { generatorHours: most((years) => years.generatorHours), fuelL: most((years) => years.fuelL) }
    if (this.leastCost(candidate, running) > this.mostCost()) return
    this.follow(candidate, true)
  }

  private follow(candidate: Candidate, mayGuess: boolean): void {
    const most = this.mostCost()
    const whole = wholeOf(this.levels, candidate)
    if (!whole) return
    const { price, terms } = whole
    const cost = (running: Pick<Running, 'generatorHours' | 'fuelL'>) =>
      costOf(this.levels, candidate, price, { ...running, cycles: 0 })
    if (cost({ generatorHours: 0, fuelL: 0 }) > most) return
    const years = this.work(terms, candidate.tilt, {
      mayGuess,
      yearShares: this.sharesOfYears(),
      isTooDear: (generatorHours, fuelL) => cost({ generatorHours, fuelL }) > most,
    })
    this.kept(candidate).push({ candidate, years })
    if (years.end === 'whole')
      for (const [i, h] of years.hoursByYear.entries()) this.hoursByYear[i] = (this.hoursByYear[i] ?? 0) + h
    if (years.end !== 'whole' || !years.holds) return
    this.best.push({ candidate, figure: costOf(this.levels, candidate, price, years) })
    this.best.sort((a, b) => a.figure - b.figure)
    this.best.length = Math.min(this.best.length, MOST_FOLLOWED)
  }

  private sharesOfYears(): number[] | null {
    const all = this.hoursByYear.reduce((sum, hours) => sum + hours, 0)
    return all > 0 ? this.hoursByYear.map((hours) => hours / all) : null
  }

  /** The neighbours of the best that were passed over by a guess. */
  private lookAround(): void {
    for (const { candidate } of [...this.best])
      for (const [array, bank] of NEIGHBOURS) {
        const place = { ...candidate, array: candidate.array + array, bank: candidate.bank + bank }
        const neighbour = this.byPlace.get(placeOf(place))
        if (!neighbour || this.recall(neighbour)?.end === 'whole' || this.nightsShort(neighbour)) continue
        if (this.leastCost(neighbour) <= this.mostCost()) this.follow(neighbour, false)
      }
  }

  /** Designs of several prices, by what they carry: looked at over the hardest year, the easiest, and those beside them. */
  private points(): Followed[] {
    const { arrays, banks, backups } = this.levels
    const [panels, batteries] = [toldSteps(arrays[0]?.levels.length ?? 0), toldSteps(banks[0]?.levels.length ?? 0)]
    // As it stands, none, and the first set that is offered.
    const firstSet = backups.findIndex(({ startAt }) => startAt !== null)
    const isTold = (backup: number) => backup === 0 || backup === firstSet || backups[backup]?.hasGenerator === false
    const points: Followed[] = []
    let most = -1
    for (const candidate of this.candidates) {
      const { array, bank, arrayType, bankType, tilt, backup } = candidate
      const isOrdinary = arrayType === 0 && bankType === 0 && tilt === 0 && isTold(backup)
      if (!isOrdinary || !panels.has(array) || !batteries.has(bank)) continue
      const whole = wholeOf(this.levels, candidate)
      if (!whole) continue
      const { hours } = this.work(whole.terms, tilt, null, firstGroup)
      if (hours <= most + 1e-6) continue
      most = hours
      points.push({ candidate, figure: hours })
      if (hours >= 1) break
    }
    return points
  }

  private work(terms: Terms, tilt: number, leaving: Leaving | null, of = (all: SearchYears) => all): SearchedYears {
    const weather = this.weathers[tilt]
    if (!weather) throw new Error('a tilt without weather')
    this.worked++
    return workSearched(terms, this.setting, this.beside, of(weather), leaving)
  }

  private kept(candidate: Candidate): { readonly candidate: Candidate; readonly years: SearchedYears }[] {
    const kind = kindOf(candidate)
    const kept = this.known.get(kind) ?? []
    this.known.set(kind, kept)
    return kept
  }

  private recall(candidate: Candidate): SearchedYears | undefined {
    return this.kept(candidate).find((each) => each.candidate === candidate)?.years
  }

  private nightsShort({ bankType, bank }: Candidate): boolean {
    const { nights } = this.setting.asked
    return nights !== null && (this.levels.banks[bankType]?.levels[bank]?.nights ?? 0) < nights
  }

  private mostCost(): number {
    return this.best[MOST_FOLLOWED - 1]?.figure ?? Number.POSITIVE_INFINITY
  }

  /** What a design costs at least, its bank worn by the calendar alone, before its parts are known to the last cable. */
  private leastCost(candidate: Candidate, running = { generatorHours: 0, fuelL: 0 }): number {
    return LEAST_OF_PRICE * costOf(this.levels, candidate, candidate.price, { ...running, cycles: 0 })
  }
}

const NEIGHBOURS = [
  [-1, 0],
  [1, 0],
  [0, -1],
  [0, 1],
] as const

const placeOf = (candidate: Omit<Candidate, 'price'>): string =>
  `${kindOf(candidate)}.${candidate.array}.${candidate.bank}`

const isLarger = (one: Candidate, other: Candidate): boolean => one.array >= other.array && one.bank >= other.bank
