import { AC_COUPLED_ID } from '../array/ac-coupled.ts'
import { type Device, itemName } from '../catalogue/schema.ts'
import { everyString, type StrungArray } from '../controller/link.ts'
import { pwm } from '../controller/methods.ts'
import { inverterDcCurrent } from '../inverter/methods.ts'
import type { CircuitKind } from '../job/defaults.ts'
import { endsOf, type Joint, type Plant } from '../plant/plant.ts'
import type { CableUse, RuleSet } from '../rules/rule-set.ts'
import { assumed, fromSheet, type Known, known, type Working } from '../working/working.ts'
import { acBranchAsked, dcBranchAsked, linkA } from './branch-demands.ts'
import { type Asked, type BusCurrents, busCurrents, onBus, type WiringBrief } from './brief.ts'
import { type CircuitDemand, isCircuit } from './circuits.ts'
import { apparentCurrent, sharedCurrent } from './methods.ts'

/** What a circuit of a kind is made of. */
const MADE_OF: Readonly<Record<CircuitKind, { readonly use: CableUse; readonly deviceType: Device['type'] }>> = {
  string: { use: 'pv', deviceType: 'pv-fuse' },
  array: { use: 'pv', deviceType: 'dc-breaker' },
  controller: { use: 'battery', deviceType: 'dc-breaker' },
  'battery-string': { use: 'battery', deviceType: 'battery-fuse' },
  'battery-main': { use: 'battery', deviceType: 'battery-fuse' },
  'inverter-dc': { use: 'battery', deviceType: 'battery-fuse' },
  'dc-loads': { use: 'fixed', deviceType: 'dc-breaker' },
  'inverter-ac': { use: 'fixed', deviceType: 'ac-breaker' },
  'backup-ac': { use: 'fixed', deviceType: 'ac-breaker' },
  charger: { use: 'battery', deviceType: 'dc-breaker' },
  starter: { use: 'battery', deviceType: 'battery-fuse' },
  alternator: { use: 'battery', deviceType: 'dc-breaker' },
  'ac-coupled': { use: 'fixed', deviceType: 'ac-breaker' },
  'bus-link': { use: 'battery', deviceType: 'battery-fuse' },
  'dc-branch': { use: 'fixed', deviceType: 'dc-breaker' },
  'ac-branch': { use: 'fixed', deviceType: 'ac-breaker' },
}
/** Leads between two batteries: a fault is fed from either end. */
const FED_FROM_BOTH: ReadonlySet<CircuitKind> = new Set(['starter'])

/** What each joint of the plant must carry; joints that carry nothing are left out. */
export function circuitDemands(brief: WiringBrief, rules: RuleSet, working: Working): CircuitDemand[] {
  const { bank } = brief.battery
  if (!bank) return []
  const strung = new Map(everyString(brief).map((each) => [each.id, each]))
  const bus = busCurrents(brief, working)
  return brief.plant.joints.filter(isCircuit).flatMap((joint): CircuitDemand[] => {
    const array = joint.arrayId === null ? undefined : strung.get(joint.arrayId)
    const asked = working.about({ id: joint.id, name: joint.title }, () =>
      ASKED[joint.kind]({ brief, bus, array, joint, working }),
    )
    if (!asked || asked.currentA.value <= 0) return []
    const { use, deviceType } = MADE_OF[joint.kind]
    return [
      {
        id: joint.id,
        kind: joint.kind,
        title: joint.title,
        count: joint.count,
        arrayId: joint.arrayId,
        ac: joint.carries === 'ac',
        fedByBank: joint.kind !== 'starter' && (joint.carries === 'battery' || joint.carries === 'dc'),
        prospectiveA: joint.kind === 'starter' ? STARTER_SHORT_A : 0,
        use,
        deviceType,
        series: rules.series[deviceType],
        installation: rules.laid[use],
        mustProtect: true,
        ratingA: null,
        terminal: narrowestTerminal(brief.plant, joint),
        deviceEnds: FED_FROM_BOTH.has(joint.kind) ? 2 : 1,
        ...asked,
      },
    ]
  })
}

