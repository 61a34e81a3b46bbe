import { z } from 'zod'
import { choice, count, quantity, share } from '../method/quantity.ts'
import { CHEMISTRY_NAMES } from '../tables/chemistries.ts'
import { flag, id, line, month } from './fields.ts'
import { partsChoiceSchema } from './trade.ts'
import { wiringSchema } from './wiring.ts'

/** One of a job's options: what a person chooses of the links after the loads. */

/** A finding of one check at one place that a person lives with, in one option. */
export const acceptedSchema = z.strictObject({
  checkId: line(60),
  place: line(200),
  reason: line(1000).min(1, { error: () => 'a reason' }),
  /** Who decided; a danger is accepted only with a name. */
  by: line(120),
  on: z.string().regex(/^\d{4}-\d{2}-\d{2}$/, { error: () => 'a date such as 2026-11-27' }),
})
export const MOST_ACCEPTED = 300

export const BANK_SIZINGS = ['full', 'plain', 'stepwise'] as const
export const ARRAY_SIZINGS = ['balance', 'recover', 'plain'] as const
/** How far a bank has aged when it must still carry the brief: the standard’s end of life, or its middle. */
export const AGEINGS = ['end-of-life', 'middle-of-life'] as const
export const STACKINGS = ['parallel', 'split-phase'] as const
export const BACKUP_KINDS = ['none', 'generator', 'mains'] as const
/** What can charge at the same time: the sun and one other source, all, or one at a time under one limit. */
export const TOGETHERS = ['sun-and-one', 'all', 'one-at-a-time'] as const
/** Where neutral and earth are bonded while the backup runs. */
export const BONDS = ['unanswered', 'inverter-only', 'source-only', 'transfers', 'both', 'neither'] as const

/** A load that takes surplus, in order of priority. */
export const dumpLoadSchema = z.strictObject({
  id,
  name: line(120),
  powerW: quantity('P', 'power it takes', 'W', { above: 0, max: 1e6 }),
  mostKwhPerDay: quantity('E', 'most it can use in a day', 'kWh', { above: 0, max: 1e5 }),
})

const setCurrent = quantity('I_set', 'output set to', 'A', { above: 0, max: 1000 }).nullable()

/** An array with controllers of its own on the same bank. */
export const furtherArraySchema = z.strictObject({
  id,
  name: line(80),
  panelId: id,
  controllerId: id,
  quantity: count('n_c', 'controllers', 1, 20),
  panelsPerString: count('n_s', 'panels in a string', 1, 40),
  stringsPerController: count('n_p', 'strings on each controller', 1, 40),
  /** Plane of the site it lies in. */
  planeId: id.nullable(),
  /** Each of its controllers set to hold this; null for as rated. */
  setA: setCurrent,
})

/** An array on the AC side, with an inverter of its own. */
export const acCoupledSchema = z.strictObject({
  /** Its power, where its panels are not chosen yet. */
  powerW: quantity('P', 'AC-coupled array', 'W', { above: 0, max: 1e6 }).nullable(),
  panelId: id.nullable(),
  inverterId: id.nullable(),
  quantity: count('n', 'inverters of the array', 1, 20),
  panelsPerString: count('n_s', 'panels in a string', 1, 40).nullable(),
  stringsPerInverter: count('n_p', 'strings on each inverter', 1, 40).nullable(),
  /** Plane of the site it lies in; null for the first. */
  planeId: id.nullable(),
  /** A relay or a dump load holds it back where its own inverter cannot. */
  heldBack: flag,
})

/** Yield of an array by season as some count it: a share of its rating for so many hours a day. */
export const seasonalYieldSchema = z.strictObject({
  summerFraction: share('k_s', 'share of the rating, summer half'),
  winterFraction: share('k_w', 'share of the rating, winter half'),
  hours: quantity('h', 'hours a day', 'h', { above: 0, max: 24 }),
})

const settingV = (label: string) => quantity('V', label, 'V', { min: 0, max: 1000 }).nullable()

/** Days of the week something is there or runs. */
export const DAYS_OF_WEEK = ['all', 'weekdays', 'weekends'] as const

