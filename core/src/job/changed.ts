import type { z } from 'zod'
import { plainReader } from '../method/plain.ts'
import { wrongTogether } from './bounds.ts'
import { keptJob } from './job.ts'
import { type Job, jobSchema, MOST_ROWS, type RowsOf } from './schema.ts'

const FIELDS = Object.keys(jobSchema.shape) as (keyof Job)[]
const isRows = (key: keyof Job): key is RowsOf => Object.hasOwn(MOST_ROWS, key)

/** Whether a value is already what its schema would make of it. */
const reads = (schema: z.ZodType, value: unknown): boolean => plainReader(schema)(value) === value

/**
 * Reads a job that acts were done to, from outside and not trusted: only what is not the same object as before is looked
 * at. Of two hundred loads an edit changes one.
 * @param before a job that was read whole
 * @throws {InputError} naming the field, as keptJob
 */
export function changedJob(before: Job, after: Job): Job {
  const sound =
    Object.keys(after).length === FIELDS.length &&
    FIELDS.every((key) => after[key] === before[key] || isSound(key, before, after)) &&
    wrongTogether(after) === null
  // What is wrong, or written in another way, the whole schema says or reads.
  return sound ? after : keptJob(after)
}

function isSound(key: keyof Job, before: Job, after: Job): boolean {
  if (!isRows(key)) return reads(jobSchema.shape[key], after[key])
  const rows: unknown = after[key]
  if (!Array.isArray(rows) || rows.length > MOST_ROWS[key] || (key === 'options' && rows.length === 0)) return false
  const known = new Set<unknown>(before[key])
  const row = jobSchema.shape[key].element as z.ZodType
  return rows.every((each) => known.has(each) || reads(row, each))
}
