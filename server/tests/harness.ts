import { randomUUID } from 'node:crypto'
import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { join } from 'node:path'
import pg from 'pg'
import { pino } from 'pino'
import { inject } from 'vitest'
import { createServer } from '../src/app.ts'
import { migrateDatabase, type OpenDatabase, openDatabase, writeCatalogue } from '../src/database.ts'

export const MIGRATIONS = join(import.meta.dirname, '../drizzle')

/** A database of its own on the tests' cluster. */
export async function freshDatabaseUrl(): Promise<string> {
  const admin = new pg.Client({ connectionString: inject('clusterUrl') })
  await admin.connect()
  const name = `t${randomUUID().replaceAll('-', '')}`
  await admin.query(`create database ${name}`)
  await admin.end()
  return inject('clusterUrl').replace(/\/postgres$/, `/${name}`)
}

export interface Answer {
  readonly status: number
  readonly headers: Headers
  // biome-ignore lint/suspicious/noExplicitAny: answers are compared whole, whatever their shape
  readonly body: any
}

export interface TestServer {
  readonly origin: string
  readonly open: OpenDatabase
  request(method: string, path: string, body?: unknown, headers?: Record<string, string>): Promise<Answer>
  close(): Promise<void>
}

/** The server on a free port with a fresh, migrated database and a clock that ticks a second a reading. */
export async function startTestServer(options: { url?: string } = {}): Promise<TestServer> {
  const open = openDatabase(options.url ?? (await freshDatabaseUrl()), () => undefined)
  if (!options.url) {
    await migrateDatabase(open.database, MIGRATIONS)
    await writeCatalogue(open.database)
  }
  let seconds = 0
  const now = () => new Date(Date.UTC(2026, 0, 1, 0, 0, seconds++))
  const server: Server = createServer({
    database: open.database,
    now,
    log: pino({ level: 'silent' }),
    programMark: 'test',
    loopbackOnly: true,
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  const origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  return {
    origin,
    open,
    async request(method, path, body, headers = {}) {
      const text = body === undefined || typeof body === 'string' ? body : JSON.stringify(body)
      const response = await fetch(origin + path, {
        method,
        headers: { ...(text === undefined ? {} : { 'Content-Type': 'application/json' }), ...headers },
        ...(text === undefined ? {} : { body: text }),
      })
      const answer = await response.text()
      const json = response.headers.get('content-type')?.includes('json')
      return { status: response.status, headers: response.headers, body: json ? JSON.parse(answer) : answer }
    },
    async close() {
      server.closeAllConnections()
      await new Promise((resolve) => server.close(resolve))
      await open.close()
    },
  }
}