const hoursOfDay = z
  .array(quantity('', 'hour of the day', '', { min: 0, max: 23, integer: true }))
  .max(24, { error: () => 'at most 24 hours' })
  .nullable()

const stateOfCharge = (label: string) => quantity('SoC', label, '', { min: 0, max: 1 }).nullable()

/** What carries the house when the sun does not. */
export const backupSchema = z.strictObject({
  kind: choice(BACKUP_KINDS),
  /** Months left to it. */
  months: z.array(month).max(12),
  generatorId: id.nullable(),
  /** Charger that generator or mains feeds; null for the design's choice. */
  chargerId: id.nullable(),
  chargers: count('n', 'chargers', 1, 12).nullable(),
  /** Charge current they are set to hold, all together; null for the design's choice. */
  chargerSetA: quantity('I_set', 'chargers set to, all together', 'A', { above: 0, max: 5000 }).nullable(),
  houseLoadW: quantity('P', 'house load while it charges', 'W', { min: 0, max: 1e6 }).nullable(),
  fuelPricePerL: quantity('p', 'price of fuel', 'money/L', { min: 0, max: 1000 }).nullable(),
  startAt: stateOfCharge('state of charge it starts at'),
  stopAt: stateOfCharge('state of charge it stops at'),
  /** Someone waits for it: a refill of over 6 hours is then a fault. */
  attended: flag,
  bond: choice(BONDS),
  /** Hours in which it should fill the empty bank: 2 to 3 h is one school, 6 h another; null for 3 h. */
  refillHours: quantity('t', 'hours to refill the bank', 'h', { min: 0.5, max: 48 }).nullable(),
  /** What can charge at the same time; null for the sun and one other. */
  together: choice(TOGETHERS).nullable(),
  /** What the inlet and its lead bear, and what charger or inverter is set to take, A. */
  inletA: quantity('I', 'inlet and lead', 'A', { above: 0, max: 2000 }).nullable(),
  inputSetA: quantity('I', 'input limit set to', 'A', { above: 0, max: 2000 }).nullable(),
  /** The source reaches one of several stacked units only. */
  onOneUnit: flag,
  /** Hours of the day in which nothing starts a generator; null for those that suit how it starts. */
  quietHours: hoursOfDay,
  /** Hours of the day, and days, in which the mains is there; null for all hours. */
  mainsHours: hoursOfDay,
  mainsDays: choice(DAYS_OF_WEEK),
  /** Ordinary loads, and those that can wait, are let go below a state of charge and come back above another; null for never. */
  ordinaryShedAt: stateOfCharge('charge below which ordinary loads are let go'),
  ordinaryBackAt: stateOfCharge('charge above which ordinary loads come back'),
  waitShedAt: stateOfCharge('charge below which loads that can wait are let go'),
  waitBackAt: stateOfCharge('charge above which loads that can wait come back'),
  alternator: z
    .strictObject({
      ratedA: quantity('I', 'alternator, rated', 'A', { above: 0, max: 2000 }),
      idleA: quantity('I', 'alternator at idle, hot', 'A', { above: 0, max: 2000 }).nullable(),
      otherA: quantity('I', 'what the vehicle itself draws', 'A', { min: 0, max: 2000 }).nullable(),
      voltageV: quantity('V', 'alternator voltage', 'V', { min: 10, max: 60 }),
      hoursPerDay: quantity('h', 'hours it drives in a day', 'h', { min: 0, max: 24 }),
      /** Hour of the day it sets out, and days; null for nine in the morning. */
      fromHour: count('t', 'hour it sets out', 0, 23).nullable(),
      days: choice(DAYS_OF_WEEK),
      chargerId: id.nullable(),
      /** Its charger set to hold this; null for as rated. */
      setA: setCurrent,
      /** A relay joins the batteries while the engine runs, in place of a charger. */
      byRelay: flag,
    })
    .nullable(),
})

const sunHoursAllYear = quantity('PSH', 'sun hours, one figure for the year', 'h', { above: 0, max: 12 }).nullable()

