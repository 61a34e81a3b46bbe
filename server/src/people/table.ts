import {
  bigint,
  bigserial,
  boolean,
  index,
  integer,
  pgTable,
  text,
  timestamp,
  uuid,
  varchar,
} from 'drizzle-orm/pg-core'

const at = (name: string) => timestamp(name, { withTimezone: true })

/** Who may come in. One who may no more stays, for what they did. */
export const people = pgTable('people', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  /** In lower case. Of one who may no more it is free again: null. */
  account: text('account').unique(),
  role: text('role').notNull(),
  /** argon2id, with its salt and what it cost. */
  passwordHash: text('password_hash').notNull(),
  /** Given by somebody else: their own is chosen before anything else. */
  mustChoosePassword: boolean('must_choose_password').notNull(),
  /** Base32; asked for only once it was shown to work. */
  secondFactorSecret: text('second_factor_secret'),
  hasSecondFactor: boolean('has_second_factor').notNull().default(false),
  /** The step whose code was taken last: no code is taken twice. */
  secondFactorStep: bigint('second_factor_step', { mode: 'number' }).notNull().default(0),
  addedAt: at('added_at').notNull(),
})

/** Browsers somebody is signed in with. Of what they send only a digest is kept. */
export const sessions = pgTable(
  'sessions',
  {
    id: uuid('id').primaryKey(),
    tokenDigest: text('token_digest').notNull().unique(),
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    begunAt: at('begun_at').notNull(),
    seenAt: at('seen_at').notNull(),
    endsAt: at('ends_at').notNull(),
    browser: text('browser').notNull(),
  },
  (table) => [index('sessions_person').on(table.personId)],
)

/** Tries to sign in that went wrong, as the limiter counts them, for all servers. */
export const signInTries = pgTable('sign_in_tries', {
  key: varchar('key', { length: 255 }).primaryKey(),
  points: integer('points').notNull().default(0),
  expire: bigint('expire', { mode: 'number' }),
})

/** What was done, by whom. Names as they were then. */
export const auditLines = pgTable(
  'audit_lines',
  {
    id: bigserial('id', { mode: 'number' }).primaryKey(),
    at: at('at').notNull(),
    actorId: text('actor_id').notNull(),
    actorName: text('actor_name').notNull(),
    deed: text('deed').notNull(),
    jobId: uuid('job_id'),
    subject: text('subject').notNull().default(''),
    times: integer('times').notNull().default(1),
  },
  (table) => [index('audit_lines_job').on(table.jobId, table.id)],
)
