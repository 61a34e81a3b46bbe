import { z } from 'zod'
import { catalogueItemSchema } from '../catalogue/schema.ts'
import { AIR_RANGE_C, choice, count, fraction, quantity, share } from '../method/quantity.ts'
import { CHEMISTRY_NAMES } from '../tables/chemistries.ts'
import { UNIT_SYSTEMS } from '../units/writer.ts'
import { flag, id, line, month } from './fields.ts'
import { acceptedSchema, optionSchema, schoolSchema } from './option.ts'
import { reliabilitySchema } from './reliability.ts'
import { tradeSchema } from './trade.ts'
import { type bondChoiceSchema, circuitChoiceSchema, type hungAtSchema, RUN_PLACES, type RunPlace } from './wiring.ts'

export { acceptedSchema, circuitChoiceSchema, optionSchema, RUN_PLACES, type RunPlace, schoolSchema }

/** Only what a person enters or chooses. `null` means not known yet, or left to the design. */

export const JOB_FORMAT = 'yard-lamp-job'
export const JOB_VERSION = 10
/** Rule sets a site may be wired by. */
export const RULE_SET_IDS = ['iec', 'north-american'] as const
export type RuleSetId = (typeof RULE_SET_IDS)[number]
/** Bounds that keep a file within what the interface can show. */
export const MOST_LOADS = 2000

const temperature = (label: string) => quantity('T', label, '°C', AIR_RANGE_C).nullable()

const tilt = quantity('β', 'tilt from flat', '°', { min: 0, max: 90 })
const azimuth = quantity('γ', 'direction, clockwise from north', '°', { min: 0, max: 360 })
const monthShares = (label: string) =>
  z.array(fraction('s', label)).length(12, { error: () => '12 monthly shares from 0 to 1' })
const metres = (symbol: string, label: string) => quantity(symbol, label, 'm', { above: 0, max: 5000 }).nullable()

/** Most planes (roofs, frames) an array may lie in. */
export const MOST_PLANES = 6
export const TILT_POSITIONS = ['fixed', 'two', 'four'] as const
export const MOUNTS = ['flush', 'rows'] as const
export const PLANE_SHAPES = ['rectangle', 'trapezoid', 'triangle'] as const
/** What panels are fixed to: feet, clamps and seals go with it. Ids stand in job files: they never change. */
export const SURFACES = ['tile', 'slate', 'metal', 'flat', 'ground', 'deck'] as const
export type Surface = (typeof SURFACES)[number]

/** A roof, a frame or a piece of ground that panels may lie on. */
export const planeSchema = z.strictObject({
  id,
  name: line(80),
  tiltDeg: tilt.nullable(),
  azimuthDeg: azimuth.nullable(),
  /** Part of the array that lies here, beside the parts of the other planes: 2 and 1 are two thirds and one third. */
  parts: quantity('w', 'parts of the array', '', { min: 0, max: 1000 }),
  positions: choice(TILT_POSITIONS),
  /** Tilts of an adjustable frame: winter, spring, summer, autumn; two positions use winter and summer. */
  seasonTiltsDeg: z.array(tilt.nullable()).length(4, { error: () => '4 tilts: winter, spring, summer, autumn' }),
  shape: choice(PLANE_SHAPES),
  widthM: metres('b', 'width along the eaves'),
  heightM: metres('a', 'height up the slope'),
  topWidthM: quantity('c', 'width at the top', 'm', { min: 0, max: 5000 }).nullable(),
  /** Panels lie flush in the plane, or stand in rows of frames on it. */
  mount: choice(MOUNTS),
  /** What it is covered with; null for what is usual of its site. */
  surface: choice(SURFACES).nullable(),
  mostWeightKg: quantity('m', 'weight it may bear', 'kg', { above: 0, max: 1e6 }).nullable(),
})

export const horizonPointSchema = z.strictObject({
  azimuthDeg: azimuth,
  heightDeg: quantity('α', 'height of the horizon', '°', { min: 0, max: 90 }),
})
export const MOST_HORIZON_POINTS = 720

/** Where things stand: parts and weights are told by it. */
export const PLACES = ['array', 'battery room', 'converter wall', 'cable runs'] as const
export const MOST_WEIGHT_TARGETS = 8

/** Axles a weight is told for: the front one of a trailer is its hitch. */
export const AXLES = ['front', 'rear'] as const

