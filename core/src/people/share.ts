import { z } from 'zod'
import { line } from '../job/fields.ts'

/** What may be shown to whoever has a link. */
export const SHARED_KINDS = ['sheet', 'quote', 'log', 'upkeep'] as const
export type SharedKind = (typeof SHARED_KINDS)[number]

/** Longest a link holds, days. */
export const MOST_SHARED_DAYS = 366

/** A link as whoever makes it says it. */
export const shareSaidSchema = z.strictObject({
  kind: z.enum(SHARED_KINDS),
  /** Of the option that is shown. */
  optionId: z.string().min(1).max(80),
  /** For whom: so that it is known which to take back. */
  forWhom: line(120),
  days: z.int().min(1).max(MOST_SHARED_DAYS),
})
export type ShareSaid = z.output<typeof shareSaidSchema>

/** A link that was made. Its address is told once: of it only a digest is kept. */
export interface Share extends Omit<ShareSaid, 'days'> {
  readonly id: string
  readonly madeAt: string
  readonly endsAt: string
  readonly revokedAt: string | null
  /** How often it was opened, and when last. */
  readonly opened: number
  readonly openedAt: string | null
}
