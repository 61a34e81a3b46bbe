import { answers, design, emptyJob, fieldStation, JOB_VERSION, SHIPPED_CATALOGUE } from '@yard-lamp/core'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { startTestServer, type TestServer } from './harness.ts'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())

const NOBODY = '00000000-0000-4000-8000-000000000000'
const create = async (job: unknown = fieldStation()) => (await server.request('POST', '/api/jobs', { job })).body

describe('create, read, list', () => {
  test('a job comes back as it was sent', async () => {
    const job = fieldStation()
    const made = await server.request('POST', '/api/jobs', { job })
    expect(made.status).toBe(201)
    expect(made.body).toEqual({ id: expect.any(String), revision: 1, updatedAt: expect.any(String), job })
    const read = await server.request('GET', `/api/jobs/${made.body.id}`)
    expect({ status: read.status, body: read.body }).toEqual({ status: 200, body: made.body })
  })

  test('the list holds each job’s answers, newest first', async () => {
    const { id } = await create({ ...fieldStation(), name: 'Newest' })
    const { body } = await server.request('GET', '/api/jobs')
    expect(body.jobs[0]).toEqual({
      id,
      name: 'Newest',
      revision: 1,
      updatedAt: expect.any(String),
      template: false,
      folder: '',
      isArchived: false,
      dueDay: null,
      summary: {
        customer: 'Saltmarsh Bird Observatory',
        place: 'Skelder Holm, tidal island',
        answers: answers(design(fieldStation(), SHIPPED_CATALOGUE)),
        needs: 0,
        danger: 0,
        fault: 0,
        advice: 0,
        year: null,
      },
    })
  })

  test.each([
    ['GET', '/api/jobs/not-an-id', undefined, 404, { code: 'JOB_NOT_FOUND', message: 'There is no such job.' }],
    ['GET', `/api/jobs/${NOBODY}`, undefined, 404, { code: 'JOB_NOT_FOUND', message: 'There is no such job.' }],
    [
      'POST',
      '/api/jobs',
      { job: { format: 'x' } },
      422,
      {
        code: 'JOB_INVALID',
        message: 'this is not a Yard Lamp job: its "format" should be "yard-lamp-job"',
        path: 'format',
      },
    ],
    [
      'POST',
      '/api/jobs',
      { job: { ...emptyJob('x'), version: JOB_VERSION + 1 } },
      422,
      { code: 'JOB_INVALID', message: expect.stringContaining('a newer Yard Lamp'), path: 'version' },
    ],
    [
      'POST',
      '/api/jobs',
      { job: emptyJob('x'), more: 1 },
      400,
      { code: 'REQUEST_INVALID', message: expect.stringContaining('more') },
    ],
    [
      'POST',
      '/api/jobs',
      '{"job": ',
      400,
      { code: 'REQUEST_INVALID', message: 'The body is not JSON: it is broken or cut short.' },
    ],
    ['GET', '/api/nothing', undefined, 404, { code: 'ROUTE_NOT_FOUND', message: 'There is nothing at this address.' }],
    [
      'PATCH',
      '/api/jobs',
      {},
      405,
      { code: 'METHOD_NOT_ALLOWED', message: 'This address does not take that kind of request.' },
    ],
  ])('%s %s is refused: %#', async (method, path, body, status, error) => {
    const answer = await server.request(method, path, body)
    expect({ status: answer.status, body: answer.body }).toEqual({ status, body: { error } })
  })
})

describe('save', () => {
  test('raises the revision and keeps every state', async () => {
    const { id, job } = await create()
    const saved = await server.request('PUT', `/api/jobs/${id}`, { baseRevision: 1, job: { ...job, name: 'Second' } })
    expect({ status: saved.status, body: saved.body }).toEqual({
      status: 200,
      body: { id, revision: 2, updatedAt: expect.any(String) },
    })
    const { body } = await server.request('GET', `/api/jobs/${id}/revisions`)
    expect(body.revisions.map(({ revision }: { revision: number }) => revision)).toEqual([2, 1])
    const first = await server.request('GET', `/api/jobs/${id}/revisions/1`)
    expect(first.body.job).toEqual(job)
  })

  test('a stale save is refused with what is there, and changes nothing', async () => {
    const { id, job } = await create()
    await server.request('PUT', `/api/jobs/${id}`, { baseRevision: 1, job: { ...job, name: 'Theirs' } })
    const stale = await server.request('PUT', `/api/jobs/${id}`, { baseRevision: 1, job: { ...job, name: 'Mine' } })
    expect(stale.status).toBe(409)
    expect(stale.body.error).toMatchObject({
      code: 'SAVE_STALE',
      current: { id, revision: 2, job: { name: 'Theirs' } },
    })
    expect((await server.request('GET', `/api/jobs/${id}`)).body).toMatchObject({
      revision: 2,
      job: { name: 'Theirs' },
    })
  })

  test('the same save sent twice, its first answer lost, is kept once', async () => {
    const { id, job } = await create()
    const body = { baseRevision: 1, job: { ...job, name: 'Once' } }
    await server.request('PUT', `/api/jobs/${id}`, body)
    const again = await server.request('PUT', `/api/jobs/${id}`, body)
    expect({ status: again.status, revision: again.body.revision }).toEqual({ status: 200, revision: 2 })
  })

  test('of fifty saves from one revision exactly one is taken', async () => {
    const { id, job } = await create()
    const saves = await Promise.all(
      Array.from({ length: 50 }, (_, i) =>
        server.request('PUT', `/api/jobs/${id}`, { baseRevision: 1, job: { ...job, name: `Save ${i}` } }),
      ),
    )
    expect(saves.map(({ status }) => status).sort()).toEqual([200, ...Array(49).fill(409)])
  })

  test.each([
    [{ baseRevision: 0, job: emptyJob('x') }, 400, 'REQUEST_INVALID'],
    [{ job: emptyJob('x') }, 400, 'REQUEST_INVALID'],
    [{ baseRevision: 1, job: { ...emptyJob('x'), name: '' } }, 422, 'JOB_INVALID'],
  ])('a save that is not whole is refused: %#', async (body, status, code) => {
    const { id } = await create()
    const answer = await server.request('PUT', `/api/jobs/${id}`, body)
    expect({ status: answer.status, code: answer.body.error.code }).toEqual({ status, code })
  })

  test('a job that is not there cannot be saved', async () => {
    expect((await server.request('PUT', `/api/jobs/${NOBODY}`, { baseRevision: 1, job: emptyJob('x') })).status).toBe(
      404,
    )
  })
})

