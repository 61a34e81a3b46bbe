import { type CatalogueItem, itemName } from '../catalogue/schema.ts'
import { type Unit, unitOf } from '../plant/plant.ts'
import { formatQuantity } from '../units/format.ts'
import type { Circuit } from '../wiring/circuits.ts'
import type { Designations } from './designations.ts'
import type { DiagramBrief } from './model.ts'
import type { PlacedUnit } from './place.ts'

/** How many, where there are several. */
export const pieces = (quantity: number): string => (quantity > 1 ? `${quantity} × ` : '')

/** What is written in a box: how many, and what its sheet says first. */
export function ratingOf({ item, quantity }: Unit, all: readonly Unit[]): string {
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
export function alikeOf({ plant, wiring }: DiagramBrief, box: PlacedUnit, { units }: Designations): string[] {
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
