// Long: one list of calculators.
import { z } from 'zod'
import { bank, requiredCapacity } from '../battery/methods.ts'
import { SYSTEM_VOLTAGES_V } from '../catalogue/voltage-class.ts'
import { METHODS } from '../chain/methods.ts'
import { DEFAULTS } from '../job/defaults.ts'
import { busEnergy, loadDailyEnergy } from '../loads/methods.ts'
import { InputError } from '../method/input-error.ts'
import { type AnyMethod, fromIssue } from '../method/method.ts'
import { choice, count, quantity, quantityMeta, share } from '../method/quantity.ts'
import { CONDUCTOR_SIZES } from '../tables/conductor.ts'
import { formatPercent, formatQuantity } from '../units/format.ts'
import type { Writer } from '../units/writer.ts'
import type { LinkId } from '../working/links.ts'
import { assumed, assumedOf, entered, type Known, type Step, Working } from '../working/working.ts'
import { QUICK_EXAMPLES, type QuickValue } from './examples.ts'

/** A question answered without a job: one method of the registry, or a few of them one after another. */
export interface QuickCalculator {
  readonly id: string
  readonly title: string
  /** Family it is listed in. */
  readonly family: string
  readonly fields: readonly QuickField[]
  /** Values it begins with, so that it answers at once. */
  readonly example: Readonly<Record<string, QuickValue>>
  /** @throws {InputError} naming the field */
  answer(values: Readonly<Record<string, QuickValue>>, write: Writer): QuickAnswer
}

export type { QuickValue }

export interface QuickField {
  readonly key: string
  readonly label: string
  readonly kind: 'number' | 'choice' | 'tick' | 'text'
  /** Of a choice. */
  readonly choices: readonly (string | number)[]
  readonly schema: z.ZodType
  /** What stands in while it is empty; null where it must be given, empty where nothing does. */
  readonly fallback: string | null
}

export interface QuickAnswer {
  readonly steps: readonly Step[]
  /** What the last step gives, and any alternatives in words. */
  readonly headlines: readonly { readonly label: string; readonly text: string }[]
  readonly said: readonly string[]
}

const FAMILY: Record<string, string> = {
  load: 'Loads',
  sun: 'Sun',
  panel: 'Sun',
  battery: 'Battery',
  array: 'Array and strings',
  string: 'Array and strings',
  controller: 'Controller',
  inverter: 'Inverter',
  backup: 'Backup',
  wire: 'Cable and fuse',
  protect: 'Cable and fuse',
}
const LINK_OF: Record<string, LinkId> = {
  load: 'loads',
  sun: 'site',
  panel: 'site',
  battery: 'battery',
  array: 'array',
  string: 'controller',
  controller: 'controller',
  inverter: 'inverter',
  backup: 'inverter',
  wire: 'wiring',
  protect: 'wiring',
}

/** A schema and what it wraps, the outermost first. */
function layersOf(schema: z.ZodType): z.ZodType[] {
  const wraps =
    schema instanceof z.ZodDefault || schema instanceof z.ZodOptional || schema instanceof z.ZodNullable
      ? layersOf(schema.unwrap() as z.ZodType)
      : []
  return [schema, ...wraps]
}

const namedIn = (schema: z.ZodType): string | undefined => (schema.meta() as { label?: string } | undefined)?.label

/** A field for one input of a method; null for lists and structures, which a quick answer does not ask for. */
function fieldOf(key: string, schema: z.ZodType): QuickField | null {
  const layers = layersOf(schema)
  const inner = layers.at(-1)
  const label = quantityMeta(schema)?.label ?? layers.map(namedIn).find((name) => name) ?? LABELS[key] ?? key
  const taken = schema.safeParse(undefined)
  const fallback = !taken.success ? null : taken.data === undefined ? '' : shown(taken.data)
  const common = { key, label, schema, fallback }
  if (inner instanceof z.ZodNumber) return { ...common, kind: 'number', choices: [] }
  if (inner instanceof z.ZodEnum) return { ...common, kind: 'choice', choices: inner.options as string[] }
  if (inner instanceof z.ZodBoolean) return { ...common, kind: 'tick', choices: [] }
  if (inner instanceof z.ZodUnion) {
    const literals = inner.options.flatMap((each) => (each instanceof z.ZodLiteral ? [...each.values] : []))
    return literals.length > 0 && literals.length === inner.options.length
      ? { ...common, kind: 'choice', choices: literals as number[] }
      : null
  }
  if (key === 'size') return { ...common, kind: 'choice', choices: CONDUCTOR_SIZES }
  if (inner instanceof z.ZodString) return { ...common, kind: 'text', choices: [] }
  return null
}

