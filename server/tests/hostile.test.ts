import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { connect } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { emptyJob, SHIPPED_CATALOGUE } from '@yard-lamp/core'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { startTestServer, type TestServer } from './harness.ts'

let server: TestServer
let folder: string
let jobId: string
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'yardlamp-pages-'))
  mkdirSync(join(folder, 'assets'))
  writeFileSync(join(folder, 'index.html'), '<!doctype html><title>Yard Lamp</title>')
  server = await startTestServer({ pagesFolder: folder })
  jobId = (await server.request('POST', '/api/jobs', { job: emptyJob('Mine') })).body.id
})
afterAll(async () => {
  await server.close()
  rmSync(folder, { recursive: true, force: true })
})

/** Sends bytes as they are and gives the status that came back; 0 where the connection was ended without one. */
function raw(text: string): Promise<number> {
  const { port } = new URL(server.origin)
  return new Promise((resolve) => {
    const socket = connect(Number(port), '127.0.0.1', () => socket.write(Buffer.from(text, 'latin1')))
    let answer = ''
    socket.on('data', (part) => {
      answer += part.toString('latin1')
    })
    const done = () => resolve(Number(/^HTTP\/1\.1 (\d+)/.exec(answer)?.[1] ?? 0))
    socket.on('close', done).on('error', done)
  })
}
const get = (target: string, method = 'GET', head = '') =>
  raw(`${method} ${target} HTTP/1.1\r\nHost: 127.0.0.1\r\n${head}Connection: close\r\n\r\n`)

describe('an address that is malformed or climbs is 400 or 404', () => {
  const ADDRESSES = [
    '/%',
    '/%zz',
    '/%00',
    '/%c0%af',
    '/%ff',
    '/api/%',
    '/api/jobs/%',
    '/api/jobs/%zz',
    '/api/jobs/%00',
    '/api/jobs/%ff',
    '/api/jobs/..%2f..%2fetc',
    '/../../etc/passwd',
    '/..%2f..%2f..%2fetc%2fpasswd',
    '/%2e%2e/%2e%2e/etc/passwd',
    '/assets/../../etc/passwd',
    '/assets/%2e%2e%2f%2e%2e%2fetc/passwd',
    '/assets/..%5c..%5cwin.ini',
    '/assets/a.js%00.html',
    '//',
    '///api/jobs',
    '//elsewhere.invalid/a.js',
    '/api//jobs',
    '/api/jobs//revisions',
    '/api/jobs/1e999',
    '/api/nothing',
    '/.env',
    '/.git/config',
    '/index.html/..',
    '/assets/',
    '/a\\..\\b.js',
    '/\u00ff.js',
    `/${'a'.repeat(5000)}.js`,
    '/api/catalogue/items/%zz/retire',
    '/api/catalogue/price-lists/%00',
  ]
  for (const method of ['GET', 'HEAD', 'POST', 'PUT', 'DELETE', 'PATCH', 'OPTIONS', 'TRACE'])
    test(method, async () => {
      const answered = await Promise.all(
        ADDRESSES.map(async (address) => [address, await get(address, method)] as const),
      )
      const wrong = answered.filter(([, status]) => status >= 500 || status === 0)
      expect(wrong).toEqual([])
      // What is left to the one page shows the page, and nothing of the disk.
      if (method === 'GET')
        expect(answered.filter(([, status]) => status !== 400 && status !== 404).map(([address]) => address)).toEqual([
          '/.git/config',
          '/index.html/..',
          '/assets/',
        ])
    })

  test('any revision, however large or odd', async () => {
    const odd = [
      '0',
      '-1',
      '1.5',
      '1e3',
      '1e999',
      '2147483648',
      '9'.repeat(400),
      'NaN',
      'null',
      '%20',
      '0x10',
      '1;drop',
    ]
    for (const revision of odd) {
      const { status } = await server.request('GET', `/api/jobs/${jobId}/revisions/${revision}`)
      expect([revision, [400, 404].includes(status)]).toEqual([revision, true])
    }
  })

  test('any text in the path of a request', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom('/', '/api/', '/api/jobs/', '/api/catalogue/items/', '/assets/'),
        fc.array(
          fc.constantFrom('%', '..', '/', '\\', '%2f', '%00', 'a', '?', '%e2%82', ';', '.js', '%25', '"', '\u0080'),
          { maxLength: 12 },
        ),
        async (start, parts) => {
          expect(await get(start + parts.join(''))).toBeLessThan(500)
        },
      ),
      { numRuns: 150 },
    )
  })

  test('heads that are broken, and names of other machines', async () => {
    expect(await raw('GET / HTTP/1.1\r\n\r\n')).toBeLessThan(500)
    for (const host of [
      '',
      '[',
      '[::1',
      '[::1]',
      'a b',
      '127.0.0.1:99999',
      '::1',
      `${'h'.repeat(3000)}`,
      '%',
      '\u00ff',
    ])
      expect([host, await raw(`GET /api/health HTTP/1.1\r\nHost: ${host}\r\nConnection: close\r\n\r\n`)]).toSatisfy(
        ([, status]: [string, number]) =>
          status < 500 && (status === 200) === (host === '[::1]' || host === '127.0.0.1:99999'),
      )
    expect(await get('/api/jobs', 'GET', `X: ${'y'.repeat(40_000)}\r\n`)).toBe(431)
  })
})

