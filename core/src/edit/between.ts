import { chosenOption } from '../job/job.ts'
import type { Accepted, Job, Load, Option } from '../job/schema.ts'
import { jobText } from '../job/text.ts'
import { applyAll } from './apply.ts'
import { type Edit, MOST_ACTS, type OptionPart, type OptionPatch } from './edit.ts'

/**
 * Acts that lead from one state of a job to another, as short as they come: what was done and undone between is not told.
 * Parts that are the same object are taken as unchanged without being looked at.
 * @returns null where no few acts lead there: then the whole job is told
 * @example actsBetween(job, apply(job, { act: 'set-site', patch: { recordLowC: -11 } })) // that act
 */
export function actsBetween(before: Job, after: Job): Edit[] | null {
  if (before === after) return []
  const acts: Edit[] = []
  for (const part of PARTS) {
    const some = part(before, after)
    if (some === null) return null
    acts.push(...some)
  }
  if (acts.length > MOST_ACTS) return null
  // Held against what it should come to: an act never says less than was done.
  return jobText(applyAll(before, acts)) === jobText(after) ? acts : null
}

type Part = (before: Job, after: Job) => Edit[] | null

/** Fields with acts of their own. */
const OWN = new Set(['format', 'version', 'site', 'loads', 'options', 'chosenOptionId', 'existing', 'schools', 'trade'])

/** The same object, or one that says the same: a document that was read twice. */
const same = (a: unknown, b: unknown): boolean =>
  Object.is(a, b) ||
  (a !== null &&
    b !== null &&
    typeof a === 'object' &&
    typeof b === 'object' &&
    JSON.stringify(a) === JSON.stringify(b))

/** Fields that differ; those that went are told by nothing, and the comparison at the end sees it. */
function patchOf<T extends object>(before: T, after: T): Partial<T> | null {
  if (before === after) return null
  const changed = Object.entries(after).filter(([key, value]) => !same(before[key as keyof T], value))
  return changed.length === 0 ? null : (Object.fromEntries(changed) as Partial<T>)
}

type Named = { readonly id: string }
const idsOf = (list: readonly Named[]) => list.map(({ id }) => id)
const sameIds = (a: readonly Named[], b: readonly Named[]): boolean =>
  a.length === b.length && a.every(({ id }, i) => id === b[i]?.id)

/** Rows that changed in place. */
function changedRows<T extends Named>(before: readonly T[], after: readonly T[]): { id: string; patch: Partial<T> }[] {
  const was = new Map(before.map((row) => [row.id, row]))
  return after.flatMap((row) => {
    const old = was.get(row.id)
    const patch = old && patchOf(old, row)
    return patch ? [{ id: row.id, patch }] : []
  })
}

const PARTS: readonly Part[] = [
  (before, after) => {
    const patch = patchOf(before, after) ?? {}
    const own = Object.fromEntries(Object.entries(patch).filter(([key]) => !OWN.has(key)))
    return Object.keys(own).length === 0 ? [] : [{ act: 'set-job', patch: own }]
  },
  (before, after) => {
    const patch = patchOf(before.site, after.site)
    return patch ? [{ act: 'set-site', patch }] : []
  },
  tradeBetween,
  loadsBetween,
  (before, after) =>
    rowsBetween(before.existing, after.existing, {
      change: ({ id, patch }) => ({ act: 'change-existing', id, patch }),
      add: (existing) => ({ act: 'add-existing', existing }),
      remove: (id) => ({ act: 'remove-existing', id }),
    }),
  (before, after) =>
    rowsBetween(before.schools, after.schools, {
      change: null,
      add: (school) => ({ act: 'keep-school', school }),
      remove: (id) => ({ act: 'remove-school', id }),
    }),
  optionsBetween,
]

function tradeBetween({ trade: before }: Job, { trade: after }: Job): Edit[] {
  if (before === after) return []
  const { quote, bought } = after
  const patch = patchOf<object>({ ...before, quote, bought }, after)
  const said = patchOf(before.quote, quote)
  const ids = new Set([...Object.keys(before.bought), ...Object.keys(bought)])
  return [
    ...(patch ? [{ act: 'set-trade', patch } as const] : []),
    ...(said ? [{ act: 'set-quote', patch: said } as const] : []),
    ...[...ids].flatMap((itemId): Edit[] =>
      same(before.bought[itemId], bought[itemId]) ? [] : [{ act: 'buy-as', itemId, patch: bought[itemId] ?? null }],
    ),
  ]
}

function loadsBetween({ loads: before }: Job, { loads: after }: Job): Edit[] | null {
  if (before === after) return []
  const kept = new Set(idsOf(after))
  const known = new Set(idsOf(before))
  const gone = idsOf(before).filter((id) => !kept.has(id))
  const acts: Edit[] = gone.length === 0 ? [] : [{ act: 'remove-loads', ids: gone }]
  const changes = changedRows(before, after)
  if (changes.length > 0) acts.push({ act: 'change-loads', changes })
  // New rows, each run of them where it stands.
  for (let at = 0; at < after.length; ) {
    const run: Load[] = []
    for (let i = at; i < after.length && !known.has(after[i]?.id ?? ''); i++) run.push(after[i] as Load)
    if (run.length > 0) acts.push({ act: 'add-loads', loads: run, at })
    at += Math.max(1, run.length)
  }
  return acts
}