const LABELS: Record<string, string> = {
  size: 'conductor',
  installation: 'how it is laid',
  series: 'kind of device',
  phases: 'wires',
  terminalC: 'terminals rated for, °C',
  kind: 'kind of cell',
  mode: 'charging',
  sky: 'sky',
  seriesAllowed: 'units may stand in series',
}

const shown = (value: unknown): string => (typeof value === 'number' ? String(value) : String(value))

/** What of the values is given: empty ones are left to the method. */
const given = (values: Readonly<Record<string, QuickValue>>) =>
  Object.fromEntries(Object.entries(values).filter(([, value]) => value !== null && value !== ''))

function headlineOf(method: AnyMethod, key: string, value: unknown, write: Writer): { label: string; text: string } {
  const meta = quantityMeta(method.outputs.shape[key] as z.ZodType)
  return { label: meta?.label ?? OUTPUT_LABELS[key] ?? key, text: textOf(value, meta?.unit ?? '', write) }
}

const OUTPUT_LABELS: Record<string, string> = {
  required: 'fuses needed',
  conductorProtected: 'the device protects the conductor',
  clips: 'it clips',
  limitedBy: 'decided by',
  size: 'conductor',
}

function textOf(value: unknown, unit: string, write: Writer): string {
  if (typeof value === 'number') return write.quantity(value, unit)
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  return value === null ? 'none' : String(value)
}

/** A calculator of one method, where its inputs are single figures. */
function ofMethod(method: AnyMethod): QuickCalculator[] {
  const entries = Object.entries(method.inputs.shape) as [string, z.ZodType][]
  const fields = entries.map(([key, schema]) => fieldOf(key, schema))
  const example = QUICK_EXAMPLES[method.id]
  if (!example || fields.some((field) => field === null)) return []
  const head = method.id.split('.')[0] ?? ''
  return [
    {
      id: method.id,
      title: method.title,
      family: FAMILY[head] ?? 'Other',
      fields: fields.filter((field) => field !== null),
      example,
      answer(values, write) {
        const working = new Working(LINK_OF[head] ?? 'loads')
        const inputs = Object.fromEntries(
          Object.entries(given(values)).map(([key, value]) => [key, entered(value, 'entered')]),
        )
        const outputs = working.apply(method, inputs as never) as Record<string, Known<unknown>>
        return {
          steps: working.steps,
          headlines: Object.entries(outputs).map(([key, figure]) => headlineOf(method, key, figure.value, write)),
          said: [],
        }
      },
    },
  ]
}

