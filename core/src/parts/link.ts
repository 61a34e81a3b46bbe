import type { ArrayResult } from '../array/link.ts'
import { type CatalogueItem, itemName } from '../catalogue/schema.ts'
import type { ControllerResult } from '../controller/link.ts'
import { roofOf } from '../diagram/roof.ts'
import { DEFAULTS } from '../job/defaults.ts'
import { currencyOf } from '../job/priced.ts'
import type { Existing, Option } from '../job/schema.ts'
import type { AddedLine } from '../job/trade.ts'
import type { Place, Plant } from '../plant/plant.ts'
import type { RuleSet } from '../rules/rule-set.ts'
import type { SiteResult } from '../site/link.ts'
import { formatMoney } from '../units/format.ts'
import { defineLink, type Link, type LinkResult } from '../working/link.ts'
import { assumedOf, enteredOr, type Known, known, type Working } from '../working/working.ts'
import { type CutCable, cutList } from './cuts.ts'
import { lessExisting, sparesOf } from './equipment.ts'
import { type Labour, labourOf } from './labour.ts'
import type { Asked, PartLine, UnlistedPart } from './line.ts'
import { linesOf } from './list.ts'
import { partsTotal, salePrice } from './methods.ts'
import { mountingNeeds } from './mounting.ts'
import { type Served, served, unlistedOf } from './needs.ts'
import { systemParts, type Wired } from './system.ts'
import { type Borne, borneBy, weightByPlace } from './weights.ts'

/** Unit weight from which two people lift, kg. Source: common practice of lifting by hand. */
export const TWO_PEOPLE_KG = 25

/** What a customer pays, and what of it is what. */
export interface Sale {
  readonly markUpFraction: Known
  readonly taxFraction: Known
  readonly hourPrice: Known
  /** Lines added by hand, together. */
  readonly added: Known
  readonly partsSale: Known
  readonly labour: Known
  readonly net: Known
  readonly tax: Known
  readonly gross: Known
}

export interface PartsResult extends LinkResult {
  readonly lines: readonly PartLine[]
  /** What the design needs and no sheet at hand is for. */
  readonly unlisted: readonly UnlistedPart[]
  /** Lines a person added. */
  readonly added: readonly AddedLine[]
  /** Of the lines as bought, before mark-up and tax. */
  readonly price: Known
  readonly weightKg: Known
  /** Cable by cable, what is cut of it. */
  readonly cutCables: readonly CutCable[]
  readonly wasteFraction: Known
  readonly labour: readonly Labour[]
  readonly hours: Known
  readonly sale: Sale
  /** Weight by the place it is installed at. */
  readonly weightByPlaceKg: Readonly<Record<Place, number>>
  /** What each vehicle, axle or floor bears that a weight was given for; what is already there weighs too. */
  readonly weightTargets: readonly Borne[]
  /** Days until the last of it is here; null while nothing says. */
  readonly leadDays: number | null
  readonly currency: string
}

/** A system as it is bought. */
interface Built {
  readonly plant: Plant
  readonly wiring: Wired
  readonly option: Option
  readonly array: ArrayResult
  readonly controller: ControllerResult
}

/** A system beside the main one: its name stands before what each part is for. */
export interface BuiltBeside extends Built {
  readonly name: string
}

export interface Upstream extends Omit<Built, 'option'> {
  readonly rules: RuleSet
  readonly site: SiteResult
  readonly beside: readonly BuiltBeside[]
}

/** What holds the panels: told anew where panels or planes differ, not where a cable does. */
const mountingLink: Link<Upstream, { readonly mounting: Served }> = defineLink(
  'parts',
  ({ job, option, catalogue }, { plant, site, array, controller, beside }) => ({
    site: job.site,
    planes: site,
    plant,
    array,
    controller,
    fit: option.array,
    further: option.controller,
    coupled: option.inverter,
    materials: catalogue.materials,
    beside,
  }),
  ({ site, planes, plant, array, controller, fit, further, coupled, materials, beside }) => {
    // Strings are told apart by their panels: no circuit bears on what holds them.
    const wiring = { circuits: [], bonds: [] }
    const option = { array: fit, controller: further, inverter: coupled }
    const roof = roofOf({
      plant,
      wiring,
      option,
      array,
      controller,
      job: { site },
      site: planes,
      beside: beside.map(({ name, ...design }) => ({ name, design })),
    })
    return { mounting: served(materials, mountingNeeds({ site, planes: site.planes, roof, materials })) }
  },
)

