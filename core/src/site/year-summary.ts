import { syntheticYear, yearStatistics } from './synthetic-year.ts'
import { monthlyMeans, type SkyModel, yearInPlane } from './year-in-plane.ts'

export interface YearSummaryBrief {
  readonly latitudeDeg: number
  readonly flatKwhPerM2Day: readonly number[]
  readonly monthMeanC: readonly number[]
  readonly daySwingK: number
  readonly seed: number
  readonly tiltDeg: number
  readonly azimuthDeg: number
  readonly albedo: number
}

/** A synthetic year told in what a person looks at. */
export interface YearSummary {
  /** Sun on the flat of each of the 365 days, kWh/m². */
  readonly daysKwhPerM2: readonly number[]
  readonly clearness: readonly number[]
  readonly clearDays: number
  readonly mixedDays: number
  readonly overcastDays: number
  readonly lagOneCorrelation: number
  /** Sun in the plane over the year, kWh/m², by either sky; no shade. */
  readonly yearKwhPerM2: Readonly<Record<SkyModel, number>>
  /** The same by month, kWh/m² a day. */
  readonly monthKwhPerM2Day: Readonly<Record<SkyModel, readonly number[]>>
  /** Share of each month’s sun on the flat that is scattered. */
  readonly monthDiffuseFraction: readonly number[]
  readonly coldestC: number
  readonly hottestC: number
}

/** Heavy: some tens of milliseconds. For a worker. */
export function yearSummary(brief: YearSummaryBrief): YearSummary {
  const year = syntheticYear(brief)
  const plane = { tiltDeg: brief.tiltDeg, azimuthDeg: brief.azimuthDeg, albedo: brief.albedo }
  const bySky = (sky: SkyModel) => yearInPlane(year, { ...plane, sky })
  const [isotropic, hayDavies] = [bySky('isotropic'), bySky('hay-davies')]
  const sumKwh = (hourlyW: Float64Array) => hourlyW.reduce((sum, watts) => sum + watts, 0) / 1000
  return {
    daysKwhPerM2: Array.from({ length: 365 }, (_, day) => sumKwh(year.totalW.subarray(day * 24, day * 24 + 24))),
    clearness: [...year.clearness],
    ...yearStatistics(year),
    yearKwhPerM2: { isotropic: sumKwh(isotropic), 'hay-davies': sumKwh(hayDavies) },
    monthKwhPerM2Day: { isotropic: monthlyMeans(isotropic), 'hay-davies': monthlyMeans(hayDavies) },
    monthDiffuseFraction: diffuseByMonth(year.totalW, year.diffuseW),
    coldestC: year.airC.reduce((a, b) => Math.min(a, b)),
    hottestC: year.airC.reduce((a, b) => Math.max(a, b)),
  }
}

function diffuseByMonth(totalW: Float64Array, diffuseW: Float64Array): number[] {
  const [total, diffuse] = [monthlyMeans(totalW), monthlyMeans(diffuseW)]
  return total.map((kwh, i) => (kwh > 0 ? (diffuse[i] ?? 0) / kwh : 1))
}
