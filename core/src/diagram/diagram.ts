import { type CatalogueItem, itemName } from '../catalogue/schema.ts'
import { type Plant, type Role, type Unit, unitOf } from '../plant/plant.ts'
import type { RuleSet } from '../rules/rule-set.ts'
import { formatNumber, formatQuantity, formatSize } from '../units/format.ts'
import type { Writer } from '../units/writer.ts'
import type { Bond } from '../wiring/bonds.ts'
import { type Circuit, isBreaker } from '../wiring/circuits.ts'
import type { Fitted } from '../wiring/fittings.ts'
import { type Designations, designationsOf } from './designations.ts'
import { BOX_HEIGHT, type Corner, type PlacedUnit, placeOf } from './place.ts'
import { SYMBOL_SETS, type SymbolName, type SymbolSet } from './symbols.ts'

/** The one-line drawing of a plant: what stands where, with what each part is called and how large it is. */
export interface Diagram {
  readonly width: number
  readonly height: number
  readonly symbols: SymbolSet
  readonly parts: readonly DiagramPart[]
  readonly runs: readonly DiagramRun[]
  readonly ways: readonly DiagramWay[]
  readonly bars: readonly DiagramBar[]
  readonly captions: readonly { readonly text: string; readonly x: number; readonly y: number }[]
  readonly earth: DiagramEarth | null
}

export interface DiagramPart {
  readonly key: string
  readonly unitIds: readonly string[]
  readonly symbol: SymbolName
  readonly designation: string
  readonly name: string
  readonly rating: string
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
  /** Those alike in it, one by one: two or more may be told below the box. */
  readonly alike: readonly string[]
  readonly isUnfolded: boolean
  /** Protective conductors that leave it. */
  readonly earthedBy: readonly string[]
}

/** Something that stands in a run. */
export interface DiagramMark {
  readonly symbol: SymbolName
  readonly x: number
  readonly y: number
  /** Designation and rating, below it. */
  readonly text: string
  /** What it is, in full. */
  readonly title: string
  /** It hangs on the line and is not in it: the line goes on past it. */
  readonly hangs: boolean
}

export interface DiagramRun {
  readonly circuitId: string
  readonly title: string
  readonly corners: readonly Corner[]
  readonly marks: readonly DiagramMark[]
  /** Designation and size. */
  readonly cable: string
  /** Length and wires. */
  readonly run: string
  readonly textX: number
  readonly textY: number
  /** No cable, or no device where one must stand. */
  readonly lacks: string
}

export interface DiagramWay {
  readonly circuitId: string
  readonly title: string
  readonly name: string
  readonly text: string
  readonly x: number
  readonly y: number
  readonly width: number
  readonly lacks: string
}

export interface DiagramBar {
  readonly unitId: string
  readonly designation: string
  readonly name: string
  readonly x: number
  readonly top: number
  readonly bottom: number
}

/** The earth bar with what hangs on it. */
export interface DiagramEarth {
  readonly y: number
  readonly x1: number
  readonly x2: number
  readonly taps: readonly {
    readonly bondId: string
    readonly x: number
    readonly text: string
    readonly name: string
    readonly leftOut: boolean
  }[]
  readonly electrode: {
    readonly bondId: string
    readonly symbol: SymbolName
    readonly text: string
    readonly name: string
  } | null
}

export interface DiagramBrief {
  readonly plant: Plant
  readonly wiring: {
    readonly circuits: readonly Circuit[]
    readonly fittings: readonly Fitted[]
    readonly bonds: readonly Bond[]
    readonly rules: RuleSet
  }
  readonly write: Writer
  /** Name of each array by its id; the main one has none of its own. */
  readonly arrayNames: ReadonlyMap<string, string>
  /** Keys of boxes whose alike are told one by one. */
  readonly unfolded: ReadonlySet<string>
}

