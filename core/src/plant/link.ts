import type { ArrayResult } from '../array/link.ts'
import type { BackupResult } from '../backup/link.ts'
import type { BatteryResult } from '../battery/link.ts'
import type { ControllerResult } from '../controller/link.ts'
import { MAIN_ARRAY_ID } from '../controller/link.ts'
import type { InverterResult } from '../inverter/link.ts'
import type { Option, Site } from '../job/schema.ts'
import type { LoadsResult } from '../loads/link.ts'
import type { RuleSet } from '../rules/rule-set.ts'
import { defineLink, type Link } from '../working/link.ts'
import { inLineUnits, withInLine } from './boards.ts'
import { type Branch, branchesOf } from './branches.ts'
import { circuitId } from './joint.ts'
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
  ({ option, job: { site } }, { rules, loads, battery, array, controller, inverter, backup, branches }) => ({
    branches,
    hasDc: loads.hasDc,
    battery,
    layout: array.layout,
    further: array.further,
    controller,
    inverter,
    kind: backup.kind,
    charge: backup.charge,
    generator: backup.generator,
    alternator: backup.alternator,
    monitored: option.battery.monitored,
    inLine: option.wiring.inLine,
    staged: option.wiring.busStages > 1,
    surgedIds: longLeads(option, site, rules).join(),
    mobile: MOBILE.has(site.kind),
  }),
  ({ inLine, surgedIds, layout, further, kind, charge, generator, alternator, ...sized }): Plant => {
    const chosen = {
      ...sized,
      array: { layout, further },
      backup: { kind, charge, generator, alternator },
      surged: surgedIds === '' ? [] : surgedIds.split(','),
    }
    const units = makeUnits(chosen)
    const joints = makeJoints(chosen, units)
    return {
      units: [...units, ...inLineUnits(inLine, joints)],
      joints: [...withInLine(inLine, joints)],
      branches: chosen.branches,
    }
  },
)

const MOBILE: ReadonlySet<Site['kind']> = new Set(['boat', 'vehicle', 'trailer'])

/** Arrays on a building whose lead, as it was entered, is longer outdoors than the rules leave without surge protection. */
export function longLeads(option: Option, site: Site, rules: RuleSet): string[] {
  if (MOBILE.has(site.kind)) return []
  const fromM = rules.surgeFromM(site.lightningFlashesPerKm2Year).value
  const lengthOf = (arrayId: string) =>
    option.wiring.circuits[circuitId('array', arrayId)]?.lengthM ?? site.arrayToBatteryM ?? 0
  return [MAIN_ARRAY_ID, ...option.controller.further.map(({ id }) => id)].filter((id) => lengthOf(id) > fromM)
}

/** What stands there and what joins it, from what the sizing links chose. */
export const plantLink: Link<Upstream, Plant> = (bench, upstream) =>
  plantOf(bench, { ...upstream, branches: branchesLink(bench, upstream).branches })
