/** Reduction for circuits bunched in air, on a surface or enclosed. Source: IEC 60364-5-52:2009, Table B.52.17, row 1. */
export const GROUPING_IEC = [
  { circuitsMax: 1, factor: 1.0 },
  { circuitsMax: 2, factor: 0.8 },
  { circuitsMax: 3, factor: 0.7 },
  { circuitsMax: 4, factor: 0.65 },
  { circuitsMax: 5, factor: 0.6 },
  { circuitsMax: 6, factor: 0.57 },
  { circuitsMax: 7, factor: 0.54 },
  { circuitsMax: 8, factor: 0.52 },
  { circuitsMax: 9, factor: 0.5 },
  { circuitsMax: 12, factor: 0.45 },
  { circuitsMax: 16, factor: 0.41 },
  { circuitsMax: 20, factor: 0.38 },
] as const
