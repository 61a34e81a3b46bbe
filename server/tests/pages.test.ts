import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs'
import { connect } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { startTestServer, type TestServer } from './harness.ts'

const PAGE = '<!doctype html><title>Yard Lamp</title><div id="root"></div>'
let server: TestServer

beforeAll(async () => {
  const folder = mkdtempSync(join(tmpdir(), 'yardlamp-pages-'))
  const built = join(folder, 'built')
  mkdirSync(join(built, 'assets'), { recursive: true })
  writeFileSync(join(built, 'index.html'), PAGE)
  writeFileSync(join(built, 'icon.svg'), '<svg xmlns="http://www.w3.org/2000/svg"/>')
  writeFileSync(join(built, 'assets', 'main-4f2a.js'), `export const text = '${'lamp '.repeat(2000)}'`)
  writeFileSync(join(folder, 'secret.txt'), 'not for anyone')
  server = await startTestServer({ pagesFolder: built })
})
afterAll(() => server.close())

/** Sends a path as it is written: `fetch` would tidy it first. */
function raw(path: string): Promise<string> {
  const { port } = new URL(server.origin)
  return new Promise((resolve, reject) => {
    let text = ''
    const socket = connect(Number(port), '127.0.0.1', () =>
      socket.write(`GET ${path} HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nConnection: close\r\n\r\n`),
    )
    socket.on('data', (part) => {
      text += part
    })
    socket.on('end', () => resolve(text))
    socket.on('error', reject)
  })
}

describe('the pages', () => {
  test.each(['/', '/jobs/3f1c/battery', '/quick', '/catalogue'])(
    '%s is the one page, and asked for anew',
    async (path) => {
      const { status, headers, body } = await server.request('GET', path)
      expect({ status, body }).toEqual({ status: 200, body: PAGE })
      expect(headers.get('content-type')).toMatch(/^text\/html/)
      expect(headers.get('cache-control')).toBe('no-cache')
    },
  )

  test('a file with a mark in its name is kept for a year, others are asked for anew', async () => {
    const script = await server.request('GET', '/assets/main-4f2a.js')
    expect(script.headers.get('cache-control')).toBe('public, max-age=31536000, immutable')
    expect(script.headers.get('content-type')).toMatch(/javascript/)
    const icon = await server.request('GET', '/icon.svg')
    expect([icon.status, icon.headers.get('cache-control')]).toEqual([200, 'no-cache'])
  })

  test('files are sent packed where the browser takes it', async () => {
    const { headers, body } = await server.request('GET', '/assets/main-4f2a.js', undefined, {
      'Accept-Encoding': 'gzip',
    })
    expect(headers.get('content-encoding')).toBe('gzip')
    expect(body).toContain('lamp lamp')
  })

  test('a file that is not there is no page: an old tab learns that its part is gone', async () => {
    for (const path of ['/assets/main-0000.js', '/fonts/none.woff2']) {
      const { status, body } = await server.request('GET', path)
      expect({ status, code: body.error.code }).toEqual({ status: 404, code: 'ROUTE_NOT_FOUND' })
    }
  })

  test('nothing outside the folder is given, however the path is written', async () => {
    const paths = [
      '/../secret.txt',
      '/assets/../../secret.txt',
      '/%2e%2e/secret.txt',
      '/..%2fsecret.txt',
      '//secret.txt',
    ]
    for (const path of paths) {
      const answer = await raw(path)
      expect(answer, path).not.toContain('not for anyone')
      expect(answer, path).toMatch(/^HTTP\/1\.1 (400|403|404) /)
    }
  })

  test('an address of the interface for programs is never a page', async () => {
    const { status, body } = await server.request('GET', '/api/none')
    expect({ status, code: body.error.code }).toEqual({ status: 404, code: 'ROUTE_NOT_FOUND' })
  })

  test('only reading is taken', async () => {
    for (const method of ['POST', 'PUT', 'DELETE']) {
      const { status } = await server.request(method, '/jobs/3f1c')
      expect(status).toBeGreaterThanOrEqual(400)
    }
    expect((await server.request('HEAD', '/jobs/3f1c')).status).toBe(200)
  })

  test('scripts and frames from elsewhere are refused by what every page carries', async () => {
    const { headers } = await server.request('GET', '/')
    const policy = headers.get('content-security-policy') ?? ''
    for (const rule of ["script-src 'self' 'wasm-unsafe-eval';", "object-src 'none'", "frame-ancestors 'none'"])
      expect(policy).toContain(rule)
    expect(policy).not.toContain("'unsafe-eval'")
  })
})
