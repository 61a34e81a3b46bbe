import type { z } from 'zod'
import { METHODS } from '../chain/methods.ts'
import { InputError } from '../method/input-error.ts'
import type { AnyMethod } from '../method/method.ts'
import { quantityMeta } from '../method/quantity.ts'
import type { Writer } from '../units/writer.ts'
import type { LinkId } from '../working/links.ts'
import { entered, type Known, Working } from '../working/working.ts'
import { chains } from './chains.ts'
import { QUICK_EXAMPLES, type QuickValue } from './examples.ts'
import { fieldOf, given, type QuickAnswer, type QuickCalculator } from './fields.ts'

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
