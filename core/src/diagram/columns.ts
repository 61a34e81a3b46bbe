import type { Role } from '../plant/plant.ts'

/** Measures of the one-line drawing, and the columns its units stand in. */

export const WIDTH = 1372
export const TOP = 44
export const ROW = 128
export const BOX_HEIGHT = 62
export const WAY_HEIGHT = 42
export const BUS_WIDTH = 12
/** Below a box, for what folds it. */
export const FOLD_ROOM = 28
export const BUS_X = 724
export const INVERTER_BUS_X = 836
/** Below everything, for the earth bar and what hangs on it. */
export const EARTH_ROOM = 120

export interface Column {
  readonly x: number
  readonly width: number
}
export const SOURCE: Column = { x: 12, width: 144 }
export const JOIN: Column = { x: 284, width: 66 }
export const CONVERT: Column = { x: 484, width: 124 }
export const INVERT: Column = { x: 924, width: 108 }
export const BOARD: Column = { x: 1156, width: 204 }
/** The column a unit stands in: sources at the left, what is fed at the right. */
export const COLUMNS: Partial<Record<Role, Column>> = {
  panels: SOURCE,
  battery: SOURCE,
  generator: SOURCE,
  shore: SOURCE,
  engine: SOURCE,
  combiner: JOIN,
  'bank-bars': JOIN,
  controller: CONVERT,
  charger: CONVERT,
  'engine-charger': CONVERT,
  relay: CONVERT,
  inverter: INVERT,
  'ac-coupled': INVERT,
  'ac-board': BOARD,
  'dc-board': BOARD,
}
/** Panels on the AC side stand beside their own inverter, right of the bus. */
export const AC_ARRAY = 'ac-coupled'
export const BESIDE_AC: Column = { x: 766, width: 78 }
/** Where a source that feeds the inverter from below comes up, and where the AC-coupled array joins the board. */
export const UP_TO_INVERTER_X = 743
export const INTO_INVERTER_X = 944
export const UP_TO_BOARD_X = 1134
