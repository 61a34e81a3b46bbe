import { itemsOf } from '@yard-lamp/core/catalogue'
import { wilsonInterval } from '@yard-lamp/core/proof'
import type { StudyAsked, YearsStudied } from '@yard-lamp/core/report'
import PgBoss from 'pg-boss'
import type { Logger } from 'pino'
import type { CatalogueStore } from '../catalogue/store.ts'
import { faultForLog } from '../http/faults.ts'
import type { JobStore } from '../jobs/store.ts'
import type { Actor } from '../people/actor.ts'
import type { RecordStore } from '../records/store.ts'
import type { YearChunk } from '../reports/asked.ts'
import { ReportMaker } from '../reports/maker.ts'
import { builtOf } from '../reports/routes.ts'
import type { StudyStore } from './store.ts'

/** Queue of tickets: each says that something waits; which it is, the table says, so that shares are fair. */
const QUEUE = 'studies'
/** Years worked between two beats: a second or less. */
const CHUNK_YEARS = 100
/** A report is made in one piece: meanwhile the server is heard of this often, ms. */
const BEAT_MS = 3000
/** How often it is looked for what a server that is gone left, ms. */
const LOOK_MS = 5000
/** A ticket is good for so long, s: the longest study, and more. */
const TICKET_S = 600
const CONNECTIONS = 2

export interface RunnerParts {
  readonly url: string
  readonly studies: StudyStore
  readonly store: JobStore
  readonly catalogue: CatalogueStore
  readonly records: RecordStore
  readonly log: Logger
  readonly now: () => Date
  readonly program: string
  readonly lookMs?: number
}

type Claimed = NonNullable<Awaited<ReturnType<StudyStore['claim']>>>

/** Works on what waits, one at a time on each server. */
export class StudyRunner {
  private readonly parts: RunnerParts
  private readonly boss: PgBoss
  private readonly maker = new ReportMaker()
  private timer: NodeJS.Timeout | undefined
  private isClosed = false
  private begun: Promise<void> = Promise.resolve()

  constructor(parts: RunnerParts) {
    this.parts = parts
    this.boss = new PgBoss({
      connectionString: parts.url,
      max: CONNECTIONS,
      schedule: false,
      application_name: 'yard-lamp',
    })
    this.boss.on('error', (error) => parts.log.info(faultForLog(error), 'the queue of studies does not answer'))
  }

  begin(): void {
    this.begun = this.start().catch((error: unknown) => {
      this.parts.log.warn(faultForLog(error), 'studies cannot be queued; everything else works')
    })
  }

  private async start(): Promise<void> {
    await this.boss.start()
    await this.boss.createQueue(QUEUE)
    await this.boss.work(QUEUE, { batchSize: 1, pollingIntervalSeconds: 1 }, () => this.next())
    const look = async () => {
      try {
        if ((await this.parts.studies.takeUp()) > 0) await this.ticket()
      } catch {
        // The database is away: said elsewhere, and looked again.
      }
      if (!this.isClosed) this.timer = setTimeout(() => void look(), this.parts.lookMs ?? LOOK_MS)
    }
    await look()
  }

  /** Something was asked for. Where the queue is away it is found by the next look. */
  async ticket(): Promise<void> {
    await this.boss
      .send(QUEUE, {}, { retryLimit: 0, expireInSeconds: TICKET_S })
      .catch((error: unknown) => this.parts.log.info(faultForLog(error), 'a study waits for the next look'))
  }

  /** Lets go of what is under way: another server takes it up. */
  async close(): Promise<void> {
    this.isClosed = true
    clearTimeout(this.timer)
    await this.maker.close()
    await this.begun
    await this.boss.stop({ graceful: false, wait: false }).catch(() => undefined)
  }

  private async next(): Promise<void> {
    const claimed = await this.parts.studies.claim()
    if (!claimed || this.isClosed) return
    const { id, tries } = claimed
    try {
      await this.work(claimed, claimed.asked as StudyAsked)
    } catch (error) {
      if (this.isClosed) return
      this.parts.log.error({ study: id, ...faultForLog(error) }, 'a study failed')
      await this.parts.studies.end(id, tries, { problem: (error as Error).message || 'It could not be worked.' })
    }
  }

  private async work(claimed: Claimed, asked: StudyAsked): Promise<void> {
    const actor: Actor = { id: claimed.askedBy, name: '', role: 'viewer' }
    const { job } = await this.parts.store.readRevision(actor, claimed.jobId, claimed.revision)
    const { catalogue, mark } = await this.parts.catalogue.inForce(actor)
    const items = itemsOf(catalogue)
    if (asked.kind === 'years') return this.years(claimed, asked.years, { job, items })
    const beat = setInterval(
      () => void this.parts.studies.beat(claimed.id, claimed.tries, 0.5, null).catch(() => undefined),
      BEAT_MS,
    )
    try {
      const pdf = await this.maker.make('pdf', {
        job,
        items,
        reader: asked.for,
        paper: asked.paper,
        revision: String(claimed.revision),
        date: this.parts.now().toISOString().slice(0, 10),
        program: this.parts.program,
        catalogueMark: mark,
        ...(await builtOf(claimed.jobId, actor, this.parts)),
      })
      await this.parts.studies.end(claimed.id, claimed.tries, { file: Buffer.from(pdf) })
    } finally {
      clearInterval(beat)
    }
  }

  /** A piece after another; how far it came is kept with each, for whichever server goes on. */
  private async years({ id, tries, partial }: Claimed, years: number, of: Parameters<typeof this.chunk>[0]) {
    let worked = (partial as YearChunk | null) ?? NOTHING
    while (worked.years < years) {
      worked = joined(worked, await this.chunk(of, worked.years + 1, Math.min(CHUNK_YEARS, years - worked.years)))
      if (!(await this.parts.studies.beat(id, tries, worked.years / years, worked))) return
    }
    await this.parts.studies.end(id, tries, { result: studied(worked) })
  }

  private chunk(
    of: { readonly job: Parameters<JobStore['create']>[1]; readonly items: ReturnType<typeof itemsOf> },
    firstSeed: number,
    years: number,
  ) {
    return this.maker.make('years', { ...of, firstSeed, years })
  }
}

const NOTHING: YearChunk = {
  years: 0,
  carriedYears: 0,
  unmetHours: 0,
  mostUnmetHours: 0,
  generatorHours: 0,
  mostGeneratorHours: 0,
  lowestSoc: 1,
}

const joined = (a: YearChunk, b: YearChunk): YearChunk => ({
  years: a.years + b.years,
  carriedYears: a.carriedYears + b.carriedYears,
  unmetHours: a.unmetHours + b.unmetHours,
  mostUnmetHours: Math.max(a.mostUnmetHours, b.mostUnmetHours),
  generatorHours: a.generatorHours + b.generatorHours,
  mostGeneratorHours: Math.max(a.mostGeneratorHours, b.mostGeneratorHours),
  lowestSoc: Math.min(a.lowestSoc, b.lowestSoc),
})

function studied({ unmetHours, generatorHours, ...worked }: YearChunk): YearsStudied {
  const { years, carriedYears } = worked
  const [low, high] = wilsonInterval(carriedYears, years)
  return {
    ...worked,
    lowFraction: low,
    highFraction: high,
    unmetHours: unmetHours / years,
    generatorHours: generatorHours / years,
  }
}
