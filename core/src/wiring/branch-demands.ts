import { inverterDcCurrent } from '../inverter/methods.ts'
import { acDemand } from '../loads/methods.ts'
import { branchCircuitId } from '../plant/boards.ts'
import type { Joint } from '../plant/plant.ts'
import { type Known, known, type Working } from '../working/working.ts'
import { type Asked, type BusCurrents, onBus, type WiringBrief } from './brief.ts'
import { apparentCurrent } from './methods.ts'

/** What the circuits behind boards and a second stage of bus bars carry. */

/** Inverters draw through the link, and what is built into them charges through it. */
export function linkA({ backup: { charge } }: WiringBrief, { inverterA }: BusCurrents): Known {
  const chargeA = charge?.builtIn ? charge.ratedA : 0
  return chargeA > inverterA.value ? known(chargeA, 'catalogue', 'the chargers built into the inverters') : inverterA
}

/** What the loads of a branch draw together. */
function branchDemand({ plant }: WiringBrief, joint: Joint, working: Working) {
  const branch = plant.branches.find((each) => branchCircuitId(each) === joint.id)
  return branch && { branch, ...working.applyToList(acDemand, 'loads', [...branch.rows]) }
}

export function dcBranchAsked(brief: WiringBrief, bus: BusCurrents, joint: Joint, working: Working): Asked | null {
  const drawn = branchDemand(brief, joint, working)
  if (!drawn) return null
  const { currentA } = working.apply(inverterDcCurrent, {
    powerW: drawn.continuousW,
    efficiency: drawn.branch.efficiency ?? known(1, 'computed', 'direct, no converter'),
    batteryVoltageV: known(brief.battery.bank?.lowCutoffV ?? 1, 'catalogue', 'lowest voltage of the bank'),
  })
  return onBus(bus, currentA)
}

export function acBranchAsked(brief: WiringBrief, joint: Joint, working: Working): Asked | null {
  const drawn = branchDemand(brief, joint, working)
  const mainsV = drawn?.branch.mainsV
  if (!drawn || !mainsV) return null
  const voltageV = known(mainsV, 'entered', 'mains of the site')
  const { currentA } = working.apply(apparentCurrent, { apparentPowerVA: drawn.continuousVA, voltageV })
  return { currentA, workingA: currentA, voltageV, highestV: mainsV }
}
