import { chemistryRow } from '../tables/chemistries.ts'
import { BATTERIES } from './batteries.ts'
import { COLD, curveOf, sheet } from './battery-rows.ts'
import { type ItemCells, idOf, parseItem, readCells } from './item-text.ts'
import type { Battery, CatalogueItem } from './schema.ts'
import { fieldsOf } from './sheet-fields.ts'

/** What a battery's label and its invoice say. */
export const LABEL_FIELDS = ['maker', 'model', 'chemistry', 'unitVoltageV', 'capacityAh', 'weightKg', 'price'] as const
export type BatteryLabel = Pick<Battery, (typeof LABEL_FIELDS)[number]>

/** Strings of unlike charge age each other: where nothing is printed, no more than these. Source: handbook, common practice. */
const MOST_PARALLEL = { lead: 3, other: 2 } as const
const round = (value: number, decimals: number): number => Number(value.toFixed(decimals))

/**
 * A sheet of which only the label is known: the rest by chemistry, the careful figure of each. Charge and discharge currents are
 * those of its kind, not what a better one may bear; whole units of lithium stay out of series; the inner resistance is the least
 * its kind has on our shelf, so that a short circuit is not taken for less than it may be.
 *
 * @example batteryFromLabel({ maker: 'Quernstone', model: 'Q12', chemistry: 'agm lead-acid', unitVoltageV: 12, capacityAh: 100, weightKg: 29, price: 210 }).maxChargeA // 25
 */
export function batteryFromLabel(label: BatteryLabel): Battery {
  const { maker, model, chemistry, unitVoltageV, capacityAh } = label
  const typical = chemistryRow(chemistry)
  const cells = Math.max(1, Math.round(unitVoltageV / typical.cellNominalV))
  const isLead = COLD[chemistry] === undefined
  return {
    ...sheet(idOf(maker, model), maker, model, {
      ...label,
      seriesAllowed: isLead || cells === 1 || chemistry === 'nickel-iron',
      maxParallel: isLead ? MOST_PARALLEL.lead : MOST_PARALLEL.other,
      maxChargeA: round(typical.chargeRateHighPerH * capacityAh, 1),
      maxDischargeA: round(typical.dischargeRateMaxPerH * capacityAh, 1),
      absorptionV: round(cells * typical.absorbVPerCell, 2),
      lowCutoffV: round(cells * typical.lowCutoffVPerCell, 2),
      chargeMinC: typical.chargeMinC,
      resistanceMilliohm: round((leastOhmAh(chemistry) * cells) / capacityAh, 3),
      planningDepth: typical.planningDepth,
      cycleLife: curveOf(chemistry),
      calendarYears: typical.calendarYears,
      capacityPoints: COLD[chemistry] ?? null,
    }),
    fromLabel: true,
  }
}

/**
 * A battery from the cells of its label, each in the units it prints.
 * @throws {InputError} naming the field, what came and what is allowed
 */
export function itemFromLabelCells(cells: ItemCells): CatalogueItem {
  const fields = fieldsOf('battery').filter(({ name }) => (LABEL_FIELDS as readonly string[]).includes(name))
  return parseItem(batteryFromLabel(readCells(fields, cells) as unknown as BatteryLabel))
}

/** Least inner resistance of a cell times its capacity among our sheets of a chemistry, mΩ·Ah. */
function leastOhmAh(chemistry: Battery['chemistry']): number {
  const { cellNominalV } = chemistryRow(chemistry)
  const figures = BATTERIES.filter((each) => each.chemistry === chemistry).map(
    (each) => (each.resistanceMilliohm * each.capacityAh) / Math.max(1, Math.round(each.unitVoltageV / cellNominalV)),
  )
  return Math.min(...figures)
}
