import type { CatalogueItem } from '../catalogue/schema.ts'
import { itemName } from '../catalogue/schema.ts'
import type { Catalogue } from '../catalogue/shelf.ts'
import { type Design, design } from '../chain/design.ts'
import type { Edit } from '../edit/edit.ts'
import type { Job } from '../job/schema.ts'
import type { PartLine } from '../parts/line.ts'
import { conductorOf, isAwg } from '../tables/conductor.ts'
import { formatSize } from '../units/format.ts'
import type { Finding } from './check.ts'
import { vary } from './vary.ts'

/** A part a size smaller or larger, with all that follows from it. */
export interface NextSize {
  readonly name: string
  readonly edits: readonly Edit[]
  /** What the list of parts comes to more, negative for less; null where either design is not whole. */
  readonly priceDifference: number | null
  readonly weightDifferenceKg: number
  /** Found with it and not before. */
  readonly raised: readonly Told[]
  readonly mended: readonly Told[]
}

/** A finding as it is told. */
type Told = Pick<Finding, 'id' | 'severity' | 'message'>
const told = ({ id, severity, message }: Finding): Told => ({ id, severity, message })

export interface NextSizes {
  readonly smaller: NextSize | null
  readonly larger: NextSize | null
}

/** A size that may be taken in place of the one of a line. */
interface Candidate {
  readonly name: string
  readonly size: number
  readonly price: number
  readonly edits: readonly Edit[]
}

/**
 * What the sizes next to that of a line would cost, weigh and raise: each tried on the whole chain.
 * Nothing for lines whose number and size follow from others: fuses, lugs, rails.
 * @param key of the line in the list of parts
 */
export function nextSizes(job: Job, shelf: Catalogue, key: string): NextSizes {
  const made = design(job, shelf)
  const line = made.parts.lines.find((each) => each.key === key)
  if (!line) return { smaller: null, larger: null }
  const own = sizeOf(line.item)
  const candidates = own === null ? [] : candidatesFor(made, line)
  const nearest = (fits: (size: number) => boolean, sign: number) =>
    candidates.filter(({ size }) => fits(size)).sort((a, b) => sign * (a.size - b.size) || a.price - b.price)[0]
  const tried = (candidate: Candidate | undefined): NextSize | null => {
    if (!candidate) return null
    const { design: after, priceDifference, raised, mended } = vary(job, candidate.edits, shelf)
    return {
      name: candidate.name,
      edits: candidate.edits,
      priceDifference,
      weightDifferenceKg: after.parts.weightKg.value - made.parts.weightKg.value,
      raised: raised.map(told),
      mended: mended.map(told),
    }
  }
  return {
    smaller: tried(nearest((size) => size < (own ?? 0) - 1e-9, -1)),
    larger: tried(nearest((size) => size > (own ?? 0) + 1e-9, 1)),
  }
}

/** What tells a size from another of its kind; null for what has none. */
function sizeOf(item: CatalogueItem): number | null {
  switch (item.kind) {
    case 'panel':
      return item.powerW
    case 'battery':
      return item.unitVoltageV * item.capacityAh
    case 'controller':
      return item.ratedOutputA
    case 'inverter':
    case 'all-in-one':
    case 'generator':
      return item.continuousW
    case 'charger':
      return item.outputA
    case 'fitting':
      return item.role === 'surge' ? null : item.currentA
    case 'cable':
      return conductorOf(item.size).areaMm2
    default:
      return null
  }
}

