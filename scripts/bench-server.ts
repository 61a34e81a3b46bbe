/** Times the server under load: saves as acts and as documents, reads, and whether it answers meanwhile. */
import { Agent, request } from 'node:http'
import { Worker } from 'node:worker_threads'
import { design, type Edit, fieldStation, type Job, type Load, SHIPPED_CATALOGUE, summarise } from '@yard-lamp/core'

const AT_ONCE = 50
const ROUNDS = 30
const WARM_UP_ROUNDS = 10
const LONE_SAVES = 100
const LONE_WARM_UP = 40
const HEALTH_EVERY_MS = 5

/** The demo job with so many loads. */
export function jobOf(loads: number): Job {
  const job = fieldStation()
  const rows = Array.from({ length: loads }, (_, i): Load => {
    const source = job.loads[i % job.loads.length] as Load
    return {
      ...source,
      id: `load-${i}`,
      name: `${source.name} ${i}`,
      powerW: Math.round(((source.powerW ?? 0) * 100) / loads) / 10,
      startW: null,
    }
  })
  return { ...job, loads: rows }
}

export const percentile = (times: number[], share: number): number =>
  times.sort((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * share))] ?? 0

interface Answer {
  readonly id: string
  readonly revision: number
  readonly mark: string
}

const agent = new Agent({ keepAlive: true, maxSockets: 2 * AT_ONCE })

/** Through connections that stay open, as a browser’s do; a client that costs little beside what it measures. */
function send(origin: string, method: string, path: string, text?: string): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const headers =
      text === undefined ? {} : { 'Content-Type': 'application/json', 'Content-Length': Buffer.byteLength(text) }
    const sent = request(origin + path, { method, agent, headers }, (answer) => {
      const parts: Buffer[] = []
      answer.on('data', (part: Buffer) => parts.push(part))
      answer.on('end', () =>
        answer.statusCode === 200 || answer.statusCode === 201
          ? resolve(JSON.parse(Buffer.concat(parts).toString()) as Answer)
          : reject(new Error(`${method} ${path}: ${answer.statusCode}`)),
      )
    })
    sent.on('error', reject)
    sent.end(text)
  })
}

const of = (times: number[]) => ({
  count: times.length,
  medianMs: percentile(times, 0.5),
  p99Ms: percentile(times, 0.99),
})

/** Asks from a thread of its own, so that what it waits for is the server and not the clients beside it. */
function healthOf(origin: string) {
  const asks = new Worker(
    `const { parentPort, workerData } = require('node:worker_threads')
    const { Agent, get } = require('node:http')
    const agent = new Agent({ keepAlive: true })
    const times = []
    let over = false
    const ask = () => {
      const startedMs = performance.now()
      get(workerData + '/api/health', { agent }, (answer) => {
        answer.resume()
        answer.on('end', () => {
          times.push(performance.now() - startedMs)
          if (!over) setTimeout(ask, ${HEALTH_EVERY_MS})
        })
      }).on('error', () => undefined)
    }
    parentPort.on('message', (told) => {
      if (told === 'begin') ask()
      else {
        over = true
        parentPort.postMessage(times)
        agent.destroy()
        parentPort.close()
      }
    })
    parentPort.postMessage('ready')`,
    { eval: true, workerData: origin },
  )
  const ready = new Promise<void>((resolve) => asks.once('message', () => resolve()))
  return {
    begin: () => ready.then(() => asks.postMessage('begin')),
    end: () =>
      new Promise<number[]>((resolve) => {
        asks.once('message', resolve)
        asks.postMessage('end')
      }),
  }
}

/** The clients, each with its own job of 200 loads, in rounds; the server is warm. */
export async function timeServer(origin: string) {
  const job = jobOf(200)
  const text = JSON.stringify(job)
  const { mark } = await send(origin, 'GET', '/api/catalogue')
  const summarised = JSON.stringify({ summary: summarise(design(job, SHIPPED_CATALOGUE)), mark })
  const make = () => send(origin, 'POST', '/api/jobs', `{"job":${text}}`)
  const asActs = ({ id }: Answer, revision: number) => {
    const act: Edit = { act: 'change-loads', changes: [{ id: `load-${revision % 200}`, patch: { powerW: revision } }] }
    const body = `{"baseRevision":${revision},"summarised":${summarised},"acts":[${JSON.stringify(act)}]}`
    return () => send(origin, 'PATCH', `/api/jobs/${id}`, body)
  }
  const asDocument = ({ id }: Answer, revision: number) => {
    const document = JSON.stringify({ ...job, note: `save ${revision}` })
    const body = `{"baseRevision":${revision},"summarised":${summarised},"job":${document}}`
    return () => send(origin, 'PUT', `/api/jobs/${id}`, body)
  }

  const lone = async (save: typeof asActs) => {
    const stored = await make()
    const times: number[] = []
    for (let revision = 1; revision <= LONE_SAVES + LONE_WARM_UP; revision++) {
      const go = save(stored, revision)
      const startedMs = performance.now()
      await go()
      if (revision > LONE_WARM_UP) times.push(performance.now() - startedMs)
    }
    return of(times)
  }
  /** All clients in rounds, each with what it sends at hand; beside them, how long the server takes to say that it is well. */
  const together = async (act: (stored: Answer, round: number) => () => Promise<unknown>) => {
    const stored = await Promise.all(Array.from({ length: AT_ONCE }, make))
    const times: number[] = []
    const health = healthOf(origin)
    for (let round = 1; round <= ROUNDS + WARM_UP_ROUNDS; round++) {
      if (round === WARM_UP_ROUNDS) await health.begin()
      const ready = stored.map((each) => act(each, round))
      await Promise.all(
        ready.map(async (go) => {
          const startedMs = performance.now()
          await go()
          if (round > WARM_UP_ROUNDS) times.push(performance.now() - startedMs)
        }),
      )
    }
    return { ...of(times), health: of(await health.end()) }
  }
  const warm = await together(asActs)
  const loneActs = await lone(asActs)
  const loneDocument = await lone(asDocument)
  const acts = await together(asActs)
  const documents = await together(asDocument)
  const reads = await together(
    ({ id }) =>
      () =>
        send(origin, 'GET', `/api/jobs/${id}`),
  )
  agent.destroy()
  return { warm, loneActs, loneDocument, acts, documents, reads }
}
