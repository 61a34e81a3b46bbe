import { AC_COUPLED_ID } from '../array/ac-coupled.ts'
import { itemName } from '../catalogue/schema.ts'
import { everyString, type StrungArray } from '../controller/link.ts'
import { pwm } from '../controller/methods.ts'
import { inverterDcCurrent } from '../inverter/methods.ts'
import type { CircuitKind } from '../job/defaults.ts'
import { endsOf, type Joint, type Plant } from '../plant/plant.ts'
import { assumed, fromSheet, type Known, known, type Working } from '../working/working.ts'
import { acShortA, supplyShortA, wiresOf } from './ac-side.ts'
import { acBranchAsked, convertedAsked, dcBranchAsked, linkA } from './branch-demands.ts'
import { type Asked, type BusCurrents, busCurrents, onBus, type WiringBrief } from './brief.ts'
import { type CircuitDemand, isCircuit } from './circuits.ts'
import { apparentCurrent, sharedCurrent } from './current-methods.ts'
import { MADE_OF } from './made-of.ts'

/** Leads between two batteries: a fault is fed from either end. */
const FED_FROM_BOTH: ReadonlySet<CircuitKind> = new Set(['starter'])

/** What each joint of the plant must carry; joints that carry nothing are left out. */
export function circuitDemands(brief: WiringBrief, working: Working): CircuitDemand[] {
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
    return [demandOf(brief, joint, asked)]
  })
}

/** Field by field, as circuits are: a demand put together by spreading is slow to read ever after. */
function demandOf(
  { rules, plant }: WiringBrief,
  joint: Joint & { readonly kind: CircuitKind },
  asked: Asked,
): CircuitDemand {
  const { kind } = joint
  const ac = joint.carries === 'ac'
  const { use, deviceType, drivenBy, place } = MADE_OF[kind]
  return {
    id: joint.id,
    kind,
    title: joint.title,
    count: joint.count,
    arrayId: joint.arrayId,
    currentA: asked.currentA,
    workingA: asked.workingA,
    voltageV: asked.voltageV,
    highestV: asked.highestV,
    ac,
    use,
    deviceType,
    drivenBy,
    continuousA: asked.continuousA ?? asked.currentA,
    startA: asked.startA ?? null,
    place,
    together: asked.together ?? 1,
    loaded: 2,
    wires: asked.wires ?? rules.conductorsOf(ac ? 'ac' : 'dc'),
    mustProtect: asked.mustProtect ?? true,
    ratingA: asked.ratingA ?? null,
    bankShare: bankShareOf(joint),
    prospectiveA: asked.prospectiveA ?? (kind === 'starter' ? STARTER_SHORT_A : 0),
    terminal: narrowestTerminal(plant, joint),
    guardedBy: asked.guardedBy ?? null,
    deviceEnds: FED_FROM_BOTH.has(kind) ? 2 : 1,
  }
}

