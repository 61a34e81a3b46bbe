import type { Catalogue } from '../catalogue/shelf.ts'
import { type Design, design } from '../chain/design.ts'
import { MAIN_ARRAY_ID } from '../controller/link.ts'
import { applyAll } from '../edit/apply.ts'
import type { Change, Edit } from '../edit/edit.ts'
import { setOption, setStrings } from '../edit/offers.ts'
import type { Job, Load } from '../job/schema.ts'
import { hasMeter } from '../loads/power.ts'
import { formatNumber, formatPercent } from '../units/format.ts'
import { judgedDesign } from './judged-design.ts'

/** Something that would help, tried by simulation. */
export interface Help {
  readonly change: Change
  /** Hours a year, on average, that are carried more; below 0 where it harms. */
  readonly gainHours: number
  /** Of them, hours of critical loads. */
  readonly criticalGainHours: number
  readonly generatorHours: number
  /** Share of hours carried with it. */
  readonly hours: number
  readonly carried: boolean
  /** What it adds to the price of the parts; null where either design is not whole. */
  readonly priceDifference: number | null
}

/** Years each is tried over: the first of those a design is judged by. */
const TRIED_YEARS = 10

/**
 * What would help the year, each tried on the whole chain and over some years: best for the money first. Heavy: some tens of
 * milliseconds each.
 * @param onShare called after each with the share done; false to stop
 * @returns null where it was stopped
 */
export function whatWouldHelp(job: Job, catalogue: Catalogue, onShare?: (share: number) => boolean): Help[] | null {
  const now = design(job, catalogue)
  const before = judgedDesign(now, TRIED_YEARS)
  if (!before) return []
  const offers = offersFor(now)
  const found: Help[] = []
  for (const [i, change] of offers.entries()) {
    const changed = design(applyAll(job, change.edits), catalogue)
    const after = judgedDesign(changed, TRIED_YEARS)
    if (after)
      found.push({
        change,
        gainHours: before.unmetHours - after.unmetHours,
        criticalGainHours: before.criticalUnmetHours - after.criticalUnmetHours,
        generatorHours: after.generatorHours,
        hours: after.worked.share.hours,
        carried: after.worked.carried,
        priceDifference:
          changed.needs.length > now.needs.length ? null : changed.parts.price.value - now.parts.price.value,
      })
    if (onShare?.((i + 1) / offers.length) === false) return null
  }
  return found.sort((a, b) => worth(b) - worth(a))
}

/** Hours gained for the money; what costs nothing counts as a single unit of it, what harms goes last. */
const worth = ({ gainHours, priceDifference }: Help): number =>
  gainHours <= 0 ? gainHours : gainHours / Math.max(1, priceDifference ?? Number.POSITIVE_INFINITY)

/** What may be tried on a design. */
function offersFor(now: Design): Change[] {
  return [...moreOf(now), ...backupOffers(now), ...tiltOffers(now), ...loadOffers(now)]
}

function moreOf({ battery: { bank }, array: { layout } }: Design): Change[] {
  const offers: Change[] = []
  if (layout) {
    const strings = layout.stringsPerController + 1
    const more = layout.controllers * layout.panelsPerString
    const name = { id: MAIN_ARRAY_ID, name: '' }
    offers.push(setStrings(name, `${more} more panel${more > 1 ? 's' : ''}`, { stringsPerController: strings }))
  }
  if (bank) {
    const units = bank.series.value
    offers.push(
      setOption(`${units} more batter${units > 1 ? 'ies' : 'y'}`, {
        part: 'battery',
        patch: { parallel: bank.parallel.value + 1 },
      }),
    )
  }
  return offers
}

/** States of charge tried for a start, and a stop. */
const EARLIER = 0.15
const MOST_START = 0.8

