import type { Design } from '../chain/design.ts'
import type { Check, Finding } from './check.ts'

/** What was read of an object, by its fields. */
type Reads = Map<PropertyKey, unknown>

interface Answer {
  readonly ofJob: Reads
  readonly ofDesign: Reads
  readonly findings: readonly Finding[]
}

/** Answers kept for each check: the design now, and those tried or compared beside it. */
const KEPT = 4
const answers = new WeakMap<Check, Answer[]>()

/**
 * What a check finds. It is asked anew only where something it read has changed: like a link it remembers, and what it reads
 * is seen as it reads it. A check must be pure, and ask nothing but what it is handed.
 */
export function ask(check: Check, design: Design): readonly Finding[] {
  const kept = answers.get(check) ?? []
  answers.set(check, kept)
  const at = kept.findIndex(({ ofJob, ofDesign }) => stands(ofJob, design.job) && stands(ofDesign, design))
  const [before] = at < 0 ? [] : kept.splice(at, 1)
  const answer = before ?? askAnew(check, design)
  kept.unshift(answer)
  kept.length = Math.min(kept.length, KEPT)
  return answer.findings
}

function askAnew(check: Check, design: Design): Answer {
  const [ofJob, ofDesign]: [Reads, Reads] = [new Map(), new Map()]
  const findings = check.find(noting(design.job, ofJob), noting(design, ofDesign)).map(
    ({ severity, ...each }): Finding => ({
      id: check.id,
      link: check.link,
      severity: severity ?? check.severity,
      changes: [],
      ...each,
    }),
  )
  return { ofJob, ofDesign, findings }
}

/** An object whose fields are noted as they are read. */
const noting = <T extends object>(whole: T, reads: Reads): T =>
  new Proxy(whole, {
    get(target, key) {
      const value: unknown = Reflect.get(target, key)
      reads.set(key, value)
      return value
    },
  })

function stands(reads: Reads, whole: object): boolean {
  for (const [key, value] of reads) if (!Object.is(Reflect.get(whole, key), value)) return false
  return true
}