/** What a vehicle, an axle or a floor may bear of the system. */
export const weightTargetSchema = z.strictObject({
  id,
  name: line(80),
  mostKg: quantity('m', 'weight it may bear', 'kg', { above: 0, max: 1e6 }).nullable(),
  /** What stands on it. */
  places: z.array(choice(PLACES)).max(PLACES.length),
  /** An axle bears by its lever; null for all of what stands there. */
  axle: choice(AXLES).nullable(),
})

/** Along a vehicle, m behind its front axle, or behind the hitch of a trailer; null while not measured. */
export const axlesSchema = z.strictObject({
  wheelbaseM: quantity('L', 'front axle or hitch to rear axle', 'm', { above: 0, max: 30 }).nullable(),
  behindM: z.partialRecord(choice(PLACES), quantity('x', 'behind the front axle or hitch', 'm', { min: -10, max: 40 })),
})

export const siteSchema = z.strictObject({
  kind: choice(['building', 'vehicle', 'boat', 'trailer', 'equipment']),
  place: line(200),
  latitudeDeg: quantity('φ', 'latitude, north positive', '°', { min: -90, max: 90 }).nullable(),
  longitudeDeg: quantity('λ', 'longitude, east positive', '°', { min: -180, max: 180 }).nullable(),
  altitudeM: quantity('h', 'altitude', 'm', { min: -430, max: 6000 }).nullable(),
  /** Standard time; summer time is left out. */
  utcOffsetH: quantity('Δt', 'time zone, hours ahead of UTC', 'h', { min: -12, max: 14 }).nullable(),
  recordLowC: temperature('record low'),
  recordHighC: temperature('record high'),
  batteryRoomLowC: temperature('battery room, coldest'),
  batteryRoomHighC: temperature('battery room, hottest'),
  monthMeanC: z.array(temperature('mean of the month')).length(12, { error: () => '12 monthly figures or null' }),
  daySwingK: quantity('ΔT', 'warmest less coldest hour of a day', 'K', { min: 0, max: 40 }).nullable(),
  sunKwhPerM2Day: z
    .array(quantity('H', 'sun', 'kWh/m² a day', { min: 0, max: 15 }).nullable())
    .length(12, { error: () => '12 monthly figures, January first, or null' }),
  /** The plane the figures of sun were given for; null for the flat. */
  sunGivenFor: z.strictObject({ tiltDeg: tilt, azimuthDeg: azimuth }).nullable(),
  sunBasis: choice(['measured', 'published', 'climate', 'guess']),
  /** Where the figures of sun came from: a file, a book. */
  sunSource: line(300),
  /** Climate of ours the figures were taken from, while they are. */
  climateId: id.nullable(),
  shadeFraction: monthShares('share lost to shade'),
  snowFraction: monthShares('share lost to snow on the panels'),
  horizon: z.array(horizonPointSchema).max(MOST_HORIZON_POINTS, {
    error: () => `at most ${MOST_HORIZON_POINTS} points`,
  }),
  soiling: choice(['rain-washed', 'dusty', 'desert']),
  albedoFraction: fraction('ρ', 'ground reflectance').nullable(),
  planes: z
    .array(planeSchema)
    .min(1, { error: () => 'at least one plane' })
    .max(MOST_PLANES, { error: () => `at most ${MOST_PLANES} planes` }),
  monthsInUse: z
    .array(month)
    .min(1, { error: () => 'at least one month' })
    .max(12, { error: () => 'at most 12 months' }),
  /** Weekends: loads are taken to run on the two days of the weekend unless their row says otherwise. */
  daysInUse: choice(['all', 'weekends']),
  critical: flag,
  ruleSet: choice(RULE_SET_IDS),
  mainsVoltageV: quantity('U', 'mains voltage', 'V', { min: 90, max: 480 }),
  mainsFrequencyHz: quantity('f', 'mains frequency', 'Hz', { min: 50, max: 60 }),
  /** Two live conductors and a neutral between them, as 120/240 V. */
  splitPhase: flag,
  /** Flashes to the ground, a km² and year; null where nobody knows. */
  lightningFlashesPerKm2Year: quantity('N_g', 'flashes to the ground, a km² and year', '', {
    min: 0,
    max: 200,
  }).nullable(),
  /** Lengths one way that circuits take unless their row says otherwise. */
  arrayToBatteryM: metres('L', 'array to batteries'),
  batteryToInverterM: metres('L', 'batteries to inverter'),
  batteryToBoardM: metres('L', 'batteries to DC board'),
  inverterToBoardM: metres('L', 'inverter to AC board'),
  /** What the whole may weigh, and what its axles and places may bear. */
  weightTargets: z.array(weightTargetSchema).max(MOST_WEIGHT_TARGETS, {
    error: () => `at most ${MOST_WEIGHT_TARGETS} weight targets`,
  }),
  axles: axlesSchema,
})

