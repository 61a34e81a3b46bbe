import { z } from 'zod'
import { fromIssue } from '../method/method.ts'
import { quantityMeta } from '../method/quantity.ts'
import { CONDUCTOR_SIZES } from '../tables/conductor.ts'
import type { Writer } from '../units/writer.ts'
import type { Step } from '../working/working.ts'
import type { QuickValue } from './examples.ts'

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
export function fieldOf(key: string, schema: z.ZodType): QuickField | null {
  const layers = layersOf(schema)
  const inner = layers.at(-1)
  const label = quantityMeta(schema)?.label ?? layers.map(namedIn).find((name) => name) ?? LABELS[key] ?? key
  const taken = schema.safeParse(undefined)
  const fallback = !taken.success ? null : taken.data === undefined ? '' : String(taken.data)
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

/** What of the values is given: empty ones are left to the method. */
export const given = (values: Readonly<Record<string, QuickValue>>) =>
  Object.fromEntries(Object.entries(values).filter(([, value]) => value !== null && value !== ''))

export function parsed<S extends z.ZodObject>(schema: S, values: Readonly<Record<string, QuickValue>>): z.output<S> {
  const read = schema.safeParse(given(values))
  if (!read.success) throw fromIssue(read.error.issues[0], given(values))
  return read.data
}

export const fieldsOf = (schema: z.ZodObject): QuickField[] =>
  (Object.entries(schema.shape) as [string, z.ZodType][]).flatMap(([key, each]) => fieldOf(key, each) ?? [])
