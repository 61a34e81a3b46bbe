import { z } from 'zod'
import { fromIssue } from '../method/method.ts'
import { BUILD_KINDS, buildSchemas } from './build.ts'
import { common, id, words } from './fields.ts'
import { LOG_KINDS, logSchemas } from './log.ts'

/** What was done and read on site: rows that are added and never changed. The door of this room. */
export { nowSchema, type Outcome, type StepRecord } from './build.ts'
export { CLEANED, type EntryField, entrySchema, LOG_KINDS, SEEN } from './log.ts'
export {
  MEASURE_IDS,
  MEASURES,
  type Measure,
  type MeasureId,
  measureOf,
  measureSchema,
  STAGES_OF_CHARGE,
  type Values,
  valuesSchema,
} from './measures.ts'

const KINDS = [...BUILD_KINDS, ...LOG_KINDS, 'withdraw'] as const
export const recordSchema = z.discriminatedUnion(
  'kind',
  [
    ...buildSchemas,
    ...logSchemas,
    /** Says that a record before was written by mistake. */
    z.strictObject({ ...common, kind: z.literal('withdraw'), recordId: id, reason: words(500) }),
  ],
  { error: () => `a record of a kind: ${KINDS.join(', ')}` },
)
export type SiteRecord = z.infer<typeof recordSchema>
export type RecordOf<K extends SiteRecord['kind']> = Extract<SiteRecord, { kind: K }>
export type LogEntry = RecordOf<(typeof LOG_KINDS)[number]>
export type BuildRecord = Exclude<SiteRecord, LogEntry>

/** Whether a record is of a system that runs, not of its building. */
export const isLogEntry = (record: SiteRecord): record is LogEntry => LOG_KINDS.some((kind) => kind === record.kind)

/** A record from outside. @throws {InputError} naming the field, what came and what is allowed */
export function parseRecord(value: unknown): SiteRecord {
  const parsed = recordSchema.safeParse(value)
  if (parsed.success) return parsed.data
  throw fromIssue(parsed.error.issues[0], value)
}
