/**
 * Tightening torque of studs that carry conductors, N·m, by stud: planning values where the maker prints none. Battery posts
 * of lead take less: their maker's figure goes first. Source: common sheets of bus bars, fuse holders and batteries; kept
 * below ISO 898 for brass and plated copper.
 */
export const STUD_TORQUES = [
  { studMm: 4, torqueNm: 1.2 },
  { studMm: 5, torqueNm: 2.5 },
  { studMm: 6, torqueNm: 5 },
  { studMm: 8, torqueNm: 11 },
  { studMm: 10, torqueNm: 20 },
  { studMm: 12, torqueNm: 35 },
] as const

/** Torque of a stud, N·m; null for one the table does not hold. */
export const studTorqueNm = (studMm: number): number | null =>
  STUD_TORQUES.find((row) => row.studMm === studMm)?.torqueNm ?? null
