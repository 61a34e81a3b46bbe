import { type Design, design, stepAt } from '../chain/design.ts'
import { methodOf } from '../chain/methods.ts'
import { apply } from '../edit/apply.ts'
import { enter } from '../edit/enter.ts'
import { InputError } from '../method/input-error.ts'
import { runMethod } from '../method/method.ts'
import { type Address, isKnown, type Known, type Origin, type Step, UNSETTLED } from '../working/working.ts'

/** How a computed figure answers to one of the figures it rests on. */
export interface Influence {
  /** Path of the input in the method that takes it. */
  readonly input: string
  readonly methodId: string
  readonly from: string
  readonly origin: Origin
  readonly value: number
  /** The field it may be entered in; null where it has none. */
  readonly place: string | null
  /** What the input was multiplied by: a tenth more, or a tenth less where more is out of its domain. */
  readonly scale: 1.1 | 0.9
  /** The figure's change by that, in the figure's unit. */
  readonly change: number
}

/** Origins that are not settled: these are the ones worth measuring. */
/** Leaves tried for one figure, so that a job of a thousand guesses still answers at once. */
const MOST_LEAVES = 400
/** Of those, the strongest so many are entered in their field and the whole chain is worked again. */
const MOST_ENTERED = 5

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
 * Which assumption moves a figure most: each unsettled number it rests on is made a tenth larger. The steps between the two
 * are run again to find the strongest; those that have a field are then entered in it, and the whole chain answers, with
 * all it would choose otherwise.
 * @param address of the step that gave the figure
 * @param key of its output
 * @returns influences, strongest first; what a method refuses is left out
 */
export function influencesOn(now: Design, address: Address, key: string): Influence[] {
  const step = stepAt(now.steps, address)
  const before = numberAt(step?.outputs[key]?.value)
  if (!step || before === null) return []
  const asked = { behind: stepsBehind(now.steps, step), step, key }
  const tried = asked.behind
    .flatMap(leavesOf)
    .slice(0, MOST_LEAVES)
    .flatMap((leaf) => triedIn(asked, leaf, before))
  const ranked = eachFieldOnce(byStrength(tried))
  const entered = ranked.slice(0, MOST_ENTERED).map((each) => enteredIn(now, asked, each, before))
  return byStrength([...entered, ...ranked.slice(MOST_ENTERED)]).map(influence)
}

interface Tried {
  readonly leaf: Leaf
  readonly scale: Influence['scale']
  readonly change: number
}

const byStrength = (tried: readonly Tried[]): Tried[] =>
  tried.filter(({ change }) => change !== 0).sort((a, b) => Math.abs(b.change) - Math.abs(a.change))

/** A field may stand behind a figure in several ways: entering it moves them all, so its strongest speaks for it. */
function eachFieldOnce(tried: readonly Tried[]): Tried[] {
  const seen = new Set<string>()
  return tried.filter(({ leaf: { figure } }) => {
    if (figure.place === undefined) return true
    const first = !seen.has(figure.place)
    seen.add(figure.place)
    return first
  })
}

function triedIn(asked: Asked, leaf: Leaf, before: number): Tried[] {
  for (const scale of [1.1, 0.9] as const) {
    const after = replay(asked, leaf, scale)
    if (after !== null) return [{ leaf, scale, change: after - before }]
  }
  return []
}

/** The same by the act of entering it; as it was tried, where it has no field or the figure is gone with it. */
function enteredIn({ job, catalogue }: Design, { step, key }: Asked, tried: Tried, before: number): Tried {
  const { leaf, scale } = tried
  const { place, value } = leaf.figure
  const edit = place === undefined ? null : enter(job, place, value * scale)
  if (!edit) return tried
  try {
    const after = numberAt(stepAt(design(apply(job, edit), catalogue).steps, step.address)?.outputs[key]?.value)
    return after === null ? tried : { ...tried, change: after - before }
  } catch (error) {
    if (error instanceof InputError) return tried
    throw error
  }
}

function influence({ leaf: { step, path, figure }, scale, change }: Tried): Influence {
  const { from, origin, value, place = null } = figure
  return { input: path.join('.'), methodId: step.methodId, from, origin, value, place, scale, change }
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
