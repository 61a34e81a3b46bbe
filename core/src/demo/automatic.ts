import { bondFault } from '../after/bond.ts'
import { SHIPPED_CATALOGUE } from '../catalogue/catalogue.ts'
import { design } from '../chain/design.ts'
import { apply } from '../edit/apply.ts'
import { emptyJob, emptyLoad, emptyOption, emptyPlane } from '../job/job.ts'
import type { Job, Load, Option, Site } from '../job/schema.ts'
import { TYPICALS, type Typical, typicalFigures } from '../loads/typical.ts'
import { CLIMATES, type Climate, climateFigures } from '../site/climates.ts'

/** A job as a person would enter it with nothing of the equipment chosen: the design must not trip over its own feet. */
export interface AutomaticJob {
  readonly what: string
  readonly job: Job
}

/** Numbers that look like chance and are the same each time. Source: mulberry32, public domain. */
function chance(seed: number): () => number {
  let state = seed
  return () => {
    state = (state + 0x6d2b79f5) | 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
  }
}

const KINDS = ['building', 'building', 'building', 'vehicle', 'boat', 'trailer', 'equipment'] as const
/** Appliances that no battery is asked to carry by itself: cooking and heating with resistance, and the like. */
const LARGEST_W = 3200

/** Jobs over all climates, rule sets and kinds of site: sites and loads entered, equipment open. */
export function automaticJobs(count: number): AutomaticJob[] {
  return Array.from({ length: count }, (_, i) => bondAnswered(automaticJob(i)))
}

/** Where neutral and earth are joined is for a person to say: said rightly for the generator that was chosen. */
function bondAnswered(automatic: AutomaticJob): AutomaticJob {
  const suits = bondFault(design(automatic.job, SHIPPED_CATALOGUE))?.suits
  if (!suits) return automatic
  const edit = { act: 'set-option', part: 'backup', patch: { bond: suits.bond } } as const
  return { ...automatic, job: apply(automatic.job, edit) }
}

function automaticJob(i: number): AutomaticJob {
  const random = chance(1000 + i)
  const one = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T
  const climate = CLIMATES[i % CLIMATES.length] ?? one(CLIMATES)
  const kind = one(KINDS)
  const american = i % 3 === 2
  const job = emptyJob(`Automatic ${i + 1}`)
  const site = siteOf(climate, kind, american, random)
  const loads = loadsOf(kind, random, one)
  const backup = backupOf(kind, random)
  const empty = emptyOption('a', 'Option A')
  // What only a person can say is said: the room of a bank that gasses is vented.
  const option: Option = { ...empty, backup, battery: { ...empty.battery, vented: true } }
  return {
    what: `${i + 1}. ${climate.name}, ${kind}, ${american ? 'North American' : 'IEC'}${site.splitPhase ? ', split phase' : ''}${backup.kind === 'none' ? '' : `, ${backup.kind}`}${backup.alternator ? ', engine' : ''}`,
    job: { ...job, site: { ...job.site, ...site }, loads, options: [option] },
  }
}

function siteOf(
  climate: Climate,
  kind: Site['kind'],
  american: boolean,
  random: () => number,
): Partial<Site> & { splitPhase: boolean } {
  const [low, high] = climate.latitudesDeg
  const southern = random() < 0.3
  const latitudeDeg = Math.round((low + (high - low) * random()) * (southern ? -1 : 1) * 10) / 10
  const figures = climateFigures(climate, latitudeDeg)
  const coldest = Math.min(...climate.monthMeanC)
  const hottest = Math.max(...climate.monthMeanC)
  const recordLowC = Math.round(coldest - 8 - 10 * random())
  const recordHighC = Math.round(hottest + 12 + 5 * random())
  const heated = kind !== 'equipment' && random() < 0.7
  const roomLow = heated ? Math.max(5, recordLowC + 15) : recordLowC + 8
  const splitPhase = american && kind === 'building' && random() < 0.5
  const planes =
    kind === 'building' && random() < 0.25 ? [plane('a', 'East', 90, 30), plane('b', 'West', 270, 30)] : null
  return {
    kind,
    latitudeDeg,
    longitudeDeg: 0,
    utcOffsetH: 0,
    altitudeM: Math.round(1500 * random() ** 2),
    ...figures,
    recordLowC,
    recordHighC,
    batteryRoomLowC: roomLow,
    batteryRoomHighC: Math.min(42, Math.max(roomLow + 10, recordHighC - 4)),
    ruleSet: american ? 'north-american' : 'iec',
    mainsVoltageV: american ? 120 : 230,
    mainsFrequencyHz: american ? 60 : 50,
    splitPhase,
    critical: random() < 0.1,
    ...(planes ? { planes } : {}),
  }
}

const plane = (id: string, name: string, azimuthDeg: number, tiltDeg: number) => ({
  ...emptyPlane(id, name),
  azimuthDeg,
  tiltDeg,
})

function loadsOf(kind: Site['kind'], random: () => number, one: <T>(list: readonly T[]) => T): Load[] {
  const suited = TYPICALS.filter((each) => each.usualW <= LARGEST_W && each.usualW > 0)
  const count = kind === 'building' ? 4 + Math.floor(8 * random()) : 2 + Math.floor(5 * random())
  const chosen = new Map<string, Typical>()
  while (chosen.size < count) {
    const each = one(suited)
    if (kind === 'building' || each.usualW < 1600) chosen.set(each.id, each)
  }
  const loads = [...chosen.values()].map((typical, i) => ({
    ...emptyLoad(`l${i}`),
    ...typicalFigures(typical),
    quantity: typical.usualW < 50 ? 1 + Math.floor(4 * random()) : 1,
  }))
  const standby: Load = { ...emptyLoad('router'), name: 'Router', powerW: 8, basis: 'label', hoursPerDay: 24 }
  return [...loads, standby]
}

function backupOf(kind: Site['kind'], random: () => number): Option['backup'] {
  const none = emptyOption('a', 'A').backup
  const drives = kind === 'vehicle' || kind === 'boat'
  const alternator = drives
    ? {
        ratedA: 90 + Math.round(90 * random()),
        idleA: null,
        otherA: null,
        voltageV: 14,
        hoursPerDay: 1,
        chargerId: null,
        setA: null,
        byRelay: false,
        fromHour: null,
        days: 'all' as const,
      }
    : null
  if (kind === 'building' && random() < 0.5) {
    return { ...none, kind: 'generator', months: [12, 1] }
  }
  if (drives && random() < 0.4) return { ...none, kind: 'mains', alternator, bond: 'transfers' }
  return { ...none, alternator }
}
