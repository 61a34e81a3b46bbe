import { emptyOption } from '../job/job.ts'
import type { Beside, Existing, Job, Load, Option, Site } from '../job/schema.ts'

/** Small systems of their own on the same site: each is a job of its own to the chain, made from the one a person keeps. */

/** Id under which what is chosen for a circuit or a fitting of a system beside is kept. */
export const besideKey = (systemId: string, id: string): string => `${systemId}/${id}`

/** Fields of a small system that stand on the battery page, by the place the chain names them. */
const FIELDS: Readonly<Record<string, string>> = {
  'battery.systemVoltageV': 'systemVoltageV',
  'battery.itemId': 'batteryId',
  'battery.parallel': 'parallel',
  'battery.autonomyDays': 'autonomyDays',
  'battery.vented': 'vented',
  'battery.monitored': 'monitored',
  'array.panelId': 'panelId',
  'controller.itemId': 'controllerId',
  'controller.panelsPerString': 'panelsPerString',
  'controller.stringsPerController': 'stringsPerController',
  'inverter.itemId': 'inverterId',
}

/** What is kept under an id of its own kind; the rest under that of a circuit. */
const KEPT_BY_UNIT: ReadonlySet<string> = new Set(['fittings', 'bonds', 'wall'])

/** Where a person mends what is wrong with a system beside: its own fields, its circuits, or a load or the site itself. */
export function besidePlace(systemId: string, place: string): string {
  const [link = '', first = '', ...rest] = place.split('.')
  if (link === 'site' || (link === 'loads' && rest.length > 0)) return place
  if (link === 'wiring')
    return KEPT_BY_UNIT.has(first)
      ? ['wiring', first, besideKey(systemId, rest.join('.'))].join('.')
      : ['wiring', besideKey(systemId, first), ...rest].join('.')
  return `battery.beside.${systemId}.${FIELDS[place] ?? 'name'}`
}

const byLoads = new WeakMap<readonly Load[], Map<string, Load[]>>()

/** Loads of one system, or of the main one; the same list for the same loads and systems. */
function loadsOf(loads: Load[], systemIds: readonly string[], systemId: string | null): Load[] {
  const key = JSON.stringify([systemId, ...systemIds])
  const kept = byLoads.get(loads) ?? new Map<string, Load[]>()
  byLoads.set(loads, kept)
  const before = kept.get(key)
  if (before) return before
  const known = new Set(systemIds)
  const own = loads.filter(
    (load) => (load.systemId !== null && known.has(load.systemId) ? load.systemId : null) === systemId,
  )
  const found = own.length === loads.length ? loads : own
  kept.set(key, found)
  return found
}

const namedBy = ({ batteryId, panelId, controllerId, inverterId }: Beside): (string | null)[] => [
  batteryId,
  panelId,
  controllerId,
  inverterId,
]

/** The job as the main system sees it: without the loads of the others, and without what stands there for them alone. */
export function mainJob(job: Job, option: Option): Job {
  if (option.beside.length === 0) return job
  const theirs = new Set(option.beside.flatMap(namedBy))
  const ours = new Set([
    option.battery.itemId,
    option.array.panelId,
    option.controller.itemId,
    option.inverter.itemId,
    ...option.controller.further.flatMap(({ panelId, controllerId }) => [panelId, controllerId]),
  ])
  const existing = job.existing.filter(({ itemId }) => !theirs.has(itemId) || ours.has(itemId))
  return {
    ...job,
    loads: loadsOf(
      job.loads,
      option.beside.map(({ id }) => id),
      null,
    ),
    existing: existing.length === job.existing.length ? job.existing : existing,
  }
}

/** The job of a system beside: its own loads and choices on the same site. */
export function besideJob(job: Job, option: Option, beside: Beside): Job {
  const named = new Set(namedBy(beside))
  return {
    ...job,
    name: beside.name,
    site: siteOf(job.site, beside.planeId),
    loads: loadsOf(
      job.loads,
      option.beside.map(({ id }) => id),
      beside.id,
    ),
    batteryHeating: null,
    existing: existingOf(job.existing, named),
    options: [optionOf(option, beside)],
    chosenOptionId: beside.id,
  }
}

const NO_EXISTING: Existing[] = []
const existingOf = (existing: Existing[], named: ReadonlySet<string | null>): Existing[] => {
  const own = existing.filter(({ itemId }) => named.has(itemId))
  return own.length === 0 ? NO_EXISTING : own
}

const bySite = new WeakMap<Site, Map<string, Site>>()

/** The site with the one plane its panels lie in; weights are held against the whole by the main system. */
function siteOf(site: Site, planeId: string | null): Site {
  const kept = bySite.get(site) ?? new Map<string, Site>()
  bySite.set(site, kept)
  const key = planeId ?? ''
  const before = kept.get(key)
  if (before) return before
  const plane = site.planes.find(({ id }) => id === planeId)
  const made = { ...site, weightTargets: [], planes: plane ? [{ ...plane, parts: 1 }] : site.planes }
  kept.set(key, made)
  return made
}

const byChoice = new WeakMap<Beside, { readonly wiring: Option['wiring']; readonly option: Option }>()

function optionOf({ wiring }: Option, beside: Beside): Option {
  const before = byChoice.get(beside)
  if (before?.wiring === wiring) return before.option
  const empty = emptyOption(beside.id, beside.name)
  const option: Option = {
    ...empty,
    systemVoltageV: beside.systemVoltageV,
    battery: {
      ...empty.battery,
      itemId: beside.batteryId,
      parallel: beside.parallel,
      autonomyDays: beside.autonomyDays,
      vented: beside.vented,
      monitored: beside.monitored,
    },
    array: { ...empty.array, panelId: beside.panelId },
    controller: {
      ...empty.controller,
      itemId: beside.controllerId,
      panelsPerString: beside.panelsPerString,
      stringsPerController: beside.stringsPerController,
    },
    inverter: { ...empty.inverter, itemId: beside.inverterId },
    wiring: {
      ...empty.wiring,
      circuits: keptUnder(wiring.circuits, besideKey(beside.id, '')),
      fittings: keptUnder(wiring.fittings, besideKey(beside.id, '')),
      bonds: keptUnder(wiring.bonds, besideKey(beside.id, '')),
      wall: keptUnder(wiring.wall, besideKey(beside.id, '')),
    },
  }
  byChoice.set(beside, { wiring, option })
  return option
}

/** Entries of a record under a prefix, without it. */
function keptUnder<T>(record: Readonly<Record<string, T>>, prefix: string): Record<string, T> {
  return Object.fromEntries(
    Object.entries(record).flatMap(([key, value]) =>
      key.startsWith(prefix) ? [[key.slice(prefix.length), value]] : [],
    ),
  )
}
