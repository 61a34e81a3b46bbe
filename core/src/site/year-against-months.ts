import type { Site } from '../job/schema.ts'
import { formatPercent, monthName } from '../units/format.ts'
import { monthSky } from './plane.ts'
import type { PlaneResult } from './planes.ts'
import type { YearSummary } from './year-summary.ts'

/** A month in which a year of days brings a plane another sun than the month method does. */
export interface MonthDifference {
  /** 1 to 12. */
  readonly month: number
  /** Sun hours a day of the year made of days, and of the month method. */
  readonly yearHours: number
  readonly monthHours: number
  /** The one over the other, less 1. */
  readonly fraction: number
}

export interface YearAgainstMonths {
  readonly differing: readonly MonthDifference[]
  /** What makes the difference, in words; empty where no month differs. */
  readonly why: readonly string[]
}

export interface AgainstBrief {
  readonly year: Pick<YearSummary, 'monthKwhPerM2Day' | 'monthDiffuseFraction'>
  readonly plane: PlaneResult
  readonly flatKwhPerM2Day: readonly number[]
  readonly site: Pick<Site, 'latitudeDeg' | 'shadeFraction' | 'snowFraction'>
}

/** A difference that is worth a word. */
const WORTH_A_WORD = 0.03
/** Scattered light told apart, share of all. */
const SCATTER_APART = 0.01

/**
 * Where the mean days of a synthetic year leave the month method, and why: what the year leaves out, and how much of its
 * light is scattered where the month method takes one average day.
 * @example yearAgainstMonths({ year, plane: design.site.planes[0], … }).differing // [{ month: 12, yearHours: 1.32, … }]
 */
export function yearAgainstMonths({ year, plane, flatKwhPerM2Day, site }: AgainstBrief): YearAgainstMonths {
  const differing = plane.peakSunHours.value.flatMap((monthHours, i): MonthDifference[] => {
    const yearHours = year.monthKwhPerM2Day.isotropic[i] ?? 0
    if (monthHours <= 0) return []
    const fraction = yearHours / monthHours - 1
    return Math.abs(fraction) > WORTH_A_WORD ? [{ month: i + 1, yearHours, monthHours, fraction }] : []
  })
  if (differing.length === 0) return { differing, why: [] }
  const openOf = (i: number) =>
    (1 - (site.shadeFraction[i] ?? 0)) *
    (1 - (site.snowFraction[i] ?? 0)) *
    (1 - (plane.horizonLost?.all.value[i] ?? 0))
  const isMoved = plane.tiltDeg.some(({ value }) => value !== plane.tiltDeg[0]?.value)
  const why = [
    differing.some(({ month }) => openOf(month - 1) < 1) && 'shade, horizon and snow count in the month method only',
    isMoved && 'the frame is moved from season to season, and the year keeps one tilt',
    bySky(differing, openOf, year, flatKwhPerM2Day, site.latitudeDeg ?? 0),
  ].filter((each) => typeof each === 'string')
  return { differing, why }
}

/** What the sky makes of it, told of the month it makes most of; null where shade alone tells the difference. */
function bySky(
  differing: readonly MonthDifference[],
  openOf: (i: number) => number,
  year: AgainstBrief['year'],
  flatKwhPerM2Day: readonly number[],
  latitudeDeg: number,
): string | null {
  const ofSky = ({ month, yearHours, monthHours }: MonthDifference) => (yearHours / monthHours) * openOf(month - 1) - 1
  const most = differing.reduce((a, b) => (Math.abs(ofSky(b)) > Math.abs(ofSky(a)) ? b : a))
  if (Math.abs(ofSky(most)) < WORTH_A_WORD / 2) return null
  const i = most.month - 1
  const flatKwh = flatKwhPerM2Day[i] ?? 0
  const taken = flatKwh > 0 ? monthSky(latitudeDeg, i, flatKwh).diffuseKwh / flatKwh : 1
  const ofYear = year.monthDiffuseFraction[i] ?? 1
  const alternate = 'clear and dull days alternate in the year, where the month method works one average day'
  if (Math.abs(ofYear - taken) < SCATTER_APART) return alternate
  return `${alternate}: in ${monthName(most.month)} ${formatPercent(ofYear, 0)} of its light is scattered, against ${formatPercent(taken, 0)}, and a tilted plane ${ofYear > taken ? 'lives on the beam that is missing' : 'gains by the beam'}`
}
