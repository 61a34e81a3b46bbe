import { readFileSync } from 'node:fs'
import { request as httpRequest } from 'node:http'
import { emptyJob, SHIPPED_CATALOGUE } from '@yard-lamp/core'
import { REFUSALS } from '@yard-lamp/core/job'
import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { migrateDatabase, openDatabase, writeCatalogue } from '../src/database.ts'
import { MOST_BODY_BYTES } from '../src/http/body.ts'
import { ApiError, asApiError } from '../src/http/errors.ts'
import { freshDatabaseUrl, MIGRATIONS, startTestServer, type TestServer } from './harness.ts'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())

describe('at the door', () => {
  test('health and catalogue answer', async () => {
    expect((await server.request('GET', '/api/health')).body).toEqual({ status: 'ok' })
    const { body } = await server.request('GET', '/api/catalogue')
    expect(body.mark).toMatch(/^[\w-]{22}$/)
    expect(body.catalogue.panels.length).toBe(SHIPPED_CATALOGUE.panels.length)
    expect(body.catalogue.batteries.find(({ id }: { id: string }) => id === 'haskerl-48-110')).toEqual(
      SHIPPED_CATALOGUE.batteries.find(({ id }) => id === 'haskerl-48-110'),
    )
  })

  test('security headers stand on every answer', async () => {
    const { headers } = await server.request('GET', '/api/health')
    expect(headers.get('content-security-policy')).toContain("default-src 'self'")
    expect(headers.get('x-content-type-options')).toBe('nosniff')
    expect(headers.get('x-frame-options')).toBe('SAMEORIGIN')
  })

  test('a body over the limit is refused, told ahead or not', async () => {
    const long = JSON.stringify({ job: emptyJob('x'), filler: 'x'.repeat(MOST_BODY_BYTES) })
    const told = await server.request('POST', '/api/jobs', long).catch(() => null)
    expect(told === null || told.status === 413).toBe(true)
    const untold = await chunked('/api/jobs', long)
    expect(untold).toMatchObject({ status: 413, code: 'BODY_TOO_LARGE' })
  })

  test('only JSON is taken', async () => {
    const answer = await server.request('POST', '/api/jobs', 'job=1', {
      'Content-Type': 'application/x-www-form-urlencoded',
    })
    expect({ status: answer.status, code: answer.body.error.code }).toEqual({ status: 415, code: 'BODY_NOT_JSON' })
  })

  test('other pages and other names are kept out', async () => {
    const foreign = await server.request(
      'POST',
      '/api/jobs',
      { job: emptyJob('x') },
      { Origin: 'http://elsewhere.invalid' },
    )
    expect({ status: foreign.status, code: foreign.body.error.code }).toEqual({ status: 403, code: 'ORIGIN_FORBIDDEN' })
    expect(await withHost('yard.invalid')).toBe(403)
    expect(await withHost('localhost')).toBe(200)
    const own = await server.request('POST', '/api/jobs', { job: emptyJob('x') }, { Origin: server.origin })
    expect(own.status).toBe(201)
  })

  test('a value that looks like a statement is only a value', async () => {
    const name = "x'); drop table jobs; --"
    const { body } = await server.request('POST', '/api/jobs', { job: { ...emptyJob('x'), name } })
    expect((await server.request('GET', `/api/jobs/${body.id}`)).body.job.name).toBe(name)
  })

  /** Sends a body in pieces without its length, and reads the answer even if the server ends the connection early. */
  function chunked(path: string, text: string): Promise<{ status: number | undefined; code: string }> {
    return new Promise((resolve, reject) => {
      const sent = httpRequest(
        server.origin + path,
        { method: 'POST', headers: { 'Content-Type': 'application/json', 'Transfer-Encoding': 'chunked' } },
        (answer) => {
          let body = ''
          answer.on('data', (part) => {
            body += part
          })
          answer.on('end', () => resolve({ status: answer.statusCode, code: JSON.parse(body).error.code }))
        },
      )
      sent.on('error', reject)
      sent.end(text)
    })
  }

  function withHost(host: string): Promise<number | undefined> {
    return new Promise((resolve, reject) => {
      httpRequest(`${server.origin}/api/health`, { headers: { Host: host } }, (answer) => {
        answer.resume()
        resolve(answer.statusCode)
      })
        .on('error', reject)
        .end()
    })
  }
})

describe('the error catalogue', () => {
  test('is the one in the documents, both ways', () => {
    const text = readFileSync(new URL('../../docs/server.md', import.meta.url), 'utf8')
    const listed = [...text.matchAll(/^\| `([A-Z_]+)` \| (\d+) \|/gm)].map(([, code, status]) => [code, Number(status)])
    expect(listed).toEqual(Object.entries(REFUSALS).map(([code, { status }]) => [code, status]))
  })

  test('what goes wrong below is told without its text', () => {
    const secret = (code: string) =>
      asApiError(new Error('select secret', { cause: Object.assign(new Error('password'), { code }) }))
    expect([secret('53100').code, secret('57P01').code, secret('ECONNREFUSED').code, secret('42601').code]).toEqual([
      'DATABASE_FULL',
      'DATABASE_UNAVAILABLE',
      'DATABASE_UNAVAILABLE',
      'INTERNAL',
    ])
    expect(secret('42601').message).not.toContain('secret')
    expect(asApiError(new ApiError('JOB_NOT_FOUND')).code).toBe('JOB_NOT_FOUND')
  })

  test('a database that is not there is told as such', async () => {
    const dead = await startTestServer({ url: 'postgresql://nobody:x@127.0.0.1:1/none' })
    const answer = await dead.request('GET', '/api/jobs')
    await dead.close()
    expect({ status: answer.status, body: answer.body }).toEqual({
      status: 503,
      body: { error: { code: 'DATABASE_UNAVAILABLE', message: 'The database does not answer. Nothing was changed.' } },
    })
  })
})

describe('migrations', () => {
  test('may be applied again, and keep what is there', async () => {
    const { database, close } = openDatabase(await freshDatabaseUrl(), () => undefined)
    for (let time = 0; time < 2; time++) {
      await migrateDatabase(database, MIGRATIONS)
      await writeCatalogue(database)
    }
    const { rows } = await database.execute(sql`select count(*)::int as n from catalogue_items`)
    expect(rows[0]?.n).toBeGreaterThan(50)
    await close()
  })

  test('a database newer than the program is refused', async () => {
    const { database, close } = openDatabase(await freshDatabaseUrl(), () => undefined)
    await migrateDatabase(database, MIGRATIONS)
    await database.execute(
      sql`insert into drizzle.__drizzle_migrations (hash, created_at) values ('later', 99999999999999)`,
    )
    await expect(migrateDatabase(database, MIGRATIONS)).rejects.toThrow('made by a newer Yard Lamp')
    await close()
  })
})