describe('a body that is no document is refused for what it is', () => {
  const send = (body: string, path = '/api/jobs') => server.request('POST', path, body)

  test('nested deep', async () => {
    const deep = `{"job":${'['.repeat(200_000)}${']'.repeat(200_000)}}`
    const { status, body } = await send(deep)
    expect([status, body.error.message]).toEqual([400, expect.stringMatching(/nested deeper than 24 times/)])
    const objects = await send(`{"job":${'{"a":'.repeat(50_000)}1${'}'.repeat(50_000)}}`)
    expect(objects.status).toBe(400)
  })

  test('numbers beyond all bounds are refused by name', async () => {
    const job = JSON.stringify(emptyJob('x')).replace('"altitudeM":null', '"altitudeM":1e999')
    const { status, body } = await send(`{"job":${job}}`)
    expect([status, body.error.path]).toEqual([422, 'site.altitudeM'])
    const base = await server.request('PUT', `/api/jobs/${jobId}`, `{"baseRevision":1e308,"job":${job}}`)
    expect(base.status).toBe(400)
  })

  test('NUL and halves of characters, by name, wherever they stand', async () => {
    const job = (name: string) => ({ job: { ...emptyJob('x'), note: name } })
    const nul = await server.request('POST', '/api/jobs', job('a\0b'))
    expect([nul.status, nul.body.error.message]).toEqual([
      400,
      'job.note: holds the character NUL, which cannot be kept; take it out',
    ])
    const half = await send(JSON.stringify(job('x')).replace('"note":"x"', '"note":"a\\ud83d"'))
    expect([half.status, half.body.error.message]).toEqual([
      400,
      'job.note: holds half of a character, which cannot be kept; take it out',
    ])
    const named = await server.request('PUT', `/api/jobs/${jobId}/revisions/1/name`, { name: 'a\0' })
    expect(named.status).toBe(400)
    const key = await send('{"job":{"a\\u0000b":1}}')
    expect(key.status).toBe(400)
    const whole = await server.request('POST', '/api/jobs', job('a 😀 b'))
    expect([whole.status, whole.body.job.note]).toEqual([201, 'a 😀 b'])
  })

  test('a copy of a long name is cut between characters', async () => {
    const name = `${'a'.repeat(189)}😀${'b'.repeat(5)}`
    const made = await server.request('POST', '/api/jobs', { job: { ...emptyJob('x'), name } })
    const copy = await server.request('POST', `/api/jobs/${made.body.id}/duplicate`)
    expect([copy.status, copy.body.job.name]).toEqual([201, `${'a'.repeat(189)} (copy)`])
  })

  test('megabytes of nothing do not hold the others up', async () => {
    const most = 5 * 1024 * 1024 - 100
    const bodies = [
      `{"job":[${'[],'.repeat(most / 3 - 5)}[]]}`,
      `{"items":[${'0,'.repeat(most / 2 - 10)}0]}`,
      `{"job":{"loads":[${'0,'.repeat(most / 2 - 20)}0]}}`,
      `{"job":${JSON.stringify({ ...emptyJob('x'), loads: Array(19_000).fill(0) })}}`,
      ' '.repeat(most),
    ]
    for (const body of bodies) {
      const refused = server.request('POST', body.startsWith('{"items') ? '/api/catalogue/import' : '/api/jobs', body)
      const waits: number[] = []
      let over = false
      void refused.then(() => {
        over = true
      })
      while (!over) {
        const startedMs = performance.now()
        await server.request('GET', '/api/health')
        waits.push(performance.now() - startedMs)
      }
      expect((await refused).status).toBeGreaterThanOrEqual(400)
      expect((await refused).status).toBeLessThan(500)
      expect(Math.max(...waits)).toBeLessThan(1000)
    }
  })
})

test('two imports of the same sheets in opposite order are both taken', async () => {
  const items = SHIPPED_CATALOGUE.panels.map((panel, i) => ({ ...panel, id: `p-${i}` }))
  for (let round = 0; round < 4; round++) {
    const answers = await Promise.all(
      [items, [...items].reverse(), items, [...items].reverse()].map((each) =>
        server.request('POST', '/api/catalogue/import', { items: each }),
      ),
    )
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200, 200])
    if (round > 0) expect(answers[0]?.body).toEqual({ added: 0, replaced: items.length })
  }
})

test('of two sheets of one id in an import the later stays', async () => {
  const [first] = SHIPPED_CATALOGUE.panels
  const items = [
    { ...first, id: 'twice', price: 1 },
    { ...first, id: 'twice', price: 2 },
  ]
  const { body } = await server.request('POST', '/api/catalogue/import', { items })
  expect(body).toEqual({ added: 1, replaced: 0 })
  const all = await server.request('GET', '/api/catalogue/items')
  expect(all.body.items.find(({ item }: { item: { id: string } }) => item.id === 'twice').item.price).toBe(2)
})

test('answers of the programs’ door are not cached, refusals neither', async () => {
  for (const path of ['/api/health', '/api/jobs', `/api/jobs/${jobId}`, '/api/nothing', `/api/jobs/${jobId}/file`])
    expect((await server.request('GET', path)).headers.get('cache-control')).toBe('no-store')
})
