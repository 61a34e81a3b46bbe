/** Voltage correction of crystalline panels by lowest ambient, rows of whole degrees. Source: NFPA 70 (NEC) 2023, Table 690.7(A). */
export const VOC_COLD_FACTOR = [
  { fromC: 20, toC: 24, factor: 1.02 },
  { fromC: 15, toC: 19, factor: 1.04 },
  { fromC: 10, toC: 14, factor: 1.06 },
  { fromC: 5, toC: 9, factor: 1.08 },
  { fromC: 0, toC: 4, factor: 1.1 },
  { fromC: -5, toC: -1, factor: 1.12 },
  { fromC: -10, toC: -6, factor: 1.14 },
  { fromC: -15, toC: -11, factor: 1.16 },
  { fromC: -20, toC: -16, factor: 1.18 },
  { fromC: -25, toC: -21, factor: 1.2 },
  { fromC: -30, toC: -26, factor: 1.21 },
  { fromC: -35, toC: -31, factor: 1.23 },
  { fromC: -40, toC: -36, factor: 1.25 },
] as const
