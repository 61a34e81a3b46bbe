import type { z } from 'zod'
import type { Default } from '../job/defaults.ts'
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

/**
 * Address of a step: `link/method/subject`, as `battery/battery.required-capacity/bank`. It means the same figure after any
 * edit, for as long as the job has such a figure.
 */
export type Address = string

/** A figure with its origin. Computed ones name the step that gave them. */
export interface Known<T = number> {
  readonly value: T
  readonly origin: Origin
  /** In words: "site", "unit sheet", "assumption of Yard Lamp: …". */
  readonly from: string
  /** Address of the step that computed it. */
  readonly step?: Address
  /** Key of that step's output. */
  readonly key?: string
  /** The field a person would enter it in, where it is not settled and has one: `loads.loadMarginFraction`. */
  readonly place?: string
}

export const known = <T>(value: T, origin: Origin, from: string): Known<T> => ({ value, origin, from })
export const entered = <T>(value: T, from: string): Known<T> => known(value, 'entered', from)
export const assumed = <T>(value: T, why: string): Known<T> => known(value, 'assumption', why)
export const fromSheet = <T>(value: T, item: string): Known<T> => known(value, 'catalogue', item)

const assumedDefaults = new WeakMap<Default, Known>()

/** A default of a job, with the reason it is given with; the same object each time. */
export function assumedOf(standing: Default): Known {
  const before = assumedDefaults.get(standing)
  if (before) return before
  const { value, why, place } = standing
  const made = place === undefined ? assumed(value, why) : { ...assumed(value, why), place }
  assumedDefaults.set(standing, made)
  return made
}

/** What a person entered, or the assumption that stands in for it. */
export const enteredOr = <T>(value: T | null, from: string, otherwise: Known<T>): Known<T> =>
  value === null ? otherwise : entered(value, from)

/** Whether two figures are one: the same single value, from the same place. */
export const sameKnown = (a: Known<unknown>, b: Known<unknown>): boolean =>
  a === b ||
  (Object.is(a.value, b.value) &&
    a.origin === b.origin &&
    a.from === b.from &&
    a.step === b.step &&
    a.key === b.key &&
    a.place === b.place)

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

/** What a step was worked out for, where there are several alike: a circuit, a load. */
export interface Subject {
  /** Id in the document or in the plant: part of the address. */
  readonly id: string
  /** In words, for the working; empty where the method says it all. */
  readonly name: string
}

/** One application of a method: what went in, with origins, and what came out. */
export interface Step {
  readonly address: Address
  readonly link: LinkId
  readonly methodId: string
  /** In words; empty where the method says it all. */
  readonly subject: string
  readonly inputs: Readonly<Record<string, unknown>>
  readonly outputs: Readonly<Record<string, Known<unknown>>>
}

/** Origins of figures that nobody entered, measured or read from a sheet. */
export const UNSETTLED: readonly Origin[] = ['assumption', 'guess', 'typical']
export const isUnsettled = ({ origin }: Pick<Known<unknown>, 'origin'>): boolean => UNSETTLED.includes(origin)

export const isKnown = (value: unknown): value is Known<unknown> =>
  value !== null && typeof value === 'object' && 'origin' in value && 'value' in value

/** Bare values of structures that stand unchanged from one design to the next: the rows of the loads. */
const keptBare = new WeakMap<object, unknown>()

/** Works out the bare values of a structure once, for one that goes into many designs as it is. */
export function keepBare<T extends object>(traced: T): T {
  keptBare.set(traced, Object.freeze(bare(traced)))
  return traced
}

/** The bare values of a traced structure; keys without a value are left out. */
export function bare(traced: unknown): unknown {
  if (traced === null || typeof traced !== 'object') return traced
  if ('origin' in traced && 'value' in traced) return traced.value
  const kept = keptBare.get(traced)
  if (kept !== undefined) return kept
  if (Array.isArray(traced)) return traced.map(bare)
  const plain: Record<string, unknown> = {}
  for (const key in traced) {
    const value = (traced as Record<string, unknown>)[key]
    if (value !== undefined) plain[key] = bare(value)
  }
  return plain
}

/** Steps made of one list, by its first figure, so that they go when the row it came from goes. */
const keptSteps = new WeakMap<object, Step[]>()
/** Lists that begin with one figure: totals by room, use and supply, of the options and trials between two edits. */
const MOST_KEPT = 16

const sameList = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((each, i) => each === b[i])

const NO_SUBJECT: Subject = { id: '', name: '' }

/** Applies the methods of one link and records each application, so that what is shown is what was computed. */
export class Working {
  readonly link: LinkId
  readonly steps: Step[] = []
  private readonly taken = new Set<Address>()
  private subject = NO_SUBJECT

  constructor(link: LinkId) {
    this.link = link
  }

  /** Everything applied within is recorded as worked out for this subject. */
  about<T>(subject: Subject, work: () => T): T {
    const before = this.subject
    this.subject = subject
    try {
      return work()
    } finally {
      this.subject = before
    }
  }

  /** @throws {InputError} where the method refuses */
  apply<I extends z.ZodObject, O extends z.ZodObject>(method: Method<I, O>, inputs: TracedInput<I>): KnownOutput<O> {
    return this.record(this.workedOut(this.addressOf(method.id), method, inputs)) as KnownOutput<O>
  }

  /**
   * As `apply`, for a method that takes one list: while the list holds the same objects, what it came to before is taken.
   * Of the totals of two hundred rows an edit changes those its own row is in.
   * @throws {InputError} where the method refuses
   */
  applyToList<I extends z.ZodObject, O extends z.ZodObject>(
    method: Method<I, O>,
    input: keyof TracedInput<I> & string,
    list: readonly object[],
  ): KnownOutput<O> {
    const address = this.addressOf(method.id)
    const [first] = list
    const kept = (first && keptSteps.get(first)) ?? []
    const before = kept.find(
      (step) =>
        step.address === address &&
        step.subject === this.subject.name &&
        sameList(step.inputs[input] as readonly object[], list),
    )
    if (before) return this.record(before) as KnownOutput<O>
    const step = this.workedOut(address, method, { [input]: list } as unknown as TracedInput<I>)
    kept.unshift(step)
    kept.length = Math.min(kept.length, MOST_KEPT)
    if (first) keptSteps.set(first, kept)
    return this.record(step) as KnownOutput<O>
  }

  private workedOut<I extends z.ZodObject>(address: Address, method: Method<I>, inputs: TracedInput<I>): Step {
    const result = runMethod(method, bare(inputs)) as Record<string, unknown>
    const outputs: Record<string, Known<unknown>> = {}
    for (const key of Object.keys(result)) {
      outputs[key] = { value: result[key], origin: 'computed', from: method.title, step: address, key }
    }
    return { address, link: this.link, methodId: method.id, subject: this.subject.name, inputs, outputs }
  }

  private record(step: Step): Step['outputs'] {
    this.steps.push(step)
    return step.outputs
  }

  /**
   * Steps recorded elsewhere, whose inputs have not changed since: a row of the document that was worked out before. They are
   * of subjects this working applies the same methods to in no other place.
   */
  take(steps: readonly Step[]): void {
    for (const step of steps) this.steps.push(step)
  }

  /** Two figures never share an address: a second one of a kind is numbered. */
  private addressOf(methodId: string): Address {
    const plain = `${this.link}/${methodId}/${this.subject.id}`
    let address = plain
    for (let n = 2; this.taken.has(address); n++) address = `${plain}~${n}`
    this.taken.add(address)
    return address
  }
}
