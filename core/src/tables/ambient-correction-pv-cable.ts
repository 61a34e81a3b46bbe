/** Ambient correction for PV cable, reference 60 °C; each row up to its ambient. Source: EN 50618:2014, Table A.4. */
export const AMBIENT_CORRECTION_PV_CABLE = [
  { ambientMaxC: 60, factor: 1.0 },
  { ambientMaxC: 70, factor: 0.92 },
  { ambientMaxC: 80, factor: 0.84 },
  { ambientMaxC: 90, factor: 0.75 },
] as const