const volts = choice(SYSTEM_VOLTAGES_V.map(String) as [string, ...string[]]).meta({ label: 'system voltage, V' })
const bankUnit = {
  systemVoltageV: volts,
  unitVoltageV: quantity('V_u', 'battery unit', 'V', { above: 0, max: 100 }),
  unitCapacityAh: quantity('C_u', 'battery unit', 'Ah', { above: 0, max: 10_000 }),
}
const oneLoad = z.strictObject({
  quantity: count('n', 'how many', 1, 10_000),
  powerW: quantity('P', 'watts of one while it runs', 'W', { above: 0, max: 1e6 }),
  hoursPerDay: quantity('h', 'hours a day', 'h', { above: 0, max: 24 }),
  dutyCycle: share('d', 'share of that time it draws').default(1),
  onAc: z
    .boolean({ error: () => 'true or false' })
    .default(true)
    .meta({ label: 'runs on AC, through an inverter' }),
  autonomyDays: quantity('D', 'days without sun', 'd', { above: 0, max: 60 }),
  depthOfDischarge: share('DoD', 'depth the battery may be used to'),
  ...bankUnit,
})
const blockLoad = z.strictObject({
  powerW: quantity('P', 'block load', 'W', { above: 0, max: 1e6 }),
  hoursPerDay: quantity('h', 'for so many hours', 'h', { above: 0, max: 24 }),
  days: quantity('D', 'for so many days', 'd', { above: 0, max: 60 }),
  inverterEfficiency: share('η', 'inverter efficiency').default(DEFAULTS.inverterEfficiency.value),
  temperatureFactor: share('f_T', 'capacity left in the cold').default(0.9),
  depthOfDischarge: share('DoD', 'depth the battery may be used to').default(0.5),
  ...bankUnit,
})

/** Idle draw of an inverter not chosen yet. Assumptions of Yard Lamp. */
const QUICK_INVERTER = { idleShare: 0.01, leastIdleW: 5 } as const

function parsed<S extends z.ZodObject>(schema: S, values: Readonly<Record<string, QuickValue>>): z.output<S> {
  const read = schema.safeParse(given(values))
  if (!read.success) throw fromIssue(read.error.issues[0], given(values))
  return read.data
}

const fieldsOf = (schema: z.ZodObject): QuickField[] =>
  (Object.entries(schema.shape) as [string, z.ZodType][]).flatMap(([key, each]) => fieldOf(key, each) ?? [])

/** The bank of whole units, and what one string less or more would be. */
function bankOf(
  working: Working,
  input: { systemVoltageV: string; unitVoltageV: number; unitCapacityAh: number },
  requiredAh: Known,
): Pick<QuickAnswer, 'headlines' | 'said'> {
  const built = working.apply(bank, {
    unitVoltageV: entered(input.unitVoltageV, 'entered'),
    unitCapacityAh: entered(input.unitCapacityAh, 'entered'),
    systemVoltageV: entered(Number(input.systemVoltageV), 'entered'),
    requiredCapacityAh: requiredAh,
  })
  const [strings, series] = [built.parallel.value, built.series.value]
  const over = (n: number) => (n * input.unitCapacityAh) / requiredAh.value - 1
  const way = (n: number) =>
    `${n === 1 ? '1 string' : `${n} strings`} of ${series}: ${over(n) < 0 ? `${formatPercent(-over(n))} short` : `${formatPercent(over(n))} over`}`
  return {
    headlines: [
      {
        label: 'units',
        text: `${built.units.value} × ${formatQuantity(input.unitVoltageV, 'V')} ${formatQuantity(input.unitCapacityAh, 'Ah')}`,
      },
      { label: 'needed', text: formatQuantity(requiredAh.value, 'Ah') },
      { label: 'bank', text: formatQuantity(built.bankEnergyWh.value / 1000, 'kWh') },
    ],
    said: [...(strings > 1 ? [way(strings - 1)] : []), way(strings), way(strings + 1)],
  }
}

