import { isBareLithiumCell } from '../catalogue/voltage-class.ts'
import type { Design } from '../chain/design.ts'
import { TWO_PEOPLE_KG } from '../parts/link.ts'
import { chemistryRow } from '../tables/chemistries.ts'
import type { Writer } from '../units/writer.ts'
import type { LinkId } from '../working/links.ts'

/** A caution, shown where the work it speaks of is planned, and on the sheet. */
export interface Caution {
  readonly id: string
  /** Links on whose pages it stands; empty for the sheet alone. */
  readonly links: readonly LinkId[]
  readonly text: string | ((write: Writer) => string)
  applies(design: Design): boolean
}

const always = () => true
const hasArray = (design: Design) => design.array.layout !== null
const hasBank = (design: Design) => design.battery.bank !== null
const gassing = (design: Design) => chemistryRow(design.battery.chemistry).gassing
const HIGH_DC_V = 60

export const CAUTIONS: readonly Caution[] = [
  {
    id: 'code',
    links: ['wiring', 'parts'],
    applies: always,
    text: 'This plan does not replace the local electrical code, the makers’ instructions or a licensed electrician; much of this work may only be done or signed off by one. Permits and inspection first.',
  },
  {
    id: 'array-live',
    links: ['array', 'controller'],
    applies: hasArray,
    text: 'Direct current from an array cannot be switched off by daylight: panels are live whenever lit. Open the PV disconnect, cover or unplug in the right order, never unplug connectors under load.',
  },
  {
    id: 'battery-short',
    links: ['battery'],
    applies: hasBank,
    text: 'A battery can deliver thousands of amps into a dropped spanner: no rings or watches, insulated tools, one terminal uncovered at a time, fuse fitted last.',
  },
  {
    id: 'high-dc',
    links: ['controller', 'wiring'],
    applies: (design) => (design.controller.strings?.coldV.value ?? 0) > HIGH_DC_V,
    text: 'Above about 60 V DC treat every conductor as able to kill; measure before touching; wait for inverter capacitors.',
  },
  {
    id: 'hydrogen',
    links: ['battery'],
    applies: (design) => hasBank(design) && gassing(design) === 'vented',
    text: 'Vented batteries give off hydrogen: ventilate to outside, no flames, eye protection, water and neutraliser to hand.',
  },
  {
    id: 'lithium',
    links: ['battery'],
    applies: (design) => hasBank(design) && gassing(design) === 'none',
    text: 'Lithium batteries: no charging below their limit, no damaged units, clearances, and what the fire service should know.',
  },
  {
    id: 'bare-cells',
    links: ['battery', 'parts'],
    applies: ({ battery }) => battery.item !== null && isBareLithiumCell(battery.item),
    text: 'Bare lithium cells: a management system for as many cells and amperes must cut off charge and discharge at each cell’s limits, in voltage and in the cold; it is not part of this list. Cells are clamped, fused and matched before they are joined.',
  },
  {
    id: 'height',
    links: ['array'],
    applies: hasArray,
    text: 'Working at height: ladders, roof loads, wind; panels are sails.',
  },
  {
    id: 'lifting',
    links: ['parts'],
    applies: (design) => design.parts.lines.some(({ unit, item }) => unit === '' && item.weightKg >= TWO_PEOPLE_KG),
    text: (write) =>
      `Lifting: unit weights are on the parts list; two people from ${write.quantity(TWO_PEOPLE_KG, 'kg', 0)}.`,
  },
  {
    id: 'generator',
    links: ['backup'],
    applies: (design) => design.option.backup.kind === 'generator',
    text: 'A generator never runs indoors, and never feeds a building except through the transfer arrangement shown.',
  },
]

/** A caution in the words and units of a job. */
export interface SaidCaution {
  readonly id: string
  readonly text: string
}

/** Cautions that belong to a design, or to one link of it. */
export function cautionsFor(design: Design, link?: LinkId): SaidCaution[] {
  return CAUTIONS.filter(
    (caution) => caution.applies(design) && (link === undefined || caution.links.includes(link)),
  ).map(({ id, text }) => ({ id, text: typeof text === 'string' ? text : text(design.write) }))
}
