import type { ArrayResult } from '../array/link.ts'
import type { BackupResult } from '../backup/link.ts'
import type { BatteryResult } from '../battery/link.ts'
import type { ControllerResult } from '../controller/link.ts'
import type { InverterResult } from '../inverter/link.ts'
import type { LoadsResult } from '../loads/link.ts'
import { rulesOf } from '../rules/rules.ts'
import { defineLink, type Link } from '../working/link.ts'
import { inLineUnits, withInLine } from './boards.ts'
import { branchesOf } from './branches.ts'
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
  ({ job, option }, { loads, battery, array, controller, inverter, backup }) => ({
    loads: job.loads,
    heating: loads.heating,
    mainsVoltageV: job.site.mainsVoltageV,
    splitPhase: job.site.splitPhase,
    rules: rulesOf(job.site),
    hasDc: loads.hasDc,
    battery,
    array,
    controller,
    inverter,
    backup,
    monitored: option.battery.monitored,
    inLine: option.wiring.inLine,
    staged: option.wiring.busStages > 1,
  }),
  ({ loads, heating, mainsVoltageV, splitPhase, rules, inLine, ...sized }): Plant => {
    const branches = branchesOf({
      loads,
      heating,
      site: { mainsVoltageV, splitPhase },
      rules,
      systemVoltageV: sized.battery.systemVoltageV.value,
    })
    const chosen = { ...sized, branches }
    const units = makeUnits(chosen)
    const joints = makeJoints(chosen, units)
    return { units: [...units, ...inLineUnits(inLine, joints)], joints: [...withInLine(inLine, joints)], branches }
  },
)
