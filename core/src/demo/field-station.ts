import { EMPTY_BACKUP, EMPTY_TRADE, emptyJob, emptyLoad, emptyOption, emptyPlane } from '../job/job.ts'
import type { Job, Load, Option } from '../job/schema.ts'

const hours = (from: number, to: number): number[] => Array.from({ length: to - from }, (_, i) => from + i)
const load = (id: string, name: string, figures: Partial<Load>): Load => ({ ...emptyLoad(id), name, ...figures })

const LOADS: Load[] = [
  load('freezer', 'Sample freezer', {
    powerW: 92,
    startW: 620,
    basis: 'meter',
    powerFactor: 0.72,
    hoursPerDay: 24,
    dutyCycle: 0.45,
    hoursOfDay: hours(0, 24),
    priority: 'critical',
    group: 'Laboratory',
  }),
  load('radio', 'Radio link and logger', {
    supply: 'dc',
    powerW: 9,
    voltageV: 12,
    basis: 'clamp',
    hoursPerDay: 24,
    hoursOfDay: hours(0, 24),
    priority: 'critical',
    group: 'Laboratory',
  }),
  load('table-lamp', 'Ringing-table lamp', {
    supply: 'dc',
    quantity: 4,
    powerW: 8,
    basis: 'label',
    hoursPerDay: 5,
    hoursOfDay: [5, 6, 7, 18, 19, 20, 21],
    group: 'Light',
  }),
  load('laptop', 'Laptop, charging', {
    quantity: 2,
    powerW: 60,
    basis: 'typical',
    powerFactor: 0.6,
    hoursPerDay: 3,
    hoursOfDay: [12, 13, 19],
    group: 'Laboratory',
  }),
  load('pump', 'Water pump', {
    powerW: 370,
    startW: 1290,
    basis: 'label',
    powerFactor: 0.8,
    hoursPerDay: 0.42,
    hoursOfDay: [8, 13, 18],
    group: 'House',
    note: 'Lifts from the rain cistern.',
  }),
  load('fan', 'Extractor fan, drying room', {
    powerW: 55,
    startW: 140,
    basis: 'clamp',
    powerFactor: 0.85,
    hoursPerDay: 8,
    hoursOfDay: hours(9, 17),
    weekendHoursOfDay: hours(9, 20),
    priority: 'can-wait',
    group: 'House',
  }),
  load('kettle', 'Small kettle, volunteers', {
    powerW: 650,
    basis: 'label',
    hoursPerDay: 0.5,
    daysPerWeek: 2,
    hoursOfDay: [7, 10, 16],
    group: 'House',
    runsTogether: false,
  }),
  load('bunk-lamp', 'Bunk lamp', {
    supply: 'dc',
    quantity: 6,
    powerW: 3,
    basis: 'typical',
    hoursPerDay: 2,
    daysPerWeek: 3,
    hoursOfDay: [21, 22],
    group: 'Light',
  }),
  load('microscope', 'Microscope and screen', {
    labelVoltageV: 230,
    labelCurrentA: 0.3,
    basis: 'label',
    powerFactor: 0.65,
    hoursPerDay: 2,
    daysPerWeek: 5,
    hoursOfDay: [14, 15],
    group: 'Laboratory',
  }),
  load('dehumidifier', 'Dehumidifier, archive', {
    powerW: 180,
    startW: 420,
    basis: 'guess',
    hoursPerDay: 4,
    monthFactors: [1, 1, 1, 0.6, 0.3, 0, 0, 0, 0.3, 0.6, 1, 1],
    priority: 'can-wait',
    stage: 'later',
    hoursOfDay: [11, 12, 13, 14],
    group: 'House',
    note: 'Planned for the second year; can wait for sun.',
  }),
]

