import { orNull, sameBy } from '../working/same.ts'
import { type Known, sameKnown } from '../working/working.ts'
import type { ChargeSource } from './charge-source.ts'
import type { InputLimit } from './input-limit.ts'

const kept: ChargeSource[] = []
/** Those of the options and trials between two edits. */
const MOST_KEPT = 8

/**
 * The very charge source of before where it says the same, so that the plant and its circuits are taken again though the
 * array brings another sum.
 */
export function keptCharge(charge: ChargeSource): ChargeSource {
  const same = kept.find((each) => sameCharge(each, charge))
  if (same) return same
  kept.unshift(charge)
  kept.length = Math.min(kept.length, MOST_KEPT)
  return charge
}

const sameInput = sameBy<InputLimit>({
  limitA: orNull<Known>(sameKnown),
  voltageV: sameKnown,
  legs: Object.is,
  fedUnits: Object.is,
  carriesHouse: Object.is,
  shares: Object.is,
})

const sameCharge = sameBy<ChargeSource>({
  item: Object.is,
  quantity: Object.is,
  builtIn: Object.is,
  currentA: sameKnown,
  ratedA: Object.is,
  leastA: Object.is,
  powerW: sameKnown,
  efficiency: sameKnown,
  powerFactor: Object.is,
  hours: sameKnown,
  limitedBy: Object.is,
  wantedA: Object.is,
  input: sameInput,
})
