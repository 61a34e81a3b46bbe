import type { ArrayResult } from '../array/link.ts'
import type { BackupResult } from '../backup/link.ts'
import type { BatteryResult } from '../battery/link.ts'
import type { ControllerResult } from '../controller/link.ts'
import type { InverterResult } from '../inverter/link.ts'
import type { LoadsResult } from '../loads/link.ts'
import { defineLink, type Link } from '../working/link.ts'
import { makeJoints } from './joints.ts'
import type { Plant } from './plant.ts'
import { makeUnits } from './units.ts'

export interface Upstream {
  readonly loads: LoadsResult
  readonly battery: BatteryResult
  readonly array: ArrayResult
  readonly controller: ControllerResult
  readonly inverter: InverterResult
  readonly backup: BackupResult
}

/** What stands there and what joins it, from what the sizing links chose. */
export const plantLink: Link<Upstream, Plant> = defineLink(
  'wiring',
  ({ option }, { loads, battery, array, controller, inverter, backup }) => ({
    converted: loads.converted,
    hasDc: loads.hasDc,
    battery,
    array,
    controller,
    inverter,
    backup,
    monitored: option.battery.monitored,
  }),
  (chosen): Plant => {
    const units = makeUnits(chosen)
    return { units, joints: makeJoints(chosen, units) }
  },
)
