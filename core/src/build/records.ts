import { z } from 'zod'
import { AIR_RANGE_C, quantity } from '../method/quantity.ts'

/** What was done on site: rows that are added and never changed, each with an id made by the device that wrote it. */

const id = z.uuid({ error: () => 'an id of the device that wrote it' })
const words = (most: number) =>
  z
    .string()
    .trim()
    .max(most, { error: () => `at most ${most} letters` })
const said = (most: number, what: string) => words(most).min(1, { error: () => what })
const revision = z.number().int().min(1).max(2_147_483_647)
const figure = z.number().min(-1e9).max(1e9)
const figureOrNone = figure.nullable()
/** Ids of steps are made from ids of the job. */
const stepId = z.string().min(1).max(300)

const common = {
  id,
  /** By the clock of the device. */
  at: z.iso.datetime({ error: () => 'a time such as 2026-11-28T09:30:00.000Z' }),
  /** Who did it. */
  by: said(120, 'who did it, by name'),
}

export const nowSchema = z.strictObject({
  airC: quantity('T_a', 'air', '°C', AIR_RANGE_C),
  lightWPerM2: quantity('G', 'light on the panels', 'W/m²', { min: 0, max: 1500 }),
})

const readingSchema = z.strictObject({
  id: z.string().min(1).max(60),
  label: z.string().max(200),
  unit: z.string().max(20),
  decimals: z.number().int().min(0).max(6),
  value: figureOrNone,
  expected: figureOrNone,
  low: figureOrNone,
  high: figureOrNone,
  from: z.string().max(300),
  isPlanning: z.boolean(),
})

export const OUTCOMES = ['pass', 'fail', 'left'] as const
export const MOST_READINGS = 80

export const stepRecordSchema = z.strictObject({
  ...common,
  kind: z.literal('step'),
  stepId,
  title: z.string().max(300),
  designation: z.string().max(60),
  /** Of the step as it was planned then. */
  mark: z.string().regex(/^[0-9a-f]{8}$/),
  outcome: z.enum(OUTCOMES),
  /** As they were held against what was expected at that moment. */
  readings: z.array(readingSchema).max(MOST_READINGS),
  now: nowSchema.nullable(),
  note: words(2000),
})

export const recordSchema = z.discriminatedUnion('kind', [
  /** Work begins, on a plan that is kept: one option of the job at a revision. */
  z.strictObject({
    ...common,
    kind: z.literal('begin'),
    optionId: z.string().min(1).max(100),
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
      .array(z.strictObject({ id: z.string().min(1).max(300), planned: words(300), built: words(300) }))
      .min(1)
      .max(200),
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
  /** Says that a record before was written by mistake. */
  z.strictObject({ ...common, kind: z.literal('withdraw'), recordId: id, reason: words(500) }),
])
export type BuildRecord = z.infer<typeof recordSchema>
export type RecordOf<K extends BuildRecord['kind']> = Extract<BuildRecord, { kind: K }>
export type StepRecord = z.infer<typeof stepRecordSchema>
export type Outcome = (typeof OUTCOMES)[number]
