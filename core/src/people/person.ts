import { z } from 'zod'
import { line } from '../job/fields.ts'
import { LEAST_PASSWORD, MOST_PASSWORD, ROLES } from './roles.ts'

/** What somebody signs in by: letters, digits and . _ - @, in lower case. */
export const accountSchema = z
  .string()
  .trim()
  .toLowerCase()
  .regex(/^[a-z0-9][a-z0-9._@-]{1,79}$/, {
    error: () => '2 to 80 letters, digits or . _ - @, beginning with a letter or a digit',
  })

export const passwordSchema = z
  .string()
  .min(LEAST_PASSWORD, { error: () => `at least ${LEAST_PASSWORD} characters: three or four words will do` })
  .max(MOST_PASSWORD, { error: () => `at most ${MOST_PASSWORD} characters` })

/** Somebody as whoever lets people in says it. */
export const personSaidSchema = z.strictObject({
  name: line(80).refine((name) => name.trim() !== '', { error: () => 'a name' }),
  account: accountSchema,
  role: z.enum(ROLES),
})
export type PersonSaid = z.output<typeof personSaidSchema>

/** Somebody who may come in. */
export interface Person extends PersonSaid {
  readonly id: string
  /** Asked for a code of their telephone besides the password. */
  readonly hasSecondFactor: boolean
  /** The password was given to them: they choose their own before anything else. */
  readonly mustChoosePassword: boolean
}

/** Who looks at a page, as the server knows them. */
export interface Me {
  /** Nobody signs in here: one person at this machine. */
  readonly isOpen: boolean
  /** Null before somebody signed in, and where nobody was named yet. */
  readonly person: Person | null
}

/** A browser somebody is signed in with. */
export interface Session {
  readonly id: string
  readonly personId: string
  readonly personName: string
  readonly begunAt: string
  readonly seenAt: string
  /** What the browser says of itself. */
  readonly browser: string
  readonly isThis: boolean
}

/** Something that was done, and by whom. */
export interface AuditLine {
  readonly id: number
  readonly at: string
  readonly actorName: string
  readonly deed: string
  readonly jobId: string | null
  readonly jobName: string | null
  readonly subject: string
  /** Saves of one job by one person within an hour are one line. */
  readonly times: number
}
