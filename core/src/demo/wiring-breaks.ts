import { applyAll } from '../edit/apply.ts'
import type { Edit } from '../edit/edit.ts'
import type { Job, RuleSetId } from '../job/schema.ts'

/** Ten ways to wire a job wrong, by each rule set: as they are found on walls. */

/** What a rule set calls the sizes and tables of a mistake. */
interface Words {
  readonly name: string
  readonly thin: string
  readonly thick: string
  readonly foreign: string
  readonly site: Partial<Job['site']>
}

const WORDS: Readonly<Record<RuleSetId, Words>> = {
  iec: { name: 'IEC', thin: '4 mm2', thick: '120 mm2', foreign: 'na-raceway-75', site: { ruleSet: 'iec' } },
  'north-american': {
    name: 'North American',
    thin: '12 AWG',
    thick: '4/0 AWG',
    foreign: 'iec-pvc70-c',
    site: { ruleSet: 'north-american', mainsVoltageV: 120, mainsFrequencyHz: 60 },
  },
}

const circuit = (circuitId: string, patch: object): Edit => ({ act: 'set-circuit', circuitId, patch })

type WiringBreak = readonly [what: string, caughtBy: string, edits: (words: Words) => readonly Edit[]]

const WIRING_BREAKS: readonly WiringBreak[] = [
  ['a thin main cable', 'wire.ampacity', ({ thin }) => [circuit('battery-main', { size: thin })]],
  ['a long thin array lead', 'wire.drop', ({ thin }) => [circuit('array', { size: thin, lengthM: 140 })]],
  ['a cable thicker than any terminal', 'wire.terminal', ({ thick }) => [circuit('array', { size: thick })]],
  [
    'a table of the other continent',
    'wire.foreign-table',
    ({ foreign }) => [circuit('battery-main', { installation: foreign })],
  ],
  ['no fuse at the inverter', 'protect.missing', () => [circuit('inverter-dc', { deviceId: 'none' })]],
  [
    'a fuse of 500 A on thin inverter leads',
    'protect.too-large',
    ({ thin }) => [circuit('inverter-dc', { deviceRatingA: 500, size: thin })],
  ],
  ['a main fuse of 30 A', 'protect.too-small', () => [circuit('battery-main', { deviceRatingA: 30 })]],
  [
    'a strip fuse on the bank',
    'protect.interrupting',
    () => [circuit('battery-main', { deviceId: 'wardwick-bf-strip' })],
  ],
  ['the main fuse two metres away', 'protect.distance', () => [circuit('battery-main', { deviceAtM: 2 })]],
  [
    'an inverter without its protective conductor',
    'earth.missing',
    () => [{ act: 'set-bond', bondId: 'earth.inverter', patch: { leftOut: true } }],
  ],
]

/** A job wired wrong in each of these ways by each rule set. */
export const wiredWrong = (job: Job): { readonly job: Job; readonly what: string; readonly caughtBy: string }[] =>
  Object.values(WORDS).flatMap((words) =>
    WIRING_BREAKS.map(([what, caughtBy, edits]) => ({
      job: applyAll(job, [{ act: 'set-site', patch: words.site }, ...edits(words)]),
      what: `${job.name}, ${words.name}: ${what}`,
      caughtBy,
    })),
  )
