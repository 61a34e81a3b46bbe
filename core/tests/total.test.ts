import fc from 'fast-check'
import { expect, test } from 'vitest'
import { chargeAcceptance, compareChemistries, inverterDay, itemsToKeep, laterStage } from '../src/after/index.ts'
import { SHIPPED_ITEMS } from '../src/catalogue/catalogue.ts'
import { keptItem } from '../src/catalogue/item-text.ts'
import { type CatalogueItem, ITEM_KINDS } from '../src/catalogue/schema.ts'
import { catalogueOf } from '../src/catalogue/shelf.ts'
import { answers, design } from '../src/chain/design.ts'
import { findings } from '../src/checks/checks.ts'
import { demoJobs } from '../src/demo/demo.ts'
import { chosenOption, keptJob } from '../src/job/job.ts'
import type { Job } from '../src/job/schema.ts'
import { InputError } from '../src/method/input-error.ts'
import { isPlan, planOf } from '../src/proof/plan.ts'
import { prepare, workYear } from '../src/proof/year.ts'
import { summarise } from '../src/report/summary.ts'

// Whatever the schemas take is designed: no exception, no NaN, no Infinity. What they refuse they refuse in a sentence.

type Path = readonly (string | number)[]
const leavesOf = (value: unknown, path: Path = []): Path[] =>
  value !== null && typeof value === 'object'
    ? Object.entries(value).flatMap(([key, each]) => leavesOf(each, [...path, key]))
    : [path]

/** What a file may hold in place of what it held: ends of ranges, next to nothing, beyond all measure, other kinds. */
const NUMBERS = [
  0, 1, -1, 2, 12, 24, 48, 3.7, 0.2, 0.5, 0.001, 1e-9, 1e-300, 5e-324, 1e3, 1e6, 1e9, 1e15, 1e300, -85, -60, 80, 85,
]
const FACTORS = [1e-6, 1e-3, 0.1, 0.5, 2, 10, 1e3, 1e6, -1]
const OTHERS: readonly unknown[] = [null, true, false, '', 'x', [], {}]

const change = fc.record({
  at: fc.noBias(fc.integer({ min: 0, max: 99_999 })).map((part) => part / 100_000),
  /** Most are figures for figures; now and then something else, or a row once more. */
  how: fc.constantFrom('number', 'number', 'number', 'factor', 'factor', 'factor', 'null', 'other', 'repeat'),
  number: fc.constantFrom(...NUMBERS),
  factor: fc.constantFrom(...FACTORS),
  other: fc.constantFrom(...OTHERS),
})
type Mutation = typeof change extends fc.Arbitrary<infer M> ? M : never

/** A copy with leaves replaced, or rows repeated. */
function mutated<T>(value: T, changes: readonly Mutation[]): unknown {
  const copy = structuredClone(value) as unknown
  const at = (path: Path) => path.reduce<unknown>((each, key) => (each as Record<string, unknown>)[key], copy)
  for (const { at: where, how, number, factor, other } of changes) {
    const leaves = leavesOf(copy).filter(
      (path) => how === 'other' || typeof at(path) === 'number' || (where > 0.9 && at(path) === null),
    )
    const path = leaves[Math.floor(where * leaves.length)] ?? []
    const fields = at(path.slice(0, -1)) as Record<string, unknown>
    const key = String(path.at(-1))
    const before = fields[key]
    if (how === 'repeat' && Array.isArray(at(path.slice(0, -2)))) {
      const rows = at(path.slice(0, -2)) as unknown[]
      rows.push(structuredClone(rows[0]))
    } else if (how === 'factor' && typeof before === 'number') fields[key] = before * factor
    else fields[key] = how === 'other' ? other : how === 'null' ? null : number
  }
  return copy
}

/** Path of a figure that is none; null where all are. */
function notFinite(value: unknown, path = '', seen = new Set<unknown>()): string | null {
  if (typeof value === 'number') return Number.isFinite(value) ? null : `${path} is ${value}`
  if (value === null || typeof value !== 'object' || seen.has(value)) return null
  seen.add(value)
  for (const [key, each] of Object.entries(value)) {
    const found = notFinite(each, `${path}.${key}`, seen)
    if (found) return found
  }
  return null
}

