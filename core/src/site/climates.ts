import type { Site } from '../job/schema.ts'
import { formatPercent } from '../units/format.ts'
import { smallestRegion } from './climate-regions.ts'
import { monthLimitKwhPerM2Day } from './plane.ts'

/**
 * A kind of climate, for a place whose figures are not at hand. Monthly clearness (sun on the flat over sun above the air) and
 * air by month, for the northern half of the earth; the southern half is half a year later. Written by us from general
 * knowledge of such places: an assumption, with the spread one place of the kind has from another.
 */
export interface Climate {
  readonly id: string
  readonly name: string
  readonly where: string
  /** Latitudes, north or south, where such a climate is met, degrees. */
  readonly latitudesDeg: readonly [low: number, high: number]
  readonly clearness: readonly number[]
  readonly monthMeanC: readonly number[]
  readonly daySwingK: number
  /** A month of one such place lies within this share of the figure, two times in three. */
  readonly spreadFraction: number
  readonly soiling: Site['soiling']
}

const climate = (
  id: string,
  name: string,
  where: string,
  latitudesDeg: readonly [number, number],
  clearness: readonly number[],
  monthMeanC: readonly number[],
  daySwingK: number,
  spreadFraction: number,
  soiling: Site['soiling'] = 'rain-washed',
): Climate => ({ id, name, where, latitudesDeg, clearness, monthMeanC, daySwingK, spreadFraction, soiling })

export const CLIMATES: readonly Climate[] = [
  climate(
    'ocean-cool',
    'Cool ocean coast',
    'wet westerly coasts and islands',
    [45, 62],
    [0.31, 0.35, 0.39, 0.43, 0.45, 0.45, 0.43, 0.43, 0.41, 0.36, 0.32, 0.29],
    [5, 5, 7, 9, 12, 15, 17, 17, 15, 11, 8, 6],
    6,
    0.12,
  ),
  climate(
    'lowland-temperate',
    'Temperate lowland',
    'plains with grey winters',
    [42, 56],
    [0.33, 0.38, 0.41, 0.45, 0.47, 0.47, 0.48, 0.47, 0.45, 0.4, 0.33, 0.3],
    [1, 2, 5, 9, 14, 17, 19, 19, 15, 10, 5, 2],
    9,
    0.12,
  ),
  climate(
    'continental',
    'Inland, cold winters',
    'far from the sea, clear frosts',
    [40, 58],
    [0.45, 0.5, 0.52, 0.5, 0.5, 0.51, 0.52, 0.51, 0.49, 0.45, 0.41, 0.41],
    [-12, -10, -3, 6, 13, 18, 20, 19, 13, 6, -3, -9],
    11,
    0.1,
  ),
  climate(
    'boreal',
    'Northern forest',
    'snow from autumn to spring',
    [55, 68],
    [0.35, 0.43, 0.5, 0.51, 0.5, 0.48, 0.47, 0.44, 0.41, 0.36, 0.33, 0.29],
    [-14, -13, -7, 1, 8, 14, 16, 14, 8, 1, -7, -12],
    10,
    0.13,
  ),
  climate(
    'arctic',
    'Polar coast',
    'beyond the tree line',
    [66, 82],
    [0.3, 0.42, 0.53, 0.58, 0.54, 0.45, 0.4, 0.37, 0.35, 0.35, 0.3, 0.3],
    [-17, -18, -17, -11, -3, 3, 6, 5, 1, -6, -11, -15],
    6,
    0.15,
  ),
  climate(
    'mountain',
    'High mountain',
    'above the valley fog, below the peaks',
    [35, 50],
    [0.52, 0.55, 0.55, 0.51, 0.47, 0.47, 0.5, 0.5, 0.51, 0.52, 0.5, 0.5],
    [-6, -6, -3, 0, 5, 9, 11, 11, 8, 4, -1, -5],
    8,
    0.12,
  ),
  climate(
    'winter-rain',
    'Dry summer, winter rain',
    'warm western coasts',
    [30, 44],
    [0.46, 0.49, 0.53, 0.56, 0.6, 0.65, 0.68, 0.66, 0.61, 0.54, 0.48, 0.44],
    [9, 10, 12, 14, 18, 22, 25, 25, 22, 18, 13, 10],
    10,
    0.09,
    'dusty',
  ),
  climate(
    'steppe',
    'Dry grassland',
    'open dry interior',
    [30, 48],
    [0.53, 0.56, 0.57, 0.57, 0.57, 0.6, 0.62, 0.61, 0.6, 0.58, 0.54, 0.51],
    [-2, 0, 5, 11, 16, 21, 24, 23, 18, 11, 4, -1],
    13,
    0.08,
    'dusty',
  ),
  climate(
    'desert',
    'Hot desert',
    'sand and stone',
    [15, 34],
    [0.61, 0.64, 0.65, 0.66, 0.67, 0.7, 0.69, 0.69, 0.68, 0.66, 0.63, 0.6],
    [13, 15, 20, 25, 30, 33, 34, 34, 31, 27, 20, 15],
    15,
    0.06,
    'desert',
  ),
  climate(
    'high-plateau',
    'High dry plateau',
    'above 2,500 m near the tropics',
    [10, 35],
    [0.66, 0.66, 0.64, 0.63, 0.6, 0.56, 0.53, 0.54, 0.6, 0.66, 0.69, 0.68],
    [3, 5, 9, 12, 15, 17, 16, 15, 14, 10, 6, 3],
    15,
    0.09,
    'dusty',
  ),
  climate(
    'subtropic-humid',
    'Humid subtropics',
    'eastern coasts, summer rain',
    [22, 36],
    [0.46, 0.47, 0.46, 0.48, 0.48, 0.46, 0.48, 0.49, 0.48, 0.52, 0.5, 0.48],
    [10, 12, 15, 19, 23, 26, 28, 28, 25, 20, 15, 11],
    9,
    0.09,
  ),
  climate(
    'monsoon',
    'Monsoon',
    'one wet season, one dry',
    [8, 28],
    [0.63, 0.65, 0.65, 0.63, 0.59, 0.46, 0.38, 0.39, 0.47, 0.57, 0.61, 0.62],
    [20, 22, 26, 29, 30, 29, 27, 27, 27, 26, 23, 20],
    11,
    0.1,
    'dusty',
  ),
  climate(
    'savanna',
    'Savanna',
    'grass and trees, dry half of the year',
    [5, 20],
    [0.62, 0.62, 0.59, 0.57, 0.55, 0.52, 0.48, 0.46, 0.51, 0.56, 0.61, 0.62],
    [24, 26, 28, 29, 28, 26, 25, 24, 25, 26, 25, 24],
    12,
    0.08,
    'dusty',
  ),
  climate(
    'rainforest',
    'Equatorial forest',
    'cloud most afternoons',
    [0, 12],
    [0.44, 0.45, 0.45, 0.45, 0.44, 0.43, 0.43, 0.44, 0.45, 0.45, 0.44, 0.43],
    [26, 26, 26, 26, 26, 26, 25, 26, 26, 26, 26, 26],
    8,
    0.09,
  ),
  climate(
    'trade-island',
    'Trade-wind island',
    'small warm islands',
    [8, 27],
    [0.54, 0.56, 0.58, 0.58, 0.58, 0.59, 0.59, 0.58, 0.56, 0.54, 0.52, 0.52],
    [23, 23, 24, 24, 26, 27, 27, 28, 27, 27, 25, 24],
    6,
    0.07,
  ),
  climate(
    'fog-coast',
    'Cold-current coast',
    'low cloud along a dry shore',
    [5, 36],
    [0.57, 0.57, 0.56, 0.53, 0.46, 0.42, 0.41, 0.42, 0.45, 0.5, 0.54, 0.56],
    [17, 17, 17, 16, 15, 14, 14, 14, 14, 15, 15, 16],
    6,
    0.12,
    'dusty',
  ),
]

