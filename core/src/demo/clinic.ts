import { EMPTY_BACKUP, emptyJob, emptyLoad, emptyOption, emptyPlane } from '../job/job.ts'
import type { Job, Load, Option } from '../job/schema.ts'

const load = (id: string, name: string, figures: Partial<Load>): Load => ({ ...emptyLoad(id), name, ...figures })
const ALL_DAY = Array.from({ length: 24 }, (_, hour) => hour)
const CLINIC_HOURS = [8, 9, 10, 11, 12, 13, 14, 15, 16]

const LOADS: Load[] = [
  load('vaccine-fridge', 'Vaccine refrigerator', {
    powerW: 160,
    startW: 640,
    powerFactor: 0.8,
    basis: 'meter',
    meterEnergyKwh: 14.6,
    meterLoggedHours: 168,
    hoursOfDay: ALL_DAY,
    priority: 'critical',
    group: 'Pharmacy',
  }),
  load('fans', 'Ceiling fans', {
    quantity: 6,
    powerW: 45,
    basis: 'clamp',
    powerFactor: 0.85,
    hoursPerDay: 9,
    hoursOfDay: CLINIC_HOURS,
    monthFactors: [1, 1, 1, 0.9, 0.6, 0.4, 0.4, 0.5, 0.8, 1, 1, 1],
    group: 'Wards',
  }),
  load('lights', 'Lights', {
    quantity: 14,
    powerW: 8,
    basis: 'label',
    powerFactor: 0.9,
    hoursPerDay: 4,
    hoursOfDay: [5, 18, 19, 20, 21],
    group: 'Wards',
  }),
  load('night-light', 'Night lights and bell', {
    powerW: 12,
    basis: 'label',
    hoursPerDay: 11,
    hoursOfDay: [19, 20, 21, 22, 23, 0, 1, 2, 3, 4, 5],
    priority: 'critical',
    group: 'Wards',
  }),
  load('steriliser', 'Steriliser', {
    powerW: 1300,
    basis: 'label',
    hoursPerDay: 0.8,
    daysPerWeek: 5,
    hoursOfDay: [11],
    priority: 'can-wait',
    group: 'Treatment',
    runsTogether: false,
  }),
  load('centrifuge', 'Centrifuge', {
    powerW: 220,
    startW: 600,
    powerFactor: 0.7,
    basis: 'label',
    hoursPerDay: 0.7,
    daysPerWeek: 5,
    hoursOfDay: [10],
    group: 'Laboratory',
  }),
  load('computer', 'Computer and telephone', {
    powerW: 85,
    basis: 'meter',
    meterEnergyKwh: 3.9,
    meterLoggedHours: 120,
    powerFactor: 0.95,
    hoursOfDay: CLINIC_HOURS,
    group: 'Office',
  }),
  load('ultrasound', 'Ultrasound', {
    powerW: 320,
    powerFactor: 0.9,
    basis: 'label',
    hoursPerDay: 1.5,
    hoursOfDay: [9, 14],
    stage: 'later',
    group: 'Treatment',
  }),
]

/** A small clinic in a hot southern place: the vaccine refrigerator may never stop. Everything in it is invented. */
export function clinic(): Job {
  const job = emptyJob('Clinic at Marrowbi Wells')
  const base = emptyOption('a', 'Lithium, 48 V')
  const lithium: Option = {
    ...base,
    systemVoltageV: 48,
    battery: { ...base.battery, itemId: 'haskerl-48-55', autonomyDays: 3 },
    array: { ...base.array, panelId: 'fenlode-400', sizing: 'recover', recoveryDays: 5 },
    controller: { ...base.controller, itemId: 'lanthorn-m250-100' },
    inverter: { ...base.inverter, itemId: 'orrowell-48-3000' },
  }
  return {
    ...job,
    note: 'Eight rooms and a pharmacy at the end of the road. The refrigerator holds the district’s vaccines.',
    site: {
      ...job.site,
      place: 'Marrowbi Wells',
      latitudeDeg: -19.4,
      longitudeDeg: 23.5,
      altitudeM: 940,
      utcOffsetH: 2,
      recordLowC: -2,
      recordHighC: 43,
      batteryRoomLowC: 12,
      batteryRoomHighC: 37,
      monthMeanC: [27, 26.6, 25.9, 23.8, 19.9, 16.8, 16.7, 19.9, 24.6, 28, 28.2, 27.6],
      daySwingK: 15,
      sunKwhPerM2Day: [6.3, 6.1, 6, 5.6, 5.1, 4.7, 5, 5.8, 6.4, 6.6, 6.5, 6.4],
      sunBasis: 'published',
      sunSource: 'District solar tables',
      soiling: 'dusty',
      planes: [
        {
          ...emptyPlane('a', 'Ground frames'),
          tiltDeg: 25,
          azimuthDeg: 0,
          widthM: 14,
          heightM: 12,
          mount: 'rows',
        },
      ],
      arrayToBatteryM: 24,
      batteryToInverterM: 1.5,
      critical: true,
    },
    loads: LOADS,
    options: [
      lithium,
      {
        ...lithium,
        id: 'b',
        name: 'Tubular cells, generator in the rains',
        battery: { ...base.battery, itemId: 'murrow-v2-420', autonomyDays: 2, vented: true },
        backup: {
          ...EMPTY_BACKUP,
          kind: 'generator',
          months: [1, 2],
          bond: 'transfers',
          fuelPricePerL: 1.4,
        },
      },
    ],
  }
}
