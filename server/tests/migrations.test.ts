import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { fieldStation } from '@yard-lamp/core'
import { sql } from 'drizzle-orm'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { expect, test } from 'vitest'
import { migrateDatabase, openDatabase } from '../src/database.ts'
import { listJobs } from '../src/jobs/asked.ts'
import { JobStore } from '../src/jobs/store.ts'
import { THIS_MACHINE } from '../src/people/actor.ts'
import { PeopleStore } from '../src/people/store.ts'
import { ReadingStore } from '../src/readings/store.ts'
import { RecordStore } from '../src/records/store.ts'
import { freshDatabaseUrl, MIGRATIONS } from './harness.ts'

const EVERY_JOB = { find: '', state: null, folder: null, among: 'list' } as const

/** The migrations as they were when there were so many of them. */
function firstMigrations(count: number): string {
  const folder = mkdtempSync(join(tmpdir(), 'yardlamp-migrations-'))
  cpSync(MIGRATIONS, folder, { recursive: true })
  const file = join(folder, 'meta/_journal.json')
  const journal = JSON.parse(readFileSync(file, 'utf8'))
  writeFileSync(file, JSON.stringify({ ...journal, entries: journal.entries.slice(0, count) }))
  return folder
}

test('jobs of the first databases stay, with their history, when a document comes to be kept once', async () => {
  const open = openDatabase(await freshDatabaseUrl(), () => undefined)
  const folder = firstMigrations(2)
  try {
    await migrate(open.database, { migrationsFolder: folder })
    const { units: _units, written: _written, ...fields } = fieldStation()
    const before = JSON.stringify({ ...fields, version: 4, name: 'Of old' })
    // What the present version adds to an option of an older one is the matter of the job file’s own tests.
    const { options: _options, trade: _trade, site, ...kept } = fieldStation()
    const [whole, alone] = ['00000000-0000-4000-8000-000000000001', '00000000-0000-4000-8000-000000000002']
    for (const id of [whole, alone])
      await open.database.execute(sql`
        insert into jobs (id, name, revision, document, summary, created_at, updated_at)
        values (${id}, 'Of old', 3, ${before}::jsonb, '{}'::jsonb, now(), now())`)
    await open.database.execute(sql`
      insert into job_revisions (job_id, revision, document, saved_at)
      values (${whole}, 3, ${before}::jsonb, now()), (${whole}, 1, ${before}::jsonb, now())`)
    await migrateDatabase(open.database, MIGRATIONS)
    const store = new JobStore(open.database, () => new Date())
    for (const id of [whole, alone]) {
      const read = await store.read(THIS_MACHINE, id)
      expect(read).toMatchObject({
        revision: 3,
        job: { ...kept, name: 'Of old', site: { place: site.place, sunKwhPerM2Day: site.sunKwhPerM2Day } },
      })
      expect((await store.save(THIS_MACHINE, id, 3, read.job)).revision).toBe(4)
    }
    expect((await store.revisions(THIS_MACHINE, whole)).map(({ revision }) => revision)).toEqual([4, 3, 1])
    expect((await listJobs(open.database, EVERY_JOB, undefined, '2026-11-29')).total).toBe(2)
  } finally {
    await open.close()
    rmSync(folder, { recursive: true })
  }
})

const DUMPS = join(import.meta.dirname, 'dumps')
const DUMPED = '00000000-0000-4000-8000-000000000001'

test('there is a dump of every schema so far', () => {
  const journal = JSON.parse(readFileSync(join(MIGRATIONS, 'meta/_journal.json'), 'utf8')) as {
    entries: { tag: string }[]
  }
  // Missing ones are written by `node --import tsx scripts/write-dumps.ts`; those that are there stay as they are.
  expect(readdirSync(DUMPS).sort()).toEqual(journal.entries.map(({ tag }) => `${tag}.sql.gz`))
})

test.each(readdirSync(DUMPS))('a database as %s left it comes over whole', async (file) => {
  const url = await freshDatabaseUrl()
  const open = openDatabase(url, () => undefined)
  const sql = gunzipSync(readFileSync(join(DUMPS, file))).toString('utf8')
  try {
    await open.database.$client.query(sql)
    await open.database.$client.query("set search_path to '$user', public")
    const { rows } = await open.database.$client.query<{ name: string }>('select name from jobs')
    await migrateDatabase(open.database, MIGRATIONS)
    const now = () => new Date()
    const store = new JobStore(open.database, now)
    const read = await store.read(THIS_MACHINE, DUMPED)
    expect(read.job.loads.length).toBeGreaterThan(0)
    expect(rows).toEqual([{ name: read.job.name }])
    expect((await store.revisions(THIS_MACHINE, DUMPED)).map(({ revision }) => revision)).toEqual([2, 1])
    expect((await listJobs(open.database, { ...EVERY_JOB, find: read.job.name }, undefined, '2026-11-29')).total).toBe(
      1,
    )
    const saved = await store.save(THIS_MACHINE, DUMPED, 2, { ...read.job, name: 'Now' })
    expect(saved.revision).toBe(3)
    const readings = new ReadingStore(open.database, now)
    const kept = await new RecordStore(open.database, now, readings).read(THIS_MACHINE, DUMPED)
    expect(kept.map(({ kind }) => kind)).toEqual(sql.includes('INTO public.build_records') ? ['cleaning'] : [])
    if (sql.includes('INTO public.readings '))
      expect(await readings.rows(THIS_MACHINE, DUMPED, '00000000-0000-4000-8000-000000000003', 0, 8e12)).toEqual([
        { atMs: Date.parse('2026-01-02T03:04:05Z'), values: { soc: 0.5 } },
      ])
    expect(await new PeopleStore(open.database, now).hasOwner()).toBe(sql.includes('INTO public.people'))
  } finally {
    await open.close()
  }
})

test('an older program keeps away from documents of a newer one, as from its migrations', async () => {
  const open = openDatabase(await freshDatabaseUrl(), () => undefined)
  try {
    await migrateDatabase(open.database, MIGRATIONS)
    await migrateDatabase(open.database, MIGRATIONS)
    await open.database.execute(sql`update job_format set version = version + 1`)
    await expect(migrateDatabase(open.database, MIGRATIONS)).rejects.toThrow(
      /^The jobs here are kept in format \d+ by a newer Yard Lamp; this one reads up to \d+\. Update Yard Lamp/,
    )
    // Nothing was taken back by trying.
    await expect(migrateDatabase(open.database, MIGRATIONS)).rejects.toThrow('newer Yard Lamp')
  } finally {
    await open.close()
  }
})
