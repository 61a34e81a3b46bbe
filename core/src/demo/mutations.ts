import { applyAll } from '../edit/apply.ts'
import type { Edit } from '../edit/edit.ts'
import type { Job } from '../job/schema.ts'
import { demoJobs } from './demo.ts'

/** A demo job with one thing done to it. */
export interface Mutation {
  readonly job: Job
  readonly what: string
  /** Check that must speak; null where all must stay silent. */
  readonly caughtBy: string | null
}

const change = applyAll
type Part = Extract<Edit, { act: 'set-option' }>['part']
const set = (part: Part, patch: object): Edit => ({ act: 'set-option', part, patch }) as Edit
const circuit = (circuitId: string, patch: object): Edit => ({ act: 'set-circuit', circuitId, patch })
const site = (patch: object): Edit => ({ act: 'set-site', patch })

type Break = readonly [what: string, caughtBy: string, spoil: (job: Job) => Job]

/** Fifteen ways to break any of the demo jobs, as they go wrong in the field. */
const BREAKS: readonly Break[] = [
  ['one string of the bank taken away', 'battery.too-small', (job) => change(job, [set('battery', { parallel: 1 })])],
  [
    'a string of twenty panels',
    'string.cold-over-limit',
    (job) => change(job, [set('controller', { panelsPerString: 20 })]),
  ],
  [
    'a single panel on a controller that wants sixty volts',
    'string.hot-under-battery',
    (job) => change(job, [set('controller', { itemId: 'lanthorn-m250-60', panelsPerString: 1 })]),
  ],
  [
    'a controller of fifteen amperes',
    'controller.clips',
    (job) => change(job, [set('controller', { itemId: 'lanthorn-m75-15', quantity: 1, stringsPerController: 4 })]),
  ],
  [
    'a PWM controller',
    'controller.pwm-mismatch',
    (job) => change(job, [set('controller', { itemId: 'lanthorn-p40', panelsPerString: 4 })]),
  ],
  [
    'the smallest inverter, of another voltage',
    'inverter.voltage',
    (job) => change(job, [set('inverter', { itemId: 'orrowell-12-250' })]),
  ],
  [
    'the main fuse of the bank left out',
    'protect.missing',
    (job) => change(job, [circuit('battery-main', { deviceId: 'none' })]),
  ],
  [
    'an AC breaker on the array',
    'protect.not-dc',
    (job) => change(job, [circuit('array', { deviceId: 'wardwick-acb' })]),
  ],
  [
    'a fuse of 600 A on the main cable',
    'protect.too-large',
    (job) => change(job, [circuit('battery-main', { deviceRatingA: 600, size: '35 mm2' })]),
  ],
  [
    'bell wire as the main cable',
    'wire.ampacity',
    (job) => change(job, [circuit('battery-main', { size: '2.5 mm2' })]),
  ],
  [
    'a far array on thin cable',
    'wire.drop',
    (job) => change(job, [circuit('array', { size: '2.5 mm2', lengthM: 120 })]),
  ],
  [
    'bare hands for a unit of 118 kg',
    'battery.unit-too-heavy',
    (job) => change(job, [set('battery', { itemId: 'haskerl-48-280', parallel: null })]),
  ],
  [
    'a battery room at 60 °C',
    'battery.hot',
    (job) => change(job, [set('battery', { itemId: idOfBank(job) }), site({ batteryRoomHighC: 60 })]),
  ],
  ['the record low forgotten', 'site.record-low-missing', (job) => change(job, [site({ recordLowC: null })])],
  [
    'an old lead-acid battery kept in the bank',
    'battery.mixed',
    (job) => ({
      ...job,
      existing: [
        {
          id: 'old',
          itemId: 'quillane-a6-210',
          quantity: 2,
          ageYears: 6,
          condition: 'worn' as const,
          measuredCapacityAh: null,
          kept: true,
          note: '',
        },
      ],
    }),
  ],
]
const idOfBank = (job: Job): string => job.options[0]?.battery.itemId ?? 'haskerl-24-120'

type Sound = readonly [what: string, alter: (job: Job) => Job]

/** Ten changes that leave a sound design sound. */
const SOUND: readonly Sound[] = [
  ['as it ships', (job) => job],
  ['a bank that ages less', (job) => change(job, [set('battery', { agingFactor: 0.92 })])],
  ['thicker main cable', (job) => change(job, [circuit('battery-main', { size: '120 mm2' })])],
  ['a note and another name', (job) => ({ ...job, name: 'Renamed', note: 'Nothing else.' })],
  ['a milder record low', (job) => change(job, [site({ recordLowC: (job.site.recordLowC ?? 0) + 3 })])],
  [
    'a lamp or two less',
    (job) => ({
      ...job,
      loads: job.loads.map((load) => (load.quantity > 4 ? { ...load, quantity: load.quantity - 1 } : load)),
    }),
  ],
  [
    'a label measured',
    (job) => ({
      ...job,
      loads: job.loads.map((load) => (load.basis === 'label' ? { ...load, basis: 'clamp' as const } : load)),
    }),
  ],
  ['a cooler battery room', (job) => change(job, [site({ batteryRoomHighC: (job.site.batteryRoomHighC ?? 25) - 2 })])],
  ['a shorter lead to the inverter', (job) => change(job, [site({ batteryToInverterM: 1 })])],
  ['nothing planned for later', (job) => ({ ...job, loads: job.loads.filter(({ stage }) => stage === 'now') })],
]
/** Sixty broken designs. */
export const brokenDesigns = (): Mutation[] =>
  demoJobs().flatMap((job) =>
    BREAKS.map(([what, caughtBy, spoil]) => ({ job: spoil(job), what: `${job.name}: ${what}`, caughtBy })),
  )

/** Forty sound ones. */
export const soundDesigns = (): Mutation[] =>
  demoJobs().flatMap((job) =>
    SOUND.map(([what, alter]) => ({ job: alter(job), what: `${job.name}: ${what}`, caughtBy: null })),
  )