/** What must be bought, from the plant and its circuits, with price and weight. */
const listLink: Link<Upstream & { readonly mounting: Served }, PartsResult> = defineLink(
  'parts',
  ({ job, option, catalogue, write }, { plant, wiring, rules, mounting, beside }) => ({
    existing: job.existing,
    site: job.site,
    trade: job.trade,
    currency: currencyOf(job),
    quantities: option.parts.quantities,
    cables: catalogue.cables,
    materials: catalogue.materials,
    write,
    rules,
    plant,
    circuits: wiring.circuits,
    bonds: wiring.bonds,
    fittings: wiring.fittings,
    mounting,
    beside,
  }),
  (read, working): PartsResult => {
    const { existing, site, trade, currency, quantities, write, mounting, beside } = read
    const systems = [
      systemParts(read, { plant: read.plant, wiring: read, name: '' }),
      ...beside.map((each) => systemParts(read, each)),
    ]
    const standing = systems.flatMap((each) => each.standing)
    const devices = systems.flatMap((each) => each.devices)
    const wasteFraction = enteredOr(trade.wasteFraction, 'prices', assumedOf(DEFAULTS.wasteFraction))
    const cutCables = cutList(
      systems.flatMap((each) => each.cuts),
      wasteFraction.value,
    )
    const asked = [
      ...lessExisting(existing, standing),
      ...devices,
      ...sparesOf(devices),
      ...systems.flatMap((each) => each.small),
      ...mounting.asked,
    ]
    const lines = linesOf(asked, cutCables, quantities)
    const figures = lines.map(figuresOf)
    const { price, weightKg } = working.apply(partsTotal, {
      prices: figures.map((each) => each.price),
      weightsKg: figures.map((each) => each.weightKg),
    })
    const labour = labourOf(
      systems.map(({ plant, circuits }) => ({ plant, circuits })),
      trade.hours,
    )
    return {
      answer:
        lines.length === 0
          ? 'nothing chosen yet'
          : `${formatMoney(price.value, currency)} · ${write.quantity(Math.round(weightKg.value), 'kg', 0)}`,
      needs: [],
      lines,
      unlisted: unlistedOf([...systems.flatMap((each) => each.lacking), ...mounting.lacking]),
      added: trade.added,
      price,
      weightKg,
      cutCables,
      wasteFraction,
      labour,
      ...saleOf(trade, price, labour, working),
      weightByPlaceKg: weightByPlace(lines),
      weightTargets: borneBy(site, standingWeights(lines, standing, existing), working),
      leadDays: lines.reduce<number | null>(
        (most, { leadDays }) => (leadDays === null ? most : Math.max(most ?? 0, leadDays)),
        null,
      ),
      currency,
    }
  },
)

export const partsLink: Link<Upstream, PartsResult> = (bench, upstream) =>
  listLink(bench, { ...upstream, mounting: mountingLink(bench, upstream).mounting })

const keptFigures = new WeakMap<PartLine, { readonly price: Known; readonly weightKg: Known }>()

/** Price and weight of a line as figures; the same for the same line. */
function figuresOf(line: PartLine): { readonly price: Known; readonly weightKg: Known } {
  const before = keptFigures.get(line)
  if (before) return before
  const name = itemName(line.item)
  const made = { price: known(line.price, 'catalogue', name), weightKg: known(line.weightKg, 'catalogue', name) }
  keptFigures.set(line, made)
  return made
}

/** The lines as bought, and what is there already: both weigh. */
function standingWeights(
  lines: readonly PartLine[],
  standing: readonly Asked[],
  existing: readonly Existing[],
): Record<Place, number> {
  const all = weightByPlace(lines)
  if (existing.length === 0) return all
  const weigh = (asked: readonly Asked[]) =>
    weightByPlace(asked.map(({ place, item, source }) => ({ place, weightKg: source.quantity * item.weightKg })))
  const [whole, bought] = [weigh(standing), weigh(lessExisting(existing, standing))]
  for (const place of Object.keys(all) as Place[]) all[place] += whole[place] - bought[place]
  return all
}

function saleOf(
  trade: { readonly [K in 'markUpFraction' | 'taxFraction' | 'hourPrice']: number | null } & {
    readonly added: readonly AddedLine[]
  },
  price: Known,
  labour: readonly Labour[],
  working: Working,
): { readonly hours: Known; readonly sale: Sale } {
  const said = (field: 'markUpFraction' | 'taxFraction' | 'hourPrice') =>
    enteredOr(trade[field], 'prices', assumedOf(DEFAULTS[field]))
  const [markUpFraction, taxFraction, hourPrice] = [said('markUpFraction'), said('taxFraction'), said('hourPrice')]
  const added = known(
    trade.added.reduce((sum, each) => sum + each.quantity * each.price, 0),
    'entered',
    'lines added by hand',
  )
  const hours = known(
    labour.reduce((sum, each) => sum + each.hours.value, 0),
    labour.every((each) => each.hours.origin === 'entered') ? 'entered' : 'assumption',
    'hours by task',
  )
  const sums = working.apply(salePrice, { parts: price, added, markUpFraction, hours, hourPrice, taxFraction })
  return { hours, sale: { markUpFraction, taxFraction, hourPrice, added, ...sums } }
}

/** Whether a sheet is lifted by two people. */
export const isForTwo = ({ weightKg }: Pick<CatalogueItem, 'weightKg'>): boolean => weightKg >= TWO_PEOPLE_KG