/** Switches and figures of a school of sizing. What is null is left to the chain. */
export const schoolSchema = z.strictObject({
  id,
  name: line(120).min(1, { error: () => 'a name' }),
  why: line(400),
  bankSizing: choice(BANK_SIZINGS),
  autonomyDays: quantity('D', 'days without sun', 'd', { above: 0, max: 60 }).nullable(),
  depthOfDischarge: share('DoD', 'depth it may be used to').nullable(),
  arraySizing: choice(ARRAY_SIZINGS),
  recoveryDays: quantity('D_r', 'days to refill the bank', 'd', { above: 0, max: 60 }).nullable(),
  singleFactor: quantity('η', 'one factor for all losses', '', { min: 0.2, max: 1 }).nullable(),
  ageing: choice(AGEINGS).nullable(),
  singleSunHours: sunHoursAllYear,
  seasonalYield: seasonalYieldSchema.nullable(),
  refillHours: quantity('t', 'hours to refill the bank', 'h', { min: 0.5, max: 48 }).nullable(),
  clippingFraction: quantity('c', 'clipping accepted', '', { min: 0, max: 0.5 }).nullable(),
  headroom: quantity('k', 'headroom of the inverter', '', { min: 1, max: 5 }).nullable(),
})

const loss = (label: string) => quantity('l', label, '', { min: 0, max: 0.9 }).nullable()

/** A small system of its own on the same site: another bank with panels, controller and loads. What is null is left to its design. */
export const besideSchema = z.strictObject({
  id,
  name: line(80).min(1, { error: () => 'a name' }),
  systemVoltageV: z
    .union([z.literal(12), z.literal(24), z.literal(48)], { error: () => '12, 24, 48 or null' })
    .nullable(),
  batteryId: id.nullable(),
  parallel: count('n_p', 'strings in parallel', 1, 64).nullable(),
  autonomyDays: quantity('D', 'days without sun', 'd', { above: 0, max: 60 }).nullable(),
  /** Vented to outside with at least the computed opening. */
  vented: flag,
  monitored: flag,
  panelId: id.nullable(),
  controllerId: id.nullable(),
  panelsPerString: count('n_s', 'panels in a string', 1, 40).nullable(),
  stringsPerController: count('n_p', 'strings on the controller', 1, 40).nullable(),
  inverterId: id.nullable(),
  /** Plane of the site its panels lie in; null for all as the main array. */
  planeId: id.nullable(),
})
export const MOST_BESIDE = 4

