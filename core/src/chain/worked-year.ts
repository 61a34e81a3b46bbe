import type { ReliabilityId } from '../job/reliability.ts'

/** What one simulated year came to. */
export interface YearFigures {
  readonly seed: number
  readonly unmetWh: number
  readonly unmetHours: number
  readonly criticalUnmetWh: number
  readonly criticalUnmetHours: number
  readonly longestGapHours: number
  readonly generatorHours: number
  readonly fuelL: number
  /** Sun that was held back because nothing took it. */
  readonly surplusWh: number
  readonly lowestSoc: number
  /** Days on which the bank was full. */
  readonly fullCharges: number
  /** Energy out of the bank over what it holds. */
  readonly equivalentCycles: number
}

/** Shares of what was wanted, over all years together. */
export interface YearShares {
  readonly wh: number
  readonly hours: number
  readonly criticalWh: number
  readonly criticalHours: number
}

/** What is asked of the years, from the kind of site and a person's own figures. Null is not asked. */
export interface AskedOfYear {
  readonly kind: ReliabilityId
  readonly hoursFraction: number | null
  readonly criticalFraction: number | null
  /** Years of ten in which the shares hold; null where they hold over all years together. */
  readonly yearsOfTen: number | null
  readonly generatorHours: number | null
  readonly nights: number | null
}

/** One thing that was asked, and what came. */
export interface AskedFor {
  readonly what: 'hours' | 'critical' | 'years' | 'generator' | 'nights'
  readonly asked: number
  readonly came: number
  readonly met: boolean
}

/**
 * What was worked out of a design's year hour by hour. It belongs to the design whose plan has this digest, and says nothing
 * of any other.
 */
export interface WorkedYear {
  readonly digest: string
  readonly years: readonly YearFigures[]
  readonly share: YearShares
  readonly asked: AskedOfYear
  readonly askedFor: readonly AskedFor[]
  readonly carried: boolean
  /** Longest gap of all years: how long, and the month (1 to 12) it began in; 0 where there is none. */
  readonly longestGap: { readonly hours: number; readonly month: number; readonly seed: number }
  /** Of a mean year: what panels on controllers could give, and what of it was more than the controllers put out. */
  readonly clipping: { readonly pvWh: number; readonly clippedWh: number }
  /** Nights carried from a full bank with no sun and no other source. */
  readonly nights: number
}
