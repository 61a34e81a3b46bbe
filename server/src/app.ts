import type { Server } from 'node:http'
import { createServer as createHttpServer } from 'node:http'
import Router from '@koa/router'
import { REFUSALS } from '@yard-lamp/core/job'
import { sql } from 'drizzle-orm'
import Koa from 'koa'
import compress from 'koa-compress'
import helmet from 'koa-helmet'
import type { Logger } from 'pino'
import { catalogueRoutes } from './catalogue/routes.ts'
import { CatalogueStore } from './catalogue/store.ts'
import type { Database } from './database.ts'
import { ApiError, asApiError } from './http/errors.ts'
import { faultForLog } from './http/faults.ts'
import { guardOrigin, isReachedFromElsewhere, type Reached } from './http/guard-origin.ts'
import { servePages } from './http/serve-pages.ts'
import { JobList } from './jobs/listing.ts'
import { Presence } from './jobs/presence.ts'
import { jobRoutes } from './jobs/routes.ts'
import { JobStore } from './jobs/store.ts'
import { Audit, keepAudit } from './people/audit.ts'
import { guardDoor } from './people/door.ts'
import { type PeopleParts, peopleRoutes } from './people/routes.ts'
import { SessionStore } from './people/sessions.ts'
import { PeopleStore } from './people/store.ts'
import { Throttle } from './people/throttle.ts'
import { placeRoutes } from './places/routes.ts'
import type { Live } from './readings/live.ts'
import { readingRoutes } from './readings/routes.ts'
import { SourceStore } from './readings/sources.ts'
import { ReadingStore } from './readings/store.ts'
import { recordRoutes } from './records/routes.ts'
import { RecordStore } from './records/store.ts'
import { ReportMaker } from './reports/maker.ts'
import { reportRoutes } from './reports/routes.ts'
import { shareRoutes } from './shares/routes.ts'
import { ShareStore } from './shares/store.ts'
import { studyRoutes } from './studies/routes.ts'
import { StudyStore } from './studies/store.ts'

export interface ServerParts {
  readonly database: Database
  readonly now: () => Date
  readonly log: Logger
  /** Differs between programs that may design differently: what an older one summarised is made again. */
  readonly programMark: string
  /** Version of the program: reports say what they were made with. */
  readonly program: string
  /** Folder of the built pages; none serves the interface for programs alone. */
  readonly pagesFolder?: string
  /** Hears of readings, for pages that look. */
  readonly live: Live
  /** Tells whoever works on studies that one was asked for. */
  readonly onStudyAsked?: () => Promise<void>
  /** From where people reach it. */
  readonly reached: Reached
}

/** That browsers ask by TLS alone, s. */
const YEAR_S = 31_536_000
/** Longest a request may take to arrive, ms. */
const REQUEST_TIMEOUT_MS = 30_000
const HEADERS_TIMEOUT_MS = 10_000

/** The server without a port: `listen` is the caller's. */
export function createServer(parts: ServerParts): Server {
  const app = new Koa()
  app.silent = true
  app.use(answerErrors(parts.log))
  app.use(
    helmet({
      contentSecurityPolicy: { directives: CONTENT_POLICY },
      hsts: parts.reached.address?.protocol === 'https:' ? { maxAge: YEAR_S, includeSubDomains: false } : false,
      crossOriginOpenerPolicy: false,
      originAgentCluster: false,
    }),
  )
  if (parts.reached.address) {
    // The proxy says who asks: the last of those that were passed on, which it put there itself.
    app.proxy = true
    app.maxIpsCount = 1
  }
  app.use(guardOrigin(parts.reached))
  const people = new PeopleStore(parts.database, parts.now)
  const sessions = new SessionStore(parts.database, parts.now)
  const audit = new Audit(parts.database, parts.now)
  app.use(guardDoor({ people, sessions, thisMachineOnly: !isReachedFromElsewhere(parts.reached) }))
  app.use(keepAudit(audit, parts.log))
  const maker = new ReportMaker()
  for (const router of roomsOf(parts, maker, { people, sessions, audit })) {
    app.use(router.routes())
    app.use(
      router.allowedMethods({
        throw: true,
        methodNotAllowed: () => new ApiError('METHOD_NOT_ALLOWED'),
        notImplemented: () => new ApiError('METHOD_NOT_ALLOWED'),
      }),
    )
  }
  if (parts.pagesFolder !== undefined) {
    app.use(warmReports(maker))
    // Pages only: jobs change with every answer, and on loopback compressing them costs more than sending them.
    app.use(compress({ threshold: 1024, br: false }))
    app.use(servePages(parts.pagesFolder))
  }
  const server = createHttpServer(app.callback())
  server.on('close', () => void maker.close())
  server.requestTimeout = REQUEST_TIMEOUT_MS
  server.headersTimeout = HEADERS_TIMEOUT_MS
  return server
}

