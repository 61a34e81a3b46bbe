import type { z } from 'zod'
import { quantity } from '../method/quantity.ts'
import { formatNumber } from '../units/format.ts'
import type { LinkId } from '../working/links.ts'

/** Stages of the work on site, in the order it is done. */
export const STAGES = [
  { id: 'before', title: 'Before leaving' },
  { id: 'dry', title: 'Dry run on the ground' },
  { id: 'mount', title: 'Mounting' },
  { id: 'board', title: 'Board' },
  { id: 'strings', title: 'Strings, one by one' },
  { id: 'earth', title: 'Insulation and earth' },
  { id: 'bank', title: 'Bank' },
  { id: 'close', title: 'Pre-charge, then close' },
  { id: 'settings', title: 'Settings, device by device' },
  { id: 'on', title: 'Switch on' },
  { id: 'load', title: 'Under load' },
  { id: 'full', title: 'First full charge' },
  { id: 'hand', title: 'Hand over' },
] as const
export type StageId = (typeof STAGES)[number]['id']

/** What it is like on the roof now: what panels measure goes with it. */
export interface Now {
  /** Air, °C. */
  readonly airC: number
  /** Light on the plane of the panels, W/m². */
  readonly lightWPerM2: number
}

/** A figure read on site, kept in SI: how it is asked for. */
export interface Field {
  readonly id: string
  readonly label: string
  readonly unit: string
  readonly decimals: number
  /** Left empty where it cannot be read. */
  readonly optional: boolean
}

/** What a field takes: any figure a meter can show. */
export function fieldSchema({ label, unit }: Pick<Field, 'label' | 'unit'>) {
  const key = `${label}|${unit}`
  const made = schemas.get(key) ?? quantity('x', label, unit, { min: -1e6, max: 1e6 }).nullable()
  schemas.set(key, made)
  return made
}
const schemas = new Map<string, z.ZodType<number | null>>()

export type Values = Readonly<Record<string, number>>

/** A figure held against what it should be; null where nothing is known of it. */
export interface Reading {
  readonly id: string
  readonly label: string
  readonly unit: string
  readonly decimals: number
  readonly value: number | null
  readonly expected: number | null
  readonly low: number | null
  readonly high: number | null
  /** Why so much, in a line. */
  readonly from: string
  /** Bounds of a planning value: a maker's figure goes first, and out of them it may pass with a note. */
  readonly isPlanning: boolean
}

/** What a reading out of its bounds means. */
export interface Cause {
  readonly sign: 'low' | 'high' | 'any'
  readonly text: string
  /** The next thing to look at or to measure. */
  readonly next: string
}

/** What other steps measured, that this one goes by. */
export type Measured = (stepId: string, fieldId: string) => Reading | null

/** One thing to do on site. Its id is made from ids of the job, and stays while that which it is about is there. */
export interface Step {
  readonly id: string
  readonly stage: StageId
  readonly title: string
  /** As on the drawing: W5, GP1.2; empty where it is about the whole. */
  readonly designation: string
  readonly what: string
  readonly tool: string
  readonly caution: string
  readonly fields: readonly Field[]
  /** What was read held against what is expected now. @param values by field @param measured of other steps */
  readonly readings: (values: Values, measured: Measured) => readonly Reading[]
  /** Needs air and light to say what is expected. */
  readonly byLight: boolean
  readonly causes: readonly Cause[]
  /** In a sentence, for readings that are out: by how much, and what that speaks for. Empty where nothing more can be said. */
  readonly explain: (readings: readonly Reading[]) => string
  /** Check of the design that watches over the same, and the field to go to. */
  readonly check: string
  readonly place: string
  readonly link: LinkId
  /** Steps that come first. */
  readonly after: readonly string[]
  /** Circuit of the main system that is landed here; null for every other step. */
  readonly circuitId: string | null
  /** May be left out with a reason: nobody is hurt where it is not done on the day. */
  readonly mayBeLeft: boolean
  /** Differs where what is planned here differs: what was done before that is done again. */
  readonly mark: string
}

/** Where a reading stands to its bounds. */
export type Verdict = 'within' | 'low' | 'high' | 'open'

export function verdictOf({ value, low, high }: Pick<Reading, 'value' | 'low' | 'high'>): Verdict {
  if (value === null) return 'open'
  if (low !== null && value < low) return 'low'
  if (high !== null && value > high) return 'high'
  return 'within'
}

export const isOut = (reading: Reading): boolean => ['low', 'high'].includes(verdictOf(reading))

/** Causes that go with the readings that are out, likeliest first. */
export function causesFor(step: Step, readings: readonly Reading[]): readonly Cause[] {
  const signs = new Set(readings.map(verdictOf))
  const fits = step.causes.filter(({ sign }) => sign === 'any' || signs.has(sign))
  return fits.length > 0 ? fits : step.causes
}

