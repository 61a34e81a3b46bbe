import { EMPTY_BACKUP, emptyJob, emptyLoad, emptyOption, emptyPlane } from '../job/job.ts'
import type { Job, Load, Option } from '../job/schema.ts'

const load = (id: string, name: string, figures: Partial<Load>): Load => ({ ...emptyLoad(id), name, ...figures })
const ALL_DAY = Array.from({ length: 24 }, (_, hour) => hour)

const LOADS: Load[] = [
  load('radio', 'Rescue radio, on standby', {
    supply: 'dc',
    voltageV: 12,
    converterEfficiency: 0.9,
    powerW: 11,
    basis: 'clamp',
    hoursPerDay: 24,
    hoursOfDay: ALL_DAY,
    priority: 'critical',
    group: 'Radio room',
  }),
  load('beacon', 'Door beacon', {
    supply: 'dc',
    voltageV: 24,
    converterEfficiency: 0.9,
    powerW: 4,
    basis: 'label',
    hoursPerDay: 14,
    hoursOfDay: [17, 18, 19, 20, 21, 22, 23, 0, 1, 2, 3, 4, 5, 6],
    priority: 'critical',
    group: 'Radio room',
  }),
  load('lights', 'Lights', {
    quantity: 9,
    powerW: 6,
    basis: 'label',
    powerFactor: 0.9,
    hoursPerDay: 4,
    hoursOfDay: [6, 7, 18, 19, 20, 21],
    group: 'House',
  }),
  load('dryer', 'Boot dryer', {
    powerW: 180,
    basis: 'meter',
    meterEnergyKwh: 2.1,
    meterLoggedHours: 96,
    hoursOfDay: [18, 19, 20],
    priority: 'can-wait',
    group: 'House',
  }),
  load('pump', 'Melt-water pump', {
    powerW: 240,
    startW: 720,
    powerFactor: 0.75,
    basis: 'label',
    hoursPerDay: 0.5,
    hoursOfDay: [9, 16],
    group: 'Cellar',
  }),
  load('defibrillator', 'Defibrillator charger', {
    powerW: 20,
    basis: 'label',
    powerFactor: 0.6,
    hoursPerDay: 2,
    hoursOfDay: [10, 11],
    priority: 'critical',
    group: 'Radio room',
  }),
  load('later-oven', 'Induction plate', {
    powerW: 1400,
    basis: 'label',
    hoursPerDay: 0.5,
    hoursOfDay: [12],
    stage: 'later',
    group: 'House',
    runsTogether: false,
  }),
]

/** A mountain rescue hut: very cold, snow on the panels, a generator through the winter. Everything in it is invented. */
export function rescueHut(): Job {
  const job = emptyJob('Rescue hut Greyfell Saddle')
  const base = emptyOption('a', 'Heated lithium, diesel in winter')
  const heated: Option = {
    ...base,
    systemVoltageV: 48,
    battery: { ...base.battery, itemId: 'haskerl-48-55', autonomyDays: 3, coldProtected: true },
    array: { ...base.array, panelId: 'dorveth-430', sizing: 'recover', recoveryDays: 7 },
    controller: { ...base.controller, itemId: 'lanthorn-m250-60' },
    inverter: { ...base.inverter, itemId: 'orrowell-48-3000' },
    backup: {
      ...EMPTY_BACKUP,
      kind: 'generator',
      months: [1, 11, 12],
      generatorId: 'thornby-d8',
      bond: 'transfers',
      fuelPricePerL: 2.1,
    },
  }
  return {
    ...job,
    note: 'Stone hut below the saddle, reached on skis for five months. The crew is called out at any hour.',
    site: {
      ...job.site,
      place: 'Greyfell Saddle',
      latitudeDeg: 46.6,
      longitudeDeg: 9.9,
      altitudeM: 2260,
      utcOffsetH: 1,
      recordLowC: -33,
      recordHighC: 24,
      batteryRoomLowC: -12,
      batteryRoomHighC: 22,
      monthMeanC: [-8.1, -8.3, -5.6, -2.2, 2.6, 6.5, 9, 8.8, 5.6, 1.8, -4, -7.2],
      daySwingK: 8,
      sunKwhPerM2Day: [1.72, 2.75, 4.2, 5.3, 5.6, 5.9, 5.85, 4.95, 3.95, 2.7, 1.75, 1.4],
      sunBasis: 'measured',
      sunSource: 'Weather mast of the rescue service, seven years',
      snowFraction: [0.25, 0.2, 0.15, 0.08, 0, 0, 0, 0, 0, 0.03, 0.1, 0.2],
      albedoFraction: 0.5,
      planes: [
        {
          ...emptyPlane('a', 'South wall frame'),
          tiltDeg: 65,
          azimuthDeg: 170,
          widthM: 9,
          heightM: 3.8,
          mostWeightKg: 400,
        },
      ],
      arrayToBatteryM: 12,
      batteryToInverterM: 2,
      critical: false,
    },
    loads: LOADS,
    batteryHeating: { setPointC: 3, boxWPerK: 1.2, heaterW: 120, supply: 'dc', seenByMonitor: true },
    options: [
      heated,
      {
        ...heated,
        id: 'b',
        name: 'Titanate, no heater needed',
        battery: { ...heated.battery, itemId: 'tessaly-t48-40', coldProtected: false, autonomyDays: 2 },
        backup: { ...heated.backup, startAt: 0.2 },
      },
    ],
  }
}
