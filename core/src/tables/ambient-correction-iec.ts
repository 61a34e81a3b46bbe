/** Ambient correction for cables in air, reference 30 °C. Source: IEC 60364-5-52:2009, Table B.52.14. */
export const AMBIENT_CORRECTION_IEC = [
  { ambientMaxC: 10, pvc70: 1.22, xlpe90: 1.15 },
  { ambientMaxC: 15, pvc70: 1.17, xlpe90: 1.12 },
  { ambientMaxC: 20, pvc70: 1.12, xlpe90: 1.08 },
  { ambientMaxC: 25, pvc70: 1.06, xlpe90: 1.04 },
  { ambientMaxC: 30, pvc70: 1.0, xlpe90: 1.0 },
  { ambientMaxC: 35, pvc70: 0.94, xlpe90: 0.96 },
  { ambientMaxC: 40, pvc70: 0.87, xlpe90: 0.91 },
  { ambientMaxC: 45, pvc70: 0.79, xlpe90: 0.87 },
  { ambientMaxC: 50, pvc70: 0.71, xlpe90: 0.82 },
  { ambientMaxC: 55, pvc70: 0.61, xlpe90: 0.76 },
  { ambientMaxC: 60, pvc70: 0.5, xlpe90: 0.71 },
  { ambientMaxC: 65, pvc70: null, xlpe90: 0.65 },
  { ambientMaxC: 70, pvc70: null, xlpe90: 0.58 },
  { ambientMaxC: 75, pvc70: null, xlpe90: 0.5 },
  { ambientMaxC: 80, pvc70: null, xlpe90: 0.41 },
] as const
