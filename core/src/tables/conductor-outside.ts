/** Over the insulation of a single conductor, mm. Sources: EN 50525-2-31, H07V-K, upper limits; NFPA 70 (NEC) 2023, Chapter 9, Table 5, XHHW-2. */
const OUTSIDE_MM: Readonly<Record<string, number>> = {
  '1.5 mm2': 3.4,
  '2.5 mm2': 4.1,
  '4 mm2': 4.8,
  '6 mm2': 5.3,
  '10 mm2': 6.8,
  '16 mm2': 8.1,
  '25 mm2': 10.2,
  '35 mm2': 11.7,
  '50 mm2': 13.9,
  '70 mm2': 16,
  '95 mm2': 18.2,
  '120 mm2': 20.2,
  '150 mm2': 22.5,
  '185 mm2': 24.9,
  '240 mm2': 28.4,
  '14 AWG': 3.38,
  '12 AWG': 3.86,
  '10 AWG': 4.47,
  '8 AWG': 5.99,
  '6 AWG': 6.96,
  '4 AWG': 8.18,
  '3 AWG': 8.89,
  '2 AWG': 9.7,
  '1 AWG': 11.23,
  '1/0 AWG': 12.24,
  '2/0 AWG': 13.41,
  '3/0 AWG': 14.73,
  '4/0 AWG': 16.21,
  '250 kcmil': 17.91,
  '300 kcmil': 19.3,
  '350 kcmil': 20.6,
  '400 kcmil': 21.79,
  '500 kcmil': 23.95,
}

/** Diameter over the insulation, mm; null for a size no table gives. */
export const outsideMm = (size: string): number | null => OUTSIDE_MM[size] ?? null

/** A pipe for conductors, and what of its inside they may fill. */
export interface Conduit {
  readonly name: string
  readonly insideMm2: number
}

/** Rigid and pliable plastic conduit by its outside, smallest inside. Source: EN 61386-22, Table 101. */
export const CONDUITS_METRIC: readonly Conduit[] = [
  { name: '16 mm', insideMm2: 90 },
  { name: '20 mm', insideMm2: 156 },
  { name: '25 mm', insideMm2: 263 },
  { name: '32 mm', insideMm2: 464 },
  { name: '40 mm', insideMm2: 765 },
  { name: '50 mm', insideMm2: 1232 },
  { name: '63 mm', insideMm2: 2173 },
]

/** Electrical metallic tubing by trade size. Source: NFPA 70 (NEC) 2023, Chapter 9, Table 4. */
export const CONDUITS_TRADE: readonly Conduit[] = [
  { name: '1/2 in', insideMm2: 196 },
  { name: '3/4 in', insideMm2: 343 },
  { name: '1 in', insideMm2: 556 },
  { name: '1-1/4 in', insideMm2: 968 },
  { name: '1-1/2 in', insideMm2: 1314 },
  { name: '2 in', insideMm2: 2165 },
  { name: '2-1/2 in', insideMm2: 3783 },
  { name: '3 in', insideMm2: 5701 },
  { name: '4 in', insideMm2: 9521 },
]

/** Glands by the cable they close on, mm. Source: common ranges of EN 62444 glands. */
export const GLANDS_METRIC = [
  { name: 'M12', fromMm: 3, toMm: 6.5 },
  { name: 'M16', fromMm: 4.5, toMm: 10 },
  { name: 'M20', fromMm: 7, toMm: 13 },
  { name: 'M25', fromMm: 10, toMm: 17 },
  { name: 'M32', fromMm: 16, toMm: 21 },
  { name: 'M40', fromMm: 19, toMm: 28 },
  { name: 'M50', fromMm: 27, toMm: 35 },
] as const