type Written = Pick<Step, 'id' | 'stage' | 'title' | 'what' | 'link'>

/** A step as it is written down: what it does not say is empty. @param planned what its mark is made from */
export function step(written: Written & Partial<Step>, planned: unknown = null): Step {
  const fields = written.fields ?? []
  return {
    designation: '',
    tool: '',
    caution: '',
    fields,
    readings: (values) => fields.map((each) => readingOf(each, values)),
    byLight: false,
    causes: [],
    explain: () => '',
    check: '',
    place: written.link,
    after: [],
    circuitId: null,
    mayBeLeft: false,
    mark: markOf([written.title, written.fields?.map(({ id }) => id) ?? [], planned]),
    ...written,
  }
}

/** What is expected of a field. */
export type Expected = Pick<Reading, 'expected' | 'low' | 'high' | 'from' | 'isPlanning'>
export const UNKNOWN: Expected = { expected: null, low: null, high: null, from: '', isPlanning: false }

/** A field as it was read, held against what is expected of it; against nothing where that is left out. */
export const readingOf = ({ id, label, unit, decimals }: Field, values: Values, expected = UNKNOWN): Reading => ({
  id,
  label,
  unit,
  decimals,
  value: values[id] ?? null,
  expected: expected.expected,
  low: expected.low,
  high: expected.high,
  from: expected.from,
  isPlanning: expected.isPlanning,
})

/** Fields with what is expected of each, as a step takes them. */
export function measuring(asked: readonly (Field & Expected)[]): Pick<Step, 'fields' | 'readings'> {
  return {
    fields: asked.map(({ id, label, unit, decimals, optional }) => ({ id, label, unit, decimals, optional })),
    readings: (values) => asked.map((each) => readingOf(each, values, each)),
  }
}

export const field = (id: string, label: string, unit: string, decimals: number, optional = false): Field => ({
  id,
  label,
  unit,
  decimals,
  optional,
})

/** About a figure, by so large a share of it. */
export const about = (expected: number, fraction: number, from: string): Expected => ({
  expected,
  low: expected - Math.abs(expected) * fraction,
  high: expected + Math.abs(expected) * fraction,
  from,
  isPlanning: false,
})
export const atMost = (high: number, from: string): Expected => ({ ...UNKNOWN, high, from })
export const atLeast = (low: number, from: string): Expected => ({ ...UNKNOWN, low, from })
export const between = (low: number, high: number, from: string): Expected => ({ ...UNKNOWN, low, high, from })

/** More of a kind are not told one by one: nobody goes through thousands of steps on a telephone. */
const MOST_ONE_BY_ONE = 200

/** Where a figure of each of several alike is found. */
export interface Read {
  readonly stepId: string
  readonly fieldId: string
}

/**
 * Steps about each of several alike; one about all of them where they are too many, with the lowest and the highest reading.
 * @param each makes the step about one @param all id and title of the one about all
 */
export function oneByOne<T>(
  things: readonly T[],
  each: (thing: T) => Step,
  all: Pick<Step, 'id' | 'title'>,
): { readonly steps: readonly Step[]; readonly reads: readonly Read[] } {
  const [first] = things
  if (first === undefined || things.length <= MOST_ONE_BY_ONE) {
    const steps = things.map(each)
    return { steps, reads: steps.flatMap(({ id, fields: [main] }) => (main ? [{ stepId: id, fieldId: main.id }] : [])) }
  }
  const one = each(first)
  const [main] = one.fields
  if (!main) return { steps: [one], reads: [] }
  const fields = [
    { ...main, id: 'lowest', label: `${main.label}, lowest` },
    { ...main, id: 'highest', label: `${main.label}, highest` },
  ]
  const whole = step(
    {
      ...one,
      ...all,
      designation: '',
      fields,
      what: `${formatNumber(things.length, 0)} of them, too many to be listed here: write down each on a list of your own, and here the lowest and the highest of it. ${one.what}`,
      readings: (values, measured) => {
        const [expected = UNKNOWN] = one.readings({}, measured)
        return fields.map((asked) => readingOf(asked, values, expected))
      },
      explain: (readings) =>
        one.explain(readings.filter(isOut).flatMap((reading, i) => (i === 0 ? [{ ...reading, id: main.id }] : []))),
      mark: markOf([one.mark, things.length]),
    },
    null,
  )
  return { steps: [whole], reads: fields.map(({ id }) => ({ stepId: whole.id, fieldId: id })) }
}

/** FNV-1a, 32 bits: two plans that differ have different marks but for one in four thousand million. */
export function markOf(planned: unknown): string {
  const text = JSON.stringify(planned)
  let hash = 0x811c9dc5
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193)
  return (hash >>> 0).toString(16).padStart(8, '0')
}
