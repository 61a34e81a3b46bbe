import { InputError } from '../method/input-error.ts'
import { runMethod } from '../method/method.ts'
import { methodOf } from '../method/registry.ts'
import { isKnown, type Known, type Origin, type Step } from './working.ts'

/** How a computed figure answers to one of the figures it rests on. */
export interface Influence {
  /** Label of the input in the method that takes it. */
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
  readonly step: number
  readonly path: readonly string[]
  readonly figure: Known<number>
}

/**
 * Which assumption moves a figure most: each unsettled number it rests on, through all steps before it, is made a tenth
 * larger and the steps are run again.
 * @returns influences, strongest first; steps the method refuses are left out
 */
export function influencesOn(steps: readonly Step[], stepIndex: number, key: string): Influence[] {
  const needed = stepsBehind(steps, stepIndex)
  const before = numberAt(steps[stepIndex]?.outputs[key]?.value)
  if (before === null) return []
  const leaves = [...needed].flatMap((index) => leavesOf(steps, index)).slice(0, MOST_LEAVES)
  return leaves
    .flatMap((leaf) => {
      const after = replay(steps, needed, leaf, 1.1, stepIndex, key)
      const change = after !== null ? after - before : negated(replay(steps, needed, leaf, 0.9, stepIndex, key), before)
      return change === null ? [] : [influence(steps, leaf, change)]
    })
    .filter((each) => each.change !== 0)
    .sort((a, b) => Math.abs(b.change) - Math.abs(a.change))
}

const negated = (after: number | null, before: number): number | null => (after === null ? null : before - after)

function influence(steps: readonly Step[], leaf: Leaf, change: number): Influence {
  const { from, origin, value } = leaf.figure
  return { input: leaf.path.join('.'), methodId: steps[leaf.step]?.methodId ?? '', from, origin, value, change }
}

/** Indices of a step and all steps its inputs came from, in order. */
function stepsBehind(steps: readonly Step[], stepIndex: number): Set<number> {
  const found = new Set<number>()
  const visit = (index: number): void => {
    if (found.has(index)) return
    for (const [, figure] of figuresIn(steps[index]?.inputs ?? {})) if (figure.step !== undefined) visit(figure.step)
    found.add(index)
  }
  visit(stepIndex)
  return new Set([...found].sort((a, b) => a - b))
}

function figuresIn(value: unknown, path: readonly string[] = []): [path: readonly string[], figure: Known<unknown>][] {
  if (isKnown(value)) return [[path, value]]
  if (value === null || typeof value !== 'object') return []
  return Object.entries(value).flatMap(([key, inner]) => figuresIn(inner, [...path, key]))
}

function leavesOf(steps: readonly Step[], index: number): Leaf[] {
  return figuresIn(steps[index]?.inputs ?? {}).flatMap(([path, figure]) =>
    typeof figure.value === 'number' && UNSETTLED.includes(figure.origin)
      ? [{ step: index, path, figure: figure as Known<number> }]
      : [],
  )
}

/** The figure with one leaf scaled; null where a method refuses it. */
function replay(
  steps: readonly Step[],
  needed: Set<number>,
  leaf: Leaf,
  scale: number,
  stepIndex: number,
  key: string,
): number | null {
  const changed = new Map<number, Record<string, unknown>>()
  try {
    for (const index of needed) {
      const step = steps[index]
      if (!step || index < leaf.step) continue
      const touched =
        index === leaf.step ||
        figuresIn(step.inputs).some(([, figure]) => figure.step !== undefined && changed.has(figure.step))
      if (!touched) continue
      const inputs = substitute(step.inputs, [], changed, index === leaf.step ? leaf : null, scale)
      changed.set(index, runMethod(methodOf(step.methodId), inputs) as Record<string, unknown>)
    }
  } catch (error) {
    if (error instanceof InputError) return null
    throw error
  }
  return numberAt(changed.get(stepIndex)?.[key] ?? steps[stepIndex]?.outputs[key]?.value)
}

function substitute(
  value: unknown,
  path: readonly string[],
  changed: Map<number, Record<string, unknown>>,
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
