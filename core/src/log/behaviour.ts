import type { Prepared } from '../proof/year.ts'
import { prepare } from '../proof/year.ts'
import { isLogEntry, type RecordOf, type SiteRecord } from '../records/index.ts'
import type { Writer } from '../units/writer.ts'
import type { LogHours } from './days.ts'
import { arrayLow } from './diagnoses/array.ts'
import { absorptionSetting, coldCharge, looseJoint, tiredBank } from './diagnoses/bank.ts'
import { cellsApart } from './diagnoses/cells.ts'
import { neverFull, shortOfNight, surplus, unseenLoad } from './diagnoses/charge.ts'
import { clockOff } from './diagnoses/clock.ts'
import { generatorMore, loadAbove } from './diagnoses/loads.ts'
import {
  DIAGNOSIS_IDS,
  type Diagnose,
  type Diagnosis,
  type DiagnosisId,
  type Entries,
  type Ordinary,
  type Seen,
} from './diagnosis.ts'
import { type Expected, expectedHours } from './expected.ts'
import type { Reference } from './system.ts'

const RULES: readonly Diagnose[] = [
  coldCharge,
  clockOff,
  arrayLow,
  absorptionSetting,
  unseenLoad,
  tiredBank,
  looseJoint,
  shortOfNight,
  cellsApart,
  loadAbove,
  neverFull,
  generatorMore,
  surplus,
]

/** What one sign explains: another that is seen in the same days is its effect, not a fault of its own. */
const EXPLAINS: Partial<Readonly<Record<DiagnosisId, readonly DiagnosisId[]>>> = {
  'shunt.unseen': ['bank.tired'],
  'settings.absorption': ['never.full', 'bank.tired'],
  'pv.silent': ['never.full', 'generator.more'],
  'pv.snow': ['never.full', 'generator.more'],
  'pv.string': ['never.full', 'generator.more'],
  'pv.low': ['never.full', 'generator.more'],
  'pv.half-day': ['never.full', 'generator.more'],
  'load.above': ['never.full', 'generator.more', 'bank.short-of-night'],
  'bank.tired': ['bank.short-of-night'],
}

/** Whether a system does what it was designed to do, and what does not. */
export interface Behaviour {
  readonly expected: Expected
  /** What is seen now comes first, the most urgent of it before. */
  readonly diagnoses: readonly Diagnosis[]
}

/**
 * Holds a log against what a sound system would have done.
 * @param records what was written by hand, among others
 */
export function behaviourOf(
  reference: Reference,
  log: LogHours,
  records: readonly SiteRecord[],
  ordinary: Ordinary,
  write: Writer,
  prepared: Prepared = prepare(reference.plan),
): Behaviour {
  const expected = expectedHours(prepared, reference, log)
  const seen: Seen = { reference, log, expected, entries: entriesOf(records), ordinary, write }
  return { expected, diagnoses: inOrder(unexplained(RULES.flatMap((rule) => rule(seen)))) }
}

/** Records by hand that were not taken back, in order of time. */
export function entriesOf(records: readonly SiteRecord[]): Entries {
  const withdrawn = new Set(records.flatMap((each) => (each.kind === 'withdraw' ? [each.recordId] : [])))
  const of = <K extends 'rest' | 'gravity' | 'generator'>(kind: K) =>
    records
      .filter((each): each is RecordOf<K> => each.kind === kind && !withdrawn.has(each.id))
      .sort((a, b) => whenOf(a).localeCompare(whenOf(b)))
  return { rests: of('rest'), gravities: of('gravity'), generators: of('generator') }
}

const whenOf = (record: SiteRecord): string => (isLogEntry(record) ? record.when : record.at)

/** Days an effect may outlast, or come before, what explains it. */
const NEAR_DAYS = 14

function unexplained(all: readonly Diagnosis[]): Diagnosis[] {
  return all.filter(
    (each) =>
      !all.some(
        (other) =>
          EXPLAINS[other.id]?.includes(each.id) &&
          each.from <= other.to + NEAR_DAYS &&
          other.from - NEAR_DAYS <= each.to,
      ),
  )
}

const rank = ({ isNow, isUrgent, isFault, id }: Diagnosis): number =>
  (isNow ? 0 : 1000) + (isUrgent ? 0 : 100) + (isFault ? 0 : 200) + DIAGNOSIS_IDS.indexOf(id)

const inOrder = (all: readonly Diagnosis[]): Diagnosis[] =>
  [...all].sort((a, b) => rank(a) - rank(b) || b.from - a.from)
