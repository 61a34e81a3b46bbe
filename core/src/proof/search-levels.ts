import { itemName } from '../catalogue/schema.ts'
import type { Catalogue } from '../catalogue/shelf.ts'
import { type Design, design } from '../chain/design.ts'
import { applyAll } from '../edit/apply.ts'
import type { Edit } from '../edit/edit.ts'
import type { Job } from '../job/schema.ts'
import { formatNumber, formatPercent, formatQuantity } from '../units/format.ts'
import { nightsFromFull } from './nights.ts'
import { isPlan, type Plan, planOf } from './plan.ts'
import type { Terms } from './terms.ts'

/** What a search may vary, and what each step of it comes to: made from whole designs, one thing changed in each. */

/** A step of one thing: a number of strings, of batteries, a generator, a tilt. */
export interface Level {
  readonly label: string
  readonly edits: readonly Edit[]
  /** Of the parts, over the design it was made from. */
  readonly price: number
  /** What it changes of the plan. */
  readonly terms: Partial<Terms>
  readonly weather: Plan['weather'] | null
  readonly nights: number
  /** Price of the whole bank, and the share of it a full year of full cycles would wear. */
  readonly bank: { readonly price: number; readonly plan: Plan } | null
}

/** Panels or batteries of one type, from few to many. */
export interface Ladder {
  readonly name: string
  readonly levels: readonly Level[]
}

export interface Levels {
  readonly base: Design
  readonly plan: Plan
  readonly arrays: readonly Ladder[]
  readonly banks: readonly Ladder[]
  readonly backups: readonly Level[]
  readonly tilts: readonly Level[]
}

/** Ids of the dangers and faults a design has: told by whoever knows the checks. */
export type Faults = (design: Design) => readonly string[]

export interface SearchBrief {
  readonly job: Job
  readonly catalogue: Catalogue
  readonly faults: Faults
  /** Years each design is worked over; ten where not given. */
  readonly years?: number
}

/** Types looked through where a person leaves them open, and steps of each. */
const MOST_TYPES = 2
const MOST_STRINGS = 14
const MOST_PARALLEL = 12
/** Faults of rules of thumb, which the years themselves answer. */
export const ANSWERED_BY_THE_YEAR: ReadonlySet<string> = new Set([
  'year.not-carried',
  'array.short-in-month',
  'array.recovery-slow',
  'battery.too-small',
  'battery.autonomy-short',
  'battery.autonomy-critical',
  'backup.slow',
  'controller.clips',
])

/** @returns null where there is no year to work */
export function levelsOf({ job, catalogue, faults }: SearchBrief): Levels | null {
  const base = design(job, catalogue)
  const plan = planOf(base)
  if (!isPlan(plan)) return null
  const own = new Set(faults(base))
  const tried = (edits: readonly Edit[]): { readonly made: Design; readonly plan: Plan } | null => {
    const made = design(applyAll(job, edits), catalogue)
    if (made.needs.length > base.needs.length) return null
    if (faults(made).some((id) => !own.has(id) && !ANSWERED_BY_THE_YEAR.has(id))) return null
    const its = planOf(made)
    return isPlan(its) ? { made, plan: its } : null
  }
  const level = (label: string, edits: readonly Edit[], pick: (plan: Plan) => Partial<Terms>): Level | null => {
    const found = tried(edits)
    if (!found) return null
    return {
      label,
      edits,
      price: found.made.parts.price.value - base.parts.price.value,
      terms: pick(found.plan),
      weather: null,
      nights: 0,
      bank: null,
    }
  }
  return {
    base,
    plan,
    arrays: arrayLadders(base, level),
    banks: bankLadders(base, tried),
    backups: backupLevels(base, plan, level),
    tilts: tiltLevels(base, plan, tried),
  }
}

type MakeLevel = (label: string, edits: readonly Edit[], pick: (plan: Plan) => Partial<Terms>) => Level | null
type Try = (edits: readonly Edit[]) => { readonly made: Design; readonly plan: Plan } | null

/** Strings of the panels that may be taken, one more each, up to what roof, weight and controllers allow. */
function arrayLadders({ array, controller, option }: Design, level: MakeLevel): Ladder[] {
  const { layout } = array
  if (!layout) return []
  const panels =
    option.array.panelId !== null
      ? [layout.panel]
      : [...new Map(array.layouts.filter(({ fits }) => fits).map(({ panel }) => [panel.id, panel])).values()]
  const types = [layout.panel, ...panels.filter(({ id }) => id !== layout.panel.id)].slice(0, MOST_TYPES)
  return types.flatMap((panel) => {
    const laid = array.layouts.find((each) => each.panel.id === panel.id) ?? layout
    const levels: Level[] = []
    const controllers = option.controller.quantity ?? controller.quantity
    for (let strings = 1; strings <= MOST_STRINGS; strings++) {
      const count = strings * laid.panelsPerString * controllers
      const edits: Edit[] = [
        { act: 'set-option', part: 'array', patch: { panelId: panel.id } },
        {
          act: 'set-option',
          part: 'controller',
          patch: { panelsPerString: laid.panelsPerString, stringsPerController: strings, quantity: controllers },
        },
      ]
      const made = level(`${count} × ${formatQuantity(panel.powerW, 'W')}`, edits, ({ terms: { arrayA } }) => ({
        arrayA,
      }))
      if (made) levels.push(made)
      else if (levels.length > 0) break
    }
    return levels.length > 0 ? [{ name: itemName(panel), levels }] : []
  })
}

