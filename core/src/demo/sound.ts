import { bondFault } from '../after/bond.ts'
import { SHIPPED_CATALOGUE } from '../catalogue/catalogue.ts'
import { design } from '../chain/design.ts'
import { findings } from '../checks/checks.ts'
import { applyAll } from '../edit/apply.ts'
import type { Edit } from '../edit/edit.ts'
import { emptyJob, emptyLoad, emptyOption, emptyPlane } from '../job/job.ts'
import type { Job, Load, Option, Site } from '../job/schema.ts'
import { CLIMATES, climateFigures } from '../site/climates.ts'
import type { Chemistry } from '../tables/chemistries.ts'

/** Sound designs that differ in kind: what they are for, where they stand, what they are built of. */
export interface SoundJob {
  readonly what: string
  readonly job: Job
}

/** What a system is for. */
interface Purpose {
  readonly name: string
  readonly kind: Site['kind']
  readonly loads: readonly Load[]
  readonly site?: Partial<Site>
  /** Vehicles and masts have no generator. */
  readonly still?: boolean
  /** Small ones with lead-acid stay at a low voltage, for an inverter that idles low. */
  readonly systemVoltageV?: Option['systemVoltageV']
  /** Hours a day the inverter is on; round the clock where left out. */
  readonly inverterHours?: number
}

/** Where it stands, and what it is built of. */
interface Setting {
  readonly name: string
  readonly climateId: string
  readonly latitudeDeg: number
  readonly recordLowC: number
  readonly recordHighC: number
  readonly roomC: readonly [low: number, high: number]
  readonly chemistry: Chemistry
  readonly ruleSet: Site['ruleSet']
  readonly systemVoltageV: Option['systemVoltageV']
  /** Months too dull for the sun: left to a generator, where there can be one. */
  readonly dullMonths: readonly number[]
  readonly heated?: boolean
}

const load = (name: string, powerW: number, hoursPerDay: number, figures: Partial<Load> = {}): Load => ({
  ...emptyLoad(name.toLowerCase().replace(/[^a-z]+/g, '-')),
  name,
  powerW,
  hoursPerDay,
  basis: 'label',
  ...figures,
})
const dc = { supply: 'dc' } as const
const STANDBY = load('Router and clock', 9, 24)
const FRIDGE = load('Refrigerator', 70, 24, {
  dutyCycle: 0.35,
  startW: 350,
  powerFactor: 0.8,
  basis: 'meter',
  meterEnergyKwh: 1.2,
  meterLoggedHours: 48,
})