/** Sizes that could stand in the same place: of its own sort, for the same voltage. */
function candidatesFor(design: Design, { item }: PartLine): Candidate[] {
  const { catalogue } = design
  const same = <T extends CatalogueItem>(shelf: readonly T[], fits: (each: T) => boolean, edits: (each: T) => Edit[]) =>
    shelf.flatMap((each): Candidate[] => {
      const size = sizeOf(each)
      return size !== null && each.id !== item.id && fits(each)
        ? [{ name: itemName(each), size, price: each.price, edits: edits(each) }]
        : []
    })
  switch (item.kind) {
    case 'panel':
      return design.array.layout?.panel.id === item.id
        ? same(
            catalogue.panels,
            ({ cells, nominalV }) => cells === item.cells && nominalV === item.nominalV,
            ({ id }) => [
              { act: 'set-option', part: 'array', patch: { panelId: id } },
              { act: 'set-option', part: 'controller', patch: NO_STRINGS },
            ],
          )
        : []
    case 'battery':
      return design.battery.item?.id === item.id
        ? same(
            catalogue.batteries,
            ({ chemistry, unitVoltageV }) => chemistry === item.chemistry && unitVoltageV === item.unitVoltageV,
            ({ id }) => [{ act: 'set-option', part: 'battery', patch: { itemId: id, parallel: null } }],
          )
        : []
    case 'controller':
      return design.controller.item?.id === item.id
        ? same(
            catalogue.controllers,
            ({ technology, batteryVoltagesV, price }) =>
              technology === item.technology &&
              price > 0 &&
              batteryVoltagesV.includes(design.battery.systemVoltageV.value as 12 | 24 | 48),
            ({ id }) => [{ act: 'set-option', part: 'controller', patch: { itemId: id, ...NO_STRINGS } }],
          )
        : []
    case 'inverter':
    case 'all-in-one':
      return design.inverter.item?.id === item.id
        ? same(
            catalogue.inverters,
            ({ dcVoltageV, mainsVoltageV, mainsFrequencyHz }) =>
              dcVoltageV === item.dcVoltageV &&
              mainsVoltageV === item.mainsVoltageV &&
              mainsFrequencyHz === item.mainsFrequencyHz,
            ({ id }) => [{ act: 'set-option', part: 'inverter', patch: { itemId: id, quantity: null } }],
          )
        : []
    default:
      return gearFor(design, item, same)
  }
}

type Same = <T extends CatalogueItem>(
  shelf: readonly T[],
  fits: (each: T) => boolean,
  edits: (each: T) => Edit[],
) => Candidate[]

const NO_STRINGS = { quantity: null, panelsPerString: null, stringsPerController: null } as const

/** Sizes of what is not sized by a link of its own: sources, switches, cables. */
function gearFor(design: Design, item: CatalogueItem, same: Same): Candidate[] {
  const { catalogue, backup, wiring } = design
  switch (item.kind) {
    case 'generator':
      return same(
        catalogue.generators,
        ({ mainsVoltageV, mainsFrequencyHz }) =>
          mainsVoltageV === item.mainsVoltageV && mainsFrequencyHz === item.mainsFrequencyHz,
        ({ id }) => [{ act: 'set-option', part: 'backup', patch: { generatorId: id } }],
      )
    case 'charger':
      return backup.charge?.item.id === item.id
        ? same(
            catalogue.chargers,
            ({ source, inputV, batteryVoltageV }) =>
              source === item.source && inputV === item.inputV && batteryVoltageV === item.batteryVoltageV,
            ({ id }) => [{ act: 'set-option', part: 'backup', patch: { chargerId: id, chargers: null } }],
          )
        : []
    case 'fitting': {
      const units = wiring.fittings.filter((each) => each.item?.id === item.id)
      return same(
        catalogue.fittings,
        ({ role, maxDcV, maxAcV }) => role === item.role && maxDcV >= item.maxDcV && maxAcV >= item.maxAcV,
        ({ id }) => units.map(({ unitId }): Edit => ({ act: 'set-fitting', unitId, itemId: id })),
      )
    }
    case 'cable': {
      const circuits = wiring.circuits.filter(({ use, cable }) => use === item.use && cable?.size === item.size)
      return same(
        catalogue.cables,
        ({ use, size }) => use === item.use && isAwg(size) === isAwg(item.size),
        ({ size }) => circuits.map(({ id }): Edit => ({ act: 'set-circuit', circuitId: id, patch: { size } })),
      ).map((each) => ({ ...each, name: formatSize(each.name.replace('mm2', 'mm²')) }))
    }
    default:
      return []
  }
}
