/** Continuous current of flexible 105 °C battery cable outside engine spaces, metric sizes. Source: ISO 13297, Annex A, 105 °C insulation. */
export const AMPACITY_BATTERY_CABLE_105C_METRIC = [
  { size: '1.5 mm2', ampacityA: 25 },
  { size: '2.5 mm2', ampacityA: 35 },
  { size: '4 mm2', ampacityA: 45 },
  { size: '6 mm2', ampacityA: 60 },
  { size: '10 mm2', ampacityA: 90 },
  { size: '16 mm2', ampacityA: 130 },
  { size: '25 mm2', ampacityA: 170 },
  { size: '35 mm2', ampacityA: 210 },
  { size: '50 mm2', ampacityA: 270 },
  { size: '70 mm2', ampacityA: 330 },
  { size: '95 mm2', ampacityA: 390 },
  { size: '120 mm2', ampacityA: 450 },
] as const
