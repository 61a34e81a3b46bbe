import {
  type AnyMethod,
  answers,
  design,
  type Finding,
  findings,
  InputError,
  type Job,
  jobJsonSchema,
  methodOf,
  type Need,
  parseJobText,
  quantityMeta,
  runMethod,
  SHIPPED_CATALOGUE,
} from '@yard-lamp/core'
import { type Slip, slipsOf } from '@yard-lamp/core/loads'
import { designWithYear } from '@yard-lamp/core/proof'
import { bareDesign } from './bare-design.ts'

/** The registry as data: what each method takes and gives, with units. */
export function methods(all: readonly AnyMethod[]) {
  return all.map((method) => ({
    id: method.id,
    title: method.title,
    inputs: fields(method.inputs),
    outputs: fields(method.outputs),
    formula: method.formula,
    source: method.source,
    notes: method.notes,
  }))
}

function fields(
  schema: AnyMethod['inputs'],
): Record<string, { label: string; unit: string; allowed: string; required: boolean }> {
  return Object.fromEntries(
    Object.entries(schema.shape).map(([key, field]) => {
      const meta =
        quantityMeta(field) ?? (field.meta() as { label?: string; unit?: string; allowed?: string } | undefined)
      const required = !field.safeParse(undefined).success
      return [key, { label: meta?.label ?? key, unit: meta?.unit ?? '', allowed: meta?.allowed ?? '', required }]
    }),
  )
}

/** @throws {InputError} for an unknown id, before any input is read */
export function calc(id: string, readInput: () => string): unknown {
  const method = methodOf(id)
  return runMethod(method, parseJson(readInput()))
}

export function parseJson(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    throw new InputError('JSON_INVALID', '', 'the input is not JSON')
  }
}

/** A job's whole design: each link's answer, its figures, and what is still needed. */
export const size = (text: string) => sizeJob(parseJobText(text))

export function sizeJob(job: Job) {
  const result = design(job, SHIPPED_CATALOGUE)
  return { answers: answers(result), needs: result.needs, design: bareDesign(result) }
}

/** What the checks find, gravest first, likely slips in the list of loads, and what is still needed. */
export const check = (text: string): Checked => checkJob(parseJobText(text))

interface Checked {
  readonly findings: readonly Finding[]
  readonly slips: readonly Slip[]
  readonly needs: readonly Need[]
}

export function checkJob(job: Job): Checked {
  const result = designWithYear(design(job, SHIPPED_CATALOGUE))
  return { findings: findings(result), slips: slipsOf(job), needs: result.needs }
}

export const schema = (): unknown => jobJsonSchema()
