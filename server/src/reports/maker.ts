import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import process from 'node:process'
import { Worker } from 'node:worker_threads'
import { ApiError } from '../http/errors.ts'
import { type Asked, type Made, REHEARSE, type WorkKind, type Works } from './asked.ts'

/** Longest a report may take, and how many may wait. */
const LONGEST_MS = 60_000
const MOST_WAITING = 8
/** How long after the first page the thread is begun, ms. */
const WARM_AFTER_MS = 3000

interface Waiting {
  readonly resolve: (made: Works[WorkKind]['made']) => void
  readonly reject: (fault: unknown) => void
  readonly timer: NodeJS.Timeout
}

/** Built, the thread stands beside the server; from the sources it is read as they are. @param folder of its own, for a while */
function startThread(folder: string): Worker {
  const workerData = { folder }
  if (import.meta.url.endsWith('.mjs'))
    return new Worker(new URL('./report-worker.mjs', import.meta.url), { workerData })
  const source = new URL('./worker.ts', import.meta.url).href
  const read = `import('tsx/esm/api').then(({ register }) => (register(), import(${JSON.stringify(source)})))`
  const settings = new URL('../../../paper/tsconfig.json', import.meta.url).pathname
  return new Worker(read, { eval: true, workerData, env: { ...process.env, TSX_TSCONFIG_PATH: settings } })
}

/** Makes reports, and what is shown by links, one after another in a thread of its own: begun with the first, and anew where it fails. */
export class ReportMaker {
  private thread: Worker | null = null
  private readonly waiting = new Map<number, Waiting>()
  private last = 0
  private warming: NodeJS.Timeout | null = null
  /** What the thread keeps on disk while it runs. */
  private folder = ''
  private readonly clear = () => {
    if (this.folder !== '') rmSync(this.folder, { recursive: true, force: true })
    this.folder = ''
  }

  /** @throws {ApiError} REPORTS_BUSY where too many wait, INTERNAL where it fails or takes too long */
  make<K extends WorkKind>(kind: K, asked: Works[K]['asked']): Promise<Works[K]['made']> {
    if (this.waiting.size >= MOST_WAITING) return Promise.reject(new ApiError('REPORTS_BUSY'))
    const number = ++this.last
    return new Promise((resolve, reject) => {
      const timer = setTimeout(() => this.fail(new Error(`a report took over ${LONGEST_MS} ms`)), LONGEST_MS)
      this.waiting.set(number, { resolve, reject, timer })
      this.running().postMessage({ number, kind, asked } as Asked)
    })
  }

  /** Begins the thread before it is asked, and has it lay out a report nobody sees: a first one takes twice as long. */
  warm(): void {
    // Not while the page that was asked for is still being read.
    this.warming ??= setTimeout(() => this.running().postMessage(REHEARSE), WARM_AFTER_MS).unref()
  }

  /** Ends the thread; what waits is refused. */
  async close(): Promise<void> {
    const { thread } = this
    if (this.warming) clearTimeout(this.warming)
    this.fail(new Error('the server ends'))
    await thread?.terminate()
  }

  private running(): Worker {
    if (this.thread) return this.thread
    this.folder = mkdtempSync(join(tmpdir(), 'yard-lamp-'))
    const thread = startThread(this.folder)
    this.thread = thread
    process.once('exit', this.clear)
    // A server with nothing else to do may end.
    thread.unref()
    thread.on('message', (made: Made) => {
      const own = this.waiting.get(made.number)
      if (!own) return
      this.waiting.delete(made.number)
      clearTimeout(own.timer)
      if ('made' in made) own.resolve(made.made)
      else own.reject(new Error(made.fault))
    })
    thread.on('error', (fault) => this.thread === thread && this.fail(fault))
    thread.on('exit', () => this.thread === thread && this.fail(new Error('the thread of reports ended')))
    return thread
  }

  /** What waits is refused, and the next report begins a thread anew. */
  private fail(fault: unknown): void {
    const { thread } = this
    this.thread = null
    void thread?.terminate()
    process.off('exit', this.clear)
    this.clear()
    for (const { reject, timer } of this.waiting.values()) {
      clearTimeout(timer)
      reject(fault)
    }
    this.waiting.clear()
  }
}
