import type { Job } from '@yard-lamp/core'

/** A job as it was kept at a revision. What a revision holds never changes. */
interface AtHand {
  readonly revision: number
  readonly job: Job
  readonly bytes: number
}

/** Documents of all jobs at hand together, bytes: some two hundred jobs of two hundred loads. */
const MOST_BYTES = 24 * 1024 * 1024

/** The jobs last read or saved, so that an act needs no way to the database and no reading of the whole. */
export class JobsAtHand {
  /** The one used longest ago comes first. */
  private readonly jobs = new Map<string, AtHand>()
  private readonly mostBytes: number
  private bytes = 0

  constructor(mostBytes = MOST_BYTES) {
    this.mostBytes = mostBytes
  }

  /** The job at just this revision; null where it is not at hand. */
  get(id: string, revision: number): Job | null {
    const found = this.jobs.get(id)
    if (found?.revision !== revision) return null
    this.jobs.delete(id)
    this.jobs.set(id, found)
    return found.job
  }

  /** @param bytes of its document. Keeps a job at hand; an older revision of it is let go, a newer one stays. */
  put(id: string, revision: number, job: Job, bytes: number): void {
    const before = this.jobs.get(id)
    if (before && before.revision > revision) return
    this.letGo(id)
    if (bytes > this.mostBytes / 2) return
    this.jobs.set(id, { revision, job, bytes })
    this.bytes += bytes
    for (const oldest of this.jobs.keys()) {
      if (this.bytes <= this.mostBytes) break
      this.letGo(oldest)
    }
  }

  letGo(id: string): void {
    const before = this.jobs.get(id)
    if (!before) return
    this.jobs.delete(id)
    this.bytes -= before.bytes
  }
}
