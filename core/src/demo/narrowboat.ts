import { EMPTY_BACKUP, emptyJob, emptyLoad, emptyOption, emptyPlane } from '../job/job.ts'
import type { Job, Load, Option } from '../job/schema.ts'

const load = (id: string, name: string, figures: Partial<Load>): Load => ({ ...emptyLoad(id), name, ...figures })
const ALL_DAY = Array.from({ length: 24 }, (_, hour) => hour)

const LOADS: Load[] = [
  load('fridge', 'Refrigerator, 24 V', {
    supply: 'dc',
    powerW: 48,
    basis: 'meter',
    meterEnergyKwh: 2.58,
    meterLoggedHours: 168,
    hoursOfDay: ALL_DAY,
    priority: 'critical',
    group: 'Galley',
  }),
  load('cabin-light', 'Cabin lights', {
    supply: 'dc',
    quantity: 8,
    powerW: 2.5,
    basis: 'label',
    hoursPerDay: 4,
    hoursOfDay: [6, 7, 18, 19, 20, 21, 22],
    group: 'Cabin',
  }),
  load('water-pump', 'Fresh-water pump', {
    supply: 'dc',
    powerW: 75,
    startW: 150,
    basis: 'label',
    hoursPerDay: 0.3,
    hoursOfDay: [7, 12, 18],
    group: 'Galley',
  }),
  load('bilge', 'Bilge pump', {
    supply: 'dc',
    powerW: 60,
    startW: 120,
    basis: 'label',
    hoursPerDay: 0.1,
    hoursOfDay: [3],
    priority: 'critical',
    group: 'Boat',
  }),
  load('laptop', 'Laptop', {
    powerW: 45,
    basis: 'clamp',
    powerFactor: 0.6,
    hoursPerDay: 5,
    daysPerWeek: 5,
    hoursOfDay: [9, 10, 11, 14, 15],
    group: 'Cabin',
  }),
  load('phones', 'Telephones and router', {
    supply: 'dc',
    voltageV: 12,
    converterEfficiency: 0.9,
    powerW: 14,
    basis: 'typical',
    hoursPerDay: 24,
    hoursOfDay: ALL_DAY,
    group: 'Cabin',
  }),
  load('mixer', 'Hand blender', {
    powerW: 250,
    startW: 400,
    basis: 'label',
    powerFactor: 0.8,
    hoursPerDay: 0.05,
    hoursOfDay: [18],
    group: 'Galley',
    runsTogether: false,
  }),
]

/** The second demo: a narrowboat on 24 V with little roof, lived on from March to October. Everything in it is invented. */
export function narrowboat(): Job {
  const job = emptyJob('Narrowboat Corncrake')
  const option = emptyOption('a', 'Flat panels on the roof')
  const flat: Option = {
    ...option,
    systemVoltageV: 24,
    battery: { ...option.battery, itemId: 'haskerl-24-60', autonomyDays: 2 },
    array: {
      ...option.array,
      panelId: 'skerrin-180-slim',
      sizing: 'recover',
      recoveryDays: 14,
      fit: { portrait: false, gapMm: 20, edgeMm: 60 },
    },
    inverter: { ...option.inverter, itemId: 'orrowell-24-800' },
    backup: {
      ...EMPTY_BACKUP,
      months: [3, 10],
      alternator: {
        ratedA: 90,
        idleA: 45,
        otherA: 6,
        voltageV: 28,
        hoursPerDay: 1.5,
        chargerId: null,
        setA: null,
        byRelay: false,
        fromHour: null,
        days: 'all' as const,
      },
    },
  }
  return {
    ...job,
    note: 'Eighteen metres, 24 V. Panels lie flat between the pigeon boxes.',
    site: {
      ...job.site,
      kind: 'boat',
      place: 'Lode and Wether canal',
      latitudeDeg: 52.3,
      longitudeDeg: -1.2,
      altitudeM: 70,
      utcOffsetH: 0,
      recordLowC: -12,
      recordHighC: 34,
      batteryRoomLowC: 5,
      batteryRoomHighC: 30,
      monthMeanC: [4.2, 4.4, 6.6, 9, 12.2, 15.1, 17.2, 16.9, 14.3, 10.8, 7, 4.6],
      daySwingK: 7,
      sunKwhPerM2Day: [0.68, 1.3, 2.4, 3.85, 4.75, 5.1, 4.95, 4.2, 2.95, 1.65, 0.85, 0.52],
      sunBasis: 'published',
      shadeFraction: [0.1, 0.1, 0.08, 0.08, 0.1, 0.1, 0.1, 0.1, 0.08, 0.08, 0.1, 0.1],
      planes: [
        { ...emptyPlane('a', 'Cabin roof'), tiltDeg: 0, azimuthDeg: 180, widthM: 6.4, heightM: 1.6, mostWeightKg: 140 },
      ],
      monthsInUse: [3, 4, 5, 6, 7, 8, 9, 10],
    },
    loads: LOADS,
    options: [
      flat,
      {
        ...flat,
        id: 'b',
        name: 'Fewer panels, generator in spring and autumn',
        backup: { ...flat.backup, kind: 'generator', months: [3, 9, 10], bond: 'transfers', fuelPricePerL: 1.9 },
      },
    ],
  }
}