const SYMBOL_OF: Partial<Record<Role, SymbolName>> = {
  panels: 'panels',
  battery: 'battery',
  generator: 'generator',
  shore: 'mains',
  engine: 'engine',
  combiner: 'join',
  'bank-bars': 'join',
  controller: 'dc-dc',
  charger: 'ac-dc',
  'engine-charger': 'dc-dc',
  relay: 'relay',
  inverter: 'dc-ac',
  'ac-coupled': 'dc-ac',
  'ac-board': 'board',
  'dc-board': 'board',
  isolator: 'isolator',
  'battery-switch': 'isolator',
  'load-disconnect': 'load-disconnect',
  'residual-current': 'residual-current',
  surge: 'surge',
  shunt: 'shunt',
}
const NAME_OF: Partial<Record<Role, string>> = {
  combiner: 'Combiner',
  'bank-bars': 'Bars',
  'engine-charger': 'DC charger',
  relay: 'Relay',
  'ac-coupled': 'Inverter',
}

export function diagramOf(brief: DiagramBrief): Diagram {
  const { plant, wiring } = brief
  const designations = designationsOf(plant, wiring)
  const folded = placeOf(plant, [])
  const alike = new Map(folded.boxes.map((box) => [box.key, alikeOf(brief, box, designations)]))
  const unfolded = [...brief.unfolded].flatMap((key) => {
    const lines = alike.get(key)?.length ?? 0
    return lines > 1 ? [{ key, lines: Math.min(lines, MOST_LINES) }] : []
  })
  const placing = unfolded.length === 0 ? folded : placeOf(plant, unfolded)
  const circuitOf = new Map(wiring.circuits.map((circuit) => [circuit.id, circuit]))
  const stands = new Set(wiring.fittings.flatMap(({ unitId, item }) => (item ? [unitId] : [])))
  return {
    width: placing.width,
    height: placing.height,
    symbols: SYMBOL_SETS[wiring.rules.symbols.value],
    parts: placing.boxes.map((box) => partOf(brief, box, alike.get(box.key) ?? [], designations)),
    runs: placing.joints.flatMap(({ joint, corners }): DiagramRun[] => {
      const circuit = circuitOf.get(joint.id)
      if (!circuit || joint.kind === 'ac-branch' || joint.kind === 'dc-branch') return []
      const through = joint.through.filter((id) => stands.has(id)).flatMap((id) => unitOf(plant, id) ?? [])
      return [runOf(brief, circuit, corners, through, designations)]
    }),
    ways: placing.ways.flatMap(({ joint, ...at }): DiagramWay[] => {
      const circuit = circuitOf.get(joint.id)
      return circuit ? [{ ...wayOf(brief, circuit, designations), ...at }] : []
    }),
    bars: placing.buses.map(({ unitId, ...at }) => ({
      unitId,
      designation: designations.units.get(unitId) ?? '',
      name: unitOf(plant, unitId)?.name ?? '',
      ...at,
    })),
    captions: captionsOf(brief, placing.boxes),
    earth: earthOf(brief, placing.earthY, placing.width, designations),
  }
}

/** Lines told below a box at most. */
const MOST_LINES = 24

function partOf(
  { plant, wiring, unfolded }: DiagramBrief,
  { key, unitIds, role, x, y, width }: PlacedUnit,
  alike: readonly string[],
  { units, bonds }: Designations,
): DiagramPart {
  const all = unitIds.flatMap((id) => unitOf(plant, id) ?? [])
  const [first] = all
  return {
    key,
    unitIds,
    symbol: SYMBOL_OF[role] ?? 'loads',
    designation: unitIds.flatMap((id) => units.get(id) ?? []).join(', '),
    name: NAME_OF[role] ?? first?.name.split(',')[0] ?? '',
    rating: first ? ratingOf(first, all) : '',
    x,
    y,
    width,
    height: BOX_HEIGHT,
    alike,
    isUnfolded: alike.length > 1 && unfolded.has(key),
    earthedBy: wiring.bonds.flatMap(({ id, unitId, what, leftOut }) =>
      unitIds.includes(unitId) && what !== 'neutral' && !leftOut ? (bonds.get(id) ?? []) : [],
    ),
  }
}

const pieces = (quantity: number): string => (quantity > 1 ? `${quantity} × ` : '')

/** What is written in a box: how many, and what its sheet says first. */
function ratingOf({ item, quantity }: Unit, all: readonly Unit[]): string {
  if (!item) return quantity > 1 ? `× ${quantity}` : ''
  const count = all.reduce((sum, each) => sum + each.quantity, 0)
  const more = all.some((each) => each.item?.id !== item.id)
  return more ? `${count} in all` : pieces(count) + sheetText(item)
}

