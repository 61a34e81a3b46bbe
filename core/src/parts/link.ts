import { CATALOGUE_CURRENCY } from '../catalogue/catalogue.ts'
import { type Cable, type CatalogueItem, itemName } from '../catalogue/schema.ts'
import { keptCount } from '../job/existing.ts'
import type { Existing, WeightTarget } from '../job/schema.ts'
import { PLACES, type Place, type Plant } from '../plant/plant.ts'
import { formatMoney, formatNumber } from '../units/format.ts'
import type { Bond } from '../wiring/bonds.ts'
import type { Circuit } from '../wiring/circuits.ts'
import type { Fitted } from '../wiring/fittings.ts'
import { defineLink, type Link, type LinkResult } from '../working/link.ts'
import { type Known, known } from '../working/working.ts'
import { partsTotal } from './methods.ts'

/** Unit weight from which two people lift, kg. Source: common practice of lifting by hand. */
export const TWO_PEOPLE_KG = 25

/** A line to order. */
export interface PartLine {
  readonly key: string
  readonly place: Place
  readonly item: CatalogueItem
  /** What it is for, in words. */
  readonly use: string
  readonly quantity: number
  /** "m" for cable, empty for pieces. */
  readonly unit: '' | 'm'
  /** Of one piece or metre. */
  readonly unitPrice: number
  readonly price: number
  readonly weightKg: number
}

export interface PartsResult extends LinkResult {
  readonly lines: readonly PartLine[]
  readonly price: Known
  readonly weightKg: Known
  /** Weight by the place it is installed at. */
  readonly weightByPlaceKg: Readonly<Record<Place, number>>
  /** What stands on each vehicle, axle or floor that a weight was given for; what is already there weighs too. */
  readonly weightTargets: readonly { readonly target: WeightTarget; readonly weightKg: number }[]
  readonly currency: string
}

interface Wired {
  readonly circuits: readonly Circuit[]
  readonly bonds: readonly Bond[]
  readonly fittings: readonly Fitted[]
}

/** A system beside the main one, as it is bought: its name stands before what each part is for. */
export interface BuiltBeside {
  readonly name: string
  readonly plant: Plant
  readonly wiring: Wired
}

export interface Upstream {
  readonly plant: Plant
  readonly wiring: Wired
  readonly beside: readonly BuiltBeside[]
}

/** What must be bought, from the plant and its circuits, with price and weight. */
export const partsLink: Link<Upstream, PartsResult> = defineLink(
  'parts',
  ({ job, catalogue, write }, { plant, wiring, beside }) => ({
    existing: job.existing,
    targets: job.site.weightTargets,
    cables: catalogue.cables,
    write,
    units: plant.units,
    circuits: wiring.circuits,
    bonds: wiring.bonds,
    fittings: wiring.fittings,
    beside,
  }),
  ({ existing, targets, cables, write, units, circuits, bonds, fittings, beside }, working): PartsResult => {
    const standing = [
      ...standingOf([...units, ...fittings], ''),
      ...beside.flatMap((each) => standingOf([...each.plant.units, ...each.wiring.fittings], `${each.name}: `)),
    ]
    const wired = [
      ...circuits.flatMap((circuit) => wiringLines(cables, circuit, '')),
      ...bonds.flatMap((bond) => bondLines(cables, bond, '')),
      ...beside.flatMap(({ name, wiring }) => [
        ...wiring.circuits.flatMap((circuit) => wiringLines(cables, circuit, `${name}: `)),
        ...wiring.bonds.flatMap((bond) => bondLines(cables, bond, `${name}: `)),
      ]),
    ]
    const lines = mergeLines([...lessExisting(existing, standing), ...wired])
    const { price, weightKg } = working.apply(partsTotal, {
      prices: lines.map((each) => known(each.price, 'catalogue', itemName(each.item))),
      weightsKg: lines.map((each) => known(each.weightKg, 'catalogue', itemName(each.item))),
    })
    const weightAt = (place: Place) => lines.reduce((sum, each) => sum + (each.place === place ? each.weightKg : 0), 0)
    return {
      answer:
        lines.length === 0
          ? 'nothing chosen yet'
          : `${formatMoney(price.value, CATALOGUE_CURRENCY)} · ${write.quantity(Math.round(weightKg.value), 'kg', 0)}`,
      needs: [],
      lines,
      price,
      weightKg,
      weightByPlaceKg: Object.fromEntries(PLACES.map((place) => [place, weightAt(place)])) as Record<Place, number>,
      weightTargets: targets.map((target) => ({
        target,
        weightKg: [...standing, ...wired]
          .filter(({ place }) => target.places.length === 0 || target.places.includes(place))
          .reduce((sum, each) => sum + each.weightKg, 0),
      })),
      currency: CATALOGUE_CURRENCY,
    }
  },
)

