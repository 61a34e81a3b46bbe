import { InputError } from '../method/input-error.ts'
import { runMethod } from '../method/method.ts'
import { type Address, isKnown, type Known, type Origin, type Step } from '../working/working.ts'
import { stepAt } from './design.ts'
import { methodOf } from './methods.ts'

/** How a computed figure answers to one of the figures it rests on. */
export interface Influence {
  /** Path of the input in the method that takes it. */
  readonly input: string
  readonly methodId: string
  readonly from: string
  readonly origin: Origin
  readonly value: number
  /** The figure's change when that input is a tenth larger (a tenth smaller where a tenth more is out of its domain), in the figure's unit. */
  readonly change: number
}

/** Origins that are not settled: these are the ones worth measuring. */
const UNSETTLED: readonly Origin[] = ['assumption', 'guess', 'typical']
/** Leaves tried for one figure, so that a job of a thousand guesses still answers at once. */
const MOST_LEAVES = 400

interface Leaf {
  readonly step: Step
  readonly path: readonly string[]
  readonly figure: Known<number>
}

/** A figure of a step, and all the steps it rests on in the order they were worked. */
interface Asked {
  readonly behind: readonly Step[]
  readonly step: Step
  readonly key: string
}

/**
 * Which assumption moves a figure most: each unsettled number it rests on, through all steps before it, is made a tenth
 * larger and the steps are run again.
 * @param address of the step that gave the figure
 * @param key of its output
 * @returns influences, strongest first; steps the method refuses are left out
 */
export function influencesOn(steps: readonly Step[], address: Address, key: string): Influence[] {
  const step = stepAt(steps, address)
  const before = numberAt(step?.outputs[key]?.value)
  if (!step || before === null) return []
  const asked = { behind: stepsBehind(steps, step), step, key }
  const leaves = asked.behind.flatMap(leavesOf).slice(0, MOST_LEAVES)
  return leaves
    .flatMap((leaf) => {
      const after = replay(asked, leaf, 1.1)
      const change = after !== null ? after - before : negated(replay(asked, leaf, 0.9), before)
      return change === null ? [] : [influence(leaf, change)]
    })
    .filter((each) => each.change !== 0)
    .sort((a, b) => Math.abs(b.change) - Math.abs(a.change))
}

const negated = (after: number | null, before: number): number | null => (after === null ? null : before - after)

function influence({ step, path, figure }: Leaf, change: number): Influence {
  const { from, origin, value } = figure
  return { input: path.join('.'), methodId: step.methodId, from, origin, value, change }
}

/** A step and all steps its inputs came from, each after those it rests on. */
function stepsBehind(steps: readonly Step[], step: Step): Step[] {
  const found = new Set<Step>()
  const visit = (each: Step): void => {
    if (found.has(each)) return
    for (const [, figure] of figuresIn(each.inputs)) {
      const before = figure.step === undefined ? undefined : stepAt(steps, figure.step)
      if (before) visit(before)
    }
    found.add(each)
  }
  visit(step)
  return [...found]
}

function figuresIn(value: unknown, path: readonly string[] = []): [path: readonly string[], figure: Known<unknown>][] {
  if (isKnown(value)) return [[path, value]]
  if (value === null || typeof value !== 'object') return []
  return Object.entries(value).flatMap(([key, inner]) => figuresIn(inner, [...path, key]))
}

function leavesOf(step: Step): Leaf[] {
  return figuresIn(step.inputs).flatMap(([path, figure]) =>
    typeof figure.value === 'number' && UNSETTLED.includes(figure.origin)
      ? [{ step, path, figure: figure as Known<number> }]
      : [],
  )
}

type Outputs = Readonly<Record<string, unknown>>

/** The figure with one leaf scaled; null where a method refuses it. */
function replay({ behind, step: asked, key }: Asked, leaf: Leaf, scale: number): number | null {
  const changed = new Map<Address, Outputs>()
  try {
    for (const step of behind) {
      const own = step === leaf.step
      const touched =
        own || figuresIn(step.inputs).some(([, figure]) => figure.step !== undefined && changed.has(figure.step))
      if (!touched) continue
      const inputs = substitute(step.inputs, [], changed, own ? leaf : null, scale)
      changed.set(step.address, runMethod(methodOf(step.methodId), inputs) as Outputs)
    }
  } catch (error) {
    if (error instanceof InputError) return null
    throw error
  }
  return numberAt(changed.get(asked.address)?.[key] ?? asked.outputs[key]?.value)
}

function substitute(
  value: unknown,
  path: readonly string[],
  changed: ReadonlyMap<Address, Outputs>,
  leaf: Leaf | null,
  scale: number,
): unknown {
  if (isKnown(value)) {
    if (leaf && leaf.path.length === path.length && leaf.path.every((part, i) => part === path[i]))
      return leaf.figure.value * scale
    const again = value.step === undefined ? undefined : changed.get(value.step)
    return again && value.key !== undefined ? again[value.key] : value.value
  }
  if (Array.isArray(value))
    return value.map((inner, i) => substitute(inner, [...path, String(i)], changed, leaf, scale))
  if (value === null || typeof value !== 'object') return value
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, inner]) => inner !== undefined)
      .map(([key, inner]) => [key, substitute(inner, [...path, key], changed, leaf, scale)]),
  )
}

const numberAt = (value: unknown): number | null => (typeof value === 'number' ? value : null)
