import { z } from 'zod'
import { choice, count, quantity } from '../method/quantity.ts'
import { CHEMISTRY_NAMES } from '../tables/chemistries.ts'
import { DEVICE_SERIES } from '../tables/standard-ratings.ts'
import { OPENINGS } from '../tables/time-current.ts'
import { arrayInverterSchema, converterSchema, fittingSchema, materialSchema } from './gear-schema.ts'
import {
  amps,
  bolted,
  celsius,
  common,
  millimetres,
  outside,
  perDegree,
  pieces,
  share,
  systemVoltage,
  unsaid,
  voltAmps,
  volts,
  watts,
} from './sheet-parts.ts'

export {
  arrayInverterSchema,
  converterSchema,
  FITTING_ROLES,
  type FittingRole,
  fittingSchema,
  MATERIAL_ROLES,
  type MaterialRole,
  materialSchema,
} from './gear-schema.ts'

export const panelSchema = z.strictObject({
  ...common,
  kind: z.literal('panel'),
  cells: choice(['mono', 'poly', 'flexible']),
  powerW: watts('power at test conditions'),
  vocV: volts('open-circuit voltage'),
  vmpV: volts('working voltage'),
  iscA: amps('short-circuit current'),
  impA: amps('working current'),
  vocCoeffPerC: perDegree('temperature coefficient of Voc'),
  vmpCoeffPerC: perDegree('temperature coefficient of Vmp'),
  pmpCoeffPerC: perDegree('temperature coefficient of power'),
  noctC: quantity('NOCT', 'nominal operating cell temperature', '°C', { min: 20, max: 90 }),
  maxSeriesFuseA: amps('largest series fuse'),
  maxSystemV: volts('largest system voltage'),
  /** Battery voltage the panel is made for, for PWM; null for panels made for tracking controllers. */
  nominalV: volts('nominal voltage').nullable(),
  lengthMm: millimetres('l', 'length'),
  widthMm: millimetres('w', 'width'),
})

export const batterySchema = z.strictObject({
  ...common,
  kind: z.literal('battery'),
  chemistry: choice(CHEMISTRY_NAMES),
  unitVoltageV: volts('nominal voltage'),
  capacityAh: quantity('C', 'rated capacity', 'Ah', { min: 0.01, max: 1e6 }),
  seriesAllowed: z.boolean(),
  maxParallel: pieces('most strings in parallel'),
  maxChargeA: amps('largest charge current of a unit'),
  maxDischargeA: amps('largest discharge current of a unit'),
  absorptionV: volts('absorption voltage of a unit'),
  lowCutoffV: volts('lowest voltage of a unit'),
  floatV: volts('float voltage of a unit'),
  chargeMinC: celsius('coldest it may be charged at'),
  chargeMaxC: celsius('hottest it may be charged at'),
  dischargeMinC: celsius('coldest it may be used at'),
  dischargeMaxC: celsius('hottest it may be used at'),
  roundTripEfficiency: share('η', 'efficiency, in and out'),
  resistanceMilliohm: quantity('r', 'inner resistance of a unit', 'mΩ', { min: 0.001, max: 1e6 }),
  planningDepth: share('DoD', 'depth to plan with'),
  cycleLife: z
    .array(z.strictObject({ depth: share('d', 'depth'), cycles: quantity('N', 'cycles', '', { min: 1, max: 1e7 }) }))
    .min(1),
  calendarYears: quantity('Y', 'calendar life', 'y', { min: 0.1, max: 1000 }),
  /** Share of its charge it loses by itself; null for what is typical of the chemistry. */
  selfDischargeFractionPerMonth: unsaid(quantity('s', 'self-discharge a month', '', { min: 0, max: 1 })),
  /** Capacity left in the cold; null for lead-acid, which follows the standard's table. */
  capacityPoints: z
    .array(z.strictObject({ cellC: celsius('temperature'), factor: share('f', 'capacity left') }))
    .min(1)
    .nullable(),
  /** Entered from its label alone: what no label prints is assumed by chemistry. */
  fromLabel: z.boolean().default(false),
  ...outside,
  ...bolted,
})

