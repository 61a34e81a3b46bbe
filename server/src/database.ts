import { SHIPPED_ITEMS } from '@yard-lamp/core'
import { JOB_FORMAT, JOB_VERSION } from '@yard-lamp/core/job'
import { sql } from 'drizzle-orm'
import { readMigrationFiles } from 'drizzle-orm/migrator'
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import pg from 'pg'
import { catalogueItems, priceLists } from './catalogue/table.ts'
import { jobFormat, jobRevisions, jobs, presence } from './jobs/table.ts'
import { auditLines, people, sessions, signInTries } from './people/table.ts'
import { readingDays, readingHours, readingSources, readings } from './readings/table.ts'
import { buildRecords, jobFiles } from './records/table.ts'
import { shares } from './shares/table.ts'
import { studies } from './studies/table.ts'

const schema = {
  jobs,
  jobFormat,
  jobRevisions,
  presence,
  catalogueItems,
  priceLists,
  buildRecords,
  jobFiles,
  readingSources,
  readings,
  readingHours,
  readingDays,
  people,
  sessions,
  signInTries,
  auditLines,
  shares,
  studies,
}

export type Database = NodePgDatabase<typeof schema> & { readonly $client: pg.Pool }

/** Longest a statement may run and a connection may be waited for, ms. */
const STATEMENT_TIMEOUT_MS = 10_000
const CONNECT_TIMEOUT_MS = 3_000
const POOL_SIZE = 10

export interface OpenDatabase {
  readonly database: Database
  close(): Promise<void>
}

/** @param onLost told of each connection that breaks; the pool makes another when one is next asked for */
export function openDatabase(url: string, onLost: (error: Error) => void): OpenDatabase {
  const pool = new pg.Pool({
    connectionString: url,
    max: POOL_SIZE,
    connectionTimeoutMillis: CONNECT_TIMEOUT_MS,
    statement_timeout: STATEMENT_TIMEOUT_MS,
    query_timeout: STATEMENT_TIMEOUT_MS + CONNECT_TIMEOUT_MS,
  })
  // A broken connection without a listener would end the process: idle ones speak through the pool, lent ones for themselves.
  pool.on('error', () => undefined)
  pool.on('connect', (client) => client.on('error', onLost))
  return { database: drizzle(pool, { schema }), close: () => pool.end() }
}

/** Applies what is missing; safe to repeat. @throws where the database is newer than this program */
export async function migrateDatabase(database: Database, migrationsFolder: string): Promise<void> {
  const known = readMigrationFiles({ migrationsFolder })
  const newest = Math.max(...known.map((migration) => migration.folderMillis))
  const applied = await newestApplied(database)
  if (applied !== null && applied > newest) {
    throw new Error('This database was made by a newer Yard Lamp. Update Yard Lamp, or use another data folder.')
  }
  await migrate(database, { migrationsFolder })
  await knowFormat(database)
}

/** @throws where documents are kept in a newer format than this program writes */
async function knowFormat(database: Database): Promise<void> {
  const [kept] = await database
    .insert(jobFormat)
    .values({ name: JOB_FORMAT, version: JOB_VERSION })
    .onConflictDoUpdate({
      target: jobFormat.name,
      set: { version: sql`greatest(${jobFormat.version}, excluded.version)` },
    })
    .returning()
  if (kept && kept.version > JOB_VERSION) {
    throw new Error(
      `The jobs here are kept in format ${kept.version} by a newer Yard Lamp; this one reads up to ${JOB_VERSION}. Update Yard Lamp, or use another data folder.`,
    )
  }
}

async function newestApplied(database: Database): Promise<number | null> {
  const table = await database.execute(sql`select to_regclass('drizzle.__drizzle_migrations') as name`)
  if (table.rows[0]?.name === null) return null
  const newest = await database.execute(sql`select max(created_at) as newest from drizzle.__drizzle_migrations`)
  const value = newest.rows[0]?.newest
  return value === null || value === undefined ? null : Number(value)
}

/** Writes the shipped catalogue, replacing shipped items that changed; sheets a person edited stay as they are. */
export async function writeCatalogue(database: Database): Promise<void> {
  const rows = SHIPPED_ITEMS.map((item) => ({ id: item.id, kind: item.kind, item })).sort((a, b) =>
    a.id < b.id ? -1 : 1,
  )
  await database
    .insert(catalogueItems)
    .values(rows)
    .onConflictDoUpdate({
      target: catalogueItems.id,
      set: { kind: sql`excluded.kind`, item: sql`excluded.item` },
      setWhere: sql`${catalogueItems.revision} = 0`,
    })
}
