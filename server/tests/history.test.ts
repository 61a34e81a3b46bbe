import { emptyJob } from '@yard-lamp/core'
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest'
import { migrateDatabase, type OpenDatabase, openDatabase } from '../src/database.ts'
import { JobStore } from '../src/jobs/store.ts'
import { THIS_MACHINE } from '../src/people/actor.ts'
import { freshDatabaseUrl, MIGRATIONS, startTestServer, type TestServer } from './harness.ts'

const HOUR_MS = 3_600_000
const NOON = Date.UTC(2026, 5, 15, 12)

let open: OpenDatabase
let nowMs = NOON
let store: JobStore
let id = ''
beforeAll(async () => {
  open = openDatabase(await freshDatabaseUrl(), () => undefined)
  await migrateDatabase(open.database, MIGRATIONS)
  store = new JobStore(open.database, () => new Date(nowMs))
})
afterAll(() => open.close())
beforeEach(async () => {
  nowMs = NOON - 20 * 24 * HOUR_MS
  id = (await store.create(THIS_MACHINE, emptyJob('Aged'))).id
})

/** Saves at each of these times, ms since 1970. */
async function saveAt(timesMs: readonly number[]): Promise<void> {
  let { revision } = await store.read(THIS_MACHINE, id)
  for (const timeMs of timesMs) {
    nowMs = timeMs
    revision = (await store.save(THIS_MACHINE, id, revision, { ...emptyJob('Aged'), note: `at ${timeMs}` })).revision
  }
}
/** Saves now until the history has surely been thinned. */
async function thinNow(): Promise<void> {
  await saveAt(Array.from({ length: 16 }, (_, i) => NOON + i * 1000))
}
const keptTimesMs = async () =>
  (await store.revisions(THIS_MACHINE, id))
    .map(({ savedAt }) => Date.parse(savedAt))
    .filter((timeMs) => timeMs < NOON)
    .sort((a, b) => a - b)

const minutes = (startMs: number, count: number, stepMin: number) =>
  Array.from({ length: count }, (_, i) => startMs + i * stepMin * 60_000)

describe('history', () => {
  test('of the last 24 hours is kept whole', async () => {
    const times = minutes(NOON - 23 * HOUR_MS, 40, 7)
    await saveAt(times)
    await thinNow()
    expect(await keptTimesMs()).toEqual(expect.arrayContaining(times))
  })

  test('older than a day keeps the last of each hour', async () => {
    const times = minutes(NOON - 50 * HOUR_MS, 24, 10)
    await saveAt(times)
    await thinNow()
    const kept = (await keptTimesMs()).filter((timeMs) => timeMs >= (times[0] ?? 0) - 1)
    expect(kept).toEqual([5, 11, 17, 23].map((i) => times[i]))
  })

  test('older than a week keeps the last of each day', async () => {
    const times = minutes(Date.UTC(2026, 5, 1), 36, 120)
    await saveAt(times)
    await thinNow()
    const kept = (await keptTimesMs()).filter((timeMs) => timeMs >= (times[0] ?? 0))
    expect(kept).toEqual([11, 23, 35].map((i) => times[i]))
  })

  test('never loses what has a name, nor the newest state; without its name it ages again', async () => {
    const times = minutes(Date.UTC(2026, 5, 1), 6, 60)
    await saveAt(times)
    const named = (await store.revisions(THIS_MACHINE, id)).find(({ savedAt }) => Date.parse(savedAt) === times[1])
    if (!named) throw new Error('not saved')
    await store.nameRevision(THIS_MACHINE, id, named.revision, 'as quoted')
    await thinNow()
    expect((await keptTimesMs()).filter((timeMs) => timeMs >= (times[0] ?? 0))).toEqual([times[1], times[5]])
    expect((await store.readRevision(THIS_MACHINE, id, named.revision)).job.note).toBe(`at ${times[1]}`)
    await store.nameRevision(THIS_MACHINE, id, named.revision, null)
    await saveAt(minutes(NOON + 60_000, 16, 0))
    expect((await keptTimesMs()).filter((timeMs) => timeMs >= (times[0] ?? 0))).toEqual([times[5]])
    expect((await store.revisions(THIS_MACHINE, id))[0]?.revision).toBe((await store.read(THIS_MACHINE, id)).revision)
  })

  test('of one job leaves another alone, and says who saved', async () => {
    const other = await store.create(THIS_MACHINE, emptyJob('Other'))
    await saveAt(minutes(Date.UTC(2026, 5, 1), 6, 60))
    await thinNow()
    expect(await store.revisions(THIS_MACHINE, other.id)).toMatchObject([
      { revision: 1, savedBy: 'this-machine', name: null },
    ])
  })
})

describe('naming a version', () => {
  let server: TestServer
  beforeAll(async () => {
    server = await startTestServer()
  })
  afterAll(() => server.close())

  test('is kept and shown; unknown ones and long names are refused', async () => {
    const { body } = await server.request('POST', '/api/jobs', { job: emptyJob('Named') })
    const name = (revision: unknown, text: unknown) =>
      server.request('PUT', `/api/jobs/${body.id}/revisions/${revision}/name`, { name: text })
    expect((await name(1, '  as quoted ')).status).toBe(204)
    const listed = await server.request('GET', `/api/jobs/${body.id}/revisions`)
    expect(listed.body.revisions).toMatchObject([{ revision: 1, name: 'as quoted' }])
    expect((await name(9, 'x')).body.error.code).toBe('REVISION_NOT_FOUND')
    expect((await name(1, 'x'.repeat(121))).body.error.code).toBe('REQUEST_INVALID')
    expect((await name(1, '')).body.error.code).toBe('REQUEST_INVALID')
    expect((await name('abc', 'x')).body.error.code).toBe('REQUEST_INVALID')
    expect((await name(1, null)).status).toBe(204)
    expect((await server.request('GET', `/api/jobs/${body.id}/revisions`)).body.revisions[0].name).toBeNull()
  })
})
