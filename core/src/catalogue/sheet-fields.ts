import { z } from 'zod'
import { quantityMeta } from '../method/quantity.ts'
import {
  allInOneSchema,
  arrayInverterSchema,
  batterySchema,
  cableSchema,
  chargerSchema,
  controllerSchema,
  converterSchema,
  deviceSchema,
  fittingSchema,
  generatorSchema,
  type ItemKind,
  inverterSchema,
  materialSchema,
  panelSchema,
} from './schema.ts'

/** How a field of a data sheet is written in one cell. */
export type FieldForm = 'text' | 'number' | 'flag' | 'choice' | 'numbers' | 'points'

/** A field of a data sheet: what it is, its unit, its range and how it may be written. */
export interface SheetField {
  readonly name: string
  readonly label: string
  readonly unit: string
  readonly allowed: string
  readonly form: FieldForm
  /** May be left open where the sheet says nothing. */
  readonly optional: boolean
  readonly choices: readonly string[]
  /** Names of the two numbers of a point, as `depth:cycles`. */
  readonly pair: readonly [string, string] | null
  readonly help: string
}

export const ITEM_SCHEMAS = {
  panel: panelSchema,
  battery: batterySchema,
  controller: controllerSchema,
  inverter: inverterSchema,
  'all-in-one': allInOneSchema,
  generator: generatorSchema,
  charger: chargerSchema,
  'array-inverter': arrayInverterSchema,
  converter: converterSchema,
  fitting: fittingSchema,
  cable: cableSchema,
  device: deviceSchema,
  material: materialSchema,
} as const satisfies Record<ItemKind, z.ZodObject>

/** In words, one kind and several. */
export const KIND_NAME: Record<ItemKind, readonly [one: string, many: string]> = {
  panel: ['panel', 'Panels'],
  battery: ['battery', 'Batteries'],
  controller: ['controller', 'Controllers'],
  inverter: ['inverter', 'Inverters'],
  'all-in-one': ['all-in-one', 'All-in-ones'],
  generator: ['generator', 'Generators'],
  charger: ['charger', 'Chargers'],
  'array-inverter': ['array inverter', 'Array inverters'],
  converter: ['converter', 'Converters'],
  fitting: ['fitting', 'Switches, shunts and bars'],
  cable: ['cable', 'Cables'],
  device: ['device', 'Fuses and breakers'],
  material: ['small part', 'Small parts'],
}

/** What a person with the sheet in hand may want to know. */
const HELP: Record<string, string> = {
  vocCoeffPerC: 'As printed: −0.27 %/°C or −105 mV/°C. Empty: the table of the code is used.',
  vmpCoeffPerC: 'As printed: %/°C or mV/°C. Empty: that of Voc.',
  pmpCoeffPerC: 'As printed: %/°C or W/°C is not read; give it in %/°C.',
  nominalV: '12, 24 or 48 for a panel made for that battery, on PWM; empty otherwise.',
  lengthMm: 'mm, cm, m or in.',
  widthMm: 'mm, cm, m or in.',
  outerWidthMm: 'As it hangs or stands, with terminals and feet: mm, cm, m or in. Empty: guessed from its weight.',
  outerHeightMm: 'mm, cm, m or in.',
  outerDepthMm: 'mm, cm, m or in.',
  clearanceMm: 'What its sheet asks to stay free at its sides, above and below. Empty: as usual for its kind.',
  weightKg: 'kg or lb; of a cable, per metre of one conductor.',
  price: 'In the catalogue’s currency; of a cable, per metre of one conductor.',
  seriesAllowed: 'yes or no. Units with their own electronics may often only be paralleled.',
  capacityAh: 'At the 20-hour rate for lead-acid, as rated for the others.',
  cycleLife: 'Points of the curve, depth:cycles, such as 0.5:6500; 0.8:4100.',
  capacityPoints:
    'Temperature:capacity left, such as -20:0.6; 0:0.85; 20:1. Empty for lead-acid: the standard’s table.',
  batteryVoltagesV: 'Such as 12; 24; 48.',
  maxPvPowerW: 'Battery voltage:watts, such as 12:700; 24:1400. Empty where the sheet says nothing.',
  efficiencyPoints: 'Share of power:efficiency, such as 0.1:0.9; 0.3:0.95; 1:0.92.',
  fuelPoints: 'Share of power:litres an hour, such as 0.5:0.8; 1:1.4.',
  terminalMaxMm2: 'mm², or AWG such as 6 AWG.',
  mpptMinV: '0 where the window follows the battery.',
  maxInputA: 'Of one input: the largest short-circuit current its sheet allows.',
  interruptingA: 'The current it can break, A or kA.',
  deratePerC: 'Share of the rating lost for each degree above the next field: 0.01 is 1 %/°C.',
  leastSetA: 'Empty where it cannot be set below its rating.',
  leastChargerSetA: 'Empty: a fifth of its rating.',
  selfDischargeFractionPerMonth: 'As printed, in % a month. Empty: typical of the chemistry.',
  maxInputPowerW: 'Of one array input. Empty where only all inputs together are limited.',
  runHeadroomV: 'Working volts above the battery it needs to go on. Empty: 1 V.',
  highestInputV: 'Above this battery voltage it switches off or is damaged.',
  mainsInputA: 'What its mains input takes, for its charger and what it passes on.',
  acCoupledRatio: 'Watts of an AC-coupled array for each watt of its own. Empty: 1.',
  heldBackByFrequency: 'yes where it gives less as the frequency of the mains rises.',
  neutralBonded: 'yes where neutral is joined to the frame at the works.',
  studMm: 'M8 is 8 mm; 0 where conductors are clamped. Empty: as usual for its current.',
  linkPrice: 'Of a fuse link alone, as a spare. Empty: a third of the price.',
  lengthM: 'Of one piece of rail or conduit.',
  packOf: 'Sold by so many; the price is of one.',
  leadDays: 'Days from the order until it is here.',
  fromLabel: 'yes where the rest was assumed by chemistry; no once its sheet is entered.',
}

