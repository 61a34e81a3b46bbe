/**
 * Writes server/tests/dumps: a database as each schema so far had it, with a job, its history, what was recorded and read, as
 * pg_dump tells it. One that is there is never written again: it is what people may have. Run after a migration is added.
 */
import { spawnSync } from 'node:child_process'
import { chmodSync, cpSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import process from 'node:process'
import { gzipSync } from 'node:zlib'
import { drizzle } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import pg from 'pg'
import { findPrograms } from './packages.mjs'
import { startCluster } from './postgres.mjs'

const root = join(import.meta.dirname, '..')
const MIGRATIONS = join(root, 'server/drizzle')
const DUMPS = join(root, 'server/tests/dumps')
/** Version of the job files of the time of each migration, as the fixtures of the core have them. */
const JOB_VERSIONS = [3, 4, 5, 5, 6, 7, 8, 8, 9, 9, 9, 9]
const JOB = '00000000-0000-4000-8000-000000000001'
const RECORD = '00000000-0000-4000-8000-000000000002'
const SOURCE = '00000000-0000-4000-8000-000000000003'

interface Journal {
  readonly entries: readonly { readonly tag: string }[]
}
const journal = JSON.parse(readFileSync(join(MIGRATIONS, 'meta/_journal.json'), 'utf8')) as Journal

/** Puts a row into a table as far as the table has these columns. */
async function insert(client: pg.Client, table: string, row: Readonly<Record<string, unknown>>): Promise<void> {
  const { rows } = await client.query<{ column_name: string }>(
    'select column_name from information_schema.columns where table_schema = $1 and table_name = $2',
    ['public', table],
  )
  const columns = rows.map(({ column_name }) => column_name).filter((name) => name in row)
  if (columns.length === 0) return
  await client.query(
    `insert into ${table} (${columns.join()}) values (${columns.map((_, i) => `$${i + 1}`).join()})`,
    columns.map((name) => row[name]),
  )
}

async function fill(client: pg.Client, document: string): Promise<void> {
  const at = '2026-01-02T03:04:05Z'
  const { name } = JSON.parse(document) as { name: string }
  const job = { id: JOB, name, revision: 2, document, summary: '{}', created_at: at, updated_at: at, folder: 'Hills' }
  await insert(client, 'jobs', job)
  for (const revision of [1, 2])
    await insert(client, 'job_revisions', { job_id: JOB, revision, document, saved_at: at, saved_by: 'this-machine' })
  const cleaning = { kind: 'cleaning', id: RECORD, at, when: at, by: 'Odo Marl', note: '', cleaned: 'washed' }
  const kept = { kept_at: at, kept_by: 'this-machine' }
  await insert(client, 'build_records', { id: RECORD, job_id: JOB, kind: 'cleaning', body: cleaning, ...kept })
  const source = { id: SOURCE, job_id: JOB, kind: 'file', name: 'Hut', offset_min: 0, step_ms: 60000, created_at: at }
  await insert(client, 'reading_sources', source)
  await insert(client, 'readings', { source: 1, at, soc: 0.5 })
  await insert(client, 'people', {
    id: JOB,
    name: 'Runa Vell',
    account: 'runa',
    role: 'owner',
    password_hash: '',
    must_choose_password: false,
    added_at: at,
  })
}

const folder = mkdtempSync(join(tmpdir(), 'yardlamp-dumps-'))
chmodSync(folder, 0o755) // the user PostgreSQL runs as must reach it
const cluster = await startCluster(folder, { temporary: true })
try {
  for (const [i, { tag }] of journal.entries.entries()) {
    const file = join(DUMPS, `${tag}.sql.gz`)
    if (existsSync(file)) continue
    const first = mkdtempSync(join(tmpdir(), 'yardlamp-migrations-'))
    cpSync(MIGRATIONS, first, { recursive: true })
    writeFileSync(
      join(first, 'meta/_journal.json'),
      JSON.stringify({ ...journal, entries: journal.entries.slice(0, i + 1) }),
    )
    const admin = new pg.Client({ connectionString: cluster.url })
    await admin.connect()
    await admin.query(`create database d${i}`)
    await admin.end()
    const url = cluster.url.replace(/\/[^/]*$/, `/d${i}`)
    const client = new pg.Client({ connectionString: url })
    await client.connect()
    await migrate(drizzle(client), { migrationsFolder: first })
    const version = JOB_VERSIONS[i] ?? JOB_VERSIONS.at(-1)
    await fill(client, readFileSync(join(root, `core/tests/fixtures/job-version-${version}.json`), 'utf8'))
    await client.end()
    const dump = spawnSync(join(findPrograms() ?? '', 'pg_dump'), ['--inserts', '--no-owner', url], {
      encoding: 'utf8',
    })
    if (dump.status !== 0) throw new Error(dump.stderr)
    // What speaks to psql alone, and what says when and with what it was made.
    const lines = dump.stdout.split('\n').filter((line) => !/^(\\|--|$)/.test(line))
    writeFileSync(file, gzipSync(`${lines.join('\n')}\n`, { level: 9 }))
    rmSync(first, { recursive: true })
    process.stdout.write(`${tag}\n`)
  }
} finally {
  cluster.stop()
  rmSync(folder, { recursive: true, force: true })
}
