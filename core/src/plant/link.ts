import type { ArrayResult } from '../array/link.ts'
import type { BackupResult } from '../backup/link.ts'
import type { BatteryResult } from '../battery/link.ts'
import type { ControllerResult } from '../controller/link.ts'
import type { InverterResult } from '../inverter/link.ts'
import type { LoadsResult } from '../loads/link.ts'
import type { RuleSet } from '../rules/rule-set.ts'
import { defineLink, type Link } from '../working/link.ts'
import { inLineUnits, withInLine } from './boards.ts'
import { type Branch, branchesOf } from './branches.ts'
import { makeJoints } from './joints.ts'
import type { Plant } from './plant.ts'
import { makeUnits } from './units.ts'

export interface Upstream {
  readonly rules: RuleSet
  readonly loads: LoadsResult
  readonly battery: BatteryResult
  readonly array: ArrayResult
  readonly controller: ControllerResult
  readonly inverter: InverterResult
  readonly backup: BackupResult
}

/** What hangs behind the boards: read from the loads alone, so that no other edit tells the rooms apart again. */
const branchesLink: Link<
  Pick<Upstream, 'loads' | 'battery' | 'rules'>,
  { readonly branches: readonly Branch[] }
> = defineLink(
  'wiring',
  ({ job }, { loads, battery, rules }) => ({
    loads: job.loads,
    heating: loads.heating,
    mainsVoltageV: job.site.mainsVoltageV,
    splitPhase: job.site.splitPhase,
    rules,
    systemVoltageV: battery.systemVoltageV.value,
  }),
  ({ mainsVoltageV, splitPhase, ...brief }) => ({
    branches: branchesOf({ ...brief, site: { mainsVoltageV, splitPhase } }),
  }),
)

const plantOf: Link<Upstream & { readonly branches: readonly Branch[] }, Plant> = defineLink(
  'wiring',
  ({ option }, { loads, battery, array, controller, inverter, backup, branches }) => ({
    branches,
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
  ({ inLine, ...chosen }): Plant => {
    const units = makeUnits(chosen)
    const joints = makeJoints(chosen, units)
    return {
      units: [...units, ...inLineUnits(inLine, joints)],
      joints: [...withInLine(inLine, joints)],
      branches: chosen.branches,
    }
  },
)

/** What stands there and what joins it, from what the sizing links chose. */
export const plantLink: Link<Upstream, Plant> = (bench, upstream) =>
  plantOf(bench, { ...upstream, branches: branchesLink(bench, upstream).branches })