/** The terminal at either end that takes least. */
function narrowestTerminal(plant: Plant, joint: Joint): CircuitDemand['terminal'] {
  const limits = endsOf(plant, joint).flatMap(({ unit, terminal: { maxAreaMm2 } }) =>
    maxAreaMm2 === null ? [] : [{ maxAreaMm2, unitName: unit.name }],
  )
  return limits.reduce<CircuitDemand['terminal']>((a, b) => (a && a.maxAreaMm2 <= b.maxAreaMm2 ? a : b), null)
}

interface Context {
  readonly brief: WiringBrief
  readonly bus: BusCurrents
  readonly array: StrungArray | undefined
  readonly joint: Joint
  readonly working: Working
}

/** One of several alike, with so many of them out of service. */
const share = (working: Working, whole: Known, alike: number, out: number): Known =>
  working.apply(sharedCurrent, {
    currentA: whole,
    alike: known(alike, 'computed', 'counted by the design'),
    out: assumed(out, out === 0 ? 'all at work' : 'one string out of service'),
  }).eachA

const ASKED: Readonly<Record<CircuitKind, (context: Context) => Asked | null | undefined>> = {
  string: ({ array, working }) => array && stringAsked(array, working),
  array: ({ array }) => array && arrayAsked(array),
  controller: ({ bus, array }) =>
    array && onBus(bus, fromSheet(array.controller.ratedOutputA, itemName(array.controller)), array.strings.outputA),
  'battery-string': ({ bus, joint, working }) =>
    bus.bankA.value > 0 ? onBus(bus, share(working, bus.bankA, joint.count, 1)) : null,
  'battery-main': ({ bus }) => onBus(bus, bus.bankA),
  'inverter-dc': ({ bus, joint, working }) =>
    onBus(bus, joint.count === 1 ? bus.inverterA : share(working, bus.inverterA, joint.count, 0)),
  'dc-loads': ({ bus }) => onBus(bus, bus.dcLoadsA),
  'inverter-ac': ({ brief, working }) => inverterAcAsked(brief, working),
  'backup-ac': ({ brief, working }) => backupAcAsked(brief, working),
  charger: ({ brief, bus }) => {
    const { charge } = brief.backup
    return charge && onBus(bus, known(charge.ratedA / charge.quantity, 'catalogue', itemName(charge.item)))
  },
  starter: ({ brief, working }) => starterAsked(brief, working),
  alternator: ({ brief, bus }) => {
    const { alternator } = brief.backup
    if (alternator?.byRelay) return onBus(bus, alternator.currentA)
    // Its cable carries what it is rated for, whatever it is set to.
    return alternator?.charger && onBus(bus, fromSheet(alternator.charger.outputA, itemName(alternator.charger)))
  },
  'ac-coupled': ({ brief, working }) => coupledAsked(brief, working),
  'bus-link': ({ brief, bus }) => onBus(bus, linkA(brief, bus)),
  'dc-branch': ({ brief, bus, joint, working }) => dcBranchAsked(brief, bus, joint, working),
  'ac-branch': ({ brief, joint, working }) => acBranchAsked(brief, joint, working),
}

const onPv = ({ workingV, coldV }: StrungArray['strings']) => ({ voltageV: workingV, highestV: coldV.value })

function stringAsked({ panel, strings }: StrungArray, working: Working): Asked {
  const sheet = itemName(panel)
  return {
    ...onPv(strings),
    currentA: working.apply(pwm, {
      iscA: fromSheet(panel.iscA, sheet),
      parallel: known(1, 'computed', 'one string'),
    }).minimumRatingA,
    workingA: fromSheet(panel.impA, sheet),
    mustProtect: strings.stringsPerInput >= 3 || strings.fuseRequired.value,
    ratingA: strings.fuseRatingA,
  }
}

