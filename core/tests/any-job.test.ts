import fc from 'fast-check'
import { expect, test } from 'vitest'
import { labelsOf } from '../src/build/labels.ts'
import { stepsOf } from '../src/build/steps.ts'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { type Design, design } from '../src/chain/design.ts'
import { findings } from '../src/checks/checks.ts'
import { wallOf } from '../src/diagram/wall/wall.ts'
import { emptyBeside, emptyJob, emptyLoad, emptyOption, emptyPlane, keptJob } from '../src/job/job.ts'
import { type Job, LOAD_BASES } from '../src/job/schema.ts'
import { IN_LINE_ROLES, RUN_PLACES } from '../src/job/wiring.ts'
import { reportOf } from '../src/report/report.ts'
import { bare } from '../src/working/working.ts'

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true, noDefaultInfinity: true })
const orNull = <T>(arbitrary: fc.Arbitrary<T>) => fc.option(arbitrary, { nil: null, freq: 2 })
const idOf = (items: readonly { id: string }[]) =>
  orNull(fc.constantFrom(...items.map(({ id }) => id), 'not-in-the-catalogue'))
const count = (max: number) => orNull(fc.integer({ min: 1, max }))
const { panels, batteries, controllers, inverters, devices } = SHIPPED_CATALOGUE

const hours = orNull(fc.uniqueArray(fc.integer({ min: 0, max: 23 })))

const load = fc.record({
  quantity: fc.integer({ min: 0, max: 10_000 }),
  supply: fc.constantFrom('ac' as const, 'dc' as const),
  powerW: orNull(number(0, 1e6)),
  startW: orNull(number(0, 1e7)),
  hoursPerDay: orNull(number(0, 1000)),
  dutyCycle: number(0, 100),
  daysPerWeek: number(0, 100),
  runsTogether: fc.boolean(),
  stage: fc.constantFrom('now' as const, 'later' as const),
  basis: fc.constantFrom(...LOAD_BASES),
  voltageV: orNull(number(0.1, 1000)),
  labelVoltageV: orNull(number(0.1, 1e5)),
  labelCurrentA: orNull(number(0, 1e5)),
  meterEnergyKwh: orNull(number(0, 1e6)),
  meterLoggedHours: orNull(number(0.01, 1e5)),
  powerFactor: orNull(number(0.01, 1)),
  hoursOfDay: hours,
  weekendHoursOfDay: hours,
  monthFactors: orNull(fc.array(number(0, 10), { minLength: 12, maxLength: 12 })),
  togetherSet: fc.constantFrom('', 'A', 'B'),
})

const plane = fc
  .record({
    tiltDeg: orNull(number(0, 90)),
    azimuthDeg: orNull(number(0, 360)),
    parts: fc.constantFrom(0, 1, 2),
    positions: fc.constantFrom('fixed' as const, 'two' as const, 'four' as const),
  })
  .map((figures) => ({ ...emptyPlane('a', 'A'), ...figures }))

const heating = orNull(
  fc.record({
    setPointC: number(-20, 40),
    boxWPerK: number(0.01, 1000),
    heaterW: orNull(number(0.01, 1e5)),
    supply: fc.constantFrom('ac' as const, 'dc' as const),
    seenByMonitor: fc.boolean(),
  }),
)

