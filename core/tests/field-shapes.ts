// Long: one list of jobs.
import {
  EMPTY_AC_COUPLED,
  EMPTY_BACKUP,
  EMPTY_CIRCUIT_CHOICE,
  emptyBeside,
  emptyJob,
  emptyLoad,
  emptyOption,
  emptyPlane,
} from '../src/job/job.ts'
import type { Existing, Job, Load, Option, Plane, Site } from '../src/job/schema.ts'

/** The shapes of systems found in the field, A to U, each as a job of its own. Everything in them is invented. */

const load = (name: string, figures: Partial<Load>): Load => ({
  ...emptyLoad(name.toLowerCase().replace(/[^a-z]+/g, '-')),
  name,
  basis: 'label',
  ...figures,
})
const hours = (from: number, to: number) => Array.from({ length: to - from }, (_, i) => from + i)
const plane = (tiltDeg: number, azimuthDeg: number, figures: Partial<Plane> = {}): Plane => ({
  ...emptyPlane('a', 'Roof'),
  tiltDeg,
  azimuthDeg,
  ...figures,
})
/** Equipment that stands on site. */
export const there = (itemId: string, quantity: number, figures: Partial<Existing> = {}): Existing => ({
  id: itemId,
  itemId,
  quantity,
  ageYears: null,
  condition: 'good',
  measuredCapacityAh: null,
  kept: true,
  note: '',
  ...figures,
})

interface Shape {
  readonly site?: Partial<Site>
  readonly loads: readonly Load[]
  readonly systemVoltageV?: Option['systemVoltageV']
  readonly battery?: Partial<Option['battery']>
  readonly array?: Partial<Option['array']>
  readonly controller?: Partial<Option['controller']>
  readonly inverter?: Partial<Option['inverter']>
  readonly backup?: Partial<Option['backup']>
  readonly wiring?: Partial<Option['wiring']>
  readonly beside?: Option['beside']
  readonly job?: Partial<Job>
}

const MILD_SUN = [1.1, 1.9, 3.0, 4.3, 5.1, 5.5, 5.4, 4.7, 3.6, 2.3, 1.3, 0.9]
const DRY_SUN = [2.3, 3.1, 4.3, 5.4, 6.4, 7.1, 7.3, 6.6, 5.3, 3.8, 2.6, 2.0]

function job(name: string, shape: Shape): Job {
  const base = emptyJob(name)
  const option = emptyOption('a', 'As found')
  return {
    ...base,
    site: {
      ...base.site,
      latitudeDeg: 44,
      longitudeDeg: 3,
      altitudeM: 300,
      utcOffsetH: 1,
      recordLowC: -12,
      recordHighC: 36,
      batteryRoomLowC: 8,
      batteryRoomHighC: 30,
      sunKwhPerM2Day: MILD_SUN,
      arrayToBatteryM: 10,
      batteryToInverterM: 1.5,
      batteryToBoardM: 3,
      planes: [plane(40, 180)],
      ...shape.site,
    },
    loads: [...shape.loads],
    options: [
      {
        ...option,
        systemVoltageV: shape.systemVoltageV ?? null,
        battery: { ...option.battery, ...shape.battery },
        array: { ...option.array, ...shape.array },
        controller: { ...option.controller, ...shape.controller },
        inverter: { ...option.inverter, ...shape.inverter },
        backup: { ...EMPTY_BACKUP, ...shape.backup },
        wiring: { ...option.wiring, ...shape.wiring },
        beside: shape.beside ?? [],
      },
    ],
    ...shape.job,
  }
}

const DWELLING: readonly Load[] = [
  load('Refrigerator', { powerW: 90, startW: 700, powerFactor: 0.75, hoursPerDay: 24, dutyCycle: 0.4, basis: 'meter' }),
  load('Light', { quantity: 10, powerW: 7, hoursPerDay: 4, hoursOfDay: hours(18, 23) }),
  load('Computer', { powerW: 60, hoursPerDay: 5, powerFactor: 0.7 }),
  load('Hand tool', { powerW: 900, startW: 2200, hoursPerDay: 0.1, runsTogether: false }),
]

