import { z } from 'zod'
import { fromIssue } from '../method/method.ts'
import { MEASURE_IDS, type MeasureId, measureSchema, type Values } from '../records/index.ts'
import type { Sample } from './sums.ts'

/** Most readings sent together: two weeks of minutes. */
export const MOST_IN_BATCH = 20_000
/** Readings are of this century. */
const EARLIEST_MS = Date.UTC(2000, 0, 1)
const LATEST_MS = Date.UTC(2200, 0, 1)

const instant = z
  .int({ error: () => 'a time in milliseconds since 1970, from the year 2000 on' })
  .min(EARLIEST_MS)
  .max(LATEST_MS)
/** How much a clock may be fast or slow, minutes. */
export const clockSchema = z
  .int({ error: () => 'whole minutes, at most a day' })
  .min(-1440)
  .max(1440)
const listed = { error: () => `a list of 1 to ${MOST_IN_BATCH} times` }
const figures = Object.fromEntries(
  MEASURE_IDS.map((id) => [id, z.array(measureSchema[id].nullable()).max(MOST_IN_BATCH).optional()]),
) as Record<MeasureId, z.ZodOptional<z.ZodArray<z.ZodNullable<z.ZodNumber>>>>

/** Readings as they are sent: a column a measure, each as long as the times; null is a gap. */
export const batchSchema = z
  .strictObject({
    at: z.array(instant, listed).min(1, listed).max(MOST_IN_BATCH, listed),
    figures: z.strictObject(figures),
  })
  .refine(
    ({ at, figures: columns }) => Object.values(columns).every((column) => !column || column.length === at.length),
    {
      error: () => 'columns as long as the times',
      path: ['figures'],
    },
  )
export type Batch = z.infer<typeof batchSchema>

/** Readings from outside. @throws {InputError} naming the place, what came and what is allowed */
export function parseBatch(value: unknown): Batch {
  const parsed = batchSchema.safeParse(value)
  if (parsed.success) return parsed.data
  throw fromIssue(parsed.error.issues[0], value)
}

export function batchOf(samples: readonly Sample[]): Batch {
  const used = MEASURE_IDS.filter((id) => samples.some(({ values }) => values[id] !== undefined))
  return {
    at: samples.map(({ atMs }) => atMs),
    figures: Object.fromEntries(used.map((id) => [id, samples.map(({ values }) => values[id] ?? null)])),
  }
}

/** In order of time; of two at one moment the later in the list. */
export function samplesOf({ at, figures: columns }: Batch): Sample[] {
  const used = MEASURE_IDS.filter((id) => columns[id] !== undefined)
  const byTime = new Map<number, Sample>()
  for (const [i, atMs] of at.entries()) {
    const values: Values = {}
    for (const id of used) {
      const value = columns[id]?.[i]
      if (value !== null && value !== undefined) values[id] = value
    }
    if (Object.keys(values).length > 0) byTime.set(atMs, { atMs, values })
  }
  return [...byTime.values()].sort((a, b) => a.atMs - b.atMs)
}
