import type { z } from 'zod'
import { type Method, runMethod } from '../method/method.ts'
import type { LinkId } from './links.ts'

/** Where a figure came from. */
export type Origin =
  | 'entered'
  | 'measured'
  | 'label'
  | 'typical'
  | 'guess'
  | 'catalogue'
  | 'table'
  | 'assumption'
  | 'computed'

/** A figure with its origin. Computed ones point at the step that gave them. */
export interface Known<T = number> {
  readonly value: T
  readonly origin: Origin
  /** In words: "site", "unit sheet", "assumption of Yard Lamp: …". */
  readonly from: string
  /** Index of the step that computed it. */
  readonly step?: number
  /** Key of that step's output. */
  readonly key?: string
}

export const known = <T>(value: T, origin: Origin, from: string): Known<T> => ({ value, origin, from })
export const entered = <T>(value: T, from: string): Known<T> => known(value, 'entered', from)
export const assumed = <T>(value: T, why: string): Known<T> => known(value, 'assumption', why)
export const fromSheet = <T>(value: T, item: string): Known<T> => known(value, 'catalogue', item)

/** What a person entered, or the assumption that stands in for it. */
export const enteredOr = <T>(value: T | null, from: string, otherwise: Known<T>): Known<T> =>
  value === null ? otherwise : entered(value, from)

/** A value or a structure of values, each with its origin. */
export type Traced<T> =
  | Known<T>
  | (T extends readonly (infer U)[]
      ? readonly Traced<U>[]
      : T extends object
        ? { readonly [K in keyof T]: Traced<T[K]> }
        : never)

type TracedInput<I extends z.ZodObject> = {
  readonly [K in keyof z.input<I>]: Traced<NonNullable<z.input<I>[K]>> | Extract<z.input<I>[K], undefined>
}
type KnownOutput<O extends z.ZodObject> = { readonly [K in keyof z.output<O>]: Known<z.output<O>[K]> }

/** One application of a method: what went in, with origins, and what came out. */
export interface Step {
  readonly index: number
  readonly link: LinkId
  readonly methodId: string
  /** What it was worked out for, where there are several alike: a circuit, a load; empty otherwise. */
  readonly subject: string
  readonly inputs: Readonly<Record<string, unknown>>
  readonly outputs: Readonly<Record<string, Known<unknown>>>
}

export const isKnown = (value: unknown): value is Known<unknown> =>
  value !== null && typeof value === 'object' && 'origin' in value && 'value' in value

/** The bare values of a traced structure; keys without a value are left out. */
export function bare(traced: unknown): unknown {
  if (traced === null || typeof traced !== 'object') return traced
  if ('origin' in traced && 'value' in traced) return traced.value
  if (Array.isArray(traced)) return traced.map(bare)
  const plain: Record<string, unknown> = {}
  for (const key in traced) {
    const value = (traced as Record<string, unknown>)[key]
    if (value !== undefined) plain[key] = bare(value)
  }
  return plain
}

interface Applied {
  readonly inputs: Readonly<Record<string, unknown>>
  readonly result: Record<string, unknown>
}

/** What was last computed from an object of the document, which never changes once it is there: a load, say. */
const computedFrom = new WeakMap<object, Map<string, Applied>>()

/** Applies methods and records each application, so that what is shown is what was computed. */
export class Working {
  readonly steps: Step[] = []
  private subject = ''

  /** Everything applied within is recorded as worked out for this subject. */
  about<T>(subject: string, work: () => T): T {
    const before = this.subject
    this.subject = subject
    try {
      return work()
    } finally {
      this.subject = before
    }
  }

  /**
   * Applies a method whose inputs all come from one object of the document: computed once for as long as that object
   * stands. An edit of one load in a thousand works out one. The inputs must not rest on other steps.
   */
  applyOnce<I extends z.ZodObject, O extends z.ZodObject>(
    link: LinkId,
    method: Method<I, O>,
    source: object,
    inputsOf: () => TracedInput<I>,
  ): KnownOutput<O> {
    const kept = computedFrom.get(source) ?? new Map<string, Applied>()
    computedFrom.set(source, kept)
    const before = kept.get(method.id)
    if (before) return this.record(link, method, before)
    const inputs = inputsOf()
    const applied = { inputs, result: runMethod(method, bare(inputs)) as Record<string, unknown> }
    kept.set(method.id, applied)
    return this.record(link, method, applied)
  }

  /** @throws {InputError} where the method refuses */
  apply<I extends z.ZodObject, O extends z.ZodObject>(
    link: LinkId,
    method: Method<I, O>,
    inputs: TracedInput<I>,
  ): KnownOutput<O> {
    return this.record(link, method, { inputs, result: runMethod(method, bare(inputs)) as Record<string, unknown> })
  }

  private record<O extends z.ZodObject>(
    link: LinkId,
    method: Method<z.ZodObject, O>,
    { inputs, result }: Applied,
  ): KnownOutput<O> {
    const index = this.steps.length
    const outputs: Record<string, Known<unknown>> = {}
    for (const key of Object.keys(result)) {
      outputs[key] = { value: result[key], origin: 'computed', from: method.title, step: index, key }
    }
    this.steps.push({ index, link, methodId: method.id, subject: this.subject, inputs, outputs })
    return outputs as KnownOutput<O>
  }
}
