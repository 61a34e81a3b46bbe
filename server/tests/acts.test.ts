import { applyAll, type Edit, emptyLoad, fieldStation, type Job } from '@yard-lamp/core'
import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { JobsAtHand } from '../src/jobs/at-hand.ts'
import { startTestServer, type TestServer } from './harness.ts'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())

const made = async (job: Job = fieldStation()) =>
  (await server.request('POST', '/api/jobs', { job })).body as { id: string; job: Job }
const save = (id: string, baseRevision: number, acts: unknown, more: object = {}) =>
  server.request('PATCH', `/api/jobs/${id}`, { baseRevision, acts, ...more })
const read = async (id: string) =>
  (await server.request('GET', `/api/jobs/${id}`)).body as { revision: number; job: Job }
const watts = (id: string, powerW: number): Edit => ({ act: 'change-loads', changes: [{ id, patch: { powerW } }] })

describe('a save as acts', () => {
  test('comes to what the acts come to on the page, one after another, and each is a state of its own', async () => {
    const { id, job } = await made()
    const acts: Edit[][] = [
      [watts('freezer', 71)],
      [{ act: 'set-site', patch: { recordLowC: -21, place: 'On the hill 😀' } }],
      [{ act: 'add-loads', loads: [{ ...emptyLoad('new'), name: 'New' }], at: 1 }, watts('new', 12)],
      [
        { act: 'move-loads', ids: ['new'], before: null },
        { act: 'copy-option', id: 'copied', name: 'Copied' },
      ],
      [
        { act: 'set-option', part: 'battery', patch: { autonomyDays: 4 } },
        { act: 'set-job', patch: { note: 'Done' } },
      ],
      [
        { act: 'remove-loads', ids: ['new'] },
        { act: 'remove-option', id: 'copied' },
      ],
    ]
    let expected = job
    for (const [i, each] of acts.entries()) {
      expected = applyAll(expected, each)
      const { status, body } = await save(id, i + 1, each)
      expect([status, body.revision]).toEqual([200, i + 2])
      expect(await read(id)).toMatchObject({ revision: i + 2, job: expected })
    }
    expect((await server.request('GET', `/api/jobs/${id}/revisions/4`)).body.job).toEqual(
      acts.slice(0, 3).reduce(applyAll, job),
    )
  })

  test('sent twice, as after an answer that got lost, is saved once', async () => {
    const { id } = await made()
    const act = [watts('freezer', 55)]
    expect((await save(id, 1, act)).body.revision).toBe(2)
    const again = await save(id, 1, act)
    expect([again.status, again.body.revision]).toEqual([200, 2])
    expect((await server.request('GET', `/api/jobs/${id}/revisions`)).body.revisions.length).toBe(2)
    // Other acts on the same revision are another person’s.
    const other = await save(id, 1, [watts('freezer', 56)])
    expect([other.status, other.body.error.code, other.body.error.current.revision]).toEqual([409, 'SAVE_STALE', 2])
  })

  test('goes on a job that is not at hand: saved by another server, or after a restart', async () => {
    const { id } = await made()
    const other = await startTestServer({ url: server.url })
    try {
      expect((await save(id, 1, [watts('freezer', 61)])).body.revision).toBe(2)
      const there = await other.request('PATCH', `/api/jobs/${id}`, { baseRevision: 2, acts: [watts('pump', 62)] })
      expect(there.body.revision).toBe(3)
      expect((await save(id, 2, [watts('pump', 63)])).status).toBe(409)
      expect((await save(id, 3, [watts('pump', 64)])).body.revision).toBe(4)
      const { job } = await read(id)
      expect(job.loads.filter(({ powerW }) => powerW === 61 || powerW === 64).length).toBe(2)
    } finally {
      await other.close()
    }
  })

  test('is refused by name where what it comes to cannot be kept, and nothing is changed', async () => {
    const { id } = await made()
    const refused: [unknown, number, RegExp][] = [
      [[watts('freezer', -1)], 422, /^loads\.\d+\.powerW: got -1; allowed: a number from 0/],
      [[{ act: 'set-site', patch: { recordLowC: 'cold' } }], 422, /^site\.recordLowC: got "cold"/],
      [[{ act: 'set-site', patch: { colour: 1 } }], 422, /^site\.colour: there is no such input/],
      [[{ act: 'set-job', patch: { version: 99 } }], 422, /newer Yard Lamp/],
      [
        [{ act: 'set-job', patch: { options: [] } }],
        422,
        /^options: got \[\]; allowed: at least one option|^chosenOptionId/,
      ],
      [[{ act: 'set-job', patch: { note: 'a\0b' } }], 400, /NUL/],
      [[{ act: 'add-loads', loads: [emptyLoad('freezer')], at: 0 }], 422, /the id "freezer" stands twice/],
      [[{ act: 'add-loads', loads: 5, at: 0 }], 400, /acts: they cannot be done/],
      [[{ act: 'change-loads' }], 400, /acts: they cannot be done/],
      [[{ act: 'replace-job', job: fieldStation() }], 400, /acts\.0\.act/],
      [[{ act: 'nothing' }], 400, /acts\.0\.act/],
      [[], 400, /acts/],
      ['x', 400, /acts/],
    ]
    for (const [acts, status, says] of refused) {
      const answer = await save(id, 1, acts)
      expect([answer.status, answer.body.error.message]).toEqual([status, expect.stringMatching(says)])
    }
    expect(await read(id)).toMatchObject({ revision: 1, job: fieldStation() })
  })

  test('a proto of one’s own changes no object of the server', async () => {
    const { id } = await made()
    const text = '{"baseRevision":1,"acts":[{"act":"set-site","patch":{"__proto__":{"spoilt":true}}}]}'
    expect((await server.request('PATCH', `/api/jobs/${id}`, text)).status).toBe(422)
    expect(({} as { spoilt?: boolean }).spoilt).toBeUndefined()
  })

  test('to a job that is gone or in the bin says so', async () => {
    const { id } = await made()
    await server.request('DELETE', `/api/jobs/${id}`)
    expect((await save(id, 1, [watts('freezer', 1)])).status).toBe(404)
    expect((await save('00000000-0000-4000-8000-000000000000', 1, [watts('freezer', 1)])).status).toBe(404)
  })
})

