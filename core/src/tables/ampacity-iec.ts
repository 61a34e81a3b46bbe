/** Current-carrying capacity of copper conductors, two loaded, 30 °C ambient. Source: IEC 60364-5-52:2009, Tables B.52.2 (PVC, 70 °C) and B.52.3 (XLPE, 90 °C), methods B1 and C. */
export const AMPACITY_IEC = [
  { size: '1.5 mm2', pvc70B1A: 17.5, pvc70CA: 19.5, xlpe90B1A: 23, xlpe90CA: 24 },
  { size: '2.5 mm2', pvc70B1A: 24, pvc70CA: 27, xlpe90B1A: 31, xlpe90CA: 33 },
  { size: '4 mm2', pvc70B1A: 32, pvc70CA: 36, xlpe90B1A: 42, xlpe90CA: 45 },
  { size: '6 mm2', pvc70B1A: 41, pvc70CA: 46, xlpe90B1A: 54, xlpe90CA: 58 },
  { size: '10 mm2', pvc70B1A: 57, pvc70CA: 63, xlpe90B1A: 75, xlpe90CA: 80 },
  { size: '16 mm2', pvc70B1A: 76, pvc70CA: 85, xlpe90B1A: 100, xlpe90CA: 107 },
  { size: '25 mm2', pvc70B1A: 101, pvc70CA: 112, xlpe90B1A: 133, xlpe90CA: 138 },
  { size: '35 mm2', pvc70B1A: 125, pvc70CA: 138, xlpe90B1A: 164, xlpe90CA: 171 },
  { size: '50 mm2', pvc70B1A: 151, pvc70CA: 168, xlpe90B1A: 198, xlpe90CA: 209 },
  { size: '70 mm2', pvc70B1A: 192, pvc70CA: 213, xlpe90B1A: 253, xlpe90CA: 269 },
  { size: '95 mm2', pvc70B1A: 232, pvc70CA: 258, xlpe90B1A: 306, xlpe90CA: 328 },
  { size: '120 mm2', pvc70B1A: 269, pvc70CA: 299, xlpe90B1A: 354, xlpe90CA: 382 },
] as const
