import type { Database } from '../database.ts'
import { asApiError } from '../http/errors.ts'

/** One save: a document on top of a revision. */
export interface Save {
  readonly id: string
  readonly baseRevision: number
  readonly name: string
  /** JSON in UTF-8. */
  readonly document: Buffer
  /** What the list shows of it, as JSON; null where nobody said. */
  readonly summary: string | null
  readonly mark: string | null
  readonly at: Date
  readonly actorId: string
}

interface Waiting {
  readonly save: Save
  readonly resolve: (stepped: boolean) => void
  readonly reject: (error: unknown) => void
}

/** Saves that one statement takes, and statements under way: while one waits for the disk the next is gathered. */
const MOST_TOGETHER = 16
const MOST_UNDER_WAY = 2

/** Commits saves that come at the same time together: one way to the database and one wait for its disk for all of them. */
export class Saves {
  private readonly database: Database
  private readonly waiting: Waiting[] = []
  /** Jobs in a statement under way: the next save of one of them waits for it. */
  private readonly underWay = new Set<string>()
  private statements = 0

  constructor(database: Database) {
    this.database = database
  }

  /** @returns whether the job stood at the revision the save began from, and so was saved; on the disk by then */
  save(save: Save): Promise<boolean> {
    return new Promise((resolve, reject) => {
      this.waiting.push({ save, resolve, reject })
      // Those that arrive in the same turn go together.
      setImmediate(() => this.next())
    })
  }

  private next(): void {
    while (this.statements < MOST_UNDER_WAY) {
      const together = this.gather()
      if (together.length === 0) return
      this.statements += 1
      void this.commit(together).finally(() => {
        for (const { save } of together) this.underWay.delete(save.id)
        this.statements -= 1
        this.next()
      })
    }
  }

  private gather(): Waiting[] {
    const together: Waiting[] = []
    for (let at = 0; at < this.waiting.length && together.length < MOST_TOGETHER; ) {
      const each = this.waiting[at] as Waiting
      if (this.underWay.has(each.save.id)) at += 1
      else {
        this.underWay.add(each.save.id)
        together.push(each)
        this.waiting.splice(at, 1)
      }
    }
    return together
  }

  private async commit(together: readonly Waiting[]): Promise<void> {
    try {
      const stepped = await this.write(together.map(({ save }) => save))
      for (const { save, resolve } of together) resolve(stepped.has(save.id))
    } catch (error) {
      // One that cannot be written does not take the others along; a database that is away takes them all.
      if (together.length === 1 || asApiError(error).code !== 'INTERNAL')
        for (const { reject } of together) reject(error)
      else for (const each of together) await this.commit([each])
    }
  }

  private async write(saves: readonly Save[]): Promise<Set<string>> {
    // In one order, so that two statements never wait for each other in a ring.
    const rows = [...saves].sort((a, b) => (a.id < b.id ? -1 : 1))
    const { rows: stepped } = await this.database.$client.query<{ job_id: string }>({
      name: `save-${rows.length}`,
      text: statementFor(rows.length),
      values: rows.flatMap(({ id, baseRevision, name, document, summary, mark, at, actorId }) => [
        id,
        baseRevision,
        name,
        document,
        summary,
        mark,
        at.toISOString(),
        actorId,
      ]),
    })
    return new Set(stepped.map(({ job_id }) => job_id))
  }
}

/** Columns of a save as the statement takes them. */
const TYPES = ['uuid', 'integer', 'text', 'text', 'jsonb', 'text', 'timestamptz', 'text']
const texts = new Map<number, string>()
/**
 * The statement for so many saves. Written out, and kept by the database under its name, rather than built each time: building
 * it cost a tenth of a save.
 */
function statementFor(rows: number): string {
  const known = texts.get(rows)
  if (known) return known
  const values = Array.from(
    { length: rows },
    (_, row) => `(${TYPES.map((type, i) => `$${row * TYPES.length + i + 1}::${type}`).join(', ')})`,
  )
  const text = `with given (id, base, name, document, summary, mark, at, actor) as (values ${values.join(', ')}),
    stepped as (
      update jobs set name = given.name, revision = given.base + 1, updated_at = given.at, summary = given.summary,
        summary_mark = given.mark, touched = nextval('jobs_touched')
      from given where jobs.id = given.id and jobs.revision = given.base and jobs.binned_at is null
      returning jobs.id
    )
    insert into job_revisions (job_id, revision, document, saved_at, saved_by)
    select given.id, given.base + 1, given.document, given.at, given.actor from given join stepped on stepped.id = given.id
    returning job_id`
  texts.set(rows, text)
  return text
}
