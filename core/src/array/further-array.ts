import type { ArrayInverter, Controller, Panel } from '../catalogue/schema.ts'
import type { Option } from '../job/schema.ts'
import type { Known } from '../working/working.ts'

export type FurtherChoice = Option['controller']['further'][number]

export interface FurtherStrings {
  readonly choice: FurtherChoice
  readonly panel: Panel
  /** What the strings hang on: a controller, or an array’s own inverter seen as one. */
  readonly controller: Controller
  /** Set where that is an inverter on the AC side. */
  readonly acInverter: ArrayInverter | null
  readonly panels: Known
  readonly controllerArrayPowerW: Known
}

/** An array beside the main one: strings on a controller of its own, or AC-coupled. */
export interface FurtherArray {
  /** Of the job's further array, or that of the AC-coupled one. */
  readonly id: string
  readonly name: string
  /** Null for an AC-coupled array, which has an inverter of its own. */
  readonly strings: FurtherStrings | null
  readonly powerW: Known
  readonly yieldWh: Known<number[]>
  /** Of an AC-coupled array: what reaches the loads, as energy at the battery bus. */
  readonly acEfficiency: { readonly byDay: Known; readonly byNight: Known; readonly efficiency: Known } | null
}
