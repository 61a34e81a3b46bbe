import { DEFAULTS } from '../job/defaults.ts'
import type { Load, Site } from '../job/schema.ts'
import { isConverted } from '../loads/at-bus.ts'
import type { HeatingResult } from '../loads/heating.ts'
import { type DemandRow, rowOf } from '../loads/row.ts'
import type { RuleSet } from '../rules/rule-set.ts'
import { assumedOf, entered, enteredOr, type Known } from '../working/working.ts'

/** A circuit behind a board: loads of one room or use that share a way of it. */
export interface Branch {
  /** Of its first load: what is chosen for its circuit is kept under it. */
  readonly id: string
  readonly board: Load['supply']
  /** The room or use, or the load where it is alone. */
  readonly name: string
  readonly rows: readonly DemandRow[]
  /** Something on it may never stop. */
  readonly critical: boolean
  /** Voltage of DC loads behind a converter; null for the board’s own. */
  readonly convertedV: number | null
  /** Efficiency of that converter. */
  readonly efficiency: Known | null
  /** Mains voltage at it: between the two legs of a split phase where its loads want that; null for DC. */
  readonly mainsV: number | null
}

export interface BranchBrief {
  readonly loads: readonly Load[]
  readonly heating: HeatingResult | null
  readonly site: Pick<Site, 'mainsVoltageV' | 'splitPhase'>
  readonly rules: RuleSet
  readonly systemVoltageV: number
}

/** Branches of one board beyond which rooms are no longer told apart. */
const MOST_BRANCHES = 48
/** Id of the branch of the heater in the battery box: no load stands for it. */
export const HEATER_BRANCH_ID = '~heater'

interface Open {
  readonly id: string
  readonly key: string
  readonly load: Load
  readonly rows: DemandRow[]
  togetherVA: number
  aloneVA: number
  critical: boolean
}

/** What a load brings to a branch: told once for as long as it stands as it is. */
interface Asking {
  readonly brief: Pick<BranchBrief, 'site' | 'rules' | 'systemVoltageV'>
  readonly row: DemandRow
  readonly voltAmperes: number
  /** Most a branch it may share carries. */
  readonly mostVA: number
  readonly key: string
  /** The key while rooms are no longer told apart. */
  readonly keyWhenFull: string
}
const asked = new WeakMap<Load, Asking>()

function askingOf(load: Load, { site, rules, systemVoltageV }: Asking['brief']): Asking | null {
  const { demand } = rowOf(load)
  if (!demand) return null
  const before = asked.get(load)
  if (
    before?.row === demand &&
    before.brief.rules === rules &&
    before.brief.systemVoltageV === systemVoltageV &&
    before.brief.site.mainsVoltageV === site.mainsVoltageV &&
    before.brief.site.splitPhase === site.splitPhase
  )
    return before
  const asking = {
    brief: { site, rules, systemVoltageV },
    row: demand,
    voltAmperes: (demand.quantity.value * demand.powerW.value) / (demand.powerFactor?.value ?? 1),
    mostVA: mostOf(load, site, rules, systemVoltageV),
    key: keyOf(load, site, false),
    keyWhenFull: keyOf(load, site, true),
  }
  asked.set(load, asking)
  return asking
}

/**
 * The branches behind both boards: loads of a room or use share one up to what the rule set lets a branch carry; what needs
 * more by itself, another voltage or another leg has its own.
 */