const PURPOSES: readonly Purpose[] = [
  {
    name: 'cottage',
    kind: 'building',
    loads: [
      FRIDGE,
      load('Lights', 60, 5),
      load('Laptop', 65, 4),
      load('Water pump', 400, 0.5, { startW: 1200, powerFactor: 0.8 }),
      STANDBY,
    ],
  },
  {
    name: 'workshop',
    kind: 'building',
    loads: [
      load('Table saw', 1200, 1, { startW: 3000, powerFactor: 0.8 }),
      load('Lights', 90, 6),
      load('Charger for tools', 100, 3),
      STANDBY,
    ],
  },
  {
    name: 'van',
    kind: 'vehicle',
    still: true,
    inverterHours: 5,
    loads: [
      load('Cool box', 45, 24, { ...dc, dutyCycle: 0.4 }),
      load('Lamps', 20, 4, dc),
      load('Laptop', 65, 3),
      load('Fan', 25, 6, dc),
      load('Radio on standby', 3, 24, dc),
    ],
  },
  {
    name: 'coach',
    kind: 'vehicle',
    still: true,
    loads: [FRIDGE, load('Lights', 30, 5, dc), load('Television', 80, 3), load('Coffee maker', 900, 0.3), STANDBY],
  },
  {
    name: 'boat',
    kind: 'boat',
    still: true,
    loads: [
      load('Cold plate', 60, 24, { ...dc, dutyCycle: 0.4 }),
      load('Navigation lights', 25, 5, { ...dc, priority: 'critical' }),
      load('Instruments', 15, 10, dc),
      load('Bilge pump', 60, 0.3, dc),
      load('Tablet', 20, 4, dc),
    ],
  },
  {
    name: 'greenhouse',
    kind: 'building',
    loads: [
      load('Circulation pump', 40, 24, { ...dc, priority: 'critical' }),
      load('Dosing pump', 20, 2, dc),
      load('Lamps', 30, 3, dc),
      load('Sensor box', 4, 24, dc),
    ],
  },
  {
    name: 'clinic',
    kind: 'building',
    site: { critical: true },
    systemVoltageV: 24,
    loads: [
      load('Vaccine refrigerator', 60, 24, { dutyCycle: 0.5, startW: 200, powerFactor: 0.8, priority: 'critical' }),
      load('Lights', 80, 5),
      load('Microscope', 30, 3),
      load('Centrifuge', 250, 0.5, { startW: 500, powerFactor: 0.8 }),
      STANDBY,
    ],
  },
  {
    name: 'mast',
    kind: 'equipment',
    still: true,
    loads: [load('Radio link', 18, 24, dc), load('Logger', 3, 24, dc), load('Camera', 8, 24, dc)],
  },
  {
    name: 'garden room',
    kind: 'building',
    still: true,
    loads: [load('Lights', 40, 4), load('Laptop and screen', 90, 8), load('Kettle', 1000, 0.3)],
    // Switched off when one leaves.
    inverterHours: 9,
  },
  {
    name: 'farmhouse',
    kind: 'building',
    loads: [
      FRIDGE,
      load('Freezer', 90, 24, {
        dutyCycle: 0.4,
        startW: 500,
        powerFactor: 0.8,
        basis: 'meter',
        meterEnergyKwh: 1.8,
        meterLoggedHours: 48,
      }),
      load('Washing machine', 500, 1, { startW: 900, powerFactor: 0.8 }),
      load('Lights', 90, 5),
      load('Well pump', 700, 0.7, { startW: 2100, powerFactor: 0.8 }),
    ],
  },
]

const SETTINGS: readonly Setting[] = [
  {
    name: 'temperate lowland, lithium iron phosphate',
    climateId: 'lowland-temperate',
    latitudeDeg: 48,
    recordLowC: -19,
    recordHighC: 37,
    roomC: [6, 28],
    chemistry: 'lithium iron phosphate',
    ruleSet: 'iec',
    systemVoltageV: null,
    dullMonths: [11, 12, 1],
  },
  {
    name: 'dry south, lithium at 48 V',
    climateId: 'steppe',
    latitudeDeg: -29,
    recordLowC: -6,
    recordHighC: 42,
    roomC: [8, 36],
    chemistry: 'lithium iron phosphate',
    ruleSet: 'iec',
    systemVoltageV: 48,
    dullMonths: [],
  },
  {
    name: 'trade-wind island, absorbed glass mat',
    climateId: 'trade-island',
    latitudeDeg: 17,
    recordLowC: 12,
    recordHighC: 35,
    roomC: [18, 33],
    chemistry: 'agm lead-acid',
    ruleSet: 'iec',
    systemVoltageV: null,
    dullMonths: [],
  },
  {
    name: 'inland with cold winters, heated box, North American',
    climateId: 'continental',
    latitudeDeg: 45,
    recordLowC: -34,
    recordHighC: 39,
    roomC: [-20, 32],
    chemistry: 'lithium iron phosphate',
    ruleSet: 'north-american',
    systemVoltageV: null,
    dullMonths: [11, 12, 1],
    heated: true,
  },
  {
    name: 'high plateau, south, tubular cells',
    climateId: 'high-plateau',
    latitudeDeg: -17,
    recordLowC: -12,
    recordHighC: 27,
    roomC: [4, 22],
    chemistry: 'tubular lead-acid',
    ruleSet: 'iec',
    systemVoltageV: null,
    dullMonths: [],
  },
  {
    name: 'savanna, titanate',
    climateId: 'savanna',
    latitudeDeg: 10,
    recordLowC: 10,
    recordHighC: 43,
    roomC: [18, 38],
    chemistry: 'lithium titanate',
    ruleSet: 'iec',
    systemVoltageV: null,
    dullMonths: [],
  },
  {
    name: 'dry summers, flooded cells, North American',
    climateId: 'winter-rain',
    latitudeDeg: 37,
    recordLowC: -6,
    recordHighC: 42,
    roomC: [6, 32],
    chemistry: 'flooded lead-acid',
    ruleSet: 'north-american',
    systemVoltageV: null,
    dullMonths: [12, 1],
  },
  {
    name: 'desert, gel',
    climateId: 'desert',
    latitudeDeg: 25,
    recordLowC: 0,
    recordHighC: 47,
    roomC: [12, 38],
    chemistry: 'gel lead-acid',
    ruleSet: 'iec',
    systemVoltageV: null,
    dullMonths: [],
  },
]