/** Terms that belong to the bank. */
const BANK_TERMS = [
  'fullWh',
  'wellShare',
  'wellOwn',
  'wellBound',
  'wellPerW',
  'leakPerStep',
  'leakPerK',
  'chargeEfficiency',
  'resistancePerW',
  'mostChargeW',
  'mostDischargeW',
  'chargeLockC',
  'chargeReleaseC',
  'coldChargeShare',
  'coldChargePerK',
  'chargeHotC',
  'hotChargePerK',
  'taperFullAt',
  'taperPerSoc',
  'taperLeast',
  'coldUseC',
  'coldUsePerK',
  'lowUsePerSoc',
  'lowUseLeast',
  'capacityAt0',
  'capacityPerK',
  'depth',
  'warmthKept',
] as const satisfies readonly (keyof Terms)[]

const bankOf = (terms: Terms): Partial<Terms> => Object.fromEntries(BANK_TERMS.map((name) => [name, terms[name]]))

/** Strings of the batteries that may be taken. */
function bankLadders({ battery, option, parts }: Design, tried: Try): Ladder[] {
  const { item } = battery
  if (!item) return []
  const others =
    option.battery.itemId !== null ? [] : battery.candidates.filter(({ fits, bareCells }) => fits && !bareCells)
  const types = [item, ...others.map((each) => each.item).filter(({ id }) => id !== item.id)].slice(0, MOST_TYPES)
  return types.flatMap((unit) => {
    const levels: Level[] = []
    for (let parallel = 1; parallel <= Math.min(MOST_PARALLEL, unit.maxParallel); parallel++) {
      const edits: Edit[] = [{ act: 'set-option', part: 'battery', patch: { itemId: unit.id, parallel } }]
      const found = tried(edits)
      if (!found) {
        if (levels.length > 0) break
        continue
      }
      const { made, plan } = found
      levels.push({
        label: `${made.battery.bank?.units ?? parallel} × ${formatQuantity(unit.unitVoltageV, 'V')} ${formatQuantity(unit.capacityAh, 'Ah')}`,
        edits,
        price: made.parts.price.value - parts.price.value,
        terms: bankOf(plan.terms),
        weather: null,
        nights: nightsFromFull(plan),
        bank: { price: made.battery.bank?.price ?? 0, plan },
      })
    }
    return levels.length > 0 ? [{ name: itemName(unit), levels }] : []
  })
}

/** Terms that belong to generator, mains and charger. */
const BACKUP_TERMS = [
  'chargerMostW',
  'chargerEfficiency',
  'sourceCarriesHouse',
  'mainsMostW',
  'generatorMostW',
  'generatorStartAt',
  'generatorStopAt',
  'generatorLeastSteps',
  'generatorForced',
  'fuelAt0',
  'fuelPerW',
] as const satisfies readonly (keyof Terms)[]

const backupOf = ({ terms }: Plan): Partial<Terms> =>
  Object.fromEntries(BACKUP_TERMS.map((name) => [name, terms[name]]))

/** Hours of a refill tried: the slower, the smaller the set. */
const REFILLS_H = [3, 6, 10] as const
const STARTS = [0.3, 0.45, 0.6] as const

/** As it stands, none, and generators of several sizes with several thresholds. */
function backupLevels({ option, backup }: Design, plan: Plan, level: MakeLevel): Level[] {
  const asItStands: Level = {
    label: backup.kind === 'none' ? 'no generator' : `as planned: ${backup.answer}`,
    edits: [],
    price: 0,
    terms: backupOf(plan),
    weather: null,
    nights: 0,
    bank: null,
  }
  if (option.backup.kind === 'mains') return [asItStands]
  const none =
    backup.kind === 'none'
      ? []
      : [level('no generator', [{ act: 'set-option', part: 'backup', patch: { kind: 'none', months: [] } }], backupOf)]
  const bond = option.backup.bond === 'unanswered' ? 'transfers' : option.backup.bond
  const sets = REFILLS_H.flatMap((refillHours) =>
    STARTS.map((startAt) => {
      const edit: Edit = {
        act: 'set-option',
        part: 'backup',
        patch: {
          kind: 'generator',
          refillHours,
          startAt,
          bond,
          ...(backup.kind === 'none' ? { generatorId: null } : {}),
        },
      }
      return level(
        `generator, bank full in ${formatNumber(refillHours)} h, from ${formatPercent(startAt, 0)}`,
        [edit],
        backupOf,
      )
    }),
  )
  return [asItStands, ...none, ...sets].filter((each) => each !== null)
}

/** Other tilts of the first plane, where a frame may stand otherwise; degrees from where it stands. */
const TILTS = [-15, 15] as const

function tiltLevels({ site, job, parts }: Design, plan: Plan, tried: Try): Level[] {
  const [plane] = site.planes
  const asItLies: Level = { label: '', edits: [], price: 0, terms: {}, weather: plan.weather, nights: 0, bank: null }
  if (plane?.plane.positions !== 'fixed') return [asItLies]
  const isLaid = job.site.kind !== 'building' || plane.plane.mount === 'flush'
  if (isLaid && plane.plane.tiltDeg !== null) return [asItLies]
  const others = TILTS.flatMap((by): Level[] => {
    const tiltDeg = Math.round((plane.tiltDeg[0]?.value ?? 0) + by)
    if (tiltDeg < 0 || tiltDeg > 90) return []
    const edits: Edit[] = [{ act: 'set-plane', planeId: plane.plane.id, patch: { tiltDeg } }]
    const found = tried(edits)
    if (!found) return []
    const price = found.made.parts.price.value - parts.price.value
    return [{ ...asItLies, label: `${formatNumber(tiltDeg)}°`, edits, price: 0 * price, weather: found.plan.weather }]
  })
  return [asItLies, ...others]
}
