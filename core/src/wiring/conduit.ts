import type { RuleSet } from '../rules/rule-set.ts'
import { GLANDS_METRIC, outsideMm } from '../tables/conductor-outside.ts'
import type { Circuit } from './circuits.ts'

/** What a run is drawn through, and what closes on each conductor where it enters a box. */
export interface ConduitNote {
  /** Conductors in it. */
  readonly conductors: number
  /** Smallest conduit they may fill; null where the largest is too small. */
  readonly conduit: string | null
  readonly filledFraction: number | null
  /** Gland of one conductor. */
  readonly gland: string | null
  readonly source: string
}

/** Null while a circuit has no cable, or its size no known outside. */
export function conduitNote({ cable, wires, use }: Circuit, { conduits }: RuleSet): ConduitNote | null {
  const bareMm = cable ? outsideMm(cable.size) : null
  if (!cable || bareMm === null) return null
  // PV cable is insulated twice.
  const eachMm = use === 'pv' ? bareMm + SECOND_SHEATH_MM : bareMm
  const conductors = wires * cable.parallel
  const cablesMm2 = (conductors * Math.PI * eachMm ** 2) / 4
  const most = conduits.value.fillFraction(conductors)
  const fits = conduits.value.sizes.find(({ insideMm2 }) => cablesMm2 <= most * insideMm2)
  return {
    conductors,
    conduit: fits?.name ?? null,
    filledFraction: fits ? cablesMm2 / fits.insideMm2 : null,
    gland: GLANDS_METRIC.find(({ fromMm, toMm }) => eachMm >= fromMm && eachMm <= toMm)?.name ?? null,
    source: conduits.source,
  }
}

/** Over a single sheath, mm. Source: EN 50618, common sheets. */
const SECOND_SHEATH_MM = 1.2