export const LOAD_BASES = ['meter', 'clamp', 'label', 'typical', 'guess'] as const
/** The two legs of a split phase, and both for what wants the double voltage. */
export const LEGS = ['one', 'two', 'both'] as const
export const PRIORITIES = ['critical', 'ordinary', 'can-wait'] as const

const hours = z
  .array(quantity('', 'hour of the day', '', { min: 0, max: 23, integer: true }))
  .max(24, { error: () => 'at most 24 hours' })
  .nullable()

export const loadSchema = z.strictObject({
  id,
  name: line(200),
  quantity: count('n', 'how many', 0, 10_000),
  supply: choice(['ac', 'dc']),
  /** Voltage a DC load wants; null for the system's own. A converter is counted where they differ. */
  voltageV: quantity('V', 'voltage it wants', 'V', { above: 0, max: 1000 }).nullable(),
  converterEfficiency: share('η_c', 'efficiency of the converter').nullable(),
  /** Watts of one while it runs, where they were typed; a label or a meter may give them instead. */
  powerW: quantity('P', 'power of one while it runs', 'W', { min: 0, max: 1e6 }).nullable(),
  basis: choice(LOAD_BASES),
  labelVoltageV: quantity('V', 'voltage on the label', 'V', { above: 0, max: 1e5 }).nullable(),
  labelCurrentA: quantity('I', 'current on the label', 'A', { min: 0, max: 1e5 }).nullable(),
  meterEnergyKwh: quantity('E', 'energy read on the meter', 'kWh', { min: 0, max: 1e6 }).nullable(),
  meterLoggedHours: quantity('t', 'hours logged', 'h', { above: 0, max: 1e5 }).nullable(),
  powerFactor: share('pf', 'power factor').nullable(),
  startW: quantity('P_start', 'start of one', 'W', { min: 0, max: 1e7 }).nullable(),
  // Above 24 h, 1 and 7 d is let in: the check load.hours-over-day says what is wrong and the row keeps what was typed.
  hoursPerDay: quantity('h', 'hours a day', 'h', { min: 0, max: 1000 }).nullable(),
  dutyCycle: quantity('d', 'share of that time it draws', '', { min: 0, max: 100 }),
  daysPerWeek: quantity('w', 'days a week', 'd', { min: 0, max: 100 }),
  /** Hours of the day (0 to 23) in which it runs; null where not painted. */
  hoursOfDay: hours,
  /** The same for Saturday and Sunday; null where they are like the other days. */
  weekendHoursOfDay: hours,
  /** Share of its listed energy it takes in each month; null for the same all year. */
  monthFactors: z
    .array(quantity('f', 'season factor', '', { min: 0, max: 10 }))
    .length(12, { error: () => '12 season factors, January first, or null' })
    .nullable(),
  /** Leg of a split phase it hangs on; null where the design may choose, or it hangs on both. */
  leg: choice(LEGS).nullable(),
  runsTogether: flag,
  /** Loads that run together in a set of their own, apart from the other sets; empty for the main set. */
  togetherSet: line(40),
  priority: choice(PRIORITIES),
  stage: choice(['now', 'later']),
  group: line(80),
  /** System beside the main one that carries it; null for the main one. */
  systemId: id.nullable(),
  note: line(2000),
  /** Entry of the library of typical appliances it was taken from. */
  typicalId: id.nullable(),
  /** Slips that were pointed out and are right as they are. */
  slipsAccepted: z.array(line(40)).max(20),
})

/** A heater that keeps the battery box at its set point. */
export const batteryHeatingSchema = z.strictObject({
  setPointC: quantity('T_s', 'set point', '°C', { min: -20, max: 40 }),
  boxWPerK: quantity('U', 'heat the box loses', 'W/K', { above: 0, max: 1000 }),
  heaterW: quantity('P', 'rating of the heater', 'W', { above: 0, max: 1e5 }).nullable(),
  supply: choice(['ac', 'dc']),
  /** Whether the monitor's shunt sees the heater: one inside the battery's case it does not. */
  seenByMonitor: flag,
})

export const CONDITIONS = ['good', 'worn', 'unknown'] as const