export const FIELD_SHAPES = {
  A: job('Garden building', {
    site: { batteryRoomHighC: 38, planes: [plane(25, 170)] },
    loads: [
      load('Cooking plate', { powerW: 1800, hoursPerDay: 0.5, runsTogether: false }),
      load('Light', { quantity: 6, powerW: 8, hoursPerDay: 4 }),
      load('Cooler', { powerW: 70, startW: 420, hoursPerDay: 24, dutyCycle: 0.35 }),
    ],
    systemVoltageV: 12,
    battery: { itemId: 'haskerl-12-280', autonomyDays: 2 },
    array: { panelId: 'dorveth-430' },
    controller: { panelsPerString: 2, itemId: 'lanthorn-m150-100' },
    inverter: { itemId: 'orrowell-12-2000' },
    // Doubled leads from the bank, a switch before the inverter.
    wiring: {
      circuits: { 'battery-main': { ...EMPTY_CIRCUIT_CHOICE, size: '70 mm2', parallel: 2 } },
      inLine: [{ id: 'inverter', circuitId: 'inverter-dc', role: 'battery-switch' }],
    },
  }),
  B: job('Dwelling from a load sheet', {
    loads: [...DWELLING, load('Bedside lamp', { supply: 'dc', powerW: 3, hoursPerDay: 1.5, quantity: 2 })],
    site: { sunKwhPerM2Day: DRY_SUN },
  }),
  C: job('Slide-in camper', {
    site: {
      kind: 'vehicle',
      batteryRoomLowC: -8,
      planes: [plane(0, 180, { mostWeightKg: 12, widthM: 1.7, heightM: 1.5 })],
      arrayToBatteryM: 4,
      monthsInUse: [4, 5, 6, 7, 8, 9, 10],
      weightTargets: [
        { id: 'all', name: 'Whole camper', mostKg: 75, places: [], axle: null },
        { id: 'rear', name: 'Rear axle', mostKg: 55, places: ['battery room', 'converter wall'], axle: null },
      ],
    },
    loads: [
      load('Cooler', { supply: 'dc', voltageV: 12, powerW: 40, hoursPerDay: 24, dutyCycle: 0.3, basis: 'clamp' }),
      load('Light', { supply: 'dc', voltageV: 12, powerW: 12, hoursPerDay: 3, hoursOfDay: [19, 20, 21] }),
      load('Telephone', { supply: 'dc', voltageV: 12, powerW: 10, hoursPerDay: 3 }),
    ],
    systemVoltageV: 12,
    battery: { itemId: 'haskerl-12-120h', autonomyDays: 2, coldProtected: true },
    array: { panelId: 'pellane-flex-175' },
    backup: {
      kind: 'mains',
      chargerId: 'kelder-12-15',
      bond: 'inverter-only',
      alternator: {
        ratedA: 140,
        idleA: 60,
        otherA: 20,
        voltageV: 14,
        hoursPerDay: 1.5,
        chargerId: 'kelder-d12-12-18',
        setA: null,
        byRelay: false,
        fromHour: null,
        days: 'all' as const,
      },
    },
    job: {
      batteryHeating: { setPointC: 5, boxWPerK: 0.6, heaterW: 30, supply: 'dc', seenByMonitor: false },
    },
  }),
  D: job('Greenhouse pumps', {
    site: { critical: true, planes: [plane(40, 180, { positions: 'two', seasonTiltsDeg: [60, null, 20, null] })] },
    loads: [
      load('Air pump', { supply: 'dc', powerW: 18, quantity: 2, hoursPerDay: 24, startW: 40, priority: 'critical' }),
      load('Circulation pump', { supply: 'dc', powerW: 30, hoursPerDay: 12, startW: 70, hoursOfDay: hours(6, 18) }),
    ],
    systemVoltageV: 12,
    battery: { itemId: 'murrow-l6-420', vented: true, autonomyDays: 3 },
    array: { panelId: 'fenlode-330' },
    wiring: { inLine: [{ id: 'low', circuitId: 'dc-loads', role: 'load-disconnect' }] },
    controller: {
      further: [
        {
          id: 'second',
          name: 'East frame',
          panelId: 'skerrin-150',
          controllerId: 'lanthorn-p40',
          quantity: 1,
          panelsPerString: 1,
          stringsPerController: 3,
          planeId: null,
          setA: null,
        },
      ],
    },
  }),
  E: job('Household with an AC-coupled array', {
    loads: [...DWELLING, load('Washing machine', { powerW: 500, startW: 1500, hoursPerDay: 1, daysPerWeek: 4 })],
    systemVoltageV: 48,
    battery: { itemId: 'haskerl-48-110', autonomyDays: 2 },
    inverter: {
      itemId: 'castlemere-48-5000c',
      acCoupled: { ...EMPTY_AC_COUPLED, panelId: 'fenlode-365', inverterId: 'helmsley-3000', powerW: 3000 },
    },
    backup: {
      kind: 'generator',
      generatorId: 'thornby-d6',
      months: [11, 12, 1],
      bond: 'transfers',
      startAt: 0.3,
      stopAt: 0.9,
    },
  }),
  F: job('Workshop under construction', {
    site: {
      sunKwhPerM2Day: DRY_SUN,
      planes: [plane(30, 180, { name: 'Ground', widthM: 20, heightM: 12, mount: 'rows' })],
      arrayToBatteryM: 35,
    },
    loads: [
      load('Table saw', { powerW: 1500, startW: 4500, powerFactor: 0.8, hoursPerDay: 1.5, hoursOfDay: [9, 10, 14] }),
      load('Light', { quantity: 8, powerW: 20, hoursPerDay: 5 }),
    ],
    systemVoltageV: 48,
    array: {
      panelId: 'dorveth-545',
      dumpLoads: [
        { id: 'water', name: 'Water heating', powerW: 1500, mostKwhPerDay: 4 },
        { id: 'cooling', name: 'Cooling', powerW: 900, mostKwhPerDay: 5 },
      ],
    },
  }),
  G: job('Large house', {
    loads: [
      ...DWELLING,
      load('Water pump', { powerW: 1100, startW: 4000, powerFactor: 0.8, hoursPerDay: 1.5 }),
      load('Oven', { powerW: 2600, hoursPerDay: 0.8 }),
      load('Washing machine', { powerW: 2000, startW: 2600, hoursPerDay: 0.8 }),
    ],
    site: { sunKwhPerM2Day: DRY_SUN, planes: [plane(35, 180), { ...plane(35, 90), id: 'b', name: 'East roof' }] },
    systemVoltageV: 48,
    battery: { itemId: 'haskerl-48-280', autonomyDays: 2 },
    array: { panelId: 'dorveth-430' },
    inverter: { itemId: 'orrowell-48-5000', quantity: 2 },
    // Battery breaker, link, inverter breakers.
    wiring: {
      busStages: 2,
      circuits: { 'battery-main': { ...EMPTY_CIRCUIT_CHOICE, deviceId: 'wardwick-dcb-80x' } },
    },
    controller: {
      itemId: 'lanthorn-m250-100',
      further: [
        {
          id: 'east',
          name: 'East roof',
          panelId: 'dorveth-430',
          controllerId: 'lanthorn-m150-45',
          quantity: 1,
          panelsPerString: 3,
          stringsPerController: 1,
          planeId: 'b',
          setA: null,
        },
      ],
    },
  }),
  H: job('All-in-one, split phase', {
    site: {
      ruleSet: 'north-american',
      mainsVoltageV: 120,
      mainsFrequencyHz: 60,
      splitPhase: true,
      sunKwhPerM2Day: DRY_SUN,
    },
    loads: [
      ...DWELLING,
      load('Well pump', { powerW: 1100, voltageV: 240, startW: 3300, powerFactor: 0.8, hoursPerDay: 1 }),
    ],
    systemVoltageV: 48,
    battery: { itemId: 'haskerl-48-314', autonomyDays: 2 },
    array: { panelId: 'dorveth-430' },
    inverter: { itemId: 'brayholm-48-6000s' },
    controller: { itemId: 'brayholm-48-6000s' },
  }),
  I: job('Homestead with a far array', {
    site: { arrayToBatteryM: 90, sunKwhPerM2Day: DRY_SUN },
    loads: DWELLING,
    systemVoltageV: 48,
    battery: { itemId: 'haskerl-48-110', autonomyDays: 3 },
    controller: { itemId: 'lanthorn-m250-60' },
  }),
  J: job('Coach with stacked inverters', {
    site: {
      kind: 'vehicle',
      ruleSet: 'north-american',
      mainsVoltageV: 120,
      mainsFrequencyHz: 60,
      splitPhase: true,
      sunKwhPerM2Day: DRY_SUN,
      planes: [plane(0, 180, { widthM: 10, heightM: 2.3 })],
    },
    loads: [
      load('Air conditioner', {
        powerW: 1300,
        startW: 3900,
        powerFactor: 0.85,
        hoursPerDay: 3,
        hoursOfDay: [13, 14, 15],
      }),
      ...DWELLING,
    ],
    systemVoltageV: 48,
    battery: { itemId: 'haskerl-48-110', autonomyDays: 1 },
    inverter: { itemId: 'castlemere-48-4000a', quantity: 2, stacking: 'split-phase' },
    backup: {
      kind: 'mains',
      chargerId: 'kelder-48-30a',
      bond: 'transfers',
      inletA: 30,
      onOneUnit: true,
      alternator: {
        ratedA: 200,
        idleA: 110,
        otherA: 30,
        voltageV: 14,
        hoursPerDay: 2,
        chargerId: 'kelder-d12-48-8',
        setA: null,
        byRelay: false,
        fromHour: null,
        days: 'all' as const,
      },
    },
  }),
  K: job('Two used six-volt units', {
    loads: [load('Light', { quantity: 2, powerW: 9, hoursPerDay: 3 }), load('Radio', { powerW: 15, hoursPerDay: 2 })],
    systemVoltageV: 12,
    site: { sunKwhPerM2Day: DRY_SUN },
    battery: { itemId: 'murrow-g6-225', vented: true, autonomyDays: 2, parallel: 1 },
    array: { panelId: 'skerrin-110' },
    inverter: { itemId: 'orrowell-12-250' },
    job: { existing: [there('murrow-g6-225', 2, { ageYears: 4, condition: 'worn', measuredCapacityAh: 150 })] },
  }),
  L: job('Cabin with a second, older array', {
    loads: [...DWELLING, load('Shed lamp', { supply: 'dc', powerW: 12, hoursPerDay: 4, systemId: 'shed' })],
    // A bank of its own in the shed.
    beside: [
      {
        ...emptyBeside('shed', 'Shed'),
        systemVoltageV: 12,
        batteryId: 'quillane-a12-100',
        vented: true,
        monitored: false,
        panelId: 'skerrin-150',
        controllerId: 'lanthorn-p20',
      },
    ],
    site: { sunKwhPerM2Day: DRY_SUN },
    systemVoltageV: 24,
    battery: { itemId: 'haskerl-cell-280' },
    controller: {
      further: [
        {
          id: 'old',
          name: 'Old porch panels',
          panelId: 'skerrin-110',
          controllerId: 'lanthorn-p20',
          quantity: 1,
          panelsPerString: 2,
          stringsPerController: 1,
          planeId: null,
          setA: null,
        },
      ],
    },
    backup: { kind: 'generator', chargerId: 'kelder-24-40', bond: 'source-only' },
    job: { existing: [there('skerrin-110', 2, { ageYears: 9, condition: 'worn' }), there('lanthorn-p20', 1)] },
  }),
  M: job('Cabin with a winter generator', {
    loads: DWELLING,
    systemVoltageV: 24,
    array: { sizing: 'recover', recoveryDays: 5 },
    backup: { kind: 'generator', months: [11, 12, 1, 2], bond: 'transfers', fuelPricePerL: 1.8 },
  }),
  N: job('Van on two AGM', {
    site: { kind: 'vehicle', planes: [plane(0, 180, { widthM: 2.4, heightM: 1.4 })], monthsInUse: [4, 5, 6, 7, 8, 9] },
    loads: [
      load('Cooler', { supply: 'dc', voltageV: 12, powerW: 45, hoursPerDay: 24, dutyCycle: 0.35 }),
      load('Hair dryer', { powerW: 1000, startW: 1100, hoursPerDay: 0.1, runsTogether: false }),
    ],
    systemVoltageV: 12,
    battery: { itemId: 'quillane-a12-150', autonomyDays: 2 },
    array: { panelId: 'skerrin-180-slim' },
    controller: { panelsPerString: 2 },
    backup: {
      alternator: {
        ratedA: 150,
        idleA: 70,
        otherA: 25,
        voltageV: 14,
        hoursPerDay: 2,
        chargerId: 'kelder-d12-12-30',
        setA: null,
        byRelay: false,
        fromHour: null,
        days: 'all' as const,
      },
    },
  }),
  O: job('Home from an inverter already bought', {
    loads: DWELLING,
    site: { sunKwhPerM2Day: DRY_SUN },
    systemVoltageV: 48,
    inverter: { itemId: 'brayholm-48-8000d' },
    controller: { itemId: 'brayholm-48-8000d', quantity: 1 },
    job: { existing: [there('brayholm-48-8000d', 1)] },
  }),
  P: job('Truck with an electric kitchen', {
    site: {
      kind: 'vehicle',
      recordHighC: 41,
      batteryRoomHighC: 38,
      planes: [plane(0, 180, { widthM: 5, heightM: 2.2 })],
    },
    loads: [
      load('Induction plate', { powerW: 2000, hoursPerDay: 0.7, runsTogether: false }),
      load('Oven', { powerW: 1600, hoursPerDay: 0.4, runsTogether: false }),
      load('Light', { supply: 'dc', voltageV: 12, powerW: 30, hoursPerDay: 4, converterEfficiency: 0.9 }),
      load('Cooler', { supply: 'dc', voltageV: 24, powerW: 60, hoursPerDay: 24, dutyCycle: 0.35 }),
    ],
    systemVoltageV: 24,
    battery: { itemId: 'haskerl-24-230', autonomyDays: 1.5 },
    inverter: { itemId: 'orrowell-24-3000' },
    backup: {
      alternator: {
        ratedA: 110,
        idleA: 70,
        otherA: 20,
        voltageV: 28,
        hoursPerDay: 3,
        chargerId: 'kelder-d24-24-30',
        setA: null,
        byRelay: false,
        fromHour: null,
        days: 'all' as const,
      },
    },
  }),
  Q: job('One appliance on a boat', {
    site: { kind: 'boat', latitudeDeg: null, recordLowC: null, sunKwhPerM2Day: Array<null>(12).fill(null) },
    loads: [
      load('Cold box', { meterEnergyKwh: 3.1, meterLoggedHours: 96, basis: 'meter', supply: 'ac', hoursPerDay: 24 }),
    ],
    battery: { autonomyDays: 2 },
  }),
  R: job('One block load', {
    loads: [load('Block load', { powerW: 250, hoursPerDay: 6, basis: 'guess' })],
    systemVoltageV: 12,
    battery: { itemId: 'quillane-a12-100', sizing: 'stepwise', autonomyDays: 1 },
  }),
  S: job('Trailer gallery', {
    site: {
      kind: 'trailer',
      sunKwhPerM2Day: DRY_SUN,
      planes: [plane(5, 180, { widthM: 6, heightM: 2.3 })],
      weightTargets: [{ id: 'all', name: 'Trailer', mostKg: 250, places: [], axle: null }],
    },
    loads: [
      load('Show light', { supply: 'dc', powerW: 8, quantity: 12, hoursPerDay: 7, hoursOfDay: hours(15, 22) }),
      load('Air conditioner', { powerW: 900, startW: 2700, hoursPerDay: 4, stage: 'later', hoursOfDay: hours(12, 16) }),
    ],
    systemVoltageV: 24,
  }),
  T: job('Year-round dwelling on two-volt cells', {
    loads: DWELLING,
    systemVoltageV: 48,
    battery: { itemId: 'murrow-v2-800', vented: true },
    array: { panelId: 'fenlode-250' },
    inverter: { itemId: 'castlemere-48-5000c' },
    backup: { kind: 'generator', months: [12, 1], bond: 'transfers' },
  }),
  U: job('A controller by the numbers', {
    loads: [load('Light', { supply: 'dc', powerW: 20, hoursPerDay: 5 })],
    site: { sunKwhPerM2Day: DRY_SUN },
    systemVoltageV: 12,
    array: { panelId: 'skerrin-110' },
    controller: { itemId: 'lanthorn-p20' },
  }),
} satisfies Record<string, Job>
