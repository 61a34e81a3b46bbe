import type { RecordOf, SiteRecord, StepRecord } from '../records/index.ts'
import { isOut, type Measured, type Reading, type Step, verdictOf } from './step.ts'

/** One building, from its beginning to its sign-off. */
export interface Built {
  /** As-built 1, 2, … */
  readonly number: number
  readonly begin: RecordOf<'begin'>
  /** What counts of each step: the last that was not withdrawn, those of the building before too. */
  readonly results: ReadonlyMap<string, StepRecord>
  readonly photos: ReadonlyMap<string, readonly RecordOf<'photo'>[]>
  /** Earlier results of a step in this building: tried, failed, done again. */
  readonly tried: ReadonlyMap<string, readonly StepRecord[]>
  readonly changes: readonly RecordOf<'change'>[]
  readonly signedOff: RecordOf<'sign-off'> | null
}

/** Every building of a job, the last one at the end; records in the order they were kept. */
export function buildingsOf(records: readonly SiteRecord[]): Built[] {
  const withdrawn = new Set(records.flatMap((each) => (each.kind === 'withdraw' ? [each.recordId] : [])))
  const buildings: Open[] = []
  for (const record of records) {
    if (withdrawn.has(record.id)) continue
    const last = buildings.at(-1)
    if (record.kind === 'begin') {
      if (!last || last.signedOff) buildings.push(opened(record, last))
    } else if (last && !last.signedOff) add(last, record)
  }
  return buildings
}

interface Open extends Built {
  readonly results: Map<string, StepRecord>
  readonly photos: Map<string, RecordOf<'photo'>[]>
  readonly tried: Map<string, StepRecord[]>
  readonly changes: RecordOf<'change'>[]
  signedOff: RecordOf<'sign-off'> | null
}

const opened = (begin: RecordOf<'begin'>, before: Open | undefined): Open => ({
  number: (before?.number ?? 0) + 1,
  begin,
  results: new Map(before?.results),
  photos: new Map([...(before?.photos ?? [])].map(([stepId, all]) => [stepId, [...all]])),
  tried: new Map(),
  changes: [],
  signedOff: null,
})

function add(open: Open, record: SiteRecord): void {
  if (record.kind === 'step') {
    const tried = [...(open.tried.get(record.stepId) ?? []), record].sort((a, b) => a.at.localeCompare(b.at))
    // Two may have done it without hearing of each other: what was done later counts, whichever was sent first.
    open.results.set(record.stepId, tried.at(-1) as StepRecord)
    open.tried.set(record.stepId, tried)
  } else if (record.kind === 'photo')
    open.photos.set(record.stepId, [...(open.photos.get(record.stepId) ?? []), record])
  else if (record.kind === 'change') open.changes.push(record)
  else if (record.kind === 'sign-off') open.signedOff = record
}

/** Where a step stands: `again` was done before what is planned there changed. */
export type Standing = 'passed' | 'left' | 'failed' | 'again' | 'waiting' | 'ready'

export interface StandingStep {
  readonly step: Step
  readonly standing: Standing
  readonly result: StepRecord | null
  /** Steps that must be done before it. */
  readonly waitsFor: readonly Step[]
}

/** Each step with where it stands. @param built null before the work has begun */
export function standingsOf(steps: readonly Step[], built: Built | null): StandingStep[] {
  const byId = new Map(steps.map((step) => [step.id, step]))
  const done = new Map(steps.map((step) => [step.id, doneAs(step, built)]))
  return steps.map((step): StandingStep => {
    const waitsFor = step.after.flatMap((id) => {
      const as = done.get(id)
      const before = byId.get(id)
      return before && as !== 'passed' && as !== 'left' ? [before] : []
    })
    const own = done.get(step.id) ?? null
    // What was done and then hangs on a step that failed later waits again.
    const standing: Standing =
      own === 'failed' || own === 'again' ? own : waitsFor.length > 0 ? 'waiting' : (own ?? 'ready')
    return { step, standing, result: built?.results.get(step.id) ?? null, waitsFor }
  })
}

function doneAs(step: Step, built: Built | null): 'passed' | 'left' | 'failed' | 'again' | null {
  const result = built?.results.get(step.id)
  if (!result) return null
  if (result.mark !== step.mark) return 'again'
  return result.outcome === 'pass' ? 'passed' : result.outcome === 'fail' ? 'failed' : 'left'
}

/** What was measured in the steps that count. */
export const measuredIn =
  (built: Built | null): Measured =>
  (stepId, fieldId) =>
    built?.results.get(stepId)?.readings.find(({ id }) => id === fieldId) ?? null

/** Why a step cannot be passed with what was read; empty where it can. @param note what was said of it */
export function whyNotPassed(step: Step, readings: readonly Reading[], note: string): string {
  const out = readings.find((reading) => isOut(reading) && !reading.isPlanning)
  if (out) return `${capital(out.label)} is out of what is expected: fail the step, mend it, and measure again.`
  const missing = missingOf(step, readings)
  if (missing) return missing
  const planning = readings.find((reading) => isOut(reading) && reading.isPlanning)
  if (planning && note.trim() === '')
    return `${capital(planning.label)} differs from the planning value: say in the note what the maker asks.`
  return ''
}

function missingOf(step: Step, readings: readonly Reading[]): string {
  for (const reading of readings) {
    const asked = step.fields.find(({ id }) => id === reading.id)
    if (verdictOf(reading) === 'open' && !asked?.optional)
      return asked
        ? `${capital(reading.label)}: to be read first.`
        : `${capital(reading.label)}: it follows from readings that are not all there yet.`
    const isByLight = step.byLight && asked && !asked.optional
    if (isByLight && reading.expected === null) return 'Air and light first: without them nothing can be expected.'
  }
  return ''
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

/** How far the work is. */
export interface Progress {
  readonly steps: number
  readonly done: number
  readonly failed: number
  readonly again: number
}

export function progressOf(standings: readonly StandingStep[]): Progress {
  const counted = (...which: Standing[]) => standings.filter(({ standing }) => which.includes(standing)).length
  return {
    steps: standings.length,
    done: counted('passed', 'left'),
    failed: counted('failed'),
    again: counted('again'),
  }
}
