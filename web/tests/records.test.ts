import 'fake-indexeddb/auto'
import { createServer, type Server, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'
import type { BuildRecord } from '@yard-lamp/core/records'
import { afterAll, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest'
import { outbox } from '../src/outbox/box.ts'
import { sendNow } from '../src/outbox/send.ts'
import { allKept } from '../src/store/all-kept.ts'
import { openRecords, selectBuildings, selectRecords, writeRecords } from '../src/store/records.ts'
import { stepTyped } from '../src/store/records-slice.ts'
import { makeStore } from '../src/store/store.ts'

/** A server that keeps records as ours does, as far as this page can tell; it can be away, and refuse. */
let kept: BuildRecord[] = []
let isAway = false
let refused = ''
let server: Server

const body = async (request: AsyncIterable<Buffer>): Promise<string> => {
  const chunks: Buffer[] = []
  for await (const chunk of request) chunks.push(chunk)
  return Buffer.concat(chunks).toString('utf8')
}

const files: string[] = []
const NO_PHOTOGRAPH = '00000000-0000-4000-8000-00000000bad0'
/** Photographs are taken, but for those that are none. */
function answerFile(url: string, response: ServerResponse): void {
  const id = url.split('/').at(-1)?.split('?')[0] ?? ''
  if (id === NO_PHOTOGRAPH) {
    response.writeHead(422, { 'Content-Type': 'application/json' })
    response.end(JSON.stringify({ error: { code: 'FILE_INVALID', message: 'This is no photograph.' } }))
    return
  }
  files.push(id)
  response.writeHead(200, { 'Content-Type': 'application/json' }).end('{}')
}

beforeAll(async () => {
  server = createServer(async (request, response) => {
    const text = await body(request)
    if (isAway) return void request.socket.destroy()
    if (request.url?.includes('/files/')) return answerFile(request.url, response)
    if (request.method === 'GET') return void response.end(JSON.stringify({ records: kept }))
    const { records } = JSON.parse(text) as { records: BuildRecord[] }
    if (records.some(({ id }) => id === refused)) {
      response.writeHead(409, { 'Content-Type': 'application/json' })
      return void response.end(JSON.stringify({ error: { code: 'BUILD_SIGNED', message: 'It was signed off.' } }))
    }
    kept = [...kept.filter(({ id }) => !records.some((each) => each.id === id)), ...records]
    response.writeHead(204).end()
  })
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready))
  const origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  const real = fetch
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => real(origin + path, init))
  const held = new Map<string, string>()
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => held.get(key) ?? null,
    setItem: (key: string, value: string) => held.set(key, value),
    removeItem: (key: string) => held.delete(key),
  })
})
afterAll(async () => {
  vi.unstubAllGlobals()
  await new Promise((closed) => server.close(closed))
})

const newStore = makeStore
let store: ReturnType<typeof newStore>
let jobs = 0
let jobId = ''
beforeEach(async () => {
  kept = []
  isAway = false
  refused = ''
  store = newStore()
  jobId = `job-${++jobs}`
  await store.dispatch(openRecords(jobId))
})

let written = 0
const common = () => ({
  id: `00000000-0000-4000-8000-${String(++written).padStart(12, '0')}`,
  at: '2026-11-28T08:00:00.000Z',
  by: 'Ines Varga',
})
const begin = (): BuildRecord => ({ ...common(), kind: 'begin', optionId: 'a', revision: 1, reason: '' })
const done = (stepId: string): BuildRecord => ({
  ...common(),
  kind: 'step',
  stepId,
  title: stepId,
  designation: '',
  mark: '01234567',
  outcome: 'pass',
  readings: [],
  now: null,
  note: '',
})
const state = () => store.getState().records
const settled = () => vi.waitFor(() => expect(state().unsent).toEqual([]))

