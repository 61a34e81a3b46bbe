import type { Prepared } from '../proof/year.ts'
import type { SiteRecord } from '../records/index.ts'
import { DAYS_IN_MONTH } from '../tables/month-mean-days.ts'
import { formatDay } from '../units/format.ts'
import type { Writer } from '../units/writer.ts'
import { behaviourOf } from './behaviour.ts'
import { type DaySums, dateOfDay, daySums, type LogHours } from './days.ts'
import { listedW } from './diagnoses/loads.ts'
import type { Band, Diagnosis, Ordinary } from './diagnosis.ts'
import type { Expected } from './expected.ts'
import type { Reference } from './system.ts'

/** A day as it was read, beside what a sound system would have done; null where nobody can say. */
export interface DayTold {
  readonly date: string
  readonly read: DaySums | null
  readonly expectedPvWh: number | null
  readonly expectedLoadWh: number
  readonly expectedSocLow: number | null
}

/** A month: what was read, what it should be in the weather of those days, and what ordinary years have. */
export interface MonthTold {
  /** 2026-11. */
  readonly month: string
  readonly pv: Compared
  readonly load: Compared
  readonly generator: Compared
  readonly full: Compared
}

export interface Compared {
  /** Over the days that were read; null where none was. */
  readonly read: number | null
  /** The same days, in their weather; null where it is not known. */
  readonly expected: number | null
  /** Ordinary years, over as many days. */
  readonly band: Band
  /** Days that were read. */
  readonly days: number
}

export interface LogTold {
  readonly firstDay: number
  readonly days: readonly DayTold[]
  readonly months: readonly MonthTold[]
  readonly diagnoses: readonly Diagnosis[]
  /** Null while too little was read. */
  readonly isBehaving: boolean | null
  /** One line: behaving as designed or not, and what first. */
  readonly line: string
}

/** Days that must have been read before anything is said of all of it. */
const LEAST_DAYS = 7

/** What a log tells a page. Plain data. */
export function tellLog(
  reference: Reference,
  log: LogHours,
  records: readonly SiteRecord[],
  ordinary: Ordinary,
  write: Writer,
  prepared?: Prepared,
): LogTold {
  const { expected, diagnoses } = behaviourOf(reference, log, records, ordinary, write, prepared)
  const days = Array.from({ length: log.days }, (_, day) => dayTold(reference, log, expected, day))
  return {
    firstDay: log.firstDay,
    days,
    months: monthsTold(days, ordinary),
    diagnoses,
    ...verdict(log, days, diagnoses),
  }
}

function dayTold(reference: Reference, log: LogHours, expected: Expected, day: number): DayTold {
  const hours = Array.from({ length: 24 }, (_, hour) => day * 24 + hour)
  const isKnown = expected.weatherFrom[day] !== null
  // From PV power alone the weather is told of what PV gave: held against itself it says nothing.
  const isSun = expected.weatherFrom[day] === 'sun'
  const sum = (column: Float64Array) => hours.reduce((all, at) => all + (column[at] ?? 0), 0)
  return {
    date: dateOfDay(log.firstDay + day),
    read: daySums(log, day * 24),
    expectedPvWh: isSun ? sum(expected.pvWh) : null,
    expectedLoadWh: hours.reduce((all, _, hour) => all + listedW({ reference }, log.firstDay + day, hour), 0),
    expectedSocLow: isKnown ? Math.min(...hours.map((at) => expected.soc[at] ?? 100)) : null,
  }
}

function monthsTold(days: readonly DayTold[], ordinary: Ordinary): MonthTold[] {
  const months = new Map<string, DayTold[]>()
  for (const day of days) {
    const key = day.date.slice(0, 7)
    months.set(key, [...(months.get(key) ?? []), day])
  }
  return [...months].map(([month, those]) => {
    const at = Number(month.slice(5)) - 1
    const compared = (
      of: (day: DayTold) => number | null | undefined,
      should: (day: DayTold) => number | null,
      bands: readonly Band[],
    ): Compared => {
      const read = those.filter((day) => typeof of(day) === 'number')
      const known = read.filter((day) => should(day) !== null)
      const part = read.length / (DAYS_IN_MONTH[at] ?? 30)
      const band = bands[at] ?? { mean: 0, low: 0, high: 0 }
      return {
        read: read.length > 0 ? read.reduce((sum, day) => sum + (of(day) ?? 0), 0) : null,
        expected:
          known.length === read.length && read.length > 0
            ? known.reduce((sum, day) => sum + (should(day) ?? 0), 0)
            : null,
        band: { mean: band.mean * part, low: band.low * part, high: band.high * part },
        days: read.length,
      }
    }
    const kwh = (wh: number | null | undefined) => (typeof wh === 'number' ? wh / 1000 : null)
    const none = () => null
    return {
      month,
      pv: compared(
        ({ read }) => kwh(read?.pvWh),
        ({ expectedPvWh }) => kwh(expectedPvWh),
        ordinary.pvKwh,
      ),
      load: compared(
        ({ read }) => kwh(read?.loadWh),
        ({ expectedLoadWh }) => expectedLoadWh / 1000,
        ordinary.loadKwh,
      ),
      generator: compared(({ read }) => read?.generatorH, none, ordinary.generatorH),
      full: compared(({ read }) => fullOf(read), none, ordinary.fullDays),
    }
  })
}

/** Charge at which a day counts as one on which the bank was full, %: as in the years. */
const FULL_SOC = 98.5
const fullOf = (read: DaySums | null): number | null =>
  read?.socHigh === null || read?.socHigh === undefined ? null : read.socHigh >= FULL_SOC ? 1 : 0

function verdict(
  { firstDay }: LogHours,
  days: readonly DayTold[],
  diagnoses: readonly Diagnosis[],
): Pick<LogTold, 'isBehaving' | 'line'> {
  const read = days.filter(({ read: sums }) => sums !== null)
  const now = diagnoses.filter(({ isNow, isFault }) => isNow && isFault)
  const [first] = now
  if (first) {
    const more = now.length - 1
    const rest = more === 0 ? '' : more === 1 ? ' One thing more below.' : ` ${more} things more below.`
    return {
      isBehaving: false,
      line: `Not as designed: ${lower(first.title)}, since ${formatDay(dateOfDay(firstDay + first.from))}.${rest}`,
    }
  }
  if (read.length < LEAST_DAYS)
    return {
      isBehaving: null,
      line: `${read.length === 1 ? 'One day was' : `${read.length} days were`} read: after ${LEAST_DAYS} it can be said how it behaves.`,
    }
  return { isBehaving: true, line: 'Behaving as designed: nothing that was read speaks against it.' }
}

const lower = (text: string): string => (/^[A-Z][A-Z]/.test(text) ? text : text.charAt(0).toLowerCase() + text.slice(1))
