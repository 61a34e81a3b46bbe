import type { Device } from '../catalogue/schema.ts'
import type { CircuitKind } from '../job/defaults.ts'
import type { RunPlace } from '../job/schema.ts'
import type { CableUse, DrivenBy } from '../rules/rule-set.ts'

interface MadeOf {
  readonly use: CableUse
  readonly deviceType: Device['type']
  readonly drivenBy: DrivenBy
  readonly place: RunPlace
}
const made = (use: CableUse, deviceType: Device['type'], drivenBy: DrivenBy, place: RunPlace): MadeOf => ({
  use,
  deviceType,
  drivenBy,
  place,
})

/** What a circuit of a kind is made of, what drives it and where it lies. */
export const MADE_OF: Readonly<Record<CircuitKind, MadeOf>> = {
  string: made('pv', 'pv-fuse', 'sun', 'roof'),
  array: made('pv', 'dc-breaker', 'sun', 'roof'),
  controller: made('battery', 'dc-breaker', 'controller', 'indoors'),
  'battery-string': made('battery', 'battery-fuse', 'battery', 'battery room'),
  'battery-main': made('battery', 'battery-fuse', 'battery', 'battery room'),
  'inverter-dc': made('battery', 'battery-fuse', 'battery', 'indoors'),
  'dc-loads': made('fixed', 'dc-breaker', 'loads', 'indoors'),
  'inverter-ac': made('fixed', 'ac-breaker', 'inverter', 'indoors'),
  'backup-ac': made('fixed', 'ac-breaker', 'supply', 'indoors'),
  charger: made('battery', 'dc-breaker', 'controller', 'indoors'),
  starter: made('battery', 'battery-fuse', 'engine', 'engine space'),
  alternator: made('battery', 'dc-breaker', 'controller', 'indoors'),
  'ac-coupled': made('fixed', 'ac-breaker', 'inverter', 'indoors'),
  'bus-link': made('battery', 'battery-fuse', 'battery', 'indoors'),
  'dc-branch': made('fixed', 'dc-breaker', 'loads', 'indoors'),
  'ac-branch': made('fixed', 'ac-breaker', 'loads', 'indoors'),
  converted: made('fixed', 'dc-breaker', 'loads', 'indoors'),
  sense: made('fixed', 'pv-fuse', 'loads', 'battery room'),
  'battery-series': made('battery', 'battery-fuse', 'battery', 'battery room'),
}
