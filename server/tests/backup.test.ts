import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fieldStation } from '@yard-lamp/core'
import { sql } from 'drizzle-orm'
import sharp from 'sharp'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { backUp, newestKnown, restore } from '../../scripts/dump.mjs'
import { keepNights } from '../../scripts/nights.mjs'
import { startTestServer, type TestServer } from './harness.ts'

let folder = ''
let server: TestServer
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'yardlamp-backup-'))
  server = await startTestServer()
})
afterEach(async () => {
  await server.close()
  rmSync(folder, { recursive: true })
})
const START = Date.UTC(2025, 5, 1)

/** A job with all that may belong to it. */
async function filled(): Promise<string> {
  const { id } = (await server.request('POST', '/api/jobs', { job: fieldStation() })).body
  const picture = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#c33' } })
    .jpeg()
    .toBuffer()
  const put = await fetch(`${server.origin}/api/jobs/${id}/files/3f0e2c1a-0c5b-4f0e-9a53-0123456789ab`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/octet-stream' },
    body: new Uint8Array(picture),
  })
  expect(put.status).toBe(200)
  const said = {
    name: 'Logger',
    clockFastMin: 0,
    offsetMin: 0,
    mapping: null,
    address: null,
    topic: null,
    account: null,
  }
  const source = (await server.request('POST', `/api/jobs/${id}/readings/sources`, { kind: 'file', ...said })).body.id
  await server.request('POST', `/api/jobs/${id}/readings/sources/${source}`, {
    at: [START, START + 60_000],
    figures: { soc: [81, 80] },
  })
  return id
}
/** All that is told of a job, letter by letter. */
const whole = async (id: string) => {
  const paths = ['', '/revisions', '/records', '/readings', '/files/3f0e2c1a-0c5b-4f0e-9a53-0123456789ab']
  const answers = await Promise.all(paths.map((path) => fetch(`${server.origin}/api/jobs/${id}${path}`)))
  return Promise.all(answers.map((answer) => answer.text()))
}

test('what is backed up comes back as it was, photographs and readings too, in place of what came since', async () => {
  const id = await filled()
  // The queue of studies has its own room, in the database that is restored too.
  await server.open.database.$client.query('create schema pgboss; create table pgboss.job (id uuid primary key)')
  const before = await whole(id)
  const file = join(folder, 'all.backup')
  expect(await backUp(server.url, file)).toMatchObject({ jobs: 1, photographs: 1 })
  expect(statSync(file).mode & 0o077).toBe(0)
  const later = (await server.request('POST', '/api/jobs', { job: fieldStation() })).body.id
  await server.request('DELETE', `/api/jobs/${id}`)
  expect(await restore(server.url, file)).toMatchObject({ jobs: 1, photographs: 1 })
  expect(await whole(id)).toEqual(before)
  expect((await server.request('GET', `/api/jobs/${later}`)).status).toBe(404)
})

test('a file that is there stays, unless it is to go', async () => {
  const file = join(folder, 'all.backup')
  writeFileSync(file, 'mine')
  await expect(backUp(server.url, file)).rejects.toThrow('is there already')
  expect(readFileSync(file, 'utf8')).toBe('mine')
  await backUp(server.url, file, { over: true })
  expect(readdirSync(folder)).toEqual(['all.backup'])
})

test('a backup of a newer Yard Lamp is refused, and nothing is changed', async () => {
  const id = await filled()
  const before = await whole(id)
  await server.open.database.execute(
    sql`insert into drizzle.__drizzle_migrations (hash, created_at) values ('later', ${newestKnown() + 1})`,
  )
  const file = join(folder, 'newer.backup')
  await backUp(server.url, file)
  await expect(restore(server.url, file)).rejects.toThrow(
    'was made by a newer Yard Lamp. Update Yard Lamp, then restore it.',
  )
  expect(await whole(id)).toEqual(before)
})

test.each([
  ['another file', () => Buffer.from('not a backup at all'), 'is no backup of Yard Lamp'],
  ['one cut short', (good: Buffer) => good.subarray(0, Math.floor(good.length * 0.7)), 'Nothing was changed.'],
])('%s is refused, and nothing is changed', async (_, spoilt, message) => {
  const id = await filled()
  const before = await whole(id)
  const file = join(folder, 'all.backup')
  await backUp(server.url, file)
  writeFileSync(file, spoilt(readFileSync(file)))
  await expect(restore(server.url, file)).rejects.toThrow(message)
  expect(await whole(id)).toEqual(before)
})

test('each night has its backup, and the last fourteen are kept', async () => {
  for (let day = 1; day <= 16; day++) {
    const nights = keepNights(
      folder,
      () => server.url,
      () => undefined,
      () => new Date(2026, 0, day, 3),
    )
    await nights.first
    nights.stop()
  }
  const kept = readdirSync(folder).sort()
  expect(kept).toHaveLength(14)
  expect(kept[0]).toBe('yardlamp-2026-01-03.backup')
  const said: string[] = []
  const failing = keepNights(
    folder,
    () => 'postgresql://nobody:x@127.0.0.1:1/none',
    (text) => said.push(text),
    () => new Date(2026, 1, 1, 3),
  )
  await failing.first
  failing.stop()
  expect(said[0]).toContain('could not be made, and is tried again in an hour')
})