function options(): Option[] {
  const option = emptyOption('a', 'Lithium, a generator')
  const lithium: Option = {
    ...option,
    systemVoltageV: 24,
    battery: { ...option.battery, autonomyDays: 3 },
    array: { ...option.array, panelId: 'dorveth-430', sizing: 'recover', recoveryDays: 14 },
    controller: { ...option.controller, itemId: 'lanthorn-m150-100', quantity: 2 },
    // For the dark weeks: small, slow and started by hand, so started early.
    backup: {
      ...EMPTY_BACKUP,
      kind: 'generator',
      refillHours: 10,
      startAt: 0.4,
      bond: 'transfers',
      fuelPricePerL: 1.9,
    },
  }
  return [
    lithium,
    {
      ...lithium,
      id: 'b',
      name: 'Lead-acid, generator in winter',
      battery: { ...option.battery, itemId: 'murrow-v2-420', autonomyDays: 2, vented: true },
      backup: {
        ...EMPTY_BACKUP,
        kind: 'generator',
        months: [1, 11, 12],
        startAt: 0.6,
        bond: 'transfers',
        fuelPricePerL: 1.9,
      },
    },
  ]
}

/** The main demo: a bird-ringing field station on a tidal island. Everything in it is invented. */
export function fieldStation(): Job {
  const job = emptyJob('Saltmarsh ringing station')
  return {
    ...job,
    note: 'Two rooms and a drying loft on a tidal island, cut off at high water. Staffed all year, volunteers at weekends.',
    site: {
      ...job.site,
      place: 'Skelder Holm, tidal island',
      latitudeDeg: 50.4,
      longitudeDeg: -4.1,
      altitudeM: 6,
      utcOffsetH: 0,
      recordLowC: -11,
      recordHighC: 31,
      batteryRoomLowC: 4,
      batteryRoomHighC: 27,
      monthMeanC: [6.2, 5.9, 7.1, 9, 11.8, 14.4, 16.3, 16.5, 14.8, 12, 8.9, 7],
      daySwingK: 5,
      sunKwhPerM2Day: [0.86, 1.62, 2.81, 4.42, 5.38, 5.79, 5.52, 4.71, 3.42, 2.02, 1.08, 0.71],
      sunBasis: 'published',
      sunSource: 'Island weather book, mean of twelve years',
      horizon: [
        { azimuthDeg: 60, heightDeg: 0 },
        { azimuthDeg: 95, heightDeg: 3 },
        { azimuthDeg: 125, heightDeg: 6 },
        { azimuthDeg: 150, heightDeg: 4 },
        { azimuthDeg: 170, heightDeg: 1 },
        { azimuthDeg: 230, heightDeg: 2 },
        { azimuthDeg: 255, heightDeg: 5 },
        { azimuthDeg: 285, heightDeg: 0 },
      ],
      planes: [{ ...emptyPlane('a', 'Loft roof'), widthM: 7.5, heightM: 4.2, surface: 'slate', mostWeightKg: 260 }],
      arrayToBatteryM: 18,
      batteryToBoardM: 7,
      critical: false,
      mainsVoltageV: 230,
    },
    loads: LOADS,
    trade: {
      ...EMPTY_TRADE,
      markUpFraction: 0.15,
      hourPrice: 58,
      taxFraction: 0.2,
      added: [{ id: 'boat', name: 'Boat to the island, at slack water', quantity: 3, price: 140, supplier: '' }],
      quote: {
        ...EMPTY_TRADE.quote,
        number: 'SR-7',
        seller: 'Sallow & Reed, off-grid power\nThe Old Ropewalk, Skelder Quay',
        customer: 'Saltmarsh Bird Observatory\nSkelder Holm',
        optionIds: ['a', 'b'],
        terms: 'Weather and tide may move the dates.',
        payments: [
          { id: 'order', name: 'With the order', fraction: 0.4 },
          { id: 'parts', name: 'When the parts are on the island', fraction: 0.4 },
          { id: 'end', name: 'At hand-over', fraction: 0.2 },
        ],
      },
    },
    options: options(),
  }
}
