import type { Design } from '../chain/design.ts'
import type { Change } from '../edit/edit.ts'
import type { Accepted, Job } from '../job/schema.ts'
import type { Writer } from '../units/writer.ts'
import type { LinkId } from '../working/links.ts'

export const SEVERITIES = ['danger', 'fault', 'advice'] as const
/** danger: can hurt someone or destroy equipment; fault: will not do the job; advice: works, could be better. */
export type Severity = (typeof SEVERITIES)[number]

/** A link of the chain, or the year that proves it. */
export type CheckedLink = LinkId | 'proof'

/** What a check found: one sentence with the numbers in it, what would mend it, and where. */
export interface Finding {
  readonly id: string
  readonly link: CheckedLink
  readonly severity: Severity
  readonly message: string
  readonly remedy: string
  /** Field to go to, as `link.field` or `loads.<id>.field`. */
  readonly place: string
  /** Changes that would mend it, best first; none where the design cannot be changed for it. */
  readonly changes: readonly Change[]
  /** Why a person lives with it, and who decided; null while nobody does. It then no longer counts against "finished". */
  readonly accepted: Accepted | null
}

/** Findings nobody has accepted: what is left to do. */
export const stillOpen = (found: readonly Finding[]): Finding[] => found.filter(({ accepted }) => accepted === null)

export interface Check {
  readonly id: string
  readonly link: CheckedLink
  readonly severity: Severity
  /** When it speaks, in words: its definition, and no more than what is judged. */
  readonly fires: string | ((write: Writer) => string)
  /** It goes by the worked year: until that is there, its silence says nothing. */
  readonly readsYear?: true
  /** Everything wrong of this kind; empty where the check is satisfied or does not apply. */
  find(job: Job, design: Design): readonly Found[]
}

export interface Found {
  readonly message: string
  readonly remedy: string
  readonly place: string
  readonly changes?: readonly Change[]
  /** Where this instance is graver or milder than the check usually is. */
  readonly severity?: Severity
}

/** When a check speaks, in the units of a job. */
export const firesText = ({ fires }: Check, write: Writer): string => (typeof fires === 'string' ? fires : fires(write))

export const defineCheck = (check: Check): Check => check
