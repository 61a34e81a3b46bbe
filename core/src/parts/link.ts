import type { ArrayResult } from '../array/link.ts'
import type { BackupResult } from '../backup/link.ts'
import type { BatteryResult } from '../battery/link.ts'
import { type Catalogue, type CatalogueItem, itemName } from '../catalogue/schema.ts'
import type { Need } from '../chain/links.ts'
import { type Known, known, type Working } from '../chain/working.ts'
import type { ControllerResult } from '../controller/link.ts'
import { keptCount } from '../existing/existing.ts'
import type { InverterResult } from '../inverter/link.ts'
import type { Job } from '../job/schema.ts'
import { formatMoney, formatNumber, formatQuantity } from '../units/format.ts'
import type { Circuit } from '../wiring/circuits.ts'
import type { WiringResult } from '../wiring/link.ts'
import { partsTotal } from './methods.ts'

/** Unit weight from which two people lift, kg. Source: handbook, cautions. */
export const TWO_PEOPLE_KG = 25

export const PLACES = ['array', 'battery room', 'converter wall', 'cable runs'] as const
export type Place = (typeof PLACES)[number]

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

export interface PartsResult {
  readonly text: string
  readonly needs: readonly Need[]
  readonly lines: readonly PartLine[]
  readonly price: Known
  readonly weightKg: Known
  readonly currency: string
}

interface Chosen {
  readonly battery: BatteryResult
  readonly array: ArrayResult
  readonly controller: ControllerResult
  readonly inverter: InverterResult
  readonly backup: BackupResult
  readonly wiring: WiringResult
}

export function partsLink(
  job: Job,
  catalogue: Catalogue,
  currency: string,
  chosen: Chosen,
  working: Working,
): PartsResult {
  const lines = [
    ...lessExisting(job, equipment(chosen)),
    ...chosen.wiring.circuits.flatMap((circuit) => wiringLines(catalogue, circuit)),
  ]
  const merged = mergeLines(lines)
  const { price, weightKg } = working.apply('parts', partsTotal, {
    prices: merged.map((each) => known(each.price, 'catalogue', itemName(each.item))),
    weightsKg: merged.map((each) => known(each.weightKg, 'catalogue', itemName(each.item))),
  })
  const text =
    merged.length === 0
      ? 'nothing chosen yet'
      : `${formatMoney(price.value, currency)} · ${formatQuantity(Math.round(weightKg.value), 'kg')}`
  return { text, needs: [], lines: merged, price, weightKg, currency }
}

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
function lessExisting(job: Job, lines: readonly PartLine[]): PartLine[] {
  if (job.existing.length === 0) return [...lines]
  const left = new Map<string, number>()
  return lines.flatMap((each) => {
    const there = left.get(each.item.id) ?? keptCount(job, each.item.id)
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

function equipment({ battery, array, controller, inverter, backup }: Chosen): PartLine[] {
  const lines: PartLine[] = []
  if (array.layout) lines.push(part('array', array.layout.panel, 'panel', array.layout.panels))
  if (battery.item && battery.bank) lines.push(part('battery room', battery.item, 'battery', battery.bank.units))
  for (const { strings, name } of array.further) {
    if (!strings) continue
    lines.push(part('array', strings.panel, `panel, ${name}`, strings.panels.value))
    if (strings.controller.id !== inverter.item?.id)
      lines.push(part('converter wall', strings.controller, `charge controller, ${name}`, strings.choice.quantity))
  }
  if (controller.item && controller.item.id !== inverter.item?.id)
    lines.push(part('converter wall', controller.item, 'charge controller', controller.quantity))
  if (inverter.item) lines.push(part('converter wall', inverter.item, 'inverter', inverter.quantity))
  if (backup.charge && !backup.charge.builtIn)
    lines.push(part('converter wall', backup.charge.item, 'charger', backup.charge.quantity))
  if (backup.generator) lines.push(part('converter wall', backup.generator, 'generator', 1))
  if (backup.alternator?.charger) lines.push(part('converter wall', backup.alternator.charger, 'alternator charger', 1))
  return lines
}

/** Both conductors of a run are bought, and for AC the earth as well; whole metres. */
function wiringLines(catalogue: Catalogue, circuit: Circuit): PartLine[] {
  const lines: PartLine[] = []
  if (circuit.cable) {
    const { size, parallel } = circuit.cable
    const cable = catalogue.cables.find((each) => each.use === circuit.use && each.size === size)
    const wires = circuit.ac ? 3 : 2
    const metres = Math.ceil(circuit.count * parallel * wires * circuit.lengthM.value)
    if (cable && metres > 0) lines.push(part('cable runs', cable, circuit.title, metres, 'm'))
  }
  if (circuit.device) {
    const place = circuit.use === 'pv' ? 'array' : circuit.use === 'battery' ? 'battery room' : 'converter wall'
    const rated = part(
      place,
      circuit.device.item,
      `${formatNumber(circuit.device.ratingA.value)} A, ${circuit.title}`,
      circuit.count,
    )
    lines.push({ ...rated, key: `${rated.key}/${circuit.device.ratingA.value}` })
  }
  return lines
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