const site = fc.record({
  latitudeDeg: orNull(number(-90, 90)),
  recordLowC: orNull(number(-90, 80)),
  recordHighC: orNull(number(-90, 80)),
  batteryRoomLowC: orNull(number(-90, 80)),
  batteryRoomHighC: orNull(number(-90, 80)),
  sunKwhPerM2Day: fc.array(orNull(number(0, 8)), { minLength: 12, maxLength: 12 }),
  shadeFraction: fc.array(number(0, 1), { minLength: 12, maxLength: 12 }),
  monthMeanC: fc.array(orNull(number(-60, 50)), { minLength: 12, maxLength: 12 }),
  daySwingK: orNull(number(0, 40)),
  longitudeDeg: orNull(number(-180, 180)),
  utcOffsetH: orNull(number(-12, 14)),
  sunGivenFor: fc.option(fc.record({ tiltDeg: number(0, 90), azimuthDeg: number(0, 360) }), { nil: null, freq: 1 }),
  snowFraction: fc.array(number(0, 1), { minLength: 12, maxLength: 12 }),
  horizon: fc.array(fc.record({ azimuthDeg: number(0, 360), heightDeg: number(0, 90) }), { maxLength: 4 }),
  planes: fc
    .array(plane, { minLength: 1, maxLength: 2 })
    .map((list) => list.map((each, i) => ({ ...each, id: `p${i}` }))),
  monthsInUse: fc.uniqueArray(fc.integer({ min: 1, max: 12 }), { minLength: 1 }),
  ruleSet: fc.constantFrom('iec' as const, 'north-american' as const),
  mainsVoltageV: fc.constantFrom(120, 230, 240, 400),
  critical: fc.boolean(),
})

/** Units a fitting may be chosen for. */
const FITTED = ['isolator.main', 'battery-switch', 'shunt', 'bus', 'bank-bars', 'ac-board', 'dc-board']
const fittings = [...SHIPPED_CATALOGUE.fittings, ...SHIPPED_CATALOGUE.converters].map(({ id }) => id)

const option = fc.record({
  systemVoltageV: orNull(fc.constantFrom(12 as const, 24 as const, 48 as const)),
  battery: fc.record({
    itemId: idOf(batteries),
    autonomyDays: orNull(number(0.01, 60)),
    depthOfDischarge: orNull(number(0.01, 1)),
    parallel: count(64),
    coldProtected: fc.boolean(),
  }),
  panelId: idOf(panels),
  controller: fc.record({
    itemId: idOf(controllers),
    quantity: count(20),
    panelsPerString: count(40),
    stringsPerController: count(40),
  }),
  inverter: fc.record({
    itemId: idOf(inverters),
    quantity: count(12),
    idleW: orNull(number(0, 2000)),
    hoursPerDay: orNull(number(0, 24)),
  }),
  backup: fc.record({
    kind: fc.constantFrom('none' as const, 'generator' as const, 'mains' as const),
    months: fc.uniqueArray(fc.integer({ min: 1, max: 12 })),
  }),
  device: idOf(devices),
  busStages: fc.constantFrom(1, 2),
  fitting: orNull(fc.constantFrom('none', ...fittings)),
  inLine: fc.array(
    fc.record({
      circuitId: fc.constantFrom('array', 'battery-main', 'inverter-ac', 'dc-loads', 'bus-link', 'nowhere'),
      role: fc.constantFrom(...IN_LINE_ROLES),
    }),
    { maxLength: 3 },
  ),
  leadsM: orNull(fc.array(orNull(number(0, 5000)), { maxLength: 5 })),
  place: orNull(fc.constantFrom(...RUN_PLACES)),
  together: orNull(fc.integer({ min: 1, max: 20 })),
  terminalC: orNull(fc.constantFrom(60 as const, 70 as const, 75 as const, 90 as const)),
  byRelay: fc.boolean(),
  alternator: fc.boolean(),
  beside: orNull(
    fc.record({
      systemVoltageV: orNull(fc.constantFrom(12 as const, 24 as const, 48 as const)),
      batteryId: idOf(batteries),
      panelId: idOf(panels),
      controllerId: idOf(controllers),
      parallel: count(64),
      planeId: orNull(fc.constantFrom('p0', 'p1', 'gone')),
    }),
  ),
  lengthM: orNull(number(0, 5000)),
})

