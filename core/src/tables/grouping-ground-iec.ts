/** Reduction for circuits in touching ducts in the ground. Source: IEC 60364-5-52:2009, Table B.52.19 A). */
export const GROUPING_GROUND_IEC = [
  { circuitsMax: 1, factor: 1.0 },
  { circuitsMax: 2, factor: 0.85 },
  { circuitsMax: 3, factor: 0.75 },
  { circuitsMax: 4, factor: 0.7 },
  { circuitsMax: 5, factor: 0.65 },
  { circuitsMax: 6, factor: 0.6 },
] as const
