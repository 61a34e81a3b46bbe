import type { ArrayResult } from '../array/link.ts'
import type { BatteryResult } from '../battery/link.ts'
import type { Charger, Generator } from '../catalogue/schema.ts'
import type { ControllerResult } from '../controller/link.ts'
import type { Mains } from '../inverter/candidates.ts'
import type { InverterResult } from '../inverter/link.ts'
import type { Option, Site } from '../job/schema.ts'
import type { Demand } from '../loads/demand.ts'
import type { SiteResult } from '../site/link.ts'

/** What the backup is chosen and judged by. */
export interface BackupBrief extends Mains, Pick<Site, 'altitudeM' | 'monthsInUse'> {
  readonly choice: Option['backup']
  readonly generators: readonly Generator[]
  readonly chargers: readonly Charger[]
  readonly recordHighC: SiteResult['recordHighC']
  readonly demand: Demand
  readonly battery: BatteryResult
  readonly array: ArrayResult
  readonly controller: ControllerResult
  readonly inverter: InverterResult
}