/** Every room with its routes. */
function roomsOf(parts: ServerParts, maker: ReportMaker, door: Omit<PeopleParts, 'throttle'>): Router[] {
  const store = new JobStore(parts.database, parts.now)
  const catalogue = new CatalogueStore(parts.database, parts.log, parts.programMark)
  const list = new JobList({ database: parts.database, now: parts.now, store, catalogue, log: parts.log })
  const readings = new ReadingStore(parts.database, parts.now)
  const records = new RecordStore(parts.database, parts.now, readings)
  return [
    healthRoutes(parts.database),
    catalogueRoutes(catalogue),
    jobRoutes({ store, list, records, presence: new Presence(parts.database, parts.now) }),
    reportRoutes({ store, catalogue, records, maker, now: parts.now, program: parts.program }),
    recordRoutes(records),
    readingRoutes(readings, new SourceStore(parts.database, parts.now), parts.live),
    placeRoutes(),
    peopleRoutes({ ...door, throttle: new Throttle(parts.database) }),
    studyRoutes(new StudyStore(parts.database, parts.now), store, parts.onStudyAsked ?? (() => Promise.resolve())),
    shareRoutes({
      shares: new ShareStore(parts.database, parts.now),
      store,
      catalogue,
      records,
      readings,
      maker,
      now: parts.now,
      program: parts.program,
    }),
  ]
}

/** Somebody looks at pages: a report may be asked for next. */
const warmReports =
  (maker: ReportMaker): Koa.Middleware =>
  (ctx, next) => {
    if (!ctx.path.startsWith('/api')) maker.warm()
    return next()
  }

/**
 * Everything comes from this server; styles may be set by scripts, as the component library does. WebAssembly may be made in
 * the page, for the kernel of the year; code from text may not.
 */
const CONTENT_POLICY = {
  defaultSrc: ["'self'"],
  scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
  styleSrc: ["'self'", "'unsafe-inline'"],
  imgSrc: ["'self'", 'data:', 'blob:'],
  fontSrc: ["'self'"],
  workerSrc: ["'self'"],
  objectSrc: ["'none'"],
  frameAncestors: ["'none'"],
  upgradeInsecureRequests: null,
}

/** Every error leaves as JSON from the catalogue; what went wrong below is logged, never shown. */
function answerErrors(log: Logger): Koa.Middleware {
  const outage = new Outage(log)
  return async (ctx, next) => {
    const startedMs = performance.now()
    try {
      await next()
      if (ctx.status === 404 && ctx.body === undefined) throw new ApiError('ROUTE_NOT_FOUND')
      if (ctx._matchedRoute !== undefined) outage.over()
    } catch (error) {
      const answer = asApiError(error)
      const { status } = REFUSALS[answer.code]
      ctx.status = status
      ctx.body = { error: { code: answer.code, ...answer.details, message: answer.message } }
      if (status === 503 || status === 507) outage.noticed(answer)
      else if (status >= 500)
        log.error(
          { code: answer.code, method: ctx.method, route: routeOf(ctx), ...faultForLog(error) },
          'request failed',
        )
    }
    if (ctx.path.startsWith('/api') && !ctx.response.get('Cache-Control')) ctx.set('Cache-Control', 'no-store')
    log.debug(
      { method: ctx.method, route: routeOf(ctx), status: ctx.status, ms: Math.round(performance.now() - startedMs) },
      'request',
    )
  }
}

/** The database away or full: said once in a sentence when it begins and when it is over, not with every request. */
class Outage {
  private code: string | null = null
  private readonly log: Logger

  constructor(log: Logger) {
    this.log = log
  }

  noticed({ code, message }: ApiError): void {
    if (this.code === code) return
    this.code = code
    this.log.warn({ code }, message)
  }

  over(): void {
    if (this.code === null) return
    this.code = null
    this.log.warn('The database answers again, and what is sent is saved.')
  }
}

/** The address as it is declared, without what was put into it. */
const routeOf = (ctx: Koa.Context): string => String(ctx._matchedRoute ?? 'none')

/** A database that answered as lately as this is well, ms: being asked costs the others nothing. */
const WELL_FOR_MS = 250

function healthRoutes(database: Database): Router {
  const router = new Router()
  let answeredMs = Number.NEGATIVE_INFINITY
  router.get('/api/health', async (ctx) => {
    if (performance.now() - answeredMs > WELL_FOR_MS) {
      await database.execute(sql`select 1`)
      answeredMs = performance.now()
    }
    ctx.body = { status: 'ok' }
  })
  return router
}