const LABELS: Record<string, string> = {
  id: 'id',
  maker: 'maker',
  model: 'model',
  kind: 'kind',
  cells: 'kind of cells',
  chemistry: 'chemistry',
  seriesAllowed: 'may stand in series',
  technology: 'technology',
  batteryVoltagesV: 'battery voltages',
  maxPvPowerW: 'largest array power at each battery voltage',
  waveform: 'waveform',
  splitPhaseStack: 'two make a split phase',
  opening: 'how fast it opens',
  efficiencyPoints: 'efficiency over the load',
  fuel: 'fuel',
  fuelPoints: 'fuel over the load',
  autoStart: 'starts by itself',
  neutralBonded: 'neutral bonded',
  fromLabel: 'only its label is known',
  source: 'fed by',
  use: 'use',
  size: 'size',
  supplier: 'supplier',
  type: 'type',
  role: 'what it is',
  heldBackByFrequency: 'held back by the frequency',
  series: 'series of ratings',
  cycleLife: 'cycle life',
  capacityPoints: 'capacity in the cold',
  dcVoltageV: 'battery voltage',
  batteryVoltageV: 'battery voltage',
}

const described = new Map<ItemKind, readonly SheetField[]>()

/** The fields of a kind's data sheet, in the order of the sheet; `kind` itself is left out. */
export function fieldsOf(kind: ItemKind): readonly SheetField[] {
  const before = described.get(kind)
  if (before) return before
  const shape = ITEM_SCHEMAS[kind].shape as Record<string, z.ZodType>
  const fields = Object.entries(shape).flatMap(([name, schema]) => (name === 'kind' ? [] : [fieldOf(name, schema)]))
  described.set(kind, fields)
  return fields
}

function fieldOf(name: string, schema: z.ZodType): SheetField {
  const said = (schema instanceof z.ZodDefault ? schema.unwrap() : schema) as z.ZodType
  const optional = said instanceof z.ZodNullable
  const inner = (optional ? said.unwrap() : said) as z.ZodType
  const meta = quantityMeta(inner)
  const common = { name, optional, help: HELP[name] ?? '', pair: null, choices: [] as string[], unit: meta?.unit ?? '' }
  const label = meta?.label ?? LABELS[name] ?? name
  const allowed = meta?.allowed ?? ''
  if (inner instanceof z.ZodBoolean) return { ...common, label, form: 'flag', allowed: 'yes or no' }
  if (inner instanceof z.ZodEnum) {
    const choices = inner.options.map(String)
    return { ...common, label, form: 'choice', choices, allowed: `one of ${choices.join(', ')}` }
  }
  if (inner instanceof z.ZodUnion) {
    const choices = inner.options.map((each) => String((each as z.ZodLiteral).value))
    return { ...common, label, unit: 'V', form: 'choice', choices, allowed: `one of ${choices.join(', ')} V` }
  }
  if (inner instanceof z.ZodArray) {
    const element = inner.element as z.ZodType
    if (element instanceof z.ZodObject) {
      const [first = '', second = ''] = Object.keys(element.shape)
      const pair = [first, second] as const
      return {
        ...common,
        label: LABELS[name] ?? name,
        unit: '',
        form: 'points',
        pair,
        allowed: `${first}:${second}; …`,
      }
    }
    return { ...common, label: LABELS[name] ?? name, unit: 'V', form: 'numbers', allowed: '12; 24; 48 or some of them' }
  }
  if (meta) return { ...common, label, form: 'number', allowed }
  return { ...common, label, form: 'text', allowed: 'a text' }
}