interface Acts<T> {
  readonly change: ((changed: { id: string; patch: Partial<T> }) => Edit) | null
  readonly add: (row: T) => Edit
  readonly remove: (id: string) => Edit
}

/** Lists whose new rows come at the end. */
function rowsBetween<T extends Named>(before: readonly T[], after: readonly T[], acts: Acts<T>): Edit[] | null {
  if (before === after) return []
  const kept = new Set(idsOf(after))
  const known = new Set(idsOf(before))
  const changed = changedRows(before, after)
  if (changed.length > 0 && !acts.change) return null
  return [
    ...idsOf(before)
      .filter((id) => !kept.has(id))
      .map(acts.remove),
    ...(acts.change ? changed.map(acts.change) : []),
    ...after.filter(({ id }) => !known.has(id)).map(acts.add),
  ]
}

const OPTION_PARTS = [
  'battery',
  'array',
  'controller',
  'inverter',
  'backup',
  'wiring',
] as const satisfies readonly OptionPart[]

function optionsBetween(before: Job, after: Job): Edit[] | null {
  const chosen: Edit[] =
    before.chosenOptionId === after.chosenOptionId ? [] : [{ act: 'choose-option', id: after.chosenOptionId }]
  if (before.options === after.options) return chosen
  if (!sameIds(before.options, after.options)) return null
  const own = chosenOption(after)
  const acts: Edit[] = []
  for (const [i, now] of after.options.entries()) {
    const was = before.options[i] as Option
    if (was === now) continue
    if (was.name !== now.name) acts.push({ act: 'rename-option', id: now.id, name: now.name })
    const inside = optionBetween(was, now)
    // Acts inside an option are done to the one worked on.
    if (inside.length > 0 && now.id !== own.id) return null
    acts.push(...inside)
  }
  return [...chosen, ...acts]
}

function acceptedBetween(was: Option, now: Option): Edit[] {
  if (was.accepted === now.accepted) return []
  const key = ({ checkId, place }: Accepted) => `${checkId} ${place}`
  const kept = new Set(now.accepted.map(key))
  const before = new Map(was.accepted.map((each) => [key(each), each]))
  return [
    ...was.accepted
      .filter((each) => !kept.has(key(each)))
      .map(({ checkId, place }): Edit => ({ act: 'withdraw-acceptance', checkId, place })),
    ...now.accepted
      .filter((each) => !same(before.get(key(each)), each))
      .map((accepted): Edit => ({ act: 'accept-finding', accepted })),
  ]
}

function optionBetween(was: Option, now: Option): Edit[] {
  const acts: Edit[] = []
  if (was.systemVoltageV !== now.systemVoltageV)
    acts.push({ act: 'choose-voltage', systemVoltageV: now.systemVoltageV, letGo: [] })
  for (const part of OPTION_PARTS) {
    // Circuits, fittings, bonds and what hangs on the wall travel one by one.
    const { circuits, fittings, bonds, wall } = now.wiring
    const before = part === 'wiring' ? { ...was.wiring, circuits, fittings, bonds, wall } : was[part]
    const patch = patchOf<object>(before, now[part])
    if (patch) acts.push({ act: 'set-option', ...({ part, patch } as OptionPatch) })
  }
  acts.push(
    ...acceptedBetween(was, now),
    ...(rowsBetween(was.beside, now.beside, {
      change: ({ id, patch }) => ({ act: 'change-beside', id, patch }),
      add: (beside) => ({ act: 'add-beside', beside }),
      remove: (id) => ({ act: 'remove-beside', id }),
    }) ?? []),
  )
  for (const [circuitId, choice] of Object.entries(now.wiring.circuits))
    if (!same(was.wiring.circuits[circuitId], choice)) acts.push({ act: 'set-circuit', circuitId, patch: choice })
  for (const [bondId, patch] of Object.entries(now.wiring.bonds))
    if (!same(was.wiring.bonds[bondId], patch)) acts.push({ act: 'set-bond', bondId, patch })
  for (const unitId of new Set([...Object.keys(was.wiring.fittings), ...Object.keys(now.wiring.fittings)])) {
    const itemId = now.wiring.fittings[unitId] ?? null
    if ((was.wiring.fittings[unitId] ?? null) !== itemId) acts.push({ act: 'set-fitting', unitId, itemId })
  }
  const { quantities } = now.parts
  for (const key of new Set([...Object.keys(was.parts.quantities), ...Object.keys(quantities)])) {
    const quantity = quantities[key] ?? null
    if ((was.parts.quantities[key] ?? null) !== quantity) acts.push({ act: 'set-part', key, quantity })
  }
  for (const pieceId of new Set([...Object.keys(was.wiring.wall), ...Object.keys(now.wiring.wall)])) {
    const at = now.wiring.wall[pieceId] ?? null
    if (!same(was.wiring.wall[pieceId] ?? null, at)) acts.push({ act: 'hang-piece', pieceId, at })
  }
  return acts
}