export const optionSchema = z.strictObject({
  id,
  name: line(120).min(1, { error: () => 'a name' }),
  systemVoltageV: z
    .union([z.literal(12), z.literal(24), z.literal(48)], { error: () => '12, 24, 48 or null' })
    .nullable(),
  battery: z.strictObject({
    itemId: id.nullable(),
    chemistry: choice(CHEMISTRY_NAMES).nullable(),
    autonomyDays: quantity('D', 'days without sun', 'd', { above: 0, max: 60 }).nullable(),
    depthOfDischarge: share('DoD', 'depth it may be used to').nullable(),
    agingFactor: share('f_A', 'capacity left with age').nullable(),
    /** How far aged it must still carry the brief; null for the end of its life. */
    ageing: choice(AGEINGS).nullable(),
    /** Share of its charge it loses by itself in a month; null for the sheet. */
    selfDischargeFractionPerMonth: quantity('s', 'self-discharge a month', '', { min: 0, max: 1 }).nullable(),
    /** Strings in parallel; null lets the design count them. */
    parallel: count('n_p', 'strings in parallel', 1, 64).nullable(),
    /** How the bank is sized: with every factor, from the plain product, or step by step; null for every factor. */
    sizing: choice(BANK_SIZINGS).nullable(),
    /** Charging is locked out in the cold by the battery itself; a heated box stands under the job’s battery heating. */
    coldProtected: flag,
    /** Vented to outside with at least the computed opening. */
    vented: flag,
    /** What charger and inverter are set to, V of the bank; null for what the battery’s sheet says, 0 for not set. */
    settings: z.strictObject({
      absorptionV: settingV('absorption'),
      floatV: settingV('float'),
      lowCutoffV: settingV('low cut-off'),
    }),
    /** A management system watches each of the bare lithium cells and cuts off charge and discharge. */
    cellsManaged: flag,
    /** A shunt in the one negative counts what goes in and out. */
    monitored: flag,
  }),
  array: z.strictObject({
    panelId: id.nullable(),
    /** Balance the worst month's day, refill the whole autonomy within `recoveryDays` as well, or plainly Wh ÷ sun ÷ factor; null for the balance. */
    sizing: choice(ARRAY_SIZINGS).nullable(),
    recoveryDays: quantity('D_r', 'days to refill the bank', 'd', { above: 0, max: 60 }).nullable(),
    /** What is left after all losses in one figure; null to itemise them. */
    singleFactor: quantity('η', 'one factor for all losses', '', { min: 0.2, max: 1 }).nullable(),
    /** Sun hours a day in one figure for the year; null for those of the months. */
    singleSunHours: sunHoursAllYear,
    /** Yield by season in shares of the rating; null for sun and losses. */
    seasonalYield: seasonalYieldSchema.nullable(),
    /** How panels stand on a plane. */
    fit: z.strictObject({
      portrait: flag.nullable(),
      gapMm: quantity('g', 'gap between panels', 'mm', { min: 0, max: 2000 }).nullable(),
      edgeMm: quantity('e', 'kept free at the edges', 'mm', { min: 0, max: 5000 }).nullable(),
    }),
    dumpLoads: z.array(dumpLoadSchema).max(20),
    losses: z.strictObject({
      soiling: loss('soiling'),
      mismatch: loss('mismatch and tolerance'),
      wiring: loss('wiring'),
      temperature: loss('heat of the panels'),
      controller: loss('controller'),
      battery: loss('through the battery'),
      ageing: loss('ageing of the panels'),
    }),
  }),
  controller: z.strictObject({
    itemId: id.nullable(),
    quantity: count('n_c', 'controllers', 1, 20).nullable(),
    panelsPerString: count('n_s', 'panels in a string', 1, 40).nullable(),
    stringsPerController: count('n_p', 'strings on each controller', 1, 40).nullable(),
    /** Share of the array's power that may be clipped at full sun for a smaller controller; null for none. */
    clippingFraction: quantity('c', 'clipping accepted', '', { min: 0, max: 0.5 }).nullable(),
    /** Each controller set to hold this; null for the design's choice. */
    setA: setCurrent,
    /** Arrays with controllers of their own on the same bank, beside the main one. */
    further: z.array(furtherArraySchema).max(12),
  }),
  inverter: z.strictObject({
    itemId: id.nullable(),
    quantity: count('n', 'inverters in parallel', 1, 12).nullable(),
    headroom: quantity('k', 'headroom', '', { min: 1, max: 5 }).nullable(),
    idleW: quantity('P_idle', 'idle draw', 'W', { min: 0, max: 2000 }).nullable(),
    hoursPerDay: quantity('h', 'hours a day it is on', 'h', { min: 0, max: 24 }).nullable(),
    /** Alike, sharing the load; in series for the two halves of a split phase; null for alike. */
    stacking: choice(STACKINGS).nullable(),
    /** Asleep between pulses while nothing runs. */
    searchMode: flag,
    searchW: quantity('P', 'draw while searching', 'W', { min: 0, max: 500 }).nullable(),
    /** Array on its own inverter, on the AC side. */
    acCoupled: acCoupledSchema.nullable(),
  }),
  backup: backupSchema,
  wiring: wiringSchema,
  parts: partsChoiceSchema,
  /** Small systems of their own on the same site. */
  beside: z.array(besideSchema).max(MOST_BESIDE, { error: () => `at most ${MOST_BESIDE} systems beside` }),
  /** Findings a person lives with, and why. */
  accepted: z.array(acceptedSchema).max(MOST_ACCEPTED, { error: () => `at most ${MOST_ACCEPTED} accepted findings` }),
})