interface Standing {
  readonly item: CatalogueItem | null
  readonly place: Place
  readonly use: string
  readonly quantity: number
}
const standingOf = (all: readonly Standing[], whose: string): PartLine[] =>
  all.flatMap(({ item, place, use, quantity }) => (item ? [part(place, item, whose + use, quantity)] : []))

function part(place: Place, item: CatalogueItem, use: string, quantity: number, unit: '' | 'm' = ''): PartLine {
  return {
    key: `${place}/${item.id}`,
    place,
    item,
    use,
    quantity,
    unit,
    unitPrice: item.price,
    price: quantity * item.price,
    weightKg: quantity * item.weightKg,
  }
}

/** What is already there and stays is not bought; its line stays where something of it is. */
function lessExisting(existing: readonly Existing[], lines: readonly PartLine[]): PartLine[] {
  if (existing.length === 0) return [...lines]
  const left = new Map<string, number>()
  return lines.flatMap((each) => {
    const there = left.get(each.item.id) ?? keptCount(existing, each.item.id)
    const taken = Math.min(there, each.quantity)
    left.set(each.item.id, there - taken)
    if (taken === each.quantity) return []
    return [
      taken === 0
        ? each
        : part(each.place, each.item, `${each.use}, beside ${taken} already there`, each.quantity - taken),
    ]
  })
}

interface KeptLines {
  readonly cables: readonly Cable[]
  readonly whose: string
  readonly lines: readonly PartLine[]
}
const keptLines = new WeakMap<Circuit, KeptLines>()

/** What a circuit is made of, told again only where it was laid anew. */
function wiringLines(cables: readonly Cable[], circuit: Circuit, whose: string): readonly PartLine[] {
  const before = keptLines.get(circuit)
  if (before?.cables === cables && before.whose === whose) return before.lines
  const lines = linesOf(cables, circuit, whose)
  keptLines.set(circuit, { cables, whose, lines })
  return lines
}

/** Both conductors of a run are bought, and for AC the earth as well; whole metres. */
function linesOf(cables: readonly Cable[], circuit: Circuit, whose: string): PartLine[] {
  const lines: PartLine[] = []
  if (circuit.cable) {
    const { size, parallel } = circuit.cable
    const cable = cables.find((each) => each.use === circuit.use && each.size === size)
    const runsM = circuit.leadsM?.reduce((sum, each) => sum + each, 0) ?? circuit.count * circuit.lengthM.value
    const metres = Math.ceil(runsM * parallel * circuit.wires)
    if (cable && metres > 0) lines.push(part('cable runs', cable, whose + circuit.title, metres, 'm'))
  }
  if (circuit.device?.item) {
    const place = circuit.use === 'pv' ? 'array' : circuit.use === 'battery' ? 'battery room' : 'converter wall'
    const rated = part(
      place,
      circuit.device.item,
      `${formatNumber(circuit.device.ratingA.value)} A, ${whose}${circuit.title}`,
      circuit.count * circuit.deviceEnds,
    )
    lines.push({ ...rated, key: `${rated.key}/${circuit.device.ratingA.value}` })
  }
  return lines
}

/** Protective and bonding conductors, a single wire each. */
function bondLines(
  cables: readonly Cable[],
  { size, lengthM, count, leftOut, title }: Bond,
  whose: string,
): PartLine[] {
  const cable = cables.find((each) => each.use === 'fixed' && each.size === size.value)
  const metres = Math.ceil(count * lengthM.value)
  return cable && metres > 0 && !leftOut ? [part('cable runs', cable, whose + title, metres, 'm')] : []
}

function mergeLines(lines: readonly PartLine[]): PartLine[] {
  const byKey = new Map<string, PartLine>()
  for (const each of lines) {
    const before = byKey.get(each.key)
    byKey.set(
      each.key,
      before
        ? {
            ...before,
            use: `${before.use}; ${each.use}`,
            quantity: before.quantity + each.quantity,
            price: before.price + each.price,
            weightKg: before.weightKg + each.weightKg,
          }
        : each,
    )
  }
  return [...byKey.values()].sort((a, b) => PLACES.indexOf(a.place) - PLACES.indexOf(b.place))
}