/** The array side of a controller, or of an all-in-one. */
const arrayInput = {
  maxInputV: volts('largest input voltage'),
  mpptMinV: quantity('V', 'lower end of the tracking window', 'V', { min: 0, max: 1e5 }),
  startHeadroomV: quantity('V', 'start headroom above the battery', 'V', { min: 0, max: 1e5 }),
  /** Of one input. */
  maxInputA: amps('largest array short-circuit current'),
  /** Trackers with terminals of their own. */
  inputs: count('k', 'independent array inputs', 1, 12),
  /** Of all inputs together, at each battery voltage; null where the sheet gives no limit beside the output. */
  maxPvPowerW: z
    .array(z.strictObject({ batteryVoltageV: systemVoltage, powerW: watts('largest array power') }))
    .min(1)
    .nullable(),
  /** Of one input; null where the sheet limits all inputs together only. */
  maxInputPowerW: unsaid(watts('largest array power of one input')),
  ratedOutputA: amps('rated output'),
  /** Lowest current its output can be set to hold; null where it cannot be set. */
  leastSetA: unsaid(amps('lowest output it can be set to')),
  /** Working volts above the battery it needs to go on; null for 1 V. */
  runHeadroomV: unsaid(quantity('V', 'run headroom above the battery', 'V', { min: 0, max: 1e5 })),
  /** Largest conductor its array terminals take. */
  terminalMaxMm2: quantity('A', 'largest wire its terminals take', 'mm²', { min: 0.1, max: 1e4 }),
}

export const controllerSchema = z.strictObject({
  ...common,
  kind: z.literal('controller'),
  technology: choice(['mppt', 'pwm']),
  batteryVoltagesV: z.array(systemVoltage).min(1),
  ...arrayInput,
  efficiency: share('η', 'efficiency'),
  ...outside,
})

const inverterSide = {
  dcVoltageV: systemVoltage,
  lowestInputV: volts('lowest battery voltage it runs at'),
  continuousW: watts('continuous power'),
  continuousVA: voltAmps('continuous apparent power'),
  surgeW: watts('start power'),
  efficiency: share('η', 'efficiency at full power'),
  /** Efficiency at parts of the continuous power, its own draw left out; null where only one figure is given. */
  efficiencyPoints: z
    .array(z.strictObject({ loadFraction: share('p', 'share of power'), efficiency: share('η', 'efficiency') }))
    .min(2)
    .nullable(),
  idleW: quantity('P', 'idle draw', 'W', { min: 0, max: 1e5 }),
  searchW: quantity('P', 'draw in search mode', 'W', { min: 0, max: 1e5 }).nullable(),
  waveform: choice(['sine', 'modified']),
  mainsVoltageV: volts('output voltage'),
  mainsFrequencyHz: quantity('f', 'output frequency', 'Hz', { min: 1, max: 1000 }),
  maxParallel: pieces('most in parallel'),
  /** Two of them make a split phase. */
  splitPhaseStack: z.boolean(),
  deratePerC: quantity('d', 'rating lost per degree', '1/°C', { min: 0, max: 1 }),
  derateFromC: celsius('rating holds up to'),
  /** Charging current from a generator or mains; 0 without a charger. */
  chargerA: quantity('I', 'built-in charger', 'A', { min: 0, max: 1e6 }),
  /** Lowest current its charger can be set to hold; null for a fifth of its rating. */
  leastChargerSetA: unsaid(amps('lowest charge current it can be set to')),
  /** Highest battery voltage it bears; null where the sheet says nothing. */
  highestInputV: unsaid(volts('highest battery voltage it bears')),
  /** What may come in at its mains input, A; null where the sheet says nothing. */
  mainsInputA: unsaid(amps('largest current of its mains input')),
  /** AC-coupled array it bears for each watt of its own; null for 1. */
  acCoupledRatio: unsaid(quantity('k', 'AC-coupled array for each watt of its own', '', { min: 0, max: 10 })),
}

export const inverterSchema = z.strictObject({
  ...common,
  kind: z.literal('inverter'),
  ...inverterSide,
  ...outside,
  ...bolted,
})

/** Inverter, charger and controller in one case. */
export const allInOneSchema = z.strictObject({
  ...common,
  kind: z.literal('all-in-one'),
  ...inverterSide,
  ...arrayInput,
  ...outside,
  ...bolted,
})