/** Something already on site: checked, not bought, as long as it is kept. */
export const existingSchema = z.strictObject({
  id,
  itemId: id,
  quantity: count('n', 'how many', 1),
  ageYears: quantity('a', 'age', 'y', { min: 0, max: 100 }).nullable(),
  condition: choice(CONDITIONS),
  measuredCapacityAh: quantity('C', 'measured capacity', 'Ah', { above: 0 }).nullable(),
  /** False where it is to be taken out: it stays on the list and is not counted. */
  kept: flag,
  note: line(2000),
})

/** Letters of a figure as a person wrote it, and how many such are kept. */
export const MOST_WRITTEN_LETTERS = 40
export const MOST_WRITTEN = 4000

/** Most rows of each list of a job. */
export const MOST_ROWS = { loads: MOST_LOADS, existing: 500, schools: 40, items: 500, options: 24 } as const
export type RowsOf = keyof typeof MOST_ROWS

export const jobSchema = z.strictObject({
  format: z.literal(JOB_FORMAT, { error: () => `"${JOB_FORMAT}"` }),
  version: z.literal(JOB_VERSION, { error: () => `${JOB_VERSION}` }),
  name: line(200).min(1, { error: () => 'a name' }),
  note: line(20_000),
  currency: z.string().regex(/^[A-Z]{3}$/, { error: () => 'three capital letters, such as EUR' }),
  /** Units figures are written in. They are kept in SI and its common multiples whatever is shown. */
  units: choice(UNIT_SYSTEMS),
  /** How a person wrote figures in a unit of their own, by the place of the field: "60 ft" where metres are kept. */
  written: z
    .record(line(120), line(MOST_WRITTEN_LETTERS))
    .refine((written) => Object.keys(written).length <= MOST_WRITTEN, {
      error: () => `at most ${MOST_WRITTEN} figures`,
    }),
  site: siteSchema,
  loads: z.array(loadSchema).max(MOST_LOADS, { error: () => `at most ${MOST_LOADS} loads` }),
  batteryHeating: batteryHeatingSchema.nullable(),
  controllerStandbyW: quantity('P', 'standby of the controller', 'W', { min: 0, max: 500 }).nullable(),
  monitorStandbyW: quantity('P', 'standby of monitor and wiring', 'W', { min: 0, max: 500 }).nullable(),
  loadMarginFraction: quantity('m', 'margin on the loads', '', { min: 0, max: 2 }).nullable(),
  existing: z.array(existingSchema).max(MOST_ROWS.existing),
  /** Schools of sizing of the person's own, beside those that ship. */
  schools: z.array(schoolSchema).max(MOST_ROWS.schools, { error: () => `at most ${MOST_ROWS.schools} schools` }),
  /** Sheets of the equipment in use, as they were when it was designed with. */
  items: z.array(catalogueItemSchema).max(MOST_ROWS.items),
  /** Years over which prices are compared; null for 15. */
  horizonYears: quantity('Y', 'years looked at', 'y', { above: 0, max: 50 }).nullable(),
  /** What a person pays of the price of a chemistry after a subsidy or a tax: 0.7 is thirty per cent off. */
  batteryPriceFactors: z.partialRecord(z.enum(CHEMISTRY_NAMES), quantity('k', 'price factor', '', { min: 0, max: 5 })),
  trade: tradeSchema,
  reliability: reliabilitySchema,
  options: z
    .array(optionSchema)
    .min(1, { error: () => 'at least one option' })
    .max(MOST_ROWS.options, { error: () => `at most ${MOST_ROWS.options} options` }),
  chosenOptionId: id,
})

export type Existing = z.output<typeof existingSchema>
export type School = z.output<typeof schoolSchema>
export type Backup = Option['backup']
export type Job = z.output<typeof jobSchema>
export type Site = z.output<typeof siteSchema>
export type Plane = z.output<typeof planeSchema>
export type WeightTarget = z.output<typeof weightTargetSchema>
export type Accepted = z.output<typeof acceptedSchema>
export type HorizonPoint = z.output<typeof horizonPointSchema>
export type BatteryHeating = z.output<typeof batteryHeatingSchema>
export type Load = z.output<typeof loadSchema>
export type Option = z.output<typeof optionSchema>
export type Beside = Option['beside'][number]
export type CircuitChoice = z.output<typeof circuitChoiceSchema>
export type BondChoice = z.output<typeof bondChoiceSchema>
export type HungAt = z.output<typeof hungAtSchema>
