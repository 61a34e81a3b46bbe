import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fieldStation } from '@yard-lamp/core'
import { sql } from 'drizzle-orm'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { expect, test } from 'vitest'
import { migrateDatabase, openDatabase } from '../src/database.ts'
import { listJobs } from '../src/jobs/asked.ts'
import { JobStore } from '../src/jobs/store.ts'
import { THIS_MACHINE } from '../src/people/actor.ts'
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