describe('saves that come together', () => {
  test('are all kept, each job in its own order, and one that is stale takes no other along', async () => {
    const jobs = await Promise.all(Array.from({ length: 40 }, () => made()))
    const answers = await Promise.all(
      jobs.flatMap(({ id }, i) => [
        save(id, 1, [watts('freezer', 100 + i)]),
        save(id, i % 2 === 0 ? 1 : 9, [watts('pump', 200 + i)]),
      ]),
    )
    const stored = await Promise.all(jobs.map(({ id }) => read(id)))
    expect(stored.map(({ revision }) => revision)).toEqual(jobs.map(() => 2))
    expect(answers.filter(({ status }) => status === 200).length).toBe(40)
    expect(answers.filter(({ status }) => status === 409).length).toBe(40)
  })

  test('the last of three sent at once to one job stands on the others, where each names the one before', async () => {
    const { id } = await made()
    const first = save(id, 1, [watts('freezer', 11)])
    await first
    const [second, third] = await Promise.all([
      save(id, 2, [watts('freezer', 12)]),
      save(id, 2, [watts('freezer', 13)]),
    ])
    expect([second.status, third.status].sort()).toEqual([200, 409])
    expect((await read(id)).revision).toBe(3)
  })

  test('the list follows what was saved last, though a clock went back', async () => {
    const [one, two] = [await made(), await made()]
    await save(one.id, 1, [watts('freezer', 5)])
    await server.open.database.execute(sql`update jobs set updated_at = now() + interval '1 day' where id = ${two.id}`)
    const { jobs } = (await server.request('GET', '/api/jobs')).body as { jobs: { id: string }[] }
    expect(jobs.findIndex(({ id }) => id === one.id)).toBeLessThan(jobs.findIndex(({ id }) => id === two.id))
  })
})

describe('jobs at hand', () => {
  const job = fieldStation()
  test('are given at just their revision, and the one used longest ago goes first', () => {
    const bytes = 1000
    const atHand = new JobsAtHand(bytes * 3.5)
    for (const id of ['a', 'b', 'c']) atHand.put(id, 1, job, bytes)
    expect(atHand.get('a', 2)).toBeNull()
    expect(atHand.get('a', 1)).toBe(job)
    atHand.put('d', 1, job, bytes)
    expect(['a', 'b', 'c', 'd'].filter((id) => atHand.get(id, 1))).toEqual(['a', 'c', 'd'])
    atHand.put('a', 2, job, bytes)
    atHand.put('a', 1, { ...job, name: 'late' }, bytes)
    expect([atHand.get('a', 1), atHand.get('a', 2)]).toEqual([null, job])
  })
  test('one larger than half the room is not kept', () => {
    const atHand = new JobsAtHand(1000)
    atHand.put('a', 1, job, 501)
    expect(atHand.get('a', 1)).toBeNull()
  })
})