/** Everything that is told of a job. @returns what in it is no figure, or no words */
function wrongIn(job: Job, items: readonly CatalogueItem[]): string | null {
  const made = design(job, catalogueOf(items))
  const plan = planOf(made)
  const year = isPlan(plan) ? workYear(prepare(plan), 1) : plan
  const told = [
    answers(made),
    findings(made),
    summarise(made),
    made.needs,
    year,
    chargeAcceptance(made),
    compareChemistries(made),
    inverterDay(made),
    itemsToKeep(made).length,
    laterStage(made)?.links,
  ]
  const words = /.{30}\b(NaN|Infinity|undefined)\b.{10}/.exec(JSON.stringify(told))
  return words?.[0] ?? notFinite([told, made], '', new Set([job, items]))
}

/** What a schema takes; null where it refuses, which it may only do in words. */
function taken<T>(read: () => T): T | null {
  try {
    return read()
  } catch (error) {
    expect(error).toBeInstanceOf(InputError)
    expect((error as Error).message).toMatch(/^[\w.]+: |^this |^the id /)
    return null
  }
}

const RUNS = Number(process.env.TOTAL_RUNS ?? 500)
/** Hundreds of whole designs: on a slow machine beside others they take their time, ms. */
const SLOW_MS = 120_000

test(
  'any demo job with figures spoilt that can still be read',
  () => {
    const jobs = demoJobs()
    let designed = 0
    fc.assert(
      fc.property(fc.nat(jobs.length - 1), fc.array(change, { minLength: 1, maxLength: 2 }), (which, changes) => {
        const job = taken(() => keptJob(mutated(jobs[which] as Job, changes)))
        if (!job) return
        designed += 1
        expect(wrongIn(job, SHIPPED_ITEMS)).toBeNull()
      }),
      { numRuns: RUNS },
    )
    expect(designed).toBeGreaterThan(RUNS / 10)
  },
  SLOW_MS,
)

/** The job with an item chosen, where there is a choice for its kind. */
function withChosen(job: Job, { kind, id }: CatalogueItem): Job {
  const own = chosenOption(job)
  const option = {
    ...own,
    battery: kind === 'battery' ? { ...own.battery, itemId: id, parallel: null } : own.battery,
    array: kind === 'panel' ? { ...own.array, panelId: id } : own.array,
    controller: kind === 'controller' || kind === 'all-in-one' ? { ...own.controller, itemId: id } : own.controller,
    inverter: kind === 'inverter' || kind === 'all-in-one' ? { ...own.inverter, itemId: id } : own.inverter,
    backup:
      kind === 'generator'
        ? { ...own.backup, kind: 'generator' as const, generatorId: id }
        : kind === 'charger'
          ? { ...own.backup, kind: 'generator' as const, chargerId: id }
          : own.backup,
  }
  return { ...job, items: [], options: [option], chosenOptionId: option.id }
}

test(
  'any shelf with sheets spoilt that can still be read, chosen or not',
  () => {
    const jobs = demoJobs()
    let designed = 0
    fc.assert(
      fc.property(
        fc.nat(jobs.length - 1),
        fc.constantFrom(...ITEM_KINDS),
        fc.nat(1000),
        fc.array(change, { minLength: 1, maxLength: 2 }),
        fc.boolean(),
        (which, kind, row, changes, isChosen) => {
          const of = SHIPPED_ITEMS.filter((item) => item.kind === kind)
          const before = of[row % of.length] as CatalogueItem
          const item = taken(() => keptItem(mutated(before, changes)))
          if (!item) return
          designed += 1
          const items = SHIPPED_ITEMS.map((each) => (each === before ? item : each))
          const job = jobs[which] as Job
          expect(wrongIn(isChosen ? withChosen(job, item) : { ...job, items: [] }, items)).toBeNull()
        },
      ),
      { numRuns: RUNS },
    )
    expect(designed).toBeGreaterThan(RUNS / 20)
  },
  SLOW_MS,
)