function sheetText(item: CatalogueItem): string {
  switch (item.kind) {
    case 'panel':
      return formatQuantity(item.powerW, 'W')
    case 'battery':
      return `${formatQuantity(item.unitVoltageV, 'V')} ${formatQuantity(item.capacityAh, 'Ah')}`
    case 'controller':
      return `${formatQuantity(item.maxInputV, 'V')} ${formatQuantity(item.ratedOutputA, 'A')}`
    case 'inverter':
    case 'all-in-one':
      return formatQuantity(item.continuousW, 'W')
    case 'array-inverter':
      return formatQuantity(item.continuousW, 'W')
    case 'generator':
      return formatQuantity(item.continuousVA, 'VA')
    case 'charger':
      return formatQuantity(item.outputA, 'A')
    default:
      return itemName(item)
  }
}

/** Those alike in a box, one by one, numbered as they are wired. */
function alikeOf({ plant, wiring }: DiagramBrief, box: PlacedUnit, { units }: Designations): string[] {
  const all = box.unitIds.flatMap((id) => unitOf(plant, id) ?? [])
  const [first] = all
  if (!first?.item) return []
  const number = (i: number) => `${units.get(first.id) ?? ''}.${i + 1}`
  const strings =
    box.role === 'panels'
      ? stringsOf(wiring.circuits, first.arrayId)
      : box.role === 'battery'
        ? (wiring.circuits.find(({ kind }) => kind === 'battery-string')?.count ?? 1)
        : 0
  if (strings > 0) {
    const each = Math.max(1, Math.round(first.quantity / strings))
    const text = `${each > 1 ? `${each} in series, ` : ''}${sheetText(first.item)}`
    return Array.from({ length: strings }, (_, i) => `${number(i)}  ${text}`)
  }
  if (all.length > 1) return all.map(({ id, name, item }) => `${units.get(id) ?? ''}  ${item ? sheetText(item) : name}`)
  const { item } = first
  return Array.from({ length: first.quantity }, (_, i) => `${number(i)}  ${sheetText(item)}`)
}

/** Strings of an array: each its own circuit, or the array’s lead where one goes straight to its controller. */
function stringsOf(circuits: readonly Circuit[], arrayId: string | null): number {
  const of = (kind: Circuit['kind']) => circuits.find((each) => each.kind === kind && each.arrayId === arrayId)?.count
  return of('string') ?? of('array') ?? 1
}

const cableText = ({ cable }: Circuit): string =>
  cable ? `${pieces(cable.parallel)}${formatSize(cable.size)}` : 'no cable'

const lackOf = ({ cable, device, mustProtect }: Circuit): string =>
  cable ? (mustProtect && !device ? 'no device' : '') : 'no cable'

const MARK_STEP = 44
const FIRST_MARK = 34
/** A letter of the small text is so wide, about. */
const LETTER_WIDTH = 7

function runOf(
  { write }: DiagramBrief,
  circuit: Circuit,
  corners: readonly Corner[],
  through: readonly Unit[],
  { cables, devices, units }: Designations,
): DiagramRun {
  const [[x1, y] = [0, 0], [x2] = [0, 0]] = corners
  const { device, deviceEnds, count, lengthM, wires, cable } = circuit
  const deviceText = device ? `${devices.get(circuit.id) ?? ''} ${formatNumber(device.ratingA.value)} A` : ''
  const deviceMark = (x: number): DiagramMark => ({
    symbol: isBreaker(circuit) ? 'breaker' : 'fuse',
    x,
    y,
    text: deviceText,
    title: device?.item ? itemName(device.item) : 'built into the unit',
    hangs: false,
  })
  const inLine = [
    ...(device ? [deviceMark] : []),
    ...through.map(
      (unit) =>
        (x: number): DiagramMark => ({
          symbol: SYMBOL_OF[unit.role] ?? 'isolator',
          x,
          y,
          text: units.get(unit.id) ?? '',
          title: unit.name,
          hangs: unit.role === 'surge',
        }),
    ),
  ]
  const step = Math.min(MARK_STEP, (x2 - x1) / Math.max(1, inLine.length))
  // Clear of the box it leaves, where there is room for that.
  const first = Math.max(step / 2, Math.min(FIRST_MARK, x2 - x1 - 20 - step * (inLine.length - 1)))
  // A device at either end: the second stands before the far unit.
  const far = device && deviceEnds === 2 ? [deviceMark(x2 - 26)] : []
  const alike = count > 1 ? `${count} × ` : ''
  return {
    circuitId: circuit.id,
    title: circuit.title,
    corners,
    marks: [...inLine.map((make, i) => make(x1 + first + i * step)), ...far],
    cable: `${cables.get(circuit.id) ?? ''}  ${cableText(circuit)}`,
    run: `${alike}${write.quantity(lengthM.value, 'm', 1)}, ${wires * (cable?.parallel ?? 1)} wires`,
    textX: (x1 + x2) / 2,
    textY: y,
    lacks: lackOf(circuit),
  }
}

