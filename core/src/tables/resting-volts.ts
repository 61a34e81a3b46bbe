import type { Chemistry } from './chemistries.ts'

/** Charge 0 to 1, and volts of a cell that rested for hours at 20 to 25 °C. */
export type RestCurve = readonly (readonly [charge: number, cellV: number])[]

/** Source: common sheets of flooded cells; 12.73 V at full and 11.9 V at nothing for six of them. */
const FLOODED: RestCurve = [
  [0, 1.96],
  [0.25, 2.0],
  [0.5, 2.04],
  [0.75, 2.08],
  [1, 2.12],
]
/** Starved and gelled cells stand some hundredths higher. Source: common sheets. */
const SEALED: RestCurve = [
  [0, 1.97],
  [0.25, 2.01],
  [0.5, 2.05],
  [0.75, 2.1],
  [1, 2.145],
]

/** Volts of a resting cell by its charge: planning values where a unit’s sheet has no curve. Source: common sheets of each kind. */
export const RESTING_VOLTS: Readonly<Record<Chemistry, RestCurve>> = {
  'flooded lead-acid': FLOODED,
  'agm lead-acid': SEALED,
  'gel lead-acid': SEALED,
  'tubular lead-acid': FLOODED,
  'lithium iron phosphate': [
    [0, 2.9],
    [0.05, 3.1],
    [0.1, 3.2],
    [0.2, 3.23],
    [0.4, 3.28],
    [0.6, 3.3],
    [0.7, 3.31],
    [0.9, 3.33],
    [0.98, 3.35],
    [1, 3.4],
  ],
  'nickel manganese cobalt': [
    [0, 3.3],
    [0.1, 3.5],
    [0.3, 3.62],
    [0.5, 3.72],
    [0.8, 3.95],
    [1, 4.12],
  ],
  'lithium titanate': [
    [0, 2.0],
    [0.1, 2.12],
    [0.5, 2.26],
    [0.9, 2.4],
    [1, 2.55],
  ],
  'nickel-iron': [
    [0, 1.1],
    [0.1, 1.19],
    [0.5, 1.24],
    [0.9, 1.29],
    [1, 1.37],
  ],
}

/** Volts of a resting cell. @param charge 0 to 1; beyond, the end’s. @example restingCellV('agm lead-acid', 0.5) // 2.05 */
export function restingCellV(chemistry: Chemistry, charge: number): number {
  const curve = RESTING_VOLTS[chemistry]
  const next = curve.findIndex(([at]) => at >= charge)
  const [last] = curve.slice(-1)
  if (next < 0) return last?.[1] ?? 0
  const [toAt, toV] = curve[next] ?? [0, 0]
  const [fromAt, fromV] = curve[Math.max(0, next - 1)] ?? [0, 0]
  return toAt > fromAt ? fromV + ((charge - fromAt) / (toAt - fromAt)) * (toV - fromV) : toV
}
