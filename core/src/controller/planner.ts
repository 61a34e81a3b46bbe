import { type Layout, type LayoutBrief, layoutsOf, rankLayouts } from '../array/layout.ts'
import type { Catalogue, Controller, Panel } from '../catalogue/schema.ts'
import type { Design } from '../chain/design.ts'
import type { Job, Option } from '../job/schema.ts'
import { CIRCUIT_LENGTH_M } from '../wiring/circuits.ts'

/** A layout of the planner, with where its string stands. */
export interface PlannedLayout extends Layout {
  readonly coldV: number
  readonly hotV: number
  readonly neededV: number
  readonly limitV: number
  /** Strings one input still takes beside those laid, by current, power and output. */
  readonly roomStrings: number
}

/** Every way to string a panel on a controller, those that fit first, nearest to the need first. */
export function planStrings(job: Job, now: Design, panel: Panel, controller: Controller): PlannedLayout[] {
  const brief = briefOf(job, now, now.inverter.item?.id === controller.id)
  return brief ? layoutsOf(panel, controller, brief) : []
}

/** The cheapest layout of every panel, on the controller a person chose or on any: the fitting ones first, cheapest first. */
export function offerPanels(job: Job, now: Design, { panels, controllers, allInOnes }: Catalogue): Layout[] {
  const within = allInOnes.some(({ id }) => id === now.controller.item?.id)
  const brief = briefOf(job, now, within)
  if (!brief) return []
  const open: Option = {
    ...now.option,
    array: { ...now.option.array, panelId: null },
    controller: { ...now.option.controller, quantity: null, panelsPerString: null, stringsPerController: null },
  }
  const offered = controllers.filter(({ id }) =>
    within ? id === now.controller.item?.id : !allInOnes.some((each) => each.id === id),
  )
  const seen = new Set<string>()
  return rankLayouts(panels, offered, open, brief).filter(
    ({ panel: { id } }) => !seen.has(id) && seen.add(id) !== undefined,
  )
}

function briefOf(job: Job, { battery, site, array, option, inverter }: Design, within: boolean): LayoutBrief | null {
  if (!battery.bank || !array.requiredPowerW) return null
  return {
    arrayPowerW: array.requiredPowerW.value,
    systemVoltageV: battery.systemVoltageV.value,
    batteryMaxV: battery.bank.absorptionV,
    coldestC: site.recordLowC?.value ?? null,
    recordHighC: site.recordHighC.value,
    arrayLeadM: option.wiring.circuits.array?.lengthM ?? job.site.arrayToBatteryM ?? CIRCUIT_LENGTH_M.array,
    fixedControllers: within ? inverter.quantity : null,
    clippingFraction: option.controller.clippingFraction ?? 0,
  }
}