function wayOf(
  { plant, write }: DiagramBrief,
  circuit: Circuit,
  { cables, devices }: Designations,
): Omit<DiagramWay, 'x' | 'y' | 'width'> {
  const { device, lengthM } = circuit
  const branch = plant.branches.find(({ board, id }) => circuit.id === `${board}-branch-${id}`)
  const volts = branch?.convertedV === null || !branch ? '' : `, ${branch.convertedV} V`
  const rated = device ? `${devices.get(circuit.id) ?? ''} ${formatNumber(device.ratingA.value)} A` : 'no device'
  return {
    circuitId: circuit.id,
    title: circuit.title,
    name: `${branch?.name ?? circuit.title}${volts}`,
    text: `${rated} · ${cables.get(circuit.id) ?? ''} ${cableText(circuit)} · ${write.quantity(lengthM.value, 'm', 0)}`,
    lacks: lackOf(circuit),
  }
}

function captionsOf({ plant, arrayNames }: DiagramBrief, boxes: readonly PlacedUnit[]): Diagram['captions'] {
  const panels = boxes.filter(({ role }) => role === 'panels')
  if (panels.length < 2) return []
  return panels.map(({ unitIds, x, y }) => {
    const arrayId = unitOf(plant, unitIds[0] ?? '')?.arrayId ?? ''
    return { text: arrayNames.get(arrayId) || 'Main array', x: x + 42, y: y - 6 }
  })
}

function earthOf(
  { plant, wiring, write }: DiagramBrief,
  y: number,
  width: number,
  { bonds, units }: Designations,
): DiagramEarth | null {
  const all = wiring.bonds
  if (all.length === 0) return null
  const electrode = all.find(({ what }) => what === 'electrode')
  const hung = all.filter((bond) => bond !== electrode)
  const [x1, x2] = [28, width - 210]
  const step = Math.min(176, (x2 - x1) / Math.max(1, hung.length))
  const text = ({ id, size, count }: Bond) => `${bonds.get(id) ?? ''}  ${pieces(count)}${formatSize(size.value)}`
  const letters = Math.max(6, Math.floor(step / LETTER_WIDTH) - 1)
  const named = (name: string) => (name.length > letters ? `${name.slice(0, letters - 1)}…` : name)
  const isBody = unitOf(plant, 'electrode')?.name !== 'Earth electrode'
  return {
    y,
    x1,
    x2: electrode ? width - 150 : x1 + hung.length * step,
    taps: hung.map((bond, i) => ({
      bondId: bond.id,
      x: x1 + step / 2 + i * step,
      text: text(bond),
      name: named(
        bond.what === 'neutral'
          ? 'N to PE, here only'
          : `${units.get(bond.unitId) ?? ''} ${unitOf(plant, bond.unitId)?.name ?? ''}`.trim(),
      ),
      leftOut: bond.leftOut,
    })),
    electrode: electrode
      ? {
          bondId: electrode.id,
          symbol: isBody ? 'body' : 'earth',
          text: text(electrode),
          name: `${isBody ? 'body or hull' : 'electrode'}, ${write.quantity(electrode.lengthM.value, 'm', 1)}`,
        }
      : null,
  }
}