function backupOffers({ backup, option }: Design): Change[] {
  if (backup.kind === 'none')
    return [setOption('A generator as well', { part: 'backup', patch: { kind: 'generator' } })]
  if (backup.kind !== 'generator' || !backup.generator) return []
  const offers: Change[] = []
  const startAt = Math.min(MOST_START, Math.round((backup.startAt.value + EARLIER) * 100) / 100)
  if (startAt > backup.startAt.value && startAt < (option.backup.stopAt ?? 1))
    offers.push(
      setOption(`Start the generator at ${formatPercent(startAt, 0)}`, { part: 'backup', patch: { startAt } }),
    )
  if (!backup.generator.autoStart && option.backup.quietHours === null)
    offers.push(setOption('Start the generator at any hour', { part: 'backup', patch: { quietHours: [] } }))
  return offers
}

/** Other tilts tried for the first plane, degrees from where it lies. */
const TILTS = [-15, 15] as const

function tiltOffers({ site, job }: Design): Change[] {
  const [plane] = site.planes
  if (plane?.plane.positions !== 'fixed') return []
  // Panels laid on a roof whose slope was measured lie as it does.
  const isLaid = job.site.kind !== 'building' || plane.plane.mount === 'flush'
  if (isLaid && plane.plane.tiltDeg !== null) return []
  return TILTS.flatMap((by) => {
    const tiltDeg = Math.round((plane.tiltDeg[0]?.value ?? 0) + by)
    if (tiltDeg < 0 || tiltDeg > 90) return []
    const edit: Edit = { act: 'set-plane', planeId: plane.plane.id, patch: { tiltDeg } }
    return [{ label: `Panels at ${formatNumber(tiltDeg)}°`, edits: [edit] }]
  })
}

/** Hours into which a load is moved. */
const BY_DAY = [10, 11, 12, 13, 14]

/** Half of a load, by what its energy is told from. */
function halved(load: Load): Partial<Load> {
  if (hasMeter(load)) return { meterEnergyKwh: (load.meterEnergyKwh ?? 0) / 2 }
  return load.quantity >= 2 ? { quantity: Math.round(load.quantity / 2) } : { dutyCycle: load.dutyCycle / 2 }
}

function loadOffers({ loads, option }: Design): Change[] {
  const largest = [...loads.counted].sort((a, b) => b.wh.value - a.wh.value)
  const one = (
    label: string,
    id: string,
    patch: Extract<Edit, { act: 'change-loads' }>['changes'][number]['patch'],
  ) => ({
    label,
    edits: [{ act: 'change-loads', changes: [{ id, patch }] } as const],
  })
  const offers: Change[] = []
  const [first] = largest
  if (first) offers.push(one(`${first.load.name || 'The largest load'}: half of it`, first.load.id, halved(first.load)))
  const movable = largest.find(
    ({ load }) =>
      load.hoursOfDay !== null &&
      load.hoursOfDay.length <= BY_DAY.length &&
      !load.hoursOfDay.every((hour) => BY_DAY.includes(hour)),
  )
  if (movable) {
    const hoursOfDay = BY_DAY.slice(0, Math.max(1, movable.load.hoursOfDay?.length ?? 1))
    offers.push(
      one(`${movable.load.name}: moved into the day`, movable.load.id, { hoursOfDay, weekendHoursOfDay: null }),
    )
  }
  const left = largest.find(({ load }) => load.priority !== 'critical')
  if (left) offers.push(one(`${left.load.name}: left out for now`, left.load.id, { stage: 'later' }))
  const canBeShed =
    largest.some(({ load }) => load.priority === 'ordinary') && largest.some(({ load }) => load.priority === 'critical')
  if (canBeShed && option.backup.ordinaryShedAt === null)
    offers.push(
      setOption('Let ordinary loads go below 45 %', {
        part: 'backup',
        patch: { ordinaryShedAt: 0.45, ordinaryBackAt: 0.6, waitShedAt: 0.55, waitBackAt: 0.7 },
      }),
    )
  return offers
}