export const generatorSchema = z.strictObject({
  ...common,
  kind: z.literal('generator'),
  continuousW: watts('continuous power'),
  continuousVA: voltAmps('continuous apparent power'),
  mainsVoltageV: volts('output voltage'),
  mainsFrequencyHz: quantity('f', 'output frequency', 'Hz', { min: 1, max: 1000 }),
  fuel: choice(['petrol', 'diesel', 'gas']),
  /** Fuel it burns at parts of its power. */
  fuelPoints: z
    .array(
      z.strictObject({
        loadFraction: share('p', 'share of power'),
        litresPerHour: quantity('q', 'fuel', 'L/h', { min: 0.001, max: 1e5 }),
      }),
    )
    .min(1),
  tankL: quantity('V', 'tank', 'L', { min: 0.01, max: 1e6 }),
  autoStart: z.boolean(),
  /** Neutral joined to its frame at the works. */
  neutralBonded: z.boolean(),
})

/** A battery charger fed from mains or a generator, or from an alternator. */
export const chargerSchema = z.strictObject({
  ...common,
  kind: z.literal('charger'),
  source: choice(['mains', 'alternator']),
  /** Voltage it takes: mains, or the vehicle's. */
  inputV: volts('input voltage'),
  batteryVoltageV: systemVoltage,
  outputA: amps('charge current'),
  /** Lowest current it can be set to hold; null where it cannot be set. */
  leastSetA: unsaid(amps('lowest current it can be set to')),
  /** Frequency of the mains it takes; null for 50 and 60 Hz. */
  mainsFrequencyHz: unsaid(quantity('f', 'mains frequency', 'Hz', { min: 1, max: 1000 })),
  efficiency: share('η', 'efficiency'),
  powerFactor: share('pf', 'power factor'),
  ...outside,
  ...bolted,
})

export const cableSchema = z.strictObject({
  ...common,
  kind: z.literal('cable'),
  use: choice(['pv', 'battery', 'fixed']),
  size: z.string(),
  /** `price` and `weightKg` are per metre of one conductor. */
})

export const deviceSchema = z.strictObject({
  ...common,
  kind: z.literal('device'),
  type: choice(['battery-fuse', 'dc-breaker', 'pv-fuse', 'ac-breaker']),
  series: choice(DEVICE_SERIES),
  /** Highest direct voltage it may switch; 0 where it is not rated for direct current. */
  maxDcV: quantity('V', 'highest direct voltage', 'V', { min: 0, max: 1e5 }),
  maxAcV: quantity('V', 'highest alternating voltage', 'V', { min: 0, max: 1e5 }),
  interruptingA: amps('current it can interrupt'),
  smallestA: amps('smallest rating'),
  largestA: amps('largest rating'),
  /** How fast it opens; null for what is common of its type. */
  opening: unsaid(choice(OPENINGS)),
  /** Of one, with its holder or housing. */
  ...outside,
  ...bolted,
  /** Of a fuse link alone, as a spare; null where the sheet says nothing. */
  linkPrice: unsaid(quantity('p', 'price of a link alone', 'money', { min: 0, max: 1e9 })),
})

export const catalogueItemSchema = z.discriminatedUnion('kind', [
  panelSchema,
  batterySchema,
  controllerSchema,
  inverterSchema,
  allInOneSchema,
  generatorSchema,
  chargerSchema,
  arrayInverterSchema,
  converterSchema,
  fittingSchema,
  cableSchema,
  deviceSchema,
  materialSchema,
])

export type Panel = z.output<typeof panelSchema>
export type Battery = z.output<typeof batterySchema>
export type Controller = z.output<typeof controllerSchema>
export type Inverter = z.output<typeof inverterSchema>
export type AllInOne = z.output<typeof allInOneSchema>
export type Generator = z.output<typeof generatorSchema>
export type Charger = z.output<typeof chargerSchema>
export type ArrayInverter = z.output<typeof arrayInverterSchema>
export type Converter = z.output<typeof converterSchema>
export type Fitting = z.output<typeof fittingSchema>
export type Cable = z.output<typeof cableSchema>
export type Device = z.output<typeof deviceSchema>
export type Material = z.output<typeof materialSchema>
export const ITEM_KINDS = [
  'panel',
  'battery',
  'controller',
  'inverter',
  'all-in-one',
  'generator',
  'charger',
  'array-inverter',
  'converter',
  'fitting',
  'cable',
  'device',
  'material',
] as const
export type ItemKind = (typeof ITEM_KINDS)[number]
export type CatalogueItem = z.output<typeof catalogueItemSchema>

/** Maker and model in one line. */
export const itemName = (item: { maker: string; model: string }): string => `${item.maker} ${item.model}`
