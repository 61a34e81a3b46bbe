import { emptyJob, emptyLoad } from '../job/job.ts'
import type { Job, Load, Site } from '../job/schema.ts'
import { TYPICALS, typicalFigures } from '../loads/typical.ts'

/** A shape of system a job can begin as: invented, its loads typical and marked so, its place open. */
export interface Beginning {
  readonly id: string
  readonly name: string
  /** What it is, in a sentence. */
  readonly what: string
  readonly kind: Site['kind']
  readonly loads: readonly TypicalLoad[]
  readonly site?: Partial<Site>
}

/** A typical appliance, and what of it this shape has otherwise. */
type TypicalLoad = readonly [typicalId: string, figures?: Partial<Load>]

const critical = { priority: 'critical' } as const
const waits = { priority: 'can-wait' } as const
const evening = (hoursPerDay: number, quantity = 1) => ({ quantity, hoursPerDay })

export const BEGINNINGS: readonly Beginning[] = [
  {
    id: 'garden-room',
    name: 'Garden room',
    what: 'A small office behind the house: light, a laptop and its screen, a kettle.',
    kind: 'building',
    loads: [
      ['led-lamp', evening(3, 4)],
      ['laptop', { hoursPerDay: 7 }],
      ['monitor', { hoursPerDay: 7 }],
      ['router'],
      ['kettle', { hoursPerDay: 0.2 }],
    ],
  },
  {
    id: 'cabin',
    name: 'Weekend cabin',
    what: 'Lamps, a cool box and water for two days of the week.',
    kind: 'building',
    site: { daysInUse: 'weekends' },
    loads: [
      ['dc-led-lamp', { ...evening(5, 5), daysPerWeek: 2 }],
      ['dc-fridge', { daysPerWeek: 2.5 }],
      ['dc-water-pump', { hoursPerDay: 0.3, daysPerWeek: 2 }],
      ['phone-charger', { quantity: 2, daysPerWeek: 2 }],
      ['radio-mains', { daysPerWeek: 2 }],
    ],
  },
  {
    id: 'house',
    name: 'House, all year',
    what: 'A household lived in every day: cold store, washing, water from a well, screens.',
    kind: 'building',
    loads: [
      ['fridge-freezer', critical],
      ['led-lamp', evening(5, 10)],
      ['well-pump', { hoursPerDay: 0.7 }],
      ['washing-machine', { daysPerWeek: 3, ...waits }],
      ['laptop', { quantity: 2 }],
      ['television'],
      ['router', critical],
      ['microwave'],
      ['vacuum', { daysPerWeek: 1, hoursPerDay: 0.5, ...waits }],
      ['standby-sundry', { hoursPerDay: 24 }],
    ],
  },
  {
    id: 'workshop',
    name: 'Workshop',
    what: 'Machines one at a time, with their starts; light, and batteries of tools.',
    kind: 'building',
    loads: [
      ['led-tube', evening(6, 6)],
      ['table-saw', { hoursPerDay: 0.5 }],
      ['dust-extractor', { hoursPerDay: 0.5 }],
      ['drill', { hoursPerDay: 0.3, runsTogether: false }],
      ['compressor', { hoursPerDay: 0.4, runsTogether: false }],
      ['tool-charger', { quantity: 2, hoursPerDay: 2, ...waits }],
      ['router'],
    ],
  },
  {
    id: 'van',
    name: 'Van',
    what: 'Sleeping and cooking on the road: a compressor refrigerator, fans, a laptop.',
    kind: 'vehicle',
    loads: [
      ['dc-fridge', critical],
      ['dc-led-strip', evening(4, 3)],
      ['dc-water-pump', { hoursPerDay: 0.2 }],
      ['roof-fan', { hoursPerDay: 6 }],
      ['usb-charger', { quantity: 2, hoursPerDay: 3 }],
      ['laptop', { hoursPerDay: 3 }],
      ['diesel-heater', { hoursPerDay: 6, monthFactors: [1, 1, 0.8, 0.4, 0.1, 0, 0, 0, 0.1, 0.4, 0.8, 1] }],
    ],
  },
  {
    id: 'coach',
    name: 'Coach or large camper',
    what: 'A home on wheels with a kitchen at mains voltage and an air conditioner for summer.',
    kind: 'vehicle',
    loads: [
      ['fridge', critical],
      ['dc-led-lamp', evening(5, 10)],
      ['dc-water-pump', { hoursPerDay: 0.4 }],
      ['induction-plate', { hoursPerDay: 0.8 }],
      ['coffee-filter', { hoursPerDay: 0.3 }],
      ['television'],
      ['laptop', { hoursPerDay: 4 }],
      ['satellite-internet', { hoursPerDay: 8 }],
      ['air-con-window', { hoursPerDay: 3, monthFactors: [0, 0, 0, 0.2, 0.5, 1, 1, 1, 0.5, 0.1, 0, 0], ...waits }],
    ],
  },
  {
    id: 'boat',
    name: 'Boat',
    what: 'A cruising boat at anchor and under way: navigation, a cold plate, bilge and windlass.',
    kind: 'boat',
    loads: [
      ['dc-fridge'],
      ['anchor-light', { ...critical, hoursPerDay: 11 }],
      ['chart-plotter', { ...critical, hoursPerDay: 6 }],
      ['autopilot', { hoursPerDay: 5 }],
      ['vhf-radio', { ...critical, hoursPerDay: 8 }],
      ['bilge-pump', { ...critical, hoursPerDay: 0.2 }],
      ['dc-led-lamp', evening(4, 8)],
      ['dc-water-pump', { hoursPerDay: 0.3 }],
      ['windlass', { hoursPerDay: 0.1 }],
      ['usb-charger', { hoursPerDay: 4 }],
    ],
  },
  {
    id: 'greenhouse',
    name: 'Greenhouse',
    what: 'Pumps that may never stop, all on DC: circulation, dosing, vents and a logger.',
    kind: 'building',
    loads: [
      ['greenhouse-pump', { ...critical, hoursPerDay: 24, quantity: 2 }],
      ['dosing-pump', { ...critical, hoursPerDay: 2 }],
      ['roof-fan', { hoursPerDay: 5, monthFactors: [0.2, 0.2, 0.4, 0.6, 0.8, 1, 1, 1, 0.8, 0.5, 0.2, 0.2] }],
      ['data-logger', { ...critical, hoursPerDay: 24 }],
      ['dc-led-lamp', { quantity: 4, hoursPerDay: 2 }],
    ],
  },
  {
    id: 'clinic',
    name: 'Rural clinic',
    what: 'Vaccines kept cold without a gap, light for the night, a steriliser while the sun shines.',
    kind: 'building',
    site: { critical: true },
    loads: [
      ['vaccine-fridge', critical],
      ['led-lamp', { ...critical, ...evening(6, 12) }],
      ['microscope', { hoursPerDay: 3 }],
      ['centrifuge', { hoursPerDay: 0.5 }],
      ['steriliser', { hoursPerDay: 0.5, hoursOfDay: [10, 11, 12, 13], ...waits }],
      ['laptop', { hoursPerDay: 5 }],
      ['router', critical],
      ['phone-charger', { quantity: 4, hoursPerDay: 3, ...waits }],
    ],
  },
  {
    id: 'mast',
    name: 'Mast',
    what: 'Equipment nobody visits: a radio link, a weather station, a camera, round the clock.',
    kind: 'equipment',
    site: { critical: true },
    loads: [
      ['radio-link', { ...critical, hoursPerDay: 24 }],
      ['weather-station', { ...critical, hoursPerDay: 24 }],
      ['camera', { hoursPerDay: 24 }],
      ['data-logger', { ...critical, hoursPerDay: 24 }],
    ],
  },
  {
    id: 'smallholding',
    name: 'Smallholding',
    what: 'House and yard together: cold store, well, fence, mill, an incubator in spring.',
    kind: 'building',
    loads: [
      ['fridge'],
      ['chest-freezer'],
      ['led-lamp', evening(5, 10)],
      ['well-pump', { hoursPerDay: 1.5, hoursOfDay: [9, 10, 11, 12, 13, 14], ...waits }],
      ['fence', { ...critical, hoursPerDay: 24 }],
      ['grain-mill', { hoursPerDay: 0.3, daysPerWeek: 2, ...waits }],
      ['incubator', { monthFactors: [0, 0, 1, 1, 1, 0, 0, 0, 0, 0, 0, 0] }],
      ['router'],
      ['laptop'],
    ],
  },
]

/**
 * A new job begun as a shape: its loads with typical figures, everything else open.
 *
 * @throws {RangeError} where a load names no typical appliance
 * @example beginAs(BEGINNINGS[0], 'metric').loads[0].basis // 'typical'
 */
export function beginAs({ name, what, kind, loads, site = {} }: Beginning, units: Job['units']): Job {
  const job = emptyJob(name)
  return {
    ...job,
    units,
    note: `Begun as “${name}”. ${what} Its loads are typical figures: put your own in their place.`,
    site: { ...job.site, kind, ...site },
    loads: loads.map(([typicalId, figures = {}], i) => {
      const typical = TYPICALS.find(({ id }) => id === typicalId)
      if (!typical) throw new RangeError(`${name}: no typical appliance ${typicalId}`)
      return { ...emptyLoad(`${typicalId}-${i + 1}`), ...typicalFigures(typical), ...figures }
    }),
  }
}
