import { ARRAY_INVERTERS } from './array-inverters.ts'
import { BATTERIES } from './batteries.ts'
import { CONTROLLERS } from './controllers.ts'
import { CONVERTERS, FITTINGS } from './fittings.ts'
import { CABLES, DEVICES } from './installation.ts'
import { ALL_IN_ONES, INVERTERS } from './inverters.ts'
import { MATERIALS } from './materials.ts'
import { PANELS } from './panels.ts'
import type { CatalogueItem } from './schema.ts'
import { catalogueOf } from './shelf.ts'
import { CHARGERS, GENERATORS } from './sources.ts'

/** The catalogue that ships with Yard Lamp. Makers and models are invented. */
export const SHIPPED_ITEMS: readonly CatalogueItem[] = [
  ...PANELS,
  ...BATTERIES,
  ...CONTROLLERS,
  ...INVERTERS,
  ...ALL_IN_ONES,
  ...GENERATORS,
  ...CHARGERS,
  ...ARRAY_INVERTERS,
  ...CONVERTERS,
  ...FITTINGS,
  ...CABLES,
  ...DEVICES,
  ...MATERIALS,
]
export const SHIPPED_CATALOGUE = catalogueOf(SHIPPED_ITEMS)
/** Currency of the shipped prices. */
export const CATALOGUE_CURRENCY = 'EUR'
