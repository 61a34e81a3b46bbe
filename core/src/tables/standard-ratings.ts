/**
 * Standard ratings of overcurrent devices, A. Sources: NFPA 70 (NEC) 2023, 240.6(A) for na-breaker; IEC 60898-1 and
 * IEC 60947-2 preferred values for iec-breaker; IEC 60269-6 for pv-string-fuse; common sizes for battery-fuse.
 */
export const STANDARD_RATINGS_A = {
  'na-breaker': [
    15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200, 225, 250, 300, 350, 400, 450, 500,
    600,
  ],
  'iec-breaker': [6, 10, 13, 16, 20, 25, 32, 40, 50, 63, 80, 100, 125, 160, 200, 250, 320, 400, 500, 630],
  'pv-string-fuse': [1, 2, 3, 4, 5, 6, 8, 10, 12, 15, 16, 20, 25, 30, 32],
  'battery-fuse': [30, 40, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200, 225, 250, 300, 350, 400, 450, 500, 600],
} as const

export type DeviceSeries = keyof typeof STANDARD_RATINGS_A
export const DEVICE_SERIES = Object.keys(STANDARD_RATINGS_A) as [DeviceSeries, ...DeviceSeries[]]

/** Next standard rating at or above a current; null where the series ends. */
export function nextRatingA(series: DeviceSeries, minimumA: number): number | null {
  return STANDARD_RATINGS_A[series].find((ratingA) => ratingA >= minimumA - 1e-9) ?? null
}