const chains: readonly QuickCalculator[] = [
  {
    id: 'one-load-to-bank',
    title: 'One load to a battery bank',
    family: 'From a load to a bank',
    fields: fieldsOf(oneLoad),
    example: {
      quantity: 1,
      powerW: 60,
      hoursPerDay: 24,
      dutyCycle: 0.35,
      onAc: true,
      autonomyDays: 2,
      depthOfDischarge: 0.8,
      systemVoltageV: '12',
      unitVoltageV: 12.8,
      unitCapacityAh: 100,
    },
    answer(values) {
      const input = parsed(oneLoad, values)
      const working = new Working('battery')
      const day = working.apply(loadDailyEnergy, {
        quantity: entered(input.quantity, 'entered'),
        powerW: entered(input.powerW, 'entered'),
        hoursPerDay: entered(input.hoursPerDay, 'entered'),
        dutyCycle: entered(input.dutyCycle, 'entered'),
      })
      const nothing = entered(0, 'none')
      const idleW = Math.max(QUICK_INVERTER.leastIdleW, QUICK_INVERTER.idleShare * input.powerW * input.quantity)
      const bus = working.apply(busEnergy, {
        acDailyEnergyWh: input.onAc ? day.dailyEnergyWh : nothing,
        dcDailyEnergyWh: input.onAc ? nothing : day.dailyEnergyWh,
        inverterEfficiency: assumedOf(DEFAULTS.inverterEfficiency),
        inverterIdleW: input.onAc ? assumed(idleW, 'no inverter chosen yet') : nothing,
        inverterHoursPerDay: assumedOf(DEFAULTS.inverterHoursPerDay),
      })
      const need = working.apply(requiredCapacity, {
        busDailyEnergyWh: bus.busDailyEnergyWh,
        autonomyDays: entered(input.autonomyDays, 'entered'),
        depthOfDischarge: entered(input.depthOfDischarge, 'entered'),
        systemVoltageV: entered(Number(input.systemVoltageV), 'entered'),
        agingFactor: assumedOf(DEFAULTS.agingFactor),
      })
      return { steps: working.steps, ...bankOf(working, input, need.nominalCapacityAh) }
    },
  },
  {
    id: 'block-load-stepwise',
    title: 'Block load, step by step',
    family: 'From a load to a bank',
    fields: fieldsOf(blockLoad),
    example: {
      powerW: 800,
      hoursPerDay: 4,
      days: 1,
      inverterEfficiency: 0.9,
      temperatureFactor: 0.9,
      depthOfDischarge: 0.5,
      systemVoltageV: '24',
      unitVoltageV: 12,
      unitCapacityAh: 200,
    },
    answer(values) {
      const input = parsed(blockLoad, values)
      const working = new Working('battery')
      const day = working.apply(loadDailyEnergy, {
        quantity: entered(1, 'one block'),
        powerW: entered(input.powerW, 'entered'),
        hoursPerDay: entered(input.hoursPerDay, 'entered'),
      })
      const bus = working.apply(busEnergy, {
        acDailyEnergyWh: day.dailyEnergyWh,
        dcDailyEnergyWh: entered(0, 'none'),
        inverterEfficiency: entered(input.inverterEfficiency, 'entered'),
        inverterIdleW: assumed(0, 'the stepwise school leaves it out'),
      })
      const need = working.apply(requiredCapacity, {
        busDailyEnergyWh: bus.busDailyEnergyWh,
        autonomyDays: entered(input.days, 'entered'),
        depthOfDischarge: entered(input.depthOfDischarge, 'entered'),
        systemVoltageV: entered(Number(input.systemVoltageV), 'entered'),
        temperatureFactor: entered(input.temperatureFactor, 'entered'),
      })
      const found = bankOf(working, input, need.nominalCapacityAh)
      return {
        steps: working.steps,
        ...found,
        said: [
          ...found.said,
          'Idle draw, ageing and margin are left out: a job counts them, and asks for 10 to 25 % more.',
        ],
      }
    },
  },
]

/** Every quick calculator, those of several steps first, then one for each method with single figures. */
export const QUICK_CALCULATORS: readonly QuickCalculator[] = [...chains, ...METHODS.flatMap(ofMethod)]

/** What a calculator answers, or the field that keeps it from answering. */
export function quickAnswer(
  calculator: QuickCalculator,
  values: Readonly<Record<string, QuickValue>>,
  write: Writer,
):
  | { readonly ok: true; readonly answer: QuickAnswer }
  | { readonly ok: false; readonly field: string; readonly message: string } {
  try {
    return { ok: true, answer: calculator.answer(values, write) }
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    const field = calculator.fields.find(({ key }) => key === error.path.split('.')[0])
    const message = field ? error.message.replace(field.key, field.label) : error.message
    return { ok: false, field: field?.key ?? '', message }
  }
}
