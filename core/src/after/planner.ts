import { type Layout, type LayoutBrief, layoutsOf, rankLayouts } from '../array/layout.ts'
import type { Controller, Panel } from '../catalogue/schema.ts'
import type { Design } from '../chain/design.ts'

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
export function planStrings(now: Design, panel: Panel, controller: Controller): PlannedLayout[] {
  const brief = briefOf(now, now.inverter.item?.id === controller.id)
  return brief ? layoutsOf(panel, controller, brief) : []
}

/** The cheapest layout of every panel, on the controller a person chose or on any: the fitting ones first, cheapest first. */
export function offerPanels(now: Design): Layout[] {
  const { panels, controllers, allInOnes } = now.catalogue
  const within = allInOnes.some(({ id }) => id === now.controller.item?.id)
  const brief = briefOf(now, within)
  if (!brief) return []
  const open = {
    panelId: null,
    itemId: now.option.controller.itemId,
    quantity: null,
    panelsPerString: null,
    stringsPerController: null,
  }
  const offered = controllers.filter(({ id }) =>
    within ? id === now.controller.item?.id : !allInOnes.some((each) => each.id === id),
  )
  const seen = new Set<string>()
  return rankLayouts(panels, offered, open, brief).filter(
    ({ panel: { id } }) => !seen.has(id) && seen.add(id) !== undefined,
  )
}

function briefOf({ array: { layoutBrief }, inverter }: Design, within: boolean): LayoutBrief | null {
  return layoutBrief && { ...layoutBrief, fixedControllers: within ? inverter.quantity : null }
}