const anyJob = fc
  .record({ site, loads: fc.array(load, { maxLength: 5 }), option, batteryHeating: heating })
  .map(({ site: place, loads, option: choices, batteryHeating }): Job => {
    const job = emptyJob('Any')
    const base = emptyOption('a', 'A')
    const circuit = {
      lengthM: choices.lengthM,
      installation: null,
      size: null,
      parallel: null,
      ambientC: null,
      maxDropFraction: null,
      deviceId: choices.device,
      deviceRatingA: null,
      leadsM: choices.leadsM,
      runPlace: choices.place,
      sideBySide: choices.together,
      terminalC: choices.terminalC,
      deviceAtM: null,
      reason: '',
    }
    const alternator = {
      ratedA: 120,
      idleA: null,
      otherA: null,
      voltageV: 14,
      hoursPerDay: 2,
      chargerId: null,
      setA: null,
      byRelay: choices.byRelay,
      fromHour: null,
      days: 'all' as const,
    }
    return {
      ...job,
      batteryHeating,
      site: { ...job.site, ...place },
      loads: loads.map((each, i) => ({ ...emptyLoad(`l${i}`), ...each, systemId: i % 3 === 2 ? 'side' : null })),
      options: [
        {
          ...base,
          systemVoltageV: choices.systemVoltageV,
          battery: { ...base.battery, ...choices.battery },
          array: { ...base.array, panelId: choices.panelId },
          controller: { ...base.controller, ...choices.controller },
          inverter: { ...base.inverter, ...choices.inverter },
          backup: { ...base.backup, ...choices.backup, alternator: choices.alternator ? alternator : null },
          wiring: {
            circuits: { array: circuit, 'battery-main': circuit, 'battery-string': circuit },
            fittings: Object.fromEntries(
              choices.fitting === null ? [] : FITTED.map((unitId) => [unitId, choices.fitting ?? '']),
            ),
            inLine: choices.inLine.map((each, i) => ({ ...each, id: `g${i}` })),
            wall: { 'battery#1': { xMm: 120, yMm: 0 }, 'none#1': { xMm: 0, yMm: 9000 } },
            busStages: choices.busStages,
            bonds: {},
            neutralBonds: null,
          },
          beside: choices.beside ? [{ ...emptyBeside('side', 'Side'), ...choices.beside }] : [],
        },
      ],
    }
  })

const hasNoNumber = (value: unknown): boolean =>
  typeof value === 'number'
    ? !Number.isFinite(value)
    : value !== null && typeof value === 'object'
      ? Object.values(value).some(hasNoNumber)
      : false

const wallBriefOf = ({ plant, wiring, write, battery, option: { wiring: own } }: Design) => ({
  plant,
  wiring,
  write,
  series: battery.bank?.series.value ?? 1,
  by: own.wall,
})
const briefOf = (job: Job, made: Design) => ({
  job,
  design: made,
  revision: '1',
  date: '2026-11-28',
  program: '1',
  catalogueMark: '',
})

/** Hundreds of whole designs: on a slow machine beside others they take their time, ms. */
const SLOW_MS = 120_000

test(
  'any job the file format allows is designed, checked, hung, built and reported without a fault, every computed figure finite',
  () => {
    fc.assert(
      fc.property(anyJob, (job) => {
        expect(keptJob(job)).toEqual(job)
        const result = design(job, SHIPPED_CATALOGUE)
        findings(result)
        // What pages and papers are made from stays within bounds too, whatever stands there.
        expect(wallOf(wallBriefOf(result)).pieces.length).toBeLessThanOrEqual(1000)
        expect(stepsOf(result, { airC: 12, lightWPerM2: 650 }).length).toBeLessThan(2000)
        labelsOf(result)
        reportOf(briefOf(job, result), 'everyone')
        for (const step of result.steps) expect(hasNoNumber(bare(step.outputs)), step.methodId).toBe(false)
      }),
      { numRuns: Number(process.env.PROPERTY_RUNS ?? 500) },
    )
  },
  SLOW_MS,
)

test('a month with next to no sun counts as dark, and no figure runs away', () => {
  const job = emptyJob('Dusk')
  job.site.latitudeDeg = 60
  job.site.sunKwhPerM2Day = [5e-324, 1, 2, 3, 4, 5, 5, 4, 3, 2, 1, 1e-9]
  job.loads = [{ ...emptyLoad('lamp'), powerW: 1e6, hoursPerDay: 24 }]
  const result = design(job, SHIPPED_CATALOGUE)
  expect(result.array.answer).toBe('too dark in January')
  expect(result.array.needs[0]?.place).toBe('backup.months')
})
