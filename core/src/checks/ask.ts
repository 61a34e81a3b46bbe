import type { Design } from '../chain/design.ts'
import type { Check, Finding } from './check.ts'

/** Fields that checks have read of jobs or of designs, each as a bit: what was read and what has changed are then numbers. */
class Fields {
  private readonly bits = new Map<PropertyKey, number>()

  get count(): number {
    return this.bits.size
  }

  /** Beyond thirty fields the last bit stands for several, and is taken as changed where one of them is. */
  bitOf(key: PropertyKey): number {
    const known = this.bits.get(key)
    if (known !== undefined) return known
    const bit = 1 << Math.min(this.bits.size, 30)
    this.bits.set(key, bit)
    return bit
  }

  changed(before: object, now: object): number {
    let changed = 0
    for (const [key, bit] of this.bits) if (!Object.is(Reflect.get(before, key), Reflect.get(now, key))) changed |= bit
    return changed
  }
}

const jobFields = new Fields()
const designFields = new Fields()

interface Answer {
  /** What it read of the job and of the design, as bits. */
  readonly ofJob: number
  readonly ofDesign: number
  readonly findings: readonly Finding[]
}

/** A design that was asked about, and what its checks said. */
interface Asked {
  readonly design: Design
  readonly answers: Map<Check, Answer>
}

/** Another design asked about before, and the fields in which it differs, as bits. */
interface Before {
  readonly answers: ReadonlyMap<Check, Answer>
  readonly jobChanged: number
  readonly designChanged: number
}

/** Designs kept: the one before an edit, and those tried or compared beside it. */
const KEPT = 6
/** The latest first. */
const asked: Asked[] = []
/** The others beside the latest; made again once a check reads a field that none had read. */
let others: { readonly fields: number; readonly before: readonly Before[] } = { fields: 0, before: [] }

/**
 * What a check finds. It is asked anew only where something it read has changed: like a link it remembers, and what it reads
 * is seen as it reads it. A check must be pure, and ask nothing but what it is handed.
 */
export function ask(check: Check, design: Design): readonly Finding[] {
  const { answers } = lookAt(design)
  const own = answers.get(check)
  if (own) return own.findings
  const answer = fromBefore(check) ?? askAnew(check, design)
  answers.set(check, answer)
  return answer.findings
}

function lookAt(design: Design): Asked {
  const [latest] = asked
  const fields = jobFields.count + designFields.count
  if (latest?.design === design && others.fields === fields) return latest
  const at = asked.findIndex((each) => each.design === design)
  const [known] = at < 0 ? [] : asked.splice(at, 1)
  const now = known ?? { design, answers: new Map<Check, Answer>() }
  const before = asked.slice(0, KEPT - 1).map((each) => ({
    answers: each.answers,
    jobChanged: jobFields.changed(each.design.job, design.job),
    designChanged: designFields.changed(each.design, design),
  }))
  asked.unshift(now)
  asked.length = Math.min(asked.length, KEPT)
  others = { fields, before }
  return now
}

function fromBefore(check: Check): Answer | undefined {
  for (const { answers, jobChanged, designChanged } of others.before) {
    const answer = answers.get(check)
    if (answer && (answer.ofJob & jobChanged) === 0 && (answer.ofDesign & designChanged) === 0) return answer
  }
  return undefined
}

function askAnew(check: Check, design: Design): Answer {
  const [job, whole] = [noting(design.job, jobFields), noting(design, designFields)]
  const findings = check.find(job.noted, whole.noted).map(
    ({ severity, ...each }): Finding => ({
      id: check.id,
      link: check.link,
      severity: severity ?? check.severity,
      changes: [],
      accepted: null,
      ...each,
    }),
  )
  return { ofJob: job.read(), ofDesign: whole.read(), findings }
}

/** An object whose fields are noted as they are read. */
function noting<T extends object>(whole: T, fields: Fields): { readonly noted: T; read(): number } {
  let read = 0
  const noted = new Proxy(whole, {
    get(target, key) {
      read |= fields.bitOf(key)
      return Reflect.get(target, key)
    },
  })
  return { noted, read: () => read }
}
