/** Conductors that carry current, bundled in a sheath or a tube on a boat. Source: ABYC E-11, Table VI-B to D; ISO 13297, Annex A. */
export const BUNDLING_BOAT = [
  { conductorsMax: 3, factor: 1.0 },
  { conductorsMax: 6, factor: 0.7 },
  { conductorsMax: 24, factor: 0.6 },
  { conductorsMax: 100000, factor: 0.5 },
] as const
