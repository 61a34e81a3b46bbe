import type { AskedFor, AskedOfYear, YearFigures, YearShares } from '../chain/worked-year.ts'
import type { ReliabilityId } from '../job/reliability.ts'
import type { Job, Option } from '../job/schema.ts'
import { hasBackup } from '../site/sky-link.ts'

/** What each kind of site asks, where a person says nothing else. Source: handbook practice; the figures assumptions of Yard Lamp. */
export const RELIABILITY: Readonly<Record<ReliabilityId, Omit<AskedOfYear, 'kind'> & { readonly title: string }>> = {
  unattended: {
    title: 'Unattended, or care depends on it',
    hoursFraction: null,
    criticalFraction: 1,
    yearsOfTen: 9,
    generatorHours: null,
    nights: null,
  },
  dwelling: {
    title: 'A dwelling without backup',
    hoursFraction: 0.99,
    criticalFraction: null,
    yearsOfTen: null,
    generatorHours: null,
    nights: null,
  },
  backed: {
    title: 'A dwelling with a backup',
    hoursFraction: 1,
    criticalFraction: null,
    yearsOfTen: 9,
    generatorHours: 300,
    nights: null,
  },
  weekend: {
    title: 'A weekend cabin',
    hoursFraction: 0.95,
    criticalFraction: null,
    yearsOfTen: null,
    generatorHours: null,
    nights: null,
  },
  vehicle: {
    title: 'A vehicle or boat',
    hoursFraction: null,
    criticalFraction: null,
    yearsOfTen: null,
    generatorHours: null,
    nights: 2,
  },
}

/** The kind a site suggests, where a person chose none. */
export function suggestedKind({ site }: Pick<Job, 'site'>, option: Option): ReliabilityId {
  if (site.critical || site.kind === 'equipment') return 'unattended'
  if (site.kind !== 'building') return 'vehicle'
  if (site.daysInUse === 'weekends') return 'weekend'
  return hasBackup(option) ? 'backed' : 'dwelling'
}

/** What the brief asks: a person's own figures, and those of the kind for the rest. */
export function askedOf(job: Pick<Job, 'site' | 'reliability'>, option: Option): AskedOfYear {
  const own = job.reliability
  const kind = own.kind ?? suggestedKind(job, option)
  const { title: _, ...usual } = RELIABILITY[kind]
  return {
    kind,
    hoursFraction: own.hoursFraction ?? usual.hoursFraction,
    criticalFraction: own.criticalFraction ?? usual.criticalFraction,
    yearsOfTen: own.yearsOfTen ?? usual.yearsOfTen,
    generatorHours: own.generatorHours ?? usual.generatorHours,
    nights: own.nights ?? usual.nights,
  }
}

/** Hours wanted in a year beside what was missed of them: rounding of a share, of itself. */
const ROUNDING = 1e-9

export interface Judged {
  readonly years: readonly YearFigures[]
  /** Hours in which something, and something critical, was wanted, by year. */
  readonly hours: readonly number[]
  readonly criticalHours: readonly number[]
  readonly share: YearShares
  readonly nights: number
}

/** Each thing asked, and what came. Nothing asked is nothing missed. */
export function judged(asked: AskedOfYear, { years, hours, criticalHours, share, nights }: Judged): AskedFor[] {
  const found: AskedFor[] = []
  const atLeast = (what: AskedFor['what'], wanted: number, came: number) =>
    found.push({ what, asked: wanted, came, met: came >= wanted - ROUNDING })
  const { hoursFraction, criticalFraction, yearsOfTen } = asked
  if (yearsOfTen === null) {
    if (hoursFraction !== null) atLeast('hours', hoursFraction, share.hours)
    if (criticalFraction !== null) atLeast('critical', criticalFraction, share.criticalHours)
  } else if (hoursFraction !== null || criticalFraction !== null) {
    const holds = years.filter(({ unmetHours, criticalUnmetHours }, i) => {
      const all = carriedShare(hours[i], unmetHours) >= (hoursFraction ?? 0) - ROUNDING
      return all && carriedShare(criticalHours[i], criticalUnmetHours) >= (criticalFraction ?? 0) - ROUNDING
    })
    atLeast('years', yearsOfTen / 10, years.length > 0 ? holds.length / years.length : 0)
  }
  if (asked.generatorHours !== null) {
    const mean = years.reduce((sum, { generatorHours }) => sum + generatorHours, 0) / Math.max(1, years.length)
    found.push({ what: 'generator', asked: asked.generatorHours, came: mean, met: mean <= asked.generatorHours })
  }
  if (asked.nights !== null) atLeast('nights', asked.nights, nights)
  return found
}

/** Share carried of so many; a year that wants nothing misses nothing. */
export const carriedShare = (wanted: number | undefined, missed: number): number =>
  wanted !== undefined && wanted > 0 ? 1 - missed / wanted : 1

/**
 * Share of years that may stand behind so many of so few, at 90 %. Source: Wilson, JASA 22 (1927) 209.
 * @returns the lower and the upper end, 0 to 1
 */
export function wilsonInterval(held: number, count: number): readonly [number, number] {
  if (count === 0) return [0, 1]
  const z = 1.645
  const share = held / count
  const middle = (share + z ** 2 / (2 * count)) / (1 + z ** 2 / count)
  const half = (z / (1 + z ** 2 / count)) * Math.sqrt((share * (1 - share)) / count + z ** 2 / (4 * count ** 2))
  return [Math.max(0, middle - half), Math.min(1, middle + half)]
}