describe('records written on this device', () => {
  test('count at once, are sent in their order, and are then the server’s', async () => {
    const [first, second] = [begin(), done('board.off')]
    store.dispatch(writeRecords(first, second))
    expect(selectRecords(store.getState())).toEqual([first, second])
    expect(selectBuildings(store.getState())[0]?.results.has('board.off')).toBe(true)
    await settled()
    expect([kept, state().kept]).toEqual([
      [first, second],
      [first, second],
    ])
  })

  test('stay while the server is away, over a closed page too, and are sent once it is back', async () => {
    isAway = true
    const record = begin()
    store.dispatch(writeRecords(record))
    await vi.waitFor(() => expect(state().problem).toBe('The server does not answer.'))
    expect(state().unsent).toEqual([record])
    // The page is closed and opened again.
    store = newStore()
    isAway = false
    await store.dispatch(openRecords(jobId))
    await settled()
    expect([kept, state().problem]).toEqual([[record], ''])
  })

  test('whose answer was lost are counted once', async () => {
    const record = begin()
    isAway = true
    store.dispatch(writeRecords(record))
    await vi.waitFor(() => expect(state().problem).not.toBe(''))
    isAway = false
    // It had arrived all the same.
    kept = [record]
    await store.dispatch(openRecords(jobId))
    expect(selectRecords(store.getState())).toEqual([record])
    await settled()
    expect(state().kept).toEqual([record])
  })

  test('are waited for by what must come after them, which says why where they are not sent', async () => {
    store.dispatch(writeRecords(begin()))
    expect(await store.dispatch(allKept())).toBe('')
    expect(kept).toHaveLength(1)
    isAway = true
    store.dispatch(writeRecords(done('board.off'), done('bank.polarity')))
    expect(await store.dispatch(allKept())).toBe(
      '2 records are not sent yet, and must be first: The server does not answer.',
    )
    isAway = false
    expect(await store.dispatch(allKept())).toBe('')
    expect(kept).toHaveLength(3)
  })

  test('one that is refused is said and holds up no other', async () => {
    const [first, wrong, last] = [begin(), done('late'), done('board.off')]
    refused = wrong.id
    store.dispatch(writeRecords(first, wrong, last))
    await settled()
    expect(kept).toEqual([first, last])
    expect(state().refused).toEqual([expect.objectContaining({ record: wrong, reason: 'It was signed off.' })])
  })

  test('photographs go before what names them; one that is none is said, and holds up nothing else', async () => {
    isAway = true
    const good = crypto.randomUUID()
    const bad = NO_PHOTOGRAPH
    for (const fileId of [good, bad]) await outbox.putPhoto({ jobId, fileId, photo: new Blob(['x']), keepPlace: false })
    const photo = (fileId: string): BuildRecord => ({ ...common(), kind: 'photo', stepId: 's', fileId, caption: '' })
    const [first, second, third] = [begin(), photo(good), photo(bad)]
    await store.dispatch(writeRecords(first, second, third))
    isAway = false
    await vi.waitFor(async () => {
      await sendNow()
      expect(kept).toEqual([first, second])
    })
    expect(files).toContain(good)
    expect(await outbox.photos(jobId)).toEqual([
      expect.objectContaining({ fileId: bad, refused: 'This is no photograph.' }),
    ])
    expect(selectRecords(store.getState())).toContainEqual(third)
    await outbox.dropRecords([third.id])
    await outbox.dropPhoto(bad)
    await settled()
  })

  test('of a job that is left meanwhile are not mixed into the next one', async () => {
    store.dispatch(writeRecords(begin()))
    await store.dispatch(openRecords('another'))
    await sendNow()
    await vi.waitFor(() => expect(kept).toHaveLength(1))
    expect(state().kept.concat(state().unsent).length).toBeLessThanOrEqual(1)
    expect(state().jobId).toBe('another')
  })
})

test('what is typed into a step is held until it is recorded', async () => {
  const typed = { texts: { openV: '34.1' }, note: 'hazy' }
  store.dispatch(stepTyped({ stepId: 'string.GP1.2', typed }))
  store.dispatch(writeRecords(begin()))
  await settled()
  store = newStore()
  await store.dispatch(openRecords(jobId))
  expect(state().typed['string.GP1.2']).toEqual(typed)
  store.dispatch(writeRecords(done('string.GP1.2')))
  expect(state().typed).toEqual({})
})

describe('the outbox of this device', () => {
  test('takes over what an older program kept elsewhere, once, and keeps what this one cannot read', async () => {
    const { outbox: fresh } = await beginAnew({ unsent: [begin(), { id: 'of-tomorrow', kind: 'hologram' }], typed: {} })
    expect((await fresh.records('old-job')).map(({ record }) => record.kind)).toEqual(['begin', 'hologram'])
    const { outbox: again } = await beginAnew(null)
    expect(await again.records('old-job')).toHaveLength(2)
    expect(JSON.parse(localStorage.getItem('yardlamp.records.old-job') ?? '')).toEqual({ typed: {} })
    await store.dispatch(openRecords('old-job'))
    await vi.waitFor(() =>
      expect(state().refused.map(({ reason }) => reason)).toContain('This version of Yard Lamp cannot read it.'),
    )
    await again.dropRecords((await again.records('old-job')).map(({ id }) => id))
  })

  test('whose storage is full says so, and sends what the page holds', async () => {
    const { outbox: fresh } = await beginAnew(null)
    const add = vi.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError')
    })
    const record = begin()
    expect(await fresh.put('full-job', [record])).toBe(false)
    expect((await fresh.records('full-job')).map(({ id }) => id)).toEqual([record.id])
    add.mockRestore()
    await fresh.dropRecords([record.id])
    expect(await fresh.records('full-job')).toEqual([])
  })
})

/** The box as a page finds it that begins. @param old what stands where an older program kept it; null leaves that alone */
async function beginAnew(old: unknown) {
  if (old !== null) {
    const keep = { 'yardlamp.records.old-job': JSON.stringify(old) }
    for (const [key, text] of Object.entries(keep)) localStorage.setItem(key, text)
    // As a browser’s does, it lists its keys as its own.
    Object.assign(localStorage, keep)
  }
  vi.resetModules()
  return import('../src/outbox/box.ts')
}
