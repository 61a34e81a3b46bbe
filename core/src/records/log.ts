import { z } from 'zod'
import { AIR_RANGE_C, choice, quantity } from '../method/quantity.ts'
import { common, id, listOf, moment, text, words } from './fields.ts'
import { valuesSchema } from './measures.ts'

/** What is written down by hand while a system runs. */

const entry = {
  ...common,
  /** When it was so: a person may write it down later. */
  when: moment,
  note: words(2000),
}
/** Cells and units are called as on the drawing. */
const called = text(1, 60, 'which cell or battery, as on the drawing')
const kinds = <const K extends string>(kind: K) => ({ ...entry, kind: z.literal(kind) })

/** Figures of the small forms, by field: their schema is said once. */
export const entrySchema = {
  addedL: quantity('V_w', 'water added', 'L', { above: 0, max: 1000 }),
  electrolyteC: quantity('T_el', 'electrolyte', '°C', AIR_RANGE_C),
  gravity: quantity('d', 'specific gravity', '', { min: 1, max: 1.4 }),
  restedH: quantity('t_r', 'time at rest', 'h', { min: 0, max: 1000 }),
  restV: quantity('V_0', 'resting volts', 'V', { min: 0, max: 1500 }),
  runH: quantity('t_g', 'time it ran', 'h', { above: 0, max: 8784 }),
  fuelL: quantity('V_f', 'fuel filled', 'L', { min: 0, max: 100_000 }),
} as const
export type EntryField = keyof typeof entrySchema

export const SEEN = ['snow', 'shade', 'damage', 'remark'] as const
export const CLEANED = ['washed', 'snow cleared'] as const
export const UPKEEP_OUTCOMES = ['done', 'put off'] as const
export const MOST_CELLS = 1000

export const LOG_KINDS = ['reading', 'water', 'gravity', 'rest', 'generator', 'cleaning', 'seen', 'upkeep'] as const
/** Each with its kind. */
export const logSchemas = [
  z.strictObject({ ...kinds('reading'), values: valuesSchema }),
  z.strictObject({ ...kinds('water'), addedL: entrySchema.addedL }),
  z.strictObject({
    ...kinds('gravity'),
    electrolyteC: entrySchema.electrolyteC,
    cells: listOf(
      z.strictObject({ cell: called, gravity: entrySchema.gravity }),
      1,
      MOST_CELLS,
      'cells with their gravity',
    ),
  }),
  z.strictObject({
    ...kinds('rest'),
    restedH: entrySchema.restedH,
    units: listOf(
      z.strictObject({ unit: called, restV: entrySchema.restV }),
      1,
      MOST_CELLS,
      'batteries with their volts',
    ),
  }),
  z.strictObject({
    ...kinds('generator'),
    runH: entrySchema.runH,
    fuelL: entrySchema.fuelL.nullable(),
  }),
  z.strictObject({ ...kinds('cleaning'), cleaned: choice(CLEANED) }),
  z.strictObject({ ...kinds('seen'), seen: choice(SEEN), fileIds: z.array(id).max(20) }),
  z.strictObject({
    ...kinds('upkeep'),
    taskId: text(1, 300, 'the id of a task of upkeep'),
    title: text(0, 300, 'the title of the task'),
    outcome: choice(UPKEEP_OUTCOMES),
    fileIds: z.array(id).max(20),
  }),
] as const
