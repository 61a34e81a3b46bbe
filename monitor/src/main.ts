import process from 'node:process'
import { setTimeout as wait } from 'node:timers/promises'
import { openGateway } from './gateway.ts'
import { firstMomentMs, Pace, readingsOf, readReference, spanOf, told } from './life.ts'
import { HELP, type Options, readOptions, UsageError } from './options.ts'

const TICK_MS = 200
/** Longest that a fast life waits for somebody to hear it, ms. */
const HEARD_WITHIN_MS = 60_000

async function main(): Promise<void> {
  const options = readOptions(process.argv.slice(2))
  if (options === 'help') return void process.stdout.write(HELP)
  const { reference, name } = await readReference(options)
  const { offsetMs } = reference
  const span = spanOf(options, Date.now(), offsetMs)
  const topic = `yard/${options.job}`
  const gateway = await openGateway(topic, options.port)
  const address = `mqtt://127.0.0.1:${gateway.port}`
  process.stdout.write(`The monitor of “${name}” speaks at ${address}, topic ${topic}. It ${told(options, span)}\n`)
  let isOver = false
  process.on('SIGINT', () => (isOver = true))
  process.on('SIGTERM', () => (isOver = true))
  if (options.isToConnect) await enter(options, address, topic, offsetMs / 60_000)
  if (options.speed > 1)
    for (let i = 0; !gateway.isHeard() && !isOver && i * TICK_MS < HEARD_WITHIN_MS; i++) await wait(TICK_MS)
  const nowMs = Date.now()
  const pace = new Pace(
    readingsOf(reference, options, span),
    firstMomentMs(span, options, nowMs, offsetMs),
    options.speed,
    nowMs,
  )
  let isLiving = true
  while (!isOver) {
    const due = isLiving ? pace.due(Date.now()) : []
    if (due === null) {
      isLiving = false
      process.stdout.write('Its days are lived. What it read can still be asked for; Ctrl-C ends it.\n')
    } else gateway.publish(due)
    await wait(due && due.length > 0 && options.speed > 1 ? 1 : TICK_MS)
  }
  await gateway.close()
  process.exit(0)
}

/** Enters the monitor with the job, as a person would on the log page; one that is there already is set to this address. */
async function enter(options: Options, address: string, topic: string, offsetMin: number): Promise<void> {
  const path = `${options.server}/api/jobs/${options.job}/readings`
  const send = async (method: string, to: string, body?: object) => {
    const response = await fetch(to, {
      method,
      headers: { 'Content-Type': 'application/json' },
      ...(body ? { body: JSON.stringify(body) } : {}),
    })
    const answer = (await response.json()) as {
      error?: { message: string }
      sources?: { id: string; topic: string | null }[]
    }
    if (!response.ok) throw new UsageError(`The monitor could not be entered with the job: ${answer.error?.message}`)
    return answer
  }
  const { sources } = await send('GET', `${path}?from=0&to=1`)
  const known = sources?.find((source) => source.topic === topic)
  const said = { name: 'Simulated monitor', clockFastMin: 0, offsetMin, mapping: null, address, topic, account: null }
  if (known) await send('PUT', `${path}/sources/${known.id}`, said)
  else await send('POST', `${path}/sources`, { kind: 'monitor', ...said })
}

main().catch((error: Error) => {
  const isUsage = error instanceof UsageError
  process.stderr.write(`${error.message}\n${isUsage ? 'npm run monitor -- --help tells the options.\n' : ''}`)
  process.exit(isUsage ? 2 : 1)
})
