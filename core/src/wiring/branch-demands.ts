import { inverterDcCurrent } from '../inverter/methods.ts'
import { acDemand } from '../loads/methods.ts'
import type { DemandRow } from '../loads/row.ts'
import { branchCircuitId, convertedCircuitId } from '../plant/boards.ts'
import type { Joint } from '../plant/plant.ts'
import { type Known, known, type Step, Working } from '../working/working.ts'
import { acShortA, wiresOf } from './ac-side.ts'
import { type Asked, type BusCurrents, onBus, type WiringBrief } from './brief.ts'
import { apparentCurrent } from './current-methods.ts'

/** What the circuits behind boards and a second stage of bus bars carry. */

/** Inverters draw through the link, and what is built into them charges through it. */
export function linkA({ backup: { charge } }: WiringBrief, { inverterA }: BusCurrents): Known {
  const chargeA = charge?.builtIn ? charge.ratedA : 0
  return chargeA > inverterA.value ? known(chargeA, 'catalogue', 'the chargers built into the inverters') : inverterA
}

interface Drawn {
  readonly rows: readonly DemandRow[]
  readonly continuousW: Known
  readonly continuousVA: Known
  readonly surgeW: Known
  readonly steps: readonly Step[]
}
/** By the first row of a branch and the circuit it hangs on: of many branches an edit of a load works one. */
const drawnBefore = new WeakMap<DemandRow, Map<string, Drawn>>()

/** What the loads of a branch draw together. */
function branchDemand({ plant }: WiringBrief, joint: Joint, working: Working) {
  const branch = plant.branches.find(
    (each) => branchCircuitId(each) === joint.id || convertedCircuitId(each) === joint.id,
  )
  const [first] = branch?.rows ?? []
  if (!branch || !first) return undefined
  const ofRow = drawnBefore.get(first) ?? new Map<string, Drawn>()
  drawnBefore.set(first, ofRow)
  const before = ofRow.get(joint.title)
  const isSame = before?.rows.length === branch.rows.length && branch.rows.every((row, i) => row === before.rows[i])
  const drawn = before && isSame ? before : drawnAnew(branch.rows, joint)
  ofRow.set(joint.title, drawn)
  working.take(drawn.steps)
  const { continuousW, continuousVA, surgeW } = drawn
  return { branch, continuousW, continuousVA, surgeW }
}

function drawnAnew(rows: readonly DemandRow[], { id, title }: Joint): Drawn {
  const working = new Working('wiring')
  const { continuousW, continuousVA, surgeW } = working.about({ id, name: title }, () =>
    working.applyToList(acDemand, 'loads', [...rows]),
  )
  return { rows, continuousW, continuousVA, surgeW, steps: working.steps }
}

export function dcBranchAsked(brief: WiringBrief, bus: BusCurrents, joint: Joint, working: Working): Asked | null {
  const drawn = branchDemand(brief, joint, working)
  if (!drawn) return null
  const { currentA } = working.apply(inverterDcCurrent, {
    powerW: drawn.continuousW,
    efficiency: drawn.branch.efficiency ?? known(1, 'computed', 'direct, no converter'),
    batteryVoltageV: known(brief.battery.bank?.lowCutoffV ?? 1, 'catalogue', 'lowest voltage of the bank'),
  })
  const { surgeW, continuousW } = drawn
  const startA =
    continuousW.value > 0
      ? known((currentA.value * surgeW.value) / continuousW.value, 'computed', 'while the worst load on it starts')
      : null
  return { ...onBus(bus, currentA), startA }
}

export function acBranchAsked(brief: WiringBrief, joint: Joint, working: Working): Asked | null {
  const drawn = branchDemand(brief, joint, working)
  const mainsV = drawn?.branch.mainsV
  if (!drawn || !mainsV) return null
  const voltageV = known(mainsV, 'entered', 'mains of the site')
  const { currentA } = working.apply(apparentCurrent, { apparentPowerVA: drawn.continuousVA, voltageV })
  return {
    currentA,
    workingA: currentA,
    startA: known(drawn.surgeW.value / mainsV, 'computed', 'while the worst load on it starts'),
    voltageV,
    highestV: mainsV,
    prospectiveA: acShortA(brief),
    wires: wiresOf(brief, mainsV),
  }
}

/** Behind its converter, which holds what it gives: no device stands there. */
export function convertedAsked(brief: WiringBrief, joint: Joint, working: Working): Asked | null {
  const drawn = branchDemand(brief, joint, working)
  const volts = drawn?.branch.convertedV
  if (!drawn || !volts) return null
  const voltageV = known(volts, 'entered', 'voltage of the loads behind the converter')
  const { currentA } = working.apply(inverterDcCurrent, {
    powerW: drawn.continuousW,
    efficiency: known(1, 'computed', 'behind the converter'),
    batteryVoltageV: voltageV,
  })
  return { currentA, workingA: currentA, voltageV, highestV: volts, mustProtect: false }
}
