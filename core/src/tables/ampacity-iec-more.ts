/**
 * Current-carrying capacity of copper conductors, two loaded; in air 30 °C, in ducts in the ground 20 °C; null where the table
 * has none. Source: IEC 60364-5-52:2009, Tables B.52.2 (PVC, 70 °C) and B.52.3 (XLPE, 90 °C), methods A1, A2, B2, D1, and
 * Tables B.52.10 and B.52.12, methods E and F (two single-core cables touching).
 */
export const AMPACITY_IEC_PVC70_MORE = [
  { size: '1.5 mm2', a1A: 14.5, a2A: 14, b2A: 16.5, d1A: 22, eA: 22, fA: null },
  { size: '2.5 mm2', a1A: 19.5, a2A: 18.5, b2A: 23, d1A: 29, eA: 30, fA: null },
  { size: '4 mm2', a1A: 26, a2A: 25, b2A: 30, d1A: 37, eA: 40, fA: null },
  { size: '6 mm2', a1A: 34, a2A: 32, b2A: 38, d1A: 46, eA: 51, fA: null },
  { size: '10 mm2', a1A: 46, a2A: 43, b2A: 52, d1A: 60, eA: 70, fA: null },
  { size: '16 mm2', a1A: 61, a2A: 57, b2A: 69, d1A: 78, eA: 94, fA: null },
  { size: '25 mm2', a1A: 80, a2A: 75, b2A: 90, d1A: 99, eA: 119, fA: 131 },
  { size: '35 mm2', a1A: 99, a2A: 92, b2A: 111, d1A: 119, eA: 148, fA: 162 },
  { size: '50 mm2', a1A: 119, a2A: 110, b2A: 133, d1A: 140, eA: 180, fA: 196 },
  { size: '70 mm2', a1A: 151, a2A: 139, b2A: 168, d1A: 173, eA: 232, fA: 251 },
  { size: '95 mm2', a1A: 182, a2A: 167, b2A: 201, d1A: 204, eA: 282, fA: 304 },
  { size: '120 mm2', a1A: 210, a2A: 192, b2A: 232, d1A: 231, eA: 328, fA: 352 },
] as const

export const AMPACITY_IEC_XLPE90_MORE = [
  { size: '1.5 mm2', a1A: 19, a2A: 18.5, b2A: 22, d1A: 25, eA: 26, fA: null },
  { size: '2.5 mm2', a1A: 26, a2A: 25, b2A: 30, d1A: 33, eA: 36, fA: null },
  { size: '4 mm2', a1A: 35, a2A: 33, b2A: 40, d1A: 43, eA: 49, fA: null },
  { size: '6 mm2', a1A: 45, a2A: 42, b2A: 51, d1A: 53, eA: 63, fA: null },
  { size: '10 mm2', a1A: 61, a2A: 57, b2A: 69, d1A: 71, eA: 86, fA: null },
  { size: '16 mm2', a1A: 81, a2A: 76, b2A: 91, d1A: 91, eA: 115, fA: null },
  { size: '25 mm2', a1A: 106, a2A: 99, b2A: 119, d1A: 116, eA: 149, fA: 161 },
  { size: '35 mm2', a1A: 131, a2A: 121, b2A: 146, d1A: 139, eA: 185, fA: 200 },
  { size: '50 mm2', a1A: 158, a2A: 145, b2A: 175, d1A: 164, eA: 225, fA: 242 },
  { size: '70 mm2', a1A: 200, a2A: 183, b2A: 221, d1A: 203, eA: 289, fA: 310 },
  { size: '95 mm2', a1A: 241, a2A: 220, b2A: 265, d1A: 239, eA: 352, fA: 377 },
  { size: '120 mm2', a1A: 278, a2A: 253, b2A: 305, d1A: 271, eA: 410, fA: 437 },
] as const
