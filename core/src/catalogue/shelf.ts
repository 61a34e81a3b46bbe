import { asController, asInverter } from './all-in-one.ts'
import type {
  AllInOne,
  ArrayInverter,
  Battery,
  Cable,
  CatalogueItem,
  Charger,
  Controller,
  Converter,
  Device,
  Fitting,
  Generator,
  Inverter,
  Material,
  Panel,
} from './schema.ts'

/** The catalogue by kind, as the chain reads it; all-in-ones stand among inverters and controllers too. Prices are in one currency. */
export interface Catalogue {
  readonly panels: readonly Panel[]
  readonly batteries: readonly Battery[]
  readonly controllers: readonly Controller[]
  readonly inverters: readonly Inverter[]
  readonly allInOnes: readonly AllInOne[]
  readonly generators: readonly Generator[]
  readonly chargers: readonly Charger[]
  readonly arrayInverters: readonly ArrayInverter[]
  readonly converters: readonly Converter[]
  readonly fittings: readonly Fitting[]
  readonly cables: readonly Cable[]
  readonly devices: readonly Device[]
  readonly materials: readonly Material[]
}

export function catalogueOf(items: readonly CatalogueItem[]): Catalogue {
  const of = <K extends CatalogueItem['kind']>(kind: K) =>
    items.filter((item): item is Extract<CatalogueItem, { kind: K }> => item.kind === kind)
  const allInOnes = of('all-in-one')
  return {
    panels: of('panel'),
    batteries: of('battery'),
    controllers: [...of('controller'), ...allInOnes.map(asController)],
    inverters: [...of('inverter'), ...allInOnes.map(asInverter)],
    allInOnes,
    generators: of('generator'),
    chargers: of('charger'),
    arrayInverters: of('array-inverter'),
    converters: of('converter'),
    fittings: of('fitting'),
    cables: of('cable'),
    devices: of('device'),
    materials: of('material'),
  }
}