/** Its device is the disconnect of the array as well. */
const arrayAsked = ({ panel, strings }: StrungArray): Asked => ({
  ...onPv(strings),
  currentA: strings.inputA,
  workingA: known(
    panel.impA * strings.stringsPerInput,
    'catalogue',
    `working current of ${strings.stringsPerInput} strings of ${itemName(panel)}`,
  ),
})

/** A starter battery under its load: where the current of the charger is highest, share of nominal. Source: common sheets. */
const STARTER_LOW_FACTOR = 0.92
/** What a running engine’s side stands at, at most, over nominal. Source: common sheets. */
const STARTER_HIGH_FACTOR = 1.25
/** What a starter battery drives into a short, A: a large one. Assumption of Yard Lamp. */
export const STARTER_SHORT_A = 3000

function starterAsked({ backup: { alternator }, battery }: WiringBrief, working: Working): Asked | null {
  if (alternator?.byRelay) {
    const { currentA, vehicleV } = alternator
    return {
      currentA,
      workingA: currentA,
      voltageV: known(vehicleV, 'entered', 'the vehicle'),
      highestV: vehicleV * STARTER_HIGH_FACTOR,
    }
  }
  const charger = alternator?.charger
  if (!charger) return null
  const sheet = itemName(charger)
  const lowV = charger.inputV * STARTER_LOW_FACTOR
  const powerW = charger.outputA * (battery.bank?.absorptionV ?? charger.batteryVoltageV)
  const { currentA } = working.apply(inverterDcCurrent, {
    powerW: known(powerW, 'catalogue', `${sheet}, at its rating`),
    efficiency: fromSheet(charger.efficiency, sheet),
    batteryVoltageV: assumed(lowV, 'the starter battery at its lowest'),
  })
  return {
    currentA,
    workingA: currentA,
    voltageV: known(charger.inputV, 'catalogue', sheet),
    highestV: charger.inputV * STARTER_HIGH_FACTOR,
  }
}

function coupledAsked({ array }: WiringBrief, working: Working): Asked | null {
  const item = array.further.find(({ id }) => id === AC_COUPLED_ID)?.strings?.acInverter
  if (!item) return null
  const voltageV = fromSheet(item.mainsVoltageV, itemName(item))
  const { currentA } = working.apply(apparentCurrent, {
    apparentPowerVA: fromSheet(item.continuousW, itemName(item)),
    voltageV,
  })
  return { currentA, workingA: currentA, voltageV, highestV: item.mainsVoltageV }
}

function inverterAcAsked({ inverter: { item } }: WiringBrief, working: Working): Asked | null {
  if (!item) return null
  const sheet = itemName(item)
  const voltageV = fromSheet(item.mainsVoltageV, sheet)
  const { currentA } = working.apply(apparentCurrent, {
    apparentPowerVA: fromSheet(item.continuousVA, sheet),
    voltageV,
  })
  return { currentA, workingA: currentA, voltageV, highestV: item.mainsVoltageV }
}

/** The lead from generator or mains, to chargers or to the inverter that passes it on. */
function backupAcAsked({ backup: { charge, generator }, inverter }: WiringBrief, working: Working): Asked | null {
  if (!charge) return null
  const fed = charge.item
  const mainsV = generator?.mainsVoltageV ?? (fed.kind === 'charger' ? fed.inputV : fed.mainsVoltageV)
  const chargerVA = charge.powerW.value / charge.efficiency.value / (fed.kind === 'charger' ? fed.powerFactor : 1)
  const passedVA = charge.builtIn ? (inverter.item?.continuousVA ?? 0) * inverter.quantity : 0
  const { currentA } = working.apply(apparentCurrent, {
    apparentPowerVA: generator
      ? fromSheet(generator.continuousVA, itemName(generator))
      : known(chargerVA + passedVA, 'computed', 'charger, and what the inverter passes on'),
    voltageV: known(mainsV, 'catalogue', generator ? itemName(generator) : itemName(fed)),
  })
  return {
    currentA,
    workingA: currentA,
    voltageV: known(mainsV, 'catalogue', 'mains voltage'),
    highestV: mainsV,
  }
}