export function branchesOf({ loads, heating, ...brief }: BranchBrief): Branch[] {
  const { site, systemVoltageV } = brief
  const open: Open[] = []
  const latest = new Map<string, Open>()
  const counts = { ac: 0, dc: 0 }
  for (const load of loads) {
    const asking = askingOf(load, brief)
    if (!asking) continue
    const { row, voltAmperes, mostVA } = asking
    const key = counts[load.supply] >= MOST_BRANCHES ? asking.keyWhenFull : asking.key
    const own = latest.get(key)
    if (own && sumWith(own, load, voltAmperes) <= mostVA) {
      add(own, load, row, voltAmperes)
      continue
    }
    const begun: Open = { id: load.id, key, load, rows: [], togetherVA: 0, aloneVA: 0, critical: false }
    add(begun, load, row, voltAmperes)
    open.push(begun)
    counts[load.supply] += 1
    // A load that fills a branch by itself leaves the one of its room open for the others.
    if (!own || voltAmperes <= mostVA / 2) latest.set(key, begun)
  }
  const named = new Set<string>()
  const branches = open.map((each) => branchOf(each, site, systemVoltageV, named))
  return heating ? [...branches, heaterBranch(heating, site.mainsVoltageV)] : branches
}

/** Twice the mains, between the two legs. */
const onBothLegs = ({ supply, leg, voltageV }: Load, site: BranchBrief['site']): boolean =>
  supply === 'ac' && site.splitPhase && (leg === 'both' || (voltageV ?? 0) > 1.5 * site.mainsVoltageV)

/** A device is chosen at the rule set's factor of the current: what is left of the branch's rating may be used. */
function mostOf(load: Load, site: BranchBrief['site'], rules: RuleSet, systemVoltageV: number): number {
  const volts =
    load.supply === 'dc' ? (load.voltageV ?? systemVoltageV) : site.mainsVoltageV * (onBothLegs(load, site) ? 2 : 1)
  return (rules.branchA[load.supply].value * volts) / rules.continuousFactor.value
}

function keyOf(load: Load, site: BranchBrief['site'], full: boolean): string {
  const regulated = load.voltageV !== null || load.converterEfficiency === null ? '' : 'regulated'
  const where =
    load.supply === 'dc' ? `${load.voltageV ?? regulated}` : onBothLegs(load, site) ? 'both' : (load.leg ?? '')
  return [load.supply, where, full ? '' : load.group.trim().toLowerCase()].join('|')
}

const sumWith = ({ togetherVA, aloneVA }: Open, { runsTogether }: Load, voltAmperes: number): number =>
  runsTogether ? Math.max(togetherVA + voltAmperes, aloneVA) : Math.max(togetherVA, aloneVA, voltAmperes)

function add(branch: Open, { runsTogether, priority }: Load, row: DemandRow, voltAmperes: number): void {
  branch.rows.push(row)
  if (priority === 'critical') branch.critical = true
  if (runsTogether) branch.togetherVA += voltAmperes
  else branch.aloneVA = Math.max(branch.aloneVA, voltAmperes)
}

function branchOf(
  { id, load, rows, critical }: Open,
  site: BranchBrief['site'],
  systemVoltageV: number,
  named: Set<string>,
): Branch {
  const converted = isConverted(load, systemVoltageV)
  const group = load.group.trim()
  const room = named.has(group) ? `${group}, ${load.name}` : group
  named.add(group)
  return {
    id,
    board: load.supply,
    name: (rows.length === 1 ? load.name : room || load.name) || 'Loads',
    rows,
    critical,
    convertedV: converted ? (load.voltageV ?? systemVoltageV) : null,
    efficiency: converted
      ? enteredOr(load.converterEfficiency, load.name, assumedOf(DEFAULTS.converterEfficiency))
      : null,
    mainsV: load.supply === 'ac' ? site.mainsVoltageV * (onBothLegs(load, site) ? 2 : 1) : null,
  }
}

const heaterBranch = ({ supply, heaterW }: HeatingResult, mainsVoltageV: number): Branch => ({
  id: HEATER_BRANCH_ID,
  board: supply,
  name: 'Battery heater',
  rows: [{ quantity: entered(1, 'heater'), powerW: heaterW }],
  critical: false,
  convertedV: null,
  efficiency: null,
  mainsV: supply === 'ac' ? mainsVoltageV : null,
})
