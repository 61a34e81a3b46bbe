import type { BatteryResult } from '../battery/link.ts'
import type { ArrayInverter, Controller, Panel } from '../catalogue/schema.ts'
import type { Option, Site } from '../job/schema.ts'
import type { BusNeed } from '../loads/bus-need.ts'
import type { RuleSet } from '../rules/rule-set.ts'
import type { SiteResult } from '../site/link.ts'
import type { Known } from '../working/working.ts'

/** What the array is laid out and judged by. */
export interface ArrayBrief extends Pick<Site, 'soiling' | 'monthMeanC' | 'daySwingK'> {
  /** Months the array alone must carry. */
  readonly months: readonly number[]
  readonly choice: Option['array']
  readonly strung: Option['controller']
  readonly acCoupled: Option['inverter']['acCoupled']
  readonly arrayInverters: readonly ArrayInverter[]
  readonly panels: readonly Panel[]
  /** Controllers the main array may take. */
  readonly controllers: readonly Controller[]
  /** All controllers, those of all-in-ones too, for further arrays. */
  readonly everyController: readonly Controller[]
  /** Controllers that an all-in-one brings: their number is settled. */
  readonly fixedControllers: number | null
  readonly site: SiteResult
  readonly battery: BatteryResult
  readonly need: BusNeed
  readonly inverterEfficiency: Known
  /** Share of the loads that runs between sunrise and sunset. */
  readonly dayFraction: Known
  /** One way, array to controller. */
  readonly arrayLeadM: number
  readonly rules: RuleSet
  /** South of the equator: the year the other way round. */
  readonly southern: boolean
  /** What the arrays beside the main one charge with, A, so far as it is known. */
  readonly furtherChargeA: number
  /** Panels of a kind that each plane has room for. */
  readonly roomFor: (panel: Panel) => readonly number[]
}
