import { itemName, type Panel } from '../catalogue/schema.ts'
import type { Design } from '../chain/design.ts'
import type { Edit } from '../edit/edit.ts'
import { formatNumber, formatPercent, formatQuantity } from '../units/format.ts'
import { nightsFromFull } from './nights.ts'
import type { Plan } from './plan.ts'
import type { Share } from './share.ts'

/** What a search may vary, and what each step of it comes to: made from whole designs, one thing changed in each. */

/** A step of one thing: a number of panels, of batteries, a generator, a tilt. */
export interface Level {
  readonly label: string
  readonly edits: readonly Edit[]
  /** Of the parts, over the design it was made from. */
  readonly price: number
}

/** A tilt, and what falls on the panels with it. */
export interface TiltLevel extends Level {
  readonly weather: Plan['weather']
}

/** A step of the bank, with each backup beside it: their sizes go by the bank. */
export interface BankLevel extends Level {
  readonly parallel: number
  /** Nights it carries from full. */
  readonly nights: number
  /** Price of the whole bank, and how it wears. */
  readonly bankPrice: number
  readonly wear: Plan['wear']
  /** Of bank and backup together, by the size of the backup; null where it cannot be had with this bank. */
  readonly prices: readonly (number | null)[]
}

/** A backup of the search. */
export interface BackupLevel {
  readonly label: string
  readonly edits: readonly Edit[]
  /** Which of the sizes it is of, and the charge it starts at where that is varied. */
  readonly size: number
  readonly startAt: number | null
  readonly hasGenerator: boolean
}

/** Panels or batteries of one type, from few to many. */
export interface Ladder<L extends Level = Level> {
  readonly name: string
  readonly levels: readonly L[]
}

/** Panels and tilts that may be had. Plain data, as all steps: they come from a worker. */
export interface PanelSteps {
  readonly arrays: readonly Ladder[]
  readonly tilts: readonly TiltLevel[]
}

/** Batteries and backups that may be had. */
export interface BatterySteps {
  readonly banks: readonly Ladder<BankLevel>[]
  readonly backups: readonly BackupLevel[]
}

export type Steps = PanelSteps & BatterySteps

/** Types looked through where a person leaves them open, and steps of each. */
const MOST_TYPES = 3
const MOST_STRINGS = 14
const MOST_PARALLEL = 12
/** Controllers more than the design has, where their number is left open. */
const MORE_CONTROLLERS = 2
/** Arrays that cannot be built, one after another, after which no larger one is tried. */
const MOST_VAIN = 4
/** A design tried with some edits: whole, and what it changes. */
export interface Tried {
  readonly made: Design
  readonly plan: Plan
}
/** With `isPart` what it is put together with answers for its faults. */
export type Try = (edits: readonly Edit[], isPart?: boolean) => Tried | null

/** What a design costs more than the one it was made from, in parts. */
export const priceOver = (base: Design, { made }: Pick<Tried, 'made'>): number =>
  made.parts.price.value - base.parts.price.value

/** Panels that may be taken, from few to many, as far as roof, weight and controllers allow. */
export function arrayLadders(base: Design, tried: Try): Ladder[] {
  const { array, controller, option } = base
  const { layout } = array
  if (!layout) return []
  const panels =
    option.array.panelId !== null
      ? [layout.panel]
      : [...new Map(array.layouts.filter(({ fits }) => fits).map(({ panel }) => [panel.id, panel])).values()]
  const types = [layout.panel, ...panels.filter(({ id }) => id !== layout.panel.id)].slice(0, MOST_TYPES)
  return types.flatMap((panel) => {
    const laid = array.layouts.find((each) => each.panel.id === panel.id) ?? layout
    const controllers = option.controller.quantity ?? controller.quantity
    const more = option.controller.quantity === null ? MORE_CONTROLLERS : 0
    const levels: Level[] = []
    let vain = 0
    for (const strung of stringings(laid.panelsPerString, controllers, more)) {
      if (vain >= MOST_VAIN && levels.length > 0) break
      const label = `${strung.count} × ${formatQuantity(panel.powerW, 'W')}`
      if (levels.at(-1)?.label === label) continue
      const edits = arrayEdits(panel, strung)
      const made = tried(edits)
      if (made) levels.push({ label, edits, price: priceOver(base, made) })
      vain = made ? 0 : vain + 1
    }
    return levels.length > 0 ? [{ name: itemName(panel), levels }] : []
  })
}

interface Stringing {
  readonly count: number
  readonly panelsPerString: number
  readonly strings: number
  readonly controllers: number
}

/** Ways to string an array, the smallest first; of those of a size the one most like what there is. */
function stringings(panelsPerString: number, controllers: number, more: number): Stringing[] {
  const all: Stringing[] = []
  for (const inSeries of [panelsPerString, panelsPerString - 1, panelsPerString + 1])
    for (let extra = 0; extra <= more; extra++)
      for (let strings = 1; strings <= MOST_STRINGS && inSeries >= 1; strings++) {
        const count = inSeries * strings * (controllers + extra)
        all.push({ count, panelsPerString: inSeries, strings, controllers: controllers + extra })
      }
  // Sorting is stable: those written first go before others of their size.
  return all.sort((a, b) => a.count - b.count)
}

const arrayEdits = (panel: Panel, { panelsPerString, strings, controllers }: Stringing): Edit[] => [
  { act: 'set-option', part: 'array', patch: { panelId: panel.id } },
  {
    act: 'set-option',
    part: 'controller',
    patch: { panelsPerString, stringsPerController: strings, quantity: controllers },
  },
]

/**
 * Strings of the batteries that may be taken, each with every size of the backup.
 * @param share of them: every so-manyth, for one of several workers
 * @returns a ladder of each type, with no level where it cannot be had
 */
