import type { AnyMethod } from '../method/method.ts'
import { quantityMeta } from '../method/quantity.ts'
import { formatNumber } from '../units/format.ts'
import { type Writer, writerOf } from '../units/writer.ts'
import { bare, type Step } from '../working/working.ts'
import type { Rich, Span, WorkedFigure } from './content.ts'

/** A formula is written in the units it is made for, its constants being in them. */
const METHOD_UNITS = writerOf('metric')

/** A step as it is printed: each line of its formula in symbols, and with the figures of the job. */
export const workedFigure = (method: AnyMethod, step: Step, write: Writer): WorkedFigure => ({
  title: step.subject === '' ? method.title : `${step.subject}: ${method.title.toLowerCase()}`,
  methodId: method.id,
  lines: method.formula.map((line) => ({
    symbols: filled(line, (key) => symbolOf(method, key)),
    figures: filled(line, (key) => figureOf(method, step, key, write)),
  })),
  source: method.source,
})

/** Puts something in the place of each `{key}` of a line. */
export const filled = (line: string, of: (key: string) => readonly Span[]): Rich =>
  line.split(/\{(\w+)\}/).flatMap((part, i) => (i % 2 === 1 ? of(part) : part === '' ? [] : [{ text: part }]))

const schemaOf = (method: AnyMethod, key: string) => (method.inputs.shape[key] ?? method.outputs.shape[key]) as never

/** "E_bus" as E with a small bus below. */
export function symbolOf(method: AnyMethod, key: string): Span[] {
  const [head = '', ...below] = (quantityMeta(schemaOf(method, key))?.symbol || key).split('_')
  return [{ text: head, italic: true }, ...(below.length > 0 ? [{ text: below.join(' '), sub: true }] : [])]
}

export function figureOf(method: AnyMethod, step: Step, key: string, write: Writer): Span[] {
  const value = key in step.outputs ? step.outputs[key]?.value : bare(step.inputs[key])
  const meta = quantityMeta(schemaOf(method, key))
  if (typeof value === 'number') {
    const unit = meta?.unit ?? ''
    const own = { text: METHOD_UNITS.quantity(value, unit), strong: true }
    return write.unit(unit) === unit ? [own] : [own, { text: ` (${write.quantity(value, unit)})`, soft: true }]
  }
  if (Array.isArray(value)) return [{ text: `(${value.length} figures)`, soft: true }]
  if (typeof value === 'string') return [{ text: value, strong: true }]
  if (value === undefined) return [{ text: defaultText(method, key), soft: true }]
  return value === null ? [{ text: 'none', strong: true }] : [{ text: '(list)', soft: true }]
}

/** What a method takes for an input nobody gave. */
function defaultText(method: AnyMethod, key: string): string {
  const taken = method.inputs.shape[key]?.safeParse(undefined)
  return taken?.success && typeof taken.data === 'number' ? formatNumber(taken.data) : 'not given'
}
