import { createServer, type IncomingMessage, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { fieldStation } from '@yard-lamp/core'
import { afterAll, afterEach, beforeAll, describe, expect, test, vi } from 'vitest'
import { ApiFailure, api, askAhead } from '../src/api/client.ts'

/** What the server answers next, and what it was asked. */
let answer: { status: number; body: string }
const asked: { method: string; path: string; body: string }[] = []
let server: Server

async function bodyOf(request: IncomingMessage): Promise<string> {
  const chunks: Buffer[] = []
  for await (const chunk of request as AsyncIterable<Buffer>) chunks.push(chunk)
  return Buffer.concat(chunks).toString('utf8')
}

beforeAll(async () => {
  server = createServer(async (request, response) => {
    asked.push({ method: request.method ?? '', path: request.url ?? '', body: await bodyOf(request) })
    response.writeHead(answer.status, { 'Content-Type': 'application/json' })
    response.end(answer.status === 204 ? undefined : answer.body)
  })
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready))
  const origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  const real = fetch
  // In the page addresses are of its own origin.
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => real(origin + path, init))
})
afterEach(() => {
  asked.length = 0
})
afterAll(async () => {
  vi.unstubAllGlobals()
  await new Promise((closed) => server.close(closed))
})

const answers = (status: number, body: unknown) => {
  answer = { status, body: typeof body === 'string' ? body : JSON.stringify(body) }
}
const failureOf = (act: Promise<unknown>): Promise<ApiFailure> =>
  act.then(
    () => {
      throw new Error('it did not fail')
    },
    (error: ApiFailure) => error,
  )

describe('a save', () => {
  test('sends the document whole, with the revision it begins from and what the list shows', async () => {
    answers(200, { id: 'a', revision: 4, updatedAt: '2026-11-27T00:00:00.000Z' })
    const job = fieldStation()
    const summarised = { summary: { x: 1 } as never, mark: 'm' }
    expect((await api.saveJob('a', 3, job, summarised)).revision).toBe(4)
    const [{ method, path, body } = { method: '', path: '', body: '' }] = asked
    expect([method, path]).toEqual(['PUT', '/api/jobs/a'])
    expect(JSON.parse(body)).toEqual({ baseRevision: 3, job, summarised })
  })

  test('without what the list shows says so', async () => {
    answers(200, { id: 'a', revision: 2, updatedAt: '' })
    await api.saveJob('a', 1, fieldStation())
    expect(JSON.parse(asked[0]?.body ?? '').summarised).toBeNull()
  })

  test('refused for a newer state hands over what is there', async () => {
    const current = { id: 'a', revision: 9, updatedAt: '', job: fieldStation() }
    answers(409, { error: { code: 'SAVE_STALE', message: 'Someone saved.', current } })
    const failure = await failureOf(api.saveJob('a', 3, fieldStation()))
    expect([failure.code, failure.newer?.revision]).toEqual(['SAVE_STALE', 9])
  })
})

describe('refusals', () => {
  test.each([
    [422, { error: { code: 'JOB_INVALID', message: 'loads: no list' } }, 'JOB_INVALID', true],
    [503, { error: { code: 'DATABASE_UNAVAILABLE', message: 'Not now.' } }, 'DATABASE_UNAVAILABLE', false],
    [404, { error: { code: 'JOB_NOT_FOUND', message: 'No such job.' } }, 'JOB_NOT_FOUND', true],
  ])('%i is told by its code and its sentence', async (status, body, code, final) => {
    answers(status, body)
    const failure = await failureOf(api.readJob('a'))
    expect(failure).toBeInstanceOf(ApiFailure)
    expect({ code: failure.code, final: failure.final, message: failure.message }).toEqual({
      code,
      final,
      message: body.error.message,
    })
    expect(failure.newer).toBeNull()
  })

  test.each([
    [502, '<html>bad gateway</html>'],
    [500, ''],
    [400, { error: { code: 'OF_ANOTHER_PROGRAM', message: 'x' } }],
    [500, 'null'],
  ])('%i with %j, as a proxy may answer, counts as not reached and is tried again', async (status, body) => {
    answers(status, body)
    const failure = await failureOf(api.readCatalogue())
    expect([failure.code, failure.final]).toEqual(['UNREACHABLE', false])
  })

  test('a connection that is refused is said in a sentence', async () => {
    const other = createServer()
    await new Promise<void>((ready) => other.listen(0, '127.0.0.1', ready))
    const { port } = other.address() as AddressInfo
    await new Promise((closed) => other.close(closed))
    const here = fetch
    vi.stubGlobal('fetch', () => here.call(null, `:${port}`).catch(() => Promise.reject(new TypeError('refused'))))
    const failure = await failureOf(api.listJobs(EVERY_JOB))
    vi.stubGlobal('fetch', here)
    expect(failure).toMatchObject({ code: 'UNREACHABLE', message: 'The server does not answer.' })
  })
})

const EVERY_JOB = { find: '', state: null, folder: null, among: 'list' } as const

describe('lists and names', () => {
  test('what a list is asked for stands in its address, and what is empty does not', async () => {
    const page = { jobs: [{ id: 'a' }], total: 1, next: null, folders: [] }
    answers(200, page)
    expect(await api.listJobs({ ...EVERY_JOB, among: 'bin' })).toEqual(page)
    await api.listJobs({ find: 'a&b', state: 'fault', folder: null, among: 'list' }, '12')
    expect(asked.map(({ path }) => path)).toEqual(['/api/jobs?among=bin', '/api/jobs?find=a%26b&state=fault&after=12'])
  })

  test('an answer without a body is none', async () => {
    answers(204, '')
    expect(await api.nameRevision('a', 3, 'as built')).toBeUndefined()
    expect(JSON.parse(asked[0]?.body ?? '')).toEqual({ name: 'as built' })
    expect(asked[0]).toMatchObject({ method: 'PUT', path: '/api/jobs/a/revisions/3/name' })
  })
})

describe('what a page asks for first', () => {
  const paths = () => asked.map(({ method, path }) => `${method} ${path}`)

  test('is asked ahead, and given to it once', async () => {
    answers(200, { sources: [] })
    askAhead(() => [api.readReadings('a')])
    expect([await api.readReadings('a'), await api.readReadings('a')]).toEqual([[], []])
    expect(paths()).toEqual(['GET /api/jobs/a/readings', 'GET /api/jobs/a/readings'])
  })

  test('is asked anew where it was changed meanwhile, and where the server did not answer', async () => {
    answers(200, { records: [] })
    askAhead(() => [api.readRecords('a'), api.readRecords('b')])
    await api.addRecords('a', [])
    await api.readRecords('a')
    await api.readRecords('b')
    expect(
      paths()
        .filter((each) => each.startsWith('GET'))
        .sort(),
    ).toEqual(['GET /api/jobs/a/records', 'GET /api/jobs/a/records', 'GET /api/jobs/b/records'])
    answers(503, { error: { code: 'DATABASE_UNAVAILABLE', message: 'Not now.' } })
    let refused: Promise<unknown>[] = []
    askAhead(() => {
      refused = [api.readRecords('a')]
      return refused
    })
    await Promise.allSettled(refused)
    answers(200, { records: [] })
    expect(await api.readRecords('a')).toEqual([])
  })
})
