/** Adjustment for more than three current-carrying conductors; each row up to its count. Source: NFPA 70 (NEC) 2023, Table 310.15(C)(1). */
export const GROUPING_NA = [
  { currentCarryingMax: 3, factor: 1.0 },
  { currentCarryingMax: 6, factor: 0.8 },
  { currentCarryingMax: 9, factor: 0.7 },
  { currentCarryingMax: 20, factor: 0.5 },
  { currentCarryingMax: 30, factor: 0.45 },
  { currentCarryingMax: 40, factor: 0.4 },
  { currentCarryingMax: 100000, factor: 0.35 },
] as const
