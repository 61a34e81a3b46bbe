import { z } from 'zod'
import { AIR_RANGE_C, quantity } from '../method/quantity.ts'
import { common, id, said, text, whole, words } from './fields.ts'

/** What was done on site while it was built. */

const revision = whole(1, 2_147_483_647, 'a revision of the job')
const figureError = { error: () => 'a number from -1e9 to 1e9, or null' }
const figureOrNone = z.number(figureError).min(-1e9, figureError).max(1e9, figureError).nullable()
/** Ids of steps are made from ids of the job. */
const stepId = text(1, 300, 'the id of a step')

export const nowSchema = z.strictObject({
  airC: quantity('T_a', 'air', '°C', AIR_RANGE_C),
  lightWPerM2: quantity('G', 'light on the panels', 'W/m²', { min: 0, max: 1500 }),
})

const readingSchema = z.strictObject({
  id: text(1, 60, 'the id of a reading'),
  label: text(0, 200, 'what was read'),
  unit: text(0, 20, 'its unit'),
  decimals: whole(0, 6, 'how many decimals are shown'),
  value: figureOrNone,
  expected: figureOrNone,
  low: figureOrNone,
  high: figureOrNone,
  from: text(0, 300, 'why so much was expected'),
  isPlanning: z.boolean(),
})

export const OUTCOMES = ['pass', 'fail', 'left'] as const
export const MOST_READINGS = 80

export const stepRecordSchema = z.strictObject({
  ...common,
  kind: z.literal('step'),
  stepId,
  title: text(0, 300, 'the title of the step'),
  designation: text(0, 60, 'its name on the drawing'),
  /** Of the step as it was planned then. */
  mark: z.string().regex(/^[0-9a-f]{8}$/, { error: () => 'the mark of the step, eight digits from 0 to f' }),
  outcome: z.enum(OUTCOMES, { error: () => `one of ${OUTCOMES.join(', ')}` }),
  /** As they were held against what was expected at that moment. */
  readings: z.array(readingSchema).max(MOST_READINGS, { error: () => `at most ${MOST_READINGS} readings` }),
  now: nowSchema.nullable(),
  note: words(2000),
})

const differencesError = { error: () => 'what differs, 1 to 200 of it' }

export const BUILD_KINDS = ['begin', 'step', 'photo', 'change', 'sign-off'] as const
/** Each with its kind. */
export const buildSchemas = [
  /** Work begins, on a plan that is kept: one option of the job at a revision. */
  z.strictObject({
    ...common,
    kind: z.literal('begin'),
    optionId: text(1, 100, 'the id of an option'),
    revision,
    reason: words(500),
  }),
  stepRecordSchema,
  z.strictObject({ ...common, kind: z.literal('photo'), stepId, fileId: id, caption: words(300) }),
  /** What was built otherwise, and why. */
  z.strictObject({
    ...common,
    kind: z.literal('change'),
    differences: z
      .array(
        z.strictObject({ id: text(1, 300, 'the id of what differs'), planned: words(300), built: words(300) }),
        differencesError,
      )
      .min(1, differencesError)
      .max(200, differencesError),
    reason: said(1000, 'why it was built otherwise'),
  }),
  /** Locks what was built; what comes later begins anew. */
  z.strictObject({
    ...common,
    kind: z.literal('sign-off'),
    revision,
    day: z.iso.date({ error: () => 'a day such as 2026-11-28' }),
    statement: words(1000),
  }),
] as const

export type StepRecord = z.infer<typeof stepRecordSchema>
export type Outcome = (typeof OUTCOMES)[number]
