import { createServer, type Server } from 'node:net'
import { type Batch, batchOf, type Sample } from '@yard-lamp/core/log'
import { Aedes } from 'aedes'

/** What a small gateway on site does: its own broker, readings under its topic, and what it still has when it is asked. */
export interface Gateway {
  readonly port: number
  /** Publishes readings, and keeps them to be asked for. */
  publish(samples: readonly Sample[]): void
  /** Whether somebody hears. */
  isHeard(): boolean
  /** Cuts every way to it, as a fallen link does; they come back by themselves. */
  cut(): void
  close(): Promise<void>
}

/** Readings that are kept to be asked for: two weeks of minutes. */
const MOST_KEPT = 20_160
/** Readings of one answer. */
const AT_ONCE = 5000

/**
 * Opens the gateway on loopback.
 * @param topic under which it speaks: TOPIC/readings, TOPIC/state; it hears TOPIC/asked
 */
export async function openGateway(topic: string, port: number): Promise<Gateway> {
  const broker = await Aedes.createBroker({ id: topic })
  const server: Server = createServer(broker.handle)
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject)
    server.listen(port, '127.0.0.1', resolve)
  })
  const kept: Sample[] = []
  const send = (end: string, payload: string, retain = false) =>
    broker.publish(
      { cmd: 'publish', qos: 1, dup: false, retain, topic: `${topic}/${end}`, payload: Buffer.from(payload) },
      () => undefined,
    )
  const sendBatch = (batch: Batch) => send('readings', JSON.stringify(batch))
  await broker.subscribe(
    `${topic}/asked`,
    (packet, done) => {
      const fromMs = askedFrom(packet.payload.toString())
      const from = fromMs === null ? kept.length : kept.findIndex(({ atMs }) => atMs >= fromMs)
      for (let at = from; at >= 0 && at < kept.length; at += AT_ONCE) sendBatch(batchOf(kept.slice(at, at + AT_ONCE)))
      done()
    },
    () => undefined,
  )
  send('state', 'here', true)
  const address = server.address()
  return {
    port: typeof address === 'object' && address ? address.port : port,
    publish(samples) {
      if (samples.length === 0) return
      kept.push(...samples)
      kept.splice(0, Math.max(0, kept.length - MOST_KEPT))
      sendBatch(batchOf(samples))
    },
    isHeard: () => broker.connectedClients > 0,
    cut: () => {
      for (const client of Object.values(
        (broker as unknown as { clients: Record<string, { conn: { destroy(): void } }> }).clients,
      ))
        client.conn.destroy()
    },
    close: () =>
      new Promise((resolve) => {
        broker.close(() => server.close(() => resolve()))
      }),
  }
}

/** A moment from which readings are asked for, ms; null where the question cannot be read. */
function askedFrom(payload: string): number | null {
  try {
    const { fromMs } = JSON.parse(payload) as { fromMs?: unknown }
    return typeof fromMs === 'number' && Number.isFinite(fromMs) ? fromMs : null
  } catch {
    return null
  }
}