describe('copy, bin, history, file', () => {
  test('a copy is a job of its own', async () => {
    const { id, job } = await create()
    const copy = await server.request('POST', `/api/jobs/${id}/duplicate`)
    expect({ status: copy.status, revision: copy.body.revision, job: copy.body.job }).toEqual({
      status: 201,
      revision: 1,
      job: { ...job, name: `${job.name} (copy)` },
    })
    expect(copy.body.id).not.toBe(id)
  })

  test('a job goes into the bin and back, unharmed', async () => {
    const made = await create()
    expect((await server.request('DELETE', `/api/jobs/${made.id}`)).status).toBe(204)
    expect((await server.request('GET', `/api/jobs/${made.id}`)).status).toBe(404)
    expect((await server.request('DELETE', `/api/jobs/${made.id}`)).status).toBe(404)
    const ids = (answer: { body: { jobs: { id: string }[] } }) => answer.body.jobs.map(({ id }) => id)
    expect(ids(await server.request('GET', '/api/jobs?among=bin'))).toContain(made.id)
    expect(ids(await server.request('GET', '/api/jobs'))).not.toContain(made.id)
    expect((await server.request('POST', `/api/jobs/${made.id}/restore`)).status).toBe(204)
    expect((await server.request('GET', `/api/jobs/${made.id}`)).body).toEqual(made)
    expect((await server.request('POST', `/api/jobs/${made.id}/restore`)).status).toBe(404)
  })

  test('a revision that is not there is refused', async () => {
    const { id } = await create()
    expect((await server.request('GET', `/api/jobs/${id}/revisions/7`)).body.error.code).toBe('REVISION_NOT_FOUND')
    expect((await server.request('GET', `/api/jobs/${id}/revisions/abc`)).body.error.code).toBe('REQUEST_INVALID')
    expect((await server.request('GET', `/api/jobs/${NOBODY}/revisions`)).body.error.code).toBe('JOB_NOT_FOUND')
  })

  test('the file holds the job, under its name', async () => {
    const { id, job } = await create({ ...fieldStation(), name: 'Ö & "x" / hut' })
    const file = await server.request('GET', `/api/jobs/${id}/file`)
    expect(file.headers.get('content-disposition')).toBe('attachment; filename="o-x-hut.yardlamp.json"')
    expect(file.body).toEqual(job)
  })
})

describe('templates', () => {
  test('a job is marked, listed as one, begun from, and unmarked', async () => {
    const { id } = await create({ ...fieldStation(), name: 'Pattern' })
    expect((await server.request('PUT', `/api/jobs/${id}/template`, { template: true })).status).toBe(204)
    const listed = async () =>
      (await server.request('GET', '/api/jobs')).body.jobs.find((job: { id: string }) => job.id === id)
    expect((await listed()).template).toBe(true)
    const begun = await server.request('POST', `/api/jobs/${id}/begin`)
    expect(begun.status).toBe(201)
    expect(begun.body.id).not.toBe(id)
    expect(begun.body.job).toEqual({ ...fieldStation(), name: 'New job' })
    await server.request('PUT', `/api/jobs/${id}/template`, { template: false })
    expect((await listed()).template).toBe(false)
  })

  test('what is no job, in the bin, or no answer is refused', async () => {
    expect((await server.request('PUT', `/api/jobs/${NOBODY}/template`, { template: true })).body.error.code).toBe(
      'JOB_NOT_FOUND',
    )
    expect((await server.request('POST', `/api/jobs/${NOBODY}/begin`)).body.error.code).toBe('JOB_NOT_FOUND')
    const { id } = await create()
    expect((await server.request('PUT', `/api/jobs/${id}/template`, { template: 'yes' })).body.error.code).toBe(
      'REQUEST_INVALID',
    )
    await server.request('DELETE', `/api/jobs/${id}`)
    expect((await server.request('PUT', `/api/jobs/${id}/template`, { template: true })).status).toBe(404)
  })
})