/** A battery's own device breaks what it drives itself, or what all the others drive back into it. */
function bankShareOf({ kind, carries, count }: Joint): number {
  if (kind === 'battery-string') return Math.max(1, count - 1) / Math.max(1, count)
  return kind !== 'starter' && kind !== 'converted' && (carries === 'battery' || carries === 'dc') ? 1 : 0
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

/** What the bank gives while both worst starts fall together. */
const bankStart = ({ inverterStartA, dcStartA }: BusCurrents): Known | null =>
  inverterStartA && dcStartA
    ? known(inverterStartA.value + dcStartA.value, 'computed', 'the worst starts of AC and DC together')
    : (inverterStartA ?? dcStartA)

const shareOfStart = (startA: Known | null, alike: number): Known | null =>
  startA && alike > 1 ? known(startA.value / alike, 'computed', `the worst start, shared by ${alike}`) : startA

const ASKED: Readonly<Record<CircuitKind, (context: Context) => Asked | null | undefined>> = {
  string: ({ array, working }) => array && stringAsked(array, working),
  array: ({ array }) => array && arrayAsked(array),
  controller: ({ bus, array }) =>
    array && {
      ...onBus(bus, fromSheet(array.controller.ratedOutputA, itemName(array.controller)), array.strings.outputA),
      continuousA: array.strings.outputA,
    },
  'battery-string': ({ bus, joint, working }) =>
    bus.bankA.value > 0
      ? {
          ...onBus(bus, share(working, bus.bankA, joint.count, 1)),
          startA: shareOfStart(bankStart(bus), Math.max(1, joint.count - 1)),
        }
      : null,
  'battery-main': ({ bus }) => ({ ...onBus(bus, bus.bankA), startA: bankStart(bus) }),
  'inverter-dc': ({ bus, joint, working }) => ({
    ...onBus(bus, joint.count === 1 ? bus.inverterA : share(working, bus.inverterA, joint.count, 0)),
    startA: shareOfStart(bus.inverterStartA, joint.count),
  }),
  'dc-loads': ({ bus }) => ({ ...onBus(bus, bus.dcLoadsA), startA: bus.dcStartA }),
  'inverter-ac': ({ brief, joint, working }) => inverterAcAsked(brief, joint, working),
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
  'bus-link': ({ brief, bus }) => ({ ...onBus(bus, linkA(brief, bus)), startA: bus.inverterStartA }),
  'dc-branch': ({ brief, bus, joint, working }) => dcBranchAsked(brief, bus, joint, working),
  'ac-branch': ({ brief, joint, working }) => acBranchAsked(brief, joint, working),
  converted: ({ brief, joint, working }) => convertedAsked(brief, joint, working),
  // Of the battery’s own short circuit, and of next to no current: its fuse stands at the post.
  sense: ({ bus }) => onBus(bus, assumed(SENSE_A, 'a monitor draws less')),
  // Each carries what its string does, and the string’s device protects it.
  'battery-series': ({ brief, bus, working }) => {
    const strings = brief.battery.bank?.parallel.value ?? 1
    if (bus.bankA.value <= 0) return null
    return {
      ...onBus(bus, strings > 1 ? share(working, bus.bankA, strings, 1) : bus.bankA),
      mustProtect: false,
      wires: 1,
      guardedBy: strings > 1 ? 'battery-string' : 'battery-main',
    }
  },
}

/** What a monitor draws at most, A. Source: common sheets. */
const SENSE_A = 0.1

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
    continuousA: fromSheet(panel.impA, sheet),
    prospectiveA: strings.inputA.value,
    together: strings.stringsPerInput,
    mustProtect: strings.stringsPerInput >= 3 || strings.fuseRequired.value,
    ratingA: strings.fuseRatingA,
  }
}

/** Its device is the disconnect of the array as well. */
function arrayAsked({ panel, strings, quantity, controller }: StrungArray): Asked {
  const workingA = known(
    panel.impA * strings.stringsPerInput,
    'catalogue',
    `working current of ${strings.stringsPerInput} strings of ${itemName(panel)}`,
  )
  return {
    ...onPv(strings),
    currentA: strings.inputA,
    workingA,
    continuousA: workingA,
    prospectiveA: strings.inputA.value,
    together: quantity * Math.min(controller.inputs, strings.stringsPerController),
  }
}

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

function coupledAsked(brief: WiringBrief, working: Working): Asked | null {
  const item = brief.array.further.find(({ id }) => id === AC_COUPLED_ID)?.strings?.acInverter
  if (!item) return null
  const voltageV = fromSheet(item.mainsVoltageV, itemName(item))
  const { currentA } = working.apply(apparentCurrent, {
    apparentPowerVA: fromSheet(item.continuousW, itemName(item)),
    voltageV,
  })
  return { currentA, workingA: currentA, voltageV, highestV: item.mainsVoltageV, prospectiveA: acShortA(brief) }
}

function inverterAcAsked(brief: WiringBrief, { count }: Joint, working: Working): Asked | null {
  const { inverter, demand } = brief
  const { item } = inverter
  if (!item) return null
  const sheet = itemName(item)
  const voltageV = fromSheet(item.mainsVoltageV, sheet)
  const { currentA } = working.apply(apparentCurrent, {
    apparentPowerVA: fromSheet(item.continuousVA, sheet),
    voltageV,
  })
  const each = (value: number, said: string) => known(value / item.mainsVoltageV / count, 'computed', said)
  return {
    currentA,
    workingA: currentA,
    continuousA: each(Math.min(demand.continuousVA.value, item.continuousVA * count), 'AC loads together, of one unit'),
    startA: each(Math.min(demand.surgeW.value, item.surgeW * count), 'the worst start, of one unit'),
    voltageV,
    highestV: item.mainsVoltageV,
    prospectiveA: acShortA(brief),
    wires: wiresOf(brief, item.mainsVoltageV),
  }
}

/** The lead from generator or mains, to chargers or to the inverter that passes it on. */
function backupAcAsked(brief: WiringBrief, working: Working): Asked | null {
  const { backup, inverter } = brief
  const { charge, generator } = backup
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
  const { limitA } = charge.input
  const limited = limitA && limitA.value < currentA.value ? limitA : currentA
  return {
    currentA: limited,
    workingA: limited,
    voltageV: known(mainsV, 'catalogue', 'mains voltage'),
    highestV: mainsV,
    prospectiveA: supplyShortA(backup),
    wires: wiresOf(brief, mainsV),
  }
}