/** Eighty sound designs: each purpose in each setting, built as one would who has read the checks. */
export const soundJobs = (): SoundJob[] =>
  SETTINGS.flatMap((setting) =>
    PURPOSES.map((purpose) => ({ what: `${purpose.name}: ${setting.name}`, job: jobOf(purpose, setting) })),
  )

function jobOf(purpose: Purpose, setting: Setting): Job {
  const climate = CLIMATES.find(({ id }) => id === setting.climateId) ?? CLIMATES[0]
  if (!climate) throw new Error('there are climates')
  const job = emptyJob(purpose.name)
  const american = setting.ruleSet === 'north-american'
  const empty = emptyOption('a', 'Option A')
  const leadAcid = setting.chemistry.endsWith('lead-acid')
  const generated = !purpose.still && setting.dullMonths.length > 0
  const months = purpose.still
    ? Array.from({ length: 12 }, (_, i) => i + 1).filter((month) => !setting.dullMonths.includes(month))
    : job.site.monthsInUse
  const made: Job = {
    ...job,
    site: {
      ...job.site,
      kind: purpose.kind,
      latitudeDeg: setting.latitudeDeg,
      longitudeDeg: 0,
      utcOffsetH: 0,
      altitudeM: 200,
      ...climateFigures(climate, setting.latitudeDeg),
      recordLowC: setting.recordLowC,
      recordHighC: setting.recordHighC,
      batteryRoomLowC: setting.roomC[0],
      batteryRoomHighC: setting.roomC[1],
      ruleSet: setting.ruleSet,
      mainsVoltageV: american ? 120 : 230,
      mainsFrequencyHz: american ? 60 : 50,
      monthsInUse: months,
      planes: [{ ...emptyPlane('a', 'Roof'), tiltDeg: 35, azimuthDeg: setting.latitudeDeg < 0 ? 0 : 180 }],
      arrayToBatteryM: 8,
      ...purpose.site,
    },
    loads: [...purpose.loads],
    batteryHeating: setting.heated
      ? { setPointC: 5, boxWPerK: 0.8, heaterW: null, supply: 'dc', seenByMonitor: true }
      : null,
    options: [
      {
        ...empty,
        systemVoltageV:
          (leadAcid ? purpose.systemVoltageV : null) ?? (purpose.kind === 'building' ? setting.systemVoltageV : null),
        battery: {
          ...empty.battery,
          chemistry: setting.chemistry,
          vented: true,
          // Lead-acid is kept small enough for the sun to stir it.
          autonomyDays: leadAcid ? (purpose.site?.critical === true ? 2 : 1.5) : null,
        },
        array: {
          ...empty.array,
          sizing: 'recover',
          recoveryDays: leadAcid ? 1 : null,
        },
        inverter: { ...empty.inverter, hoursPerDay: purpose.inverterHours ?? null },
        backup: generated
          ? {
              ...empty.backup,
              kind: 'generator',
              together: leadAcid ? 'one-at-a-time' : null,
              months: [...setting.dullMonths],
            }
          : empty.backup,
      },
    ],
  }
  return answered(made)
}

/** What only a person can say is said: where neutral and earth are joined, and that two carry what is heavy. */
function answered(made: Job): Job {
  const now = design(made, SHIPPED_CATALOGUE)
  const suits = bondFault(now)?.suits
  const heavy = findings(now).filter(({ id }) => id === 'battery.unit-too-heavy')
  return applyAll(made, [
    ...(suits ? [{ act: 'set-option', part: 'backup', patch: { bond: suits.bond } } as const] : []),
    ...heavy.map(({ id, place }): Edit => {
      const reason = 'Two carry each, with a trolley to the door.'
      return { act: 'accept-finding', accepted: { checkId: id, place, reason, by: '', on: '2026-01-01' } }
    }),
  ])
}
