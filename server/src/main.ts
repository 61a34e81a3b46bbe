import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import process from 'node:process'
import { demoJobs, design, summarise } from '@yard-lamp/core'
import { designWithYear } from '@yard-lamp/core/proof'
import { type Logger, pino } from 'pino'
import { createServer } from './app.ts'
import { CatalogueStore } from './catalogue/store.ts'
import { type Database, migrateDatabase, openDatabase, writeCatalogue } from './database.ts'
import { isReachedFromElsewhere, type Reached } from './http/guard-origin.ts'
import { JobStore } from './jobs/store.ts'
import { THIS_MACHINE } from './people/actor.ts'
import { PeopleStore } from './people/store.ts'
import { Live } from './readings/live.ts'
import { Monitors } from './readings/monitors.ts'
import { ReadingStore } from './readings/store.ts'
import { RecordStore } from './records/store.ts'
import { StudyRunner } from './studies/runner.ts'
import { StudyStore } from './studies/store.ts'

/** Version of the program, set where it is built. */
declare const __VERSION__: string

/**
 * Starts the server from its environment: DATABASE_URL, PORT, HOST (loopback unless told otherwise), MIGRATIONS, PAGES,
 * ADDRESS (where people reach it through a proxy),
 * DEMO ("1" loads the demo jobs into an empty database), LOG_LEVEL. Prints one JSON line `{"listening": port}`.
 */
async function main(): Promise<void> {
  // Not the logger's own destination: that tries a pipe nobody reads any more for ever, and the process never ends.
  process.stderr.on('error', () => undefined)
  const log = pino({ level: process.env.LOG_LEVEL ?? 'info', base: null }, process.stderr)
  const url = process.env.DATABASE_URL
  if (!url) throw new Error('DATABASE_URL is not set')
  const host = process.env.HOST ?? '127.0.0.1'
  const { database, close } = openDatabase(url, (error) =>
    log.info({ reason: error.message }, 'a connection to the database is lost'),
  )
  await migrateDatabase(database, process.env.MIGRATIONS ?? join(import.meta.dirname, '../drizzle'))
  await writeCatalogue(database)
  if (process.env.DEMO === '1')
    await writeDemo(new JobStore(database, () => new Date()), new CatalogueStore(database, log, programMark()))
  const pages = process.env.PAGES
  const reached = reachedAt(host, process.env.ADDRESS)
  await ownerFirst(database, reached, log)
  const live = new Live(url, log)
  const now = () => new Date()
  const monitors = new Monitors({ url, database, store: new ReadingStore(database, now), log })
  const catalogue = new CatalogueStore(database, log, programMark())
  const runner = new StudyRunner({
    url,
    log,
    now,
    catalogue,
    program: __VERSION__,
    studies: new StudyStore(database, now),
    store: new JobStore(database, now),
    records: new RecordStore(database, now, new ReadingStore(database, now)),
  })
  const server = createServer({
    onStudyAsked: () => runner.ticket(),
    database,
    now,
    log,
    programMark: programMark(),
    program: __VERSION__,
    reached,
    live,
    ...(pages ? { pagesFolder: pages } : {}),
  })
  server.once('error', (error: NodeJS.ErrnoException) => {
    const taken = error.code === 'EADDRINUSE'
    process.stderr.write(
      taken
        ? `The port ${process.env.PORT} is taken by another program. Choose one with --port N.\n`
        : `${error.message}\n`,
    )
    process.exit(1)
  })
  server.listen(Number(process.env.PORT ?? 0), host, () => {
    monitors.begin()
    runner.begin()
    const address = server.address()
    process.stdout.write(`${JSON.stringify({ listening: typeof address === 'object' ? address?.port : address })}\n`)
  })
  stopWith(() => {
    void live.close()
    const gone = Promise.all([monitors.close(), runner.close()])
    server.closeIdleConnections()
    server.close(() => void gone.then(close).finally(() => process.exit(0)))
  })
}

/** @param address where people reach it, by a proxy; checked here */
function reachedAt(host: string, address: string | undefined): Reached {
  const onLoopback = host === '127.0.0.1' || host === '::1' || host === 'localhost'
  if (!address) return { onLoopback }
  const url = URL.canParse(address) ? new URL(address) : null
  if (!url || !/^https?:$/.test(url.protocol) || url.pathname !== '/' || url.search !== '' || url.username !== '')
    throw new Error(`The address is ${address}; it is to be such as https://lamp.example, and nothing after it.`)
  return { onLoopback, address: url }
}

/** Beyond this machine everybody signs in: somebody must be able to. @throws where nobody owns it yet */
async function ownerFirst(database: Database, reached: Reached, log: Logger): Promise<void> {
  if (!isReachedFromElsewhere(reached)) return
  if (!(await new PeopleStore(database, () => new Date()).hasOwner()))
    throw new Error(
      'Beyond this machine Yard Lamp is reached only by people who sign in, and it has no owner yet. Make one first: npm run people -- add "NAME" --account ACCOUNT --role owner',
    )
  if (reached.address?.protocol !== 'https:')
    log.warn(
      'Passwords and plans go over the network as they are. Put a proxy that speaks TLS before it: docs/people.md.',
    )
}

/** Of this very program: built, it is one file that holds all it computes with. */
const programMark = (): string =>
  createHash('sha256')
    .update(readFileSync(import.meta.filename))
    .digest('base64url')

async function writeDemo(store: JobStore, catalogue: CatalogueStore): Promise<void> {
  if (!(await store.isEmpty(THIS_MACHINE))) return
  for (const job of demoJobs().reverse()) {
    const { id, revision } = await store.create(THIS_MACHINE, job)
    // The first list shows what their pages would: their years too.
    const { catalogue: inForce, mark } = await catalogue.inForce(THIS_MACHINE)
    await store.keepSummary(THIS_MACHINE, id, revision, {
      summary: summarise(designWithYear(design(job, inForce))),
      mark,
    })
  }
}

/** Ends on a signal, and when the starter that holds our standard input goes away. */
function stopWith(stop: () => void): void {
  let stopping = false
  const once = () => {
    if (stopping) return
    stopping = true
    stop()
    setTimeout(() => process.exit(0), 3_000).unref()
  }
  process.on('SIGTERM', once)
  process.on('SIGINT', once)
  if (process.env.STOP_WITH_STDIN === '1') process.stdin.on('end', once).on('error', once).resume()
}

/** What lies at the bottom of an error, without the statement a driver wraps about it. */
function rootMessage(error: Error): string {
  if ((error as NodeJS.ErrnoException).code === '53100')
    return 'The database has no room left on its disk. Make room there.'
  if (!(error.cause instanceof Error)) return error.message
  return `The database cannot be used: ${rootMessage(error.cause) || (error.cause as NodeJS.ErrnoException).code}`
}

main().catch((error: Error) => {
  process.stderr.write(`${rootMessage(error)}\n`)
  process.exit(1)
})