/** A climate at a latitude, as the figures a site holds. South of the equator it is half a year later. */
export function climateFigures(climate: Climate, latitudeDeg: number) {
  const later = <T>(year: readonly T[]): T[] => (latitudeDeg < 0 ? [...year.slice(6), ...year.slice(0, 6)] : [...year])
  const clearness = later(climate.clearness)
  const rounded = (value: number) => Math.floor(value * 100) / 100
  return {
    sunKwhPerM2Day: clearness.map((kt, month) => rounded(kt * monthLimitKwhPerM2Day(latitudeDeg, month))),
    monthMeanC: later(climate.monthMeanC),
    daySwingK: climate.daySwingK,
    soiling: climate.soiling,
    climateId: climate.id,
    sunBasis: 'climate' as const,
    sunGivenFor: null,
    sunSource: `Climate of Yard Lamp: ${climate.name}; a month may differ by ${formatPercent(climate.spreadFraction)} either way`,
  }
}

/**
 * Climates met at a place first: those of whose regions one holds it, the smaller region first, then by latitude, the nearest
 * band first; all of them where neither is known.
 *
 * @example climatesNear(38, 24)[0].id // 'winter-rain'
 */
export function climatesNear(latitudeDeg: number | null, longitudeDeg: number | null = null): readonly Climate[] {
  if (latitudeDeg === null) return CLIMATES
  const outside = ({ latitudesDeg: [low, high] }: Climate) =>
    Math.max(0, low - Math.abs(latitudeDeg), Math.abs(latitudeDeg) - high)
  const region = (climate: Climate) =>
    longitudeDeg === null ? Number.POSITIVE_INFINITY : smallestRegion(climate.id, latitudeDeg, longitudeDeg)
  const inOrder = (a: number, b: number) => (a === b ? 0 : a - b)
  return [...CLIMATES].sort((a, b) => inOrder(region(a), region(b)) || outside(a) - outside(b))
}

/** Whether such a climate is met in the region of a place. */
export const isMetAt = (climate: Climate, latitudeDeg: number, longitudeDeg: number): boolean =>
  Number.isFinite(smallestRegion(climate.id, latitudeDeg, longitudeDeg))
