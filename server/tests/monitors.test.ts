import { createServer, type Server } from 'node:net'
import { fieldStation } from '@yard-lamp/core'
import { Aedes } from 'aedes'
import { pino } from 'pino'
import { afterAll, afterEach, beforeAll, beforeEach, expect, test, vi } from 'vitest'
import { Monitors } from '../src/readings/monitors.ts'
import { ReadingStore } from '../src/readings/store.ts'
import { startTestServer, type TestServer } from './harness.ts'

const START = Date.UTC(2025, 5, 1)
const MINUTE_MS = 60_000
const TOPIC = 'site/hut'
const log = pino({ level: 'silent' })

/** A gateway on site: a broker, and what it is asked for. */
class Gateway {
  readonly asked: number[] = []
  port = 0
  private broker: Aedes | null = null
  private server: Server | null = null

  async open(): Promise<void> {
    this.broker = await Aedes.createBroker()
    await this.broker.subscribe(
      `${TOPIC}/asked`,
      (packet, done) => {
        this.asked.push(JSON.parse(packet.payload.toString()).fromMs)
        done()
      },
      () => undefined,
    )
    const server = createServer(this.broker.handle)
    await new Promise<void>((resolve) => server.listen(this.port, '127.0.0.1', resolve))
    this.server = server
    this.port = (server.address() as { port: number }).port
  }

  say(times: readonly number[], soc: number): void {
    this.send('readings', JSON.stringify({ at: times, figures: { soc: times.map(() => soc) } }))
  }
  send(end: string, payload: string): void {
    this.broker?.publish(
      {
        cmd: 'publish',
        qos: 1,
        dup: false,
        retain: end === 'state',
        topic: `${TOPIC}/${end}`,
        payload: Buffer.from(payload),
      },
      () => undefined,
    )
  }
  hearers = (): number => this.broker?.connectedClients ?? 0

  async close(): Promise<void> {
    await new Promise<void>((resolve) => this.broker?.close(() => resolve()))
    await new Promise((resolve) => this.server?.close(resolve))
  }
}

let server: TestServer
let gateway: Gateway
let id = ''
const running: Monitors[] = []
const begin = (): Monitors => {
  const store = new ReadingStore(server.open.database, () => new Date())
  const monitors = new Monitors({ url: server.url, database: server.open.database, store, log, lookMs: 100 })
  monitors.begin()
  running.push(monitors)
  return monitors
}
beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())
beforeEach(async () => {
  gateway = new Gateway()
  await gateway.open()
  id = (await server.request('POST', '/api/jobs', { job: fieldStation() })).body.id
  await server.request('POST', `/api/jobs/${id}/readings/sources`, {
    kind: 'monitor',
    name: 'Gateway',
    clockFastMin: 0,
    offsetMin: 0,
    mapping: null,
    address: `mqtt://127.0.0.1:${gateway.port}`,
    topic: TOPIC,
    account: null,
  })
})
afterEach(async () => {
  for (const monitors of running.splice(0)) await monitors.close()
  await gateway.close()
  await server.request('DELETE', `/api/jobs/${id}`)
})

const source = async () =>
  (await server.request('GET', `/api/jobs/${id}/readings?from=${START}&to=${START + 1e9}`)).body.sources[0]
const times = async (): Promise<number[]> => {
  const { id: sourceId } = await source()
  const path = `/api/jobs/${id}/readings/sources/${sourceId}?from=${START}&to=${START + 1e9}`
  return (await server.request('GET', path)).body.at
}
const until = (holds: () => boolean | Promise<boolean>) =>
  vi.waitFor(async () => expect(await holds()).toBe(true), { timeout: 20_000, interval: 50 })

test('what a monitor says is kept, and it is asked first for all it has', async () => {
  begin()
  await until(() => gateway.asked.length > 0)
  expect(gateway.asked).toEqual([0])
  gateway.say([START, START + MINUTE_MS], 81)
  await until(async () => (await times()).length === 2)
  expect((await source()).heardAt).not.toBeNull()
})

test('a way that falls is made again, and what was missed is asked for', async () => {
  begin()
  await until(() => gateway.asked.length > 0)
  gateway.say([START], 81)
  await until(async () => (await times()).length === 1)
  await gateway.close()
  await until(async () => (await source()).trouble !== '')
  await gateway.open()
  await until(() => gateway.asked.length > 1)
  expect(gateway.asked).toEqual([0, START + 1])
  gateway.say([START + MINUTE_MS, START + 2 * MINUTE_MS], 80)
  await until(async () => (await times()).length === 3)
  expect((await source()).trouble).toBe('')
})

test('a monitor whose clock is fast is asked by its own clock', async () => {
  begin()
  await until(() => gateway.asked.length > 0)
  gateway.say([START + 60 * MINUTE_MS], 81)
  await until(async () => (await times()).length === 1)
  const { id: sourceId, name, address, topic } = await source()
  await server.request('PUT', `/api/jobs/${id}/readings/sources/${sourceId}`, {
    name,
    address,
    topic,
    clockFastMin: 60,
    offsetMin: 0,
    mapping: null,
    account: null,
  })
  await until(() => gateway.asked.length > 1)
  expect(await times()).toEqual([START])
  expect(gateway.asked[1]).toBe(START + 60 * MINUTE_MS + 1)
})

test('a gap between two readings is asked for', async () => {
  begin()
  await until(() => gateway.asked.length > 0)
  gateway.say([START], 81)
  await until(async () => (await times()).length === 1)
  gateway.say([START + 300 * MINUTE_MS], 79)
  await until(() => gateway.asked.includes(START + 1))
})

test('what cannot be read is told beside its source, and the rest goes on', async () => {
  begin()
  await until(() => gateway.hearers() > 0 && gateway.asked.length > 0)
  gateway.send('readings', '{ "at": [1')
  await until(async () => (await source()).trouble.includes('cannot be read'))
  gateway.say([START], 81)
  await until(async () => (await times()).length === 1)
  gateway.send('state', 'gone')
  await until(async () => (await source()).trouble === 'the monitor is not there')
})

test('of two servers one hears it; when that one goes the other does', async () => {
  const first = begin()
  await until(() => gateway.hearers() === 1)
  begin()
  gateway.say([START], 81)
  await until(async () => (await times()).length === 1)
  expect(gateway.hearers()).toBe(1)
  await first.close()
  running.shift()
  await until(() => gateway.hearers() === 1 && gateway.asked.length === 2)
  gateway.say([START + MINUTE_MS], 80)
  await until(async () => (await times()).length === 2)
})

test('a source that is taken away is heard no more', async () => {
  begin()
  await until(() => gateway.hearers() === 1)
  await server.request('DELETE', `/api/jobs/${id}/readings/sources/${(await source()).id}`)
  await until(() => gateway.hearers() === 0)
})
