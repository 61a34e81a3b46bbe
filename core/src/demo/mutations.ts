import { applyAll } from '../edit/apply.ts'
import type { Edit } from '../edit/edit.ts'
import { EMPTY_AC_COUPLED, emptyPlane } from '../job/job.ts'
import type { Job } from '../job/schema.ts'
import { demoJobs } from './demo.ts'
import { soundJobs } from './sound.ts'
import { wiredWrong } from './wiring-breaks.ts'

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
const fitting = (unitId: string, itemId: string): Edit => ({ act: 'set-fitting', unitId, itemId })
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

const voltageOf = (job: Job): number => job.options[0]?.systemVoltageV ?? (idOfBank(job).includes('-48-') ? 48 : 24)
/** An inverter of the right battery voltage and the wrong mains. */
const FOREIGN: Readonly<Record<number, string>> = { 24: 'castlemere-24-2000a', 48: 'castlemere-48-4000a' }
const CHARGING: Readonly<Record<number, string>> = { 24: 'castlemere-24-3000c', 48: 'castlemere-48-5000c' }
const A_PLANE = { ...emptyPlane('x', 'East'), tiltDeg: 30, azimuthDeg: 90 }
const twoRoofs = site({ planes: [A_PLANE, { ...A_PLANE, id: 'y', name: 'West', azimuthDeg: 270 }] })

/** More, of what an audit found silent. */
const MORE_BREAKS: readonly Break[] = [
  [
    'a battery that nothing opens by hand',
    'protect.disconnect',
    (job) => change(job, [fitting('battery-switch', 'none')]),
  ],
  [
    'an isolator of 32 A as the battery switch',
    'protect.fitting-rating',
    (job) => change(job, [fitting('battery-switch', 'wardwick-iso-32')]),
  ],
  [
    'an axle that bears five kilograms',
    'parts.weight-over',
    (job) => change(job, [site({ weightTargets: [{ id: 'w', name: 'Axle', mostKg: 5, places: [], axle: null }] })]),
  ],
  ['a record low of the summer', 'site.record-low-odd', (job) => change(job, [site({ recordLowC: 23 })])],
  ['a record high in °F', 'site.record-low-odd', (job) => change(job, [site({ recordHighC: 78 })])],
  [
    'a heater of five watts in the frost',
    'battery.heater-short',
    (job) => ({
      ...change(job, [
        set('battery', { itemId: idOfBank(job), coldProtected: false }),
        site({ recordLowC: -25, batteryRoomLowC: -15 }),
      ]),
      batteryHeating: { setPointC: 8, boxWPerK: 2, heaterW: 5, supply: 'dc' as const, seenByMonitor: true },
    }),
  ],
  [
    'lead-acid used to eight tenths',
    'battery.depth-deep',
    (job) =>
      change(job, [set('battery', { itemId: 'murrow-g6-225', depthOfDischarge: 0.8, parallel: null, vented: true })]),
  ],
  [
    'half a day for people’s care',
    'battery.autonomy-critical',
    (job) =>
      change(job, [
        site({ critical: true }),
        set('battery', { autonomyDays: 0.5, parallel: null }),
        set('backup', { kind: 'none' }),
      ]),
  ],
  [
    'sealed lead-acid in the bedroom',
    'battery.gassing-indoors',
    (job) =>
      change(job, [
        set('battery', { itemId: 'quillane-g12-90', parallel: null, vented: false }),
        site({ kind: 'building' }),
      ]),
  ],
  [
    'an inverter of the other continent',
    'inverter.mains-mismatch',
    (job) => change(job, [set('inverter', { itemId: FOREIGN[voltageOf(job)] })]),
  ],
  [
    'nine inverters where three may stand together',
    'inverter.leg-overloaded',
    (job) => change(job, [set('inverter', { itemId: CHARGING[voltageOf(job)], quantity: 9 })]),
  ],
  [
    'a roof of panels on the AC side of a small inverter',
    'inverter.ac-coupled-too-large',
    (job) =>
      change(job, [
        set('inverter', { itemId: CHARGING[voltageOf(job)], acCoupled: { ...EMPTY_AC_COUPLED, powerW: 20_000 } }),
      ]),
  ],
  [
    'an inverter switched off while the refrigerator needs it',
    'load.off-while-needed',
    (job) => change(job, [set('inverter', { hoursPerDay: 2 })]),
  ],
  [
    'one string over two roofs',
    'array.planes-in-series',
    (job) => change(job, [twoRoofs, set('controller', { quantity: 1, stringsPerController: 1 })]),
  ],
  [
    'a generator that starts where it stops',
    'backup.thresholds',
    (job) => change(job, [set('backup', { kind: 'generator', startAt: 0.9, stopAt: 0.9 })]),
  ],
  [
    'an alternator charger on the mains',
    'backup.kind-mismatch',
    (job) => change(job, [set('backup', { kind: 'mains', chargerId: 'kelder-d24-24-30' })]),
  ],
  [
    'a charger for twelve volts',
    'unit.voltage-class',
    (job) => change(job, [set('backup', { kind: 'mains', chargerId: 'kelder-12-30' })]),
  ],
  [
    'a shore lead of two amperes',
    'backup.inlet-overload',
    (job) =>
      change(job, [
        set('backup', {
          kind: 'mains',
          chargerId: voltageOf(job) === 48 ? 'kelder-48-60' : 'kelder-24-40',
          chargerSetA: 35,
          inletA: 2,
        }),
      ]),
  ],
]

/** Two hundred and twelve broken designs, eighty of them wired wrong: forty by each rule set. */
export const brokenDesigns = (): Mutation[] =>
  demoJobs().flatMap((job) => [
    ...[...BREAKS, ...MORE_BREAKS].map(([what, caughtBy, spoil]) => ({
      job: spoil(job),
      what: `${job.name}: ${what}`,
      caughtBy,
    })),
    ...wiredWrong(job),
  ])

/** Eighty sound ones, which differ in kind. */
export const soundDesigns = (): Mutation[] => soundJobs().map(({ what, job }) => ({ job, what, caughtBy: null }))
