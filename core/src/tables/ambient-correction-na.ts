/** Ambient correction for tables based on 30 °C, by insulation rating; each row up to its ambient. Source: NFPA 70 (NEC) 2023, Table 310.15(B)(1). */
export const AMBIENT_CORRECTION_NA = [
  { ambientMaxC: 10, insulation60: 1.29, insulation75: 1.2, insulation90: 1.15 },
  { ambientMaxC: 15, insulation60: 1.22, insulation75: 1.15, insulation90: 1.12 },
  { ambientMaxC: 20, insulation60: 1.15, insulation75: 1.11, insulation90: 1.08 },
  { ambientMaxC: 25, insulation60: 1.08, insulation75: 1.05, insulation90: 1.04 },
  { ambientMaxC: 30, insulation60: 1.0, insulation75: 1.0, insulation90: 1.0 },
  { ambientMaxC: 35, insulation60: 0.91, insulation75: 0.94, insulation90: 0.96 },
  { ambientMaxC: 40, insulation60: 0.82, insulation75: 0.88, insulation90: 0.91 },
  { ambientMaxC: 45, insulation60: 0.71, insulation75: 0.82, insulation90: 0.87 },
  { ambientMaxC: 50, insulation60: 0.58, insulation75: 0.75, insulation90: 0.82 },
  { ambientMaxC: 55, insulation60: 0.41, insulation75: 0.67, insulation90: 0.76 },
  { ambientMaxC: 60, insulation60: null, insulation75: 0.58, insulation90: 0.71 },
  { ambientMaxC: 65, insulation60: null, insulation75: 0.47, insulation90: 0.65 },
  { ambientMaxC: 70, insulation60: null, insulation75: 0.33, insulation90: 0.58 },
  { ambientMaxC: 75, insulation60: null, insulation75: null, insulation90: 0.5 },
  { ambientMaxC: 80, insulation60: null, insulation75: null, insulation90: 0.41 },
  { ambientMaxC: 85, insulation60: null, insulation75: null, insulation90: 0.29 },
] as const