export function bankLadders(
  base: Design,
  tried: Try,
  sizes: readonly (readonly Edit[])[],
  { part, of }: Share,
): Ladder<BankLevel>[] {
  const { battery, option } = base
  const { item } = battery
  if (!item) return []
  const others =
    option.battery.itemId !== null ? [] : battery.candidates.filter(({ fits, bareCells }) => fits && !bareCells)
  const types = [item, ...others.map((each) => each.item).filter(({ id }) => id !== item.id)].slice(0, MOST_TYPES)
  return types.map((unit) => {
    const levels: BankLevel[] = []
    for (let parallel = 1 + part; parallel <= Math.min(MOST_PARALLEL, unit.maxParallel); parallel += of) {
      const edits: Edit[] = [{ act: 'set-option', part: 'battery', patch: { itemId: unit.id, parallel } }]
      // Its faults are those of the bank with a backup: what one alone may not be, the other may make good.
      const found = tried(edits, true)
      const prices = sizes.map((size) => {
        const both = found && tried([...edits, ...size])
        return both && priceOver(base, both)
      })
      if (!found || prices.every((price) => price === null)) {
        if (levels.length > 0) break
        continue
      }
      const { made, plan } = found
      levels.push({
        parallel,
        label: `${made.battery.bank?.units ?? parallel} × ${formatQuantity(unit.unitVoltageV, 'V')} ${formatQuantity(unit.capacityAh, 'Ah')}`,
        edits,
        price: priceOver(base, found),
        nights: nightsFromFull(plan),
        bankPrice: made.battery.bank?.price ?? 0,
        wear: plan.wear,
        prices,
      })
    }
    return { name: itemName(unit), levels }
  })
}

/** The ladders of all shares as one worker would have made them: no step after the first that cannot be had. */
export const wholeLadders = (shares: readonly (readonly Ladder<BankLevel>[])[]): Ladder<BankLevel>[] =>
  (shares[0] ?? []).flatMap(({ name }, type) => {
    const all = shares.flatMap((share) => share[type]?.levels ?? []).sort((a, b) => a.parallel - b.parallel)
    const gap = all.findIndex(({ parallel }, i) => parallel !== (all[0]?.parallel ?? 0) + i)
    const levels = gap === -1 ? all : all.slice(0, gap)
    return levels.length > 0 ? [{ name, levels }] : []
  })

/** Hours of a refill tried: the slower, the smaller the set. */
const REFILLS_H = [3, 6, 10] as const
const STARTS = [0.3, 0.45, 0.6] as const

/** As it stands, none, and generators of several sizes with several thresholds. */
export function backupLevels({ option, backup }: Design, tried: Try): BackupLevel[] {
  const label = backup.kind === 'none' ? 'no generator' : `as planned: ${backup.answer}`
  const hasGenerator = backup.kind === 'generator'
  const levels: BackupLevel[] = [{ label, edits: [], size: 0, startAt: null, hasGenerator }]
  if (option.backup.kind === 'mains') return levels
  if (backup.kind !== 'none') {
    const edits: Edit[] = [{ act: 'set-option', part: 'backup', patch: { kind: 'none', months: [] } }]
    if (tried(edits)) levels.push({ label: 'no generator', edits, size: 1, startAt: null, hasGenerator: false })
  }
  const bond = option.backup.bond === 'unanswered' ? 'transfers' : option.backup.bond
  const generatorId = backup.kind === 'none' ? { generatorId: null } : {}
  for (const refillHours of REFILLS_H) {
    const size = (levels.at(-1)?.size ?? 0) + 1
    const edits = STARTS.map((startAt): Edit[] => {
      const patch = { kind: 'generator', refillHours, startAt, bond, ...generatorId } as const
      return [{ act: 'set-option', part: 'backup', patch }]
    })
    if (!tried(edits[0] ?? [])) continue
    for (const [i, startAt] of STARTS.entries())
      levels.push({
        label: `generator, bank full in ${formatNumber(refillHours)} h, from ${formatPercent(startAt, 0)}`,
        edits: edits[i] ?? [],
        size,
        startAt,
        hasGenerator: true,
      })
  }
  return levels
}

/** What makes each size of the backup: that of the first of its levels. */
export function sizesOf(backups: readonly BackupLevel[]): (readonly Edit[])[] {
  const sizes = new Set(backups.map(({ size }) => size))
  return [...sizes].map((size) => backups.find((each) => each.size === size)?.edits ?? [])
}

/** Other tilts of the first plane, where a frame may stand otherwise; degrees from where it stands. */
const TILTS = [-30, -20, -10, 10, 20] as const

export function tiltLevels(base: Design, plan: Plan, tried: Try): TiltLevel[] {
  const { site, job } = base
  const [plane] = site.planes
  const asItLies: TiltLevel = { label: '', edits: [], price: 0, weather: plan.weather }
  if (plane?.plane.positions !== 'fixed') return [asItLies]
  const isLaid = job.site.kind !== 'building' || plane.plane.mount === 'flush'
  if (isLaid && plane.plane.tiltDeg !== null) return [asItLies]
  const others = TILTS.flatMap((by): TiltLevel[] => {
    const tiltDeg = Math.round((plane.tiltDeg[0]?.value ?? 0) + by)
    if (tiltDeg < 0 || tiltDeg > 90) return []
    const edits: Edit[] = [{ act: 'set-plane', planeId: plane.plane.id, patch: { tiltDeg } }]
    const found = tried(edits)
    if (!found) return []
    const price = priceOver(base, found)
    return [{ label: `${formatNumber(tiltDeg)}°`, edits, price, weather: found.plan.weather }]
  })
  return [asItLies, ...others]
}
