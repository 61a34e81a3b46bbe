/** Correction for the temperature of the ground, reference 20 °C; each row up to its temperature. Source: IEC 60364-5-52:2009, Table B.52.15. */
export const AMBIENT_CORRECTION_GROUND_IEC = [
  { ambientMaxC: 10, pvc70: 1.1, xlpe90: 1.07 },
  { ambientMaxC: 15, pvc70: 1.05, xlpe90: 1.04 },
  { ambientMaxC: 20, pvc70: 1.0, xlpe90: 1.0 },
  { ambientMaxC: 25, pvc70: 0.95, xlpe90: 0.96 },
  { ambientMaxC: 30, pvc70: 0.89, xlpe90: 0.93 },
  { ambientMaxC: 35, pvc70: 0.84, xlpe90: 0.89 },
  { ambientMaxC: 40, pvc70: 0.77, xlpe90: 0.85 },
  { ambientMaxC: 45, pvc70: 0.71, xlpe90: 0.8 },
  { ambientMaxC: 50, pvc70: 0.63, xlpe90: 0.76 },
  { ambientMaxC: 55, pvc70: 0.55, xlpe90: 0.71 },
  { ambientMaxC: 60, pvc70: 0.45, xlpe90: 0.65 },
] as const
