import { z } from 'zod'
import { InputError, type InputErrorCode, showValue } from './input-error.ts'
import { ASK_SCHEMA, plainReader } from './plain.ts'

type Shape = z.ZodObject

/** A calculation: typed inputs and outputs with units, a formula, its source and a plain explanation. */
export interface Method<I extends Shape = Shape, O extends Shape = Shape> {
  /** `link.name`, fixed for ever: files, tests, documents and other programs refer to it. */
  readonly id: string
  readonly title: string
  readonly inputs: I
  readonly outputs: O
  /** One line for each output; `{key}` stands for an input or output and is shown as symbol or as number. */
  readonly formula: readonly string[]
  readonly source: string
  readonly notes: string
  /** The formula itself, on inputs already checked. May throw InputError where the domain is left. */
  compute(input: z.output<I>): z.output<O>
}

/** A method whose input and output types are not known at the place of use. */
export type AnyMethod = Method

export function defineMethod<const I extends z.ZodRawShape, const O extends z.ZodRawShape>(definition: {
  id: string
  title: string
  inputs: I
  outputs: O
  formula: readonly string[]
  source: string
  notes: string
  compute(input: z.output<z.ZodObject<I>>): z.output<z.ZodObject<O>>
}): Method<z.ZodObject<I>, z.ZodObject<O>> {
  return {
    ...definition,
    inputs: z.strictObject(definition.inputs),
    outputs: z.object(definition.outputs),
  } as unknown as Method<z.ZodObject<I>, z.ZodObject<O>>
}

/**
 * Runs a method on input from outside.
 * @returns the output, every number in it finite
 * @throws {InputError} naming the input, what came and what is allowed
 */
export function runMethod<I extends Shape, O extends Shape>(method: Method<I, O>, input: unknown): z.output<O> {
  const plain = plainReader(method.inputs)(input)
  if (plain !== ASK_SCHEMA) return finiteOutput(method, method.compute(plain as z.output<I>))
  const parsed = method.inputs.safeParse(input)
  if (!parsed.success) throw fromIssue(parsed.error.issues[0], input)
  return finiteOutput(method, method.compute(parsed.data))
}

function finiteOutput<T>(method: { id: string }, output: T): T {
  if (!allFinite(output)) {
    throw new InputError('OUT_OF_DOMAIN', '', `${method.id}: these inputs give a result too large to be a number`)
  }
  return output
}

function allFinite(value: unknown): boolean {
  if (typeof value === 'number') return Number.isFinite(value)
  if (Array.isArray(value)) return value.every(allFinite)
  if (value !== null && typeof value === 'object') return Object.values(value).every(allFinite)
  return true
}

/** Turns a schema's first complaint into a sentence: path, what came, what is allowed. */
export function fromIssue(issue: z.core.$ZodIssue | undefined, input: unknown): InputError {
  if (!issue) return new InputError('INPUT_INVALID', '', 'the input is not valid')
  if (issue.code === 'unrecognized_keys') {
    const path = [...issue.path, issue.keys[0]].join('.')
    return new InputError('INPUT_UNKNOWN', path, `${path}: there is no such input`)
  }
  const path = issue.path.join('.')
  const came = issue.path.reduce<unknown>(
    (at, key) => (at === null || typeof at !== 'object' ? undefined : (at as Record<PropertyKey, unknown>)[key]),
    input,
  )
  const code: InputErrorCode = came === undefined ? 'INPUT_MISSING' : 'INPUT_INVALID'
  const where = path === '' ? 'input' : path
  const verb = came === undefined ? 'is missing' : `got ${showValue(came)}`
  return new InputError(code, path, `${where}: ${verb}; allowed: ${allowedBy(issue)}`)
}

/** Words for a kind of value where the schema has none of its own. */
const KIND_TEXT: Record<string, string> = {
  object: 'an object with its fields by name',
  array: 'a list',
  record: 'an object with its fields by name',
  string: 'a text',
  boolean: 'true or false',
}

function allowedBy(issue: z.core.$ZodIssue): string {
  if (issue.code === 'invalid_type' && issue.message.startsWith('Invalid input'))
    return KIND_TEXT[issue.expected] ?? issue.expected
  return issue.message
}
