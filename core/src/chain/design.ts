import { arrayLink } from '../array/link.ts'
import { type PowerAhead, powerAheadLink } from '../array/power-ahead.ts'
import { backupLink } from '../backup/link.ts'
import type { BankCurrents } from '../battery/bank.ts'
import { batteryLink } from '../battery/link.ts'
import { type Tried, type VoltageChoice, voltageLink } from '../battery/system-voltage.ts'
import { withKeptItems } from '../catalogue/kept-items.ts'
import type { Catalogue } from '../catalogue/shelf.ts'
import { controllerLink } from '../controller/link.ts'
import { COMFORTABLE_CURRENT_A, HIGHEST_CURRENT_A } from '../inverter/full-current.ts'
import { inverterLink } from '../inverter/link.ts'
import { inverterNeedLink, type NeedAhead } from '../inverter/need.ts'
import { chosenOption } from '../job/job.ts'
import { currencyOf, pricedCatalogue } from '../job/priced.ts'
import type { Job } from '../job/schema.ts'
import { type BusNeed, busNeedLink } from '../loads/bus-need.ts'
import { type Demand, demandLink } from '../loads/demand.ts'
import { loadsLink } from '../loads/link.ts'
import { partsLink } from '../parts/link.ts'
import { plantLink } from '../plant/link.ts'
import type { Plant } from '../plant/plant.ts'
import type { RuleSet } from '../rules/rule-set.ts'
import { rulesOf } from '../rules/rules.ts'
import { siteLink } from '../site/link.ts'
import { writerOf } from '../units/writer.ts'
import { wiringLink } from '../wiring/link.ts'
import type { Bench } from '../working/bench.ts'
import type { Worked } from '../working/link.ts'
import { LINKS, type LinkId, type Need } from '../working/links.ts'
import type { Address, Known, Step } from '../working/working.ts'
import { besideJob, mainJob } from './beside.ts'
import { besideNeeds, builtBeside } from './beside-design.ts'
import { designRest } from './left-out.ts'
import type { WorkedYear } from './worked-year.ts'

/** The links of the chain, in its order: each is `link(bench, upstream)` and gives `{ answer, needs, steps, … }`. */
export const CHAIN = {
  site: siteLink,
  loads: loadsLink,
  battery: batteryLink,
  array: arrayLink,
  controller: controllerLink,
  inverter: inverterLink,
  backup: backupLink,
  wiring: wiringLink,
  parts: partsLink,
} as const satisfies Record<LinkId, unknown>

type Results = { readonly [L in LinkId]: ReturnType<(typeof CHAIN)[L]> }

/** A system of its own beside the main one. */
export interface BesideDesign {
  readonly id: string
  readonly name: string
  readonly design: Design
}

/** Every link's answer, what is chosen, what is missing, and the working. */
export interface Design extends Bench, Results {
  /** What stands there and what joins it. */
  readonly plant: Plant
  /** The catalogue as its sheets are kept: `catalogue` has the prices of the job. */
  readonly sheets: Catalogue
  /** The whole job; `job` is what the main system sees of it. */
  readonly wholeJob: Job
  /** Small systems of their own on the same site. */
  readonly beside: readonly BesideDesign[]
  /** Needed before the design is whole, in the order of the chain. */
  readonly needs: readonly Need[]
  readonly steps: readonly Step[]
  /** What its year hour by hour came to; null until that was worked, which takes longer than a design. */
  readonly year: WorkedYear | null
}

/** The rules a site is wired by: those of its rule set, unless another set is tried. */
type Wired = (site: Job['site']) => RuleSet

const designs = new WeakMap<Job, WeakMap<Catalogue, Design>>()

/**
 * The whole chain for a job's chosen option. Pure and deterministic: no clock, no chance, no input or output.
 * An incomplete job gives as much as can be known, and so does one with figures that cannot be reckoned with; `needs` says
 * what comes next. It never throws, and no figure in it is NaN or infinite.
 * Links are worked in the order in which each needs the other: the inverter's draw belongs to the loads. The same job and
 * catalogue give the same design; of another job only those links are worked that read something that differs.
 */
export function design(job: Job, shelf: Catalogue, wired: Wired = rulesOf): Design {
  if (wired !== rulesOf) return designOrRest(job, shelf, wired)
  const ofJob = designs.get(job) ?? new WeakMap<Catalogue, Design>()
  designs.set(job, ofJob)
  const before = ofJob.get(shelf)
  if (before) return before
  const made = designOrRest(job, shelf, wired)
  ofJob.set(shelf, made)
  return made
}

/** Total: of a job the schema takes, what cannot be reckoned with is left out and said, and the rest is designed. */
function designOrRest(job: Job, shelf: Catalogue, wired: Wired): Design {
  try {
    return makeDesign(job, shelf, wired)
  } catch (fault) {
    const rest = designRest(job, (each) => makeDesign(each, shelf, wired), fault)
    return { ...rest.design, needs: [...rest.needs, ...rest.design.needs] }
  }
}

function makeDesign(wholeJob: Job, shelf: Catalogue, wired: Wired): Design {
  const option = chosenOption(wholeJob)
  const job = mainJob(wholeJob, option)
  const sheets = withKeptItems(shelf, job.items)
  const bench: Bench = {
    job,
    option,
    catalogue: pricedCatalogue(sheets, job),
    write: writerOf(job.units, currencyOf(job)),
  }
  const rules = wired(job.site)
  const site = CHAIN.site(bench, {})
  const demand = demandLink(bench, {})
  const inverterNeed = inverterNeedLink(bench, { site, demand })
  const powerAhead = powerAheadLink(bench, { site, demand })
  const { voltage, inverter, loads, need } = atBestVoltage(bench, { site, demand, inverterNeed, powerAhead })
  const sizedWith = (currents: BankCurrents, heldShare: number | null) => {
    const battery = CHAIN.battery(bench, { site, voltage, need, currents, demand, inverter })
    const array = CHAIN.array(bench, { rules, site, loads, need, inverter, battery })
    const controller = CHAIN.controller(bench, { site, battery, array, heldShare })
    const backup = CHAIN.backup(bench, { site, demand, battery, array, controller, inverter })
    return { battery, array, controller, backup }
  }
  const dischargeA = dischargeOf({ inverter, demand, voltage })
  const first = sizedWith({ dischargeA, chargeA: 0 }, null)
  const { chargeA } = first.controller
  const bears = chargeA <= (first.battery.bank?.maxChargeA ?? Number.POSITIVE_INFINITY)
  // Where the array charges faster than the bank bears the controllers are set lower; where that would cost much of the
  // noon sun, more strings are taken as well. Chargers are set to what is left and never ask for strings.
  const forStringsA = bench.option.battery.parallel === null ? LEAST_HELD_FRACTION * chargeA : 0
  const currents = { dischargeA, chargeA: bears ? 0 : forStringsA }
  const borne = bears ? first : sizedWith(currents, 1)
  // Where a charger then finds no room beside the sun, the controllers leave it some.
  const sized = leavesRoom(borne) ? borne : sizedWith(currents, SHARE_BESIDE_CHARGER)
  const plant = plantLink(bench, { ...sized, rules, loads, inverter })
  const wiring = CHAIN.wiring(bench, { ...sized, rules, plant, demand, inverter })
  const beside = option.beside.map(
    (each): BesideDesign => ({
      id: each.id,
      name: each.name,
      design: design(besideJob(wholeJob, option, each), shelf, wired),
    }),
  )
  const parts = CHAIN.parts(
    { ...bench, job: wholeJob },
    { ...sized, rules, site, plant, wiring, beside: builtBeside(beside) },
  )
  const results = { site, loads, ...sized, inverter, wiring, parts }
  const ahead = [site, demand, inverterNeed, powerAhead, voltage, inverter, loads]
  const after = [sized.battery, sized.array, sized.controller, sized.backup, wiring, parts]
  let steps: readonly Step[] | null = null
  return {
    ...bench,
    ...results,
    plant,
    sheets,
    wholeJob,
    beside,
    year: null,
    needs: [...LINKS.flatMap((link) => results[link].needs), ...beside.flatMap(besideNeeds)],
    // Looked at where a working is opened or printed, not at every edit.
    get steps() {
      steps ??= [...ahead, ...after].flatMap((each) => each.steps)
      return steps
    },
  }
}

/** Share of an array’s current that a bank bears at least: held to it the noon of a few clear days is lost. Assumption of Yard Lamp. */
const LEAST_HELD_FRACTION = 0.8

/** Share of what a bank bears that is left to the controllers where a charger stands beside them. Assumption of Yard Lamp. */
const SHARE_BESIDE_CHARGER = 0.7

/** Whether the charger of a backup has the room it needs, or the room is settled by a person. */
function leavesRoom({
  battery: { bank },
  controller,
  backup,
}: Pick<Results, 'battery' | 'controller' | 'backup'>): boolean {
  if (!bank || backup.kind === 'none' || backup.together === 'one-at-a-time') return true
  if (controller.chargeA <= SHARE_BESIDE_CHARGER * bank.maxChargeA) return true
  const { charge } = backup
  return charge !== null && (charge.limitedBy !== 'bank' || charge.currentA.value >= charge.wantedA / 2)
}

const dischargeOf = ({
  inverter,
  demand,
  voltage,
}: Pick<AtVoltage, 'inverter' | 'voltage'> & { demand: Demand }): number =>
  (inverter.fullCurrentA?.value ?? 0) + demand.dcContinuousW.value / voltage.systemVoltageV.value

interface Ahead {
  readonly site: Results['site']
  readonly demand: Worked<Demand>
  readonly inverterNeed: Worked<NeedAhead>
  readonly powerAhead: Worked<PowerAhead>
}

interface AtVoltage {
  readonly voltage: Worked<VoltageChoice>
  readonly inverter: Results['inverter']
  readonly loads: Results['loads']
  readonly need: Worked<BusNeed>
}

/**
 * The lowest voltage at which bank and inverter can be made and full power is comfortable to wire; where none does all of
 * it, the one that does most. A voltage that a person chose is taken as it is.
 */
function atBestVoltage(bench: Bench, ahead: Ahead): AtVoltage {
  let best: { readonly at: AtVoltage; readonly grade: number } | null = null
  for (let tried: Tried | null = null; ; ) {
    const at: AtVoltage = atVoltage(bench, ahead, tried)
    const { systemVoltageV, open } = at.voltage
    const short = shortAt(bench, ahead, at)
    if (!best || short.grade > best.grade) best = { at, grade: short.grade }
    const isLast = !open.some((volts) => volts > systemVoltageV.value)
    if (bench.option.systemVoltageV !== null || short.why === '' || isLast) return best.at
    tried = { systemVoltageV: systemVoltageV.value, why: [...(tried ? [tried.why] : []), short.why].join('; ') }
  }
}

function atVoltage(bench: Bench, { site, demand, inverterNeed, powerAhead }: Ahead, tried: Tried | null): AtVoltage {
  const voltage = voltageLink(bench, { demand, inverterNeed, powerAhead, tried })
  const inverter = CHAIN.inverter(bench, { demand, inverterNeed, voltage })
  const loads = CHAIN.loads(bench, { site, demand, voltage, inverter })
  return { voltage, inverter, loads, need: busNeedLink(bench, { demand, loads, inverter }) }
}

/** What a voltage leaves wanting, in words, and how far it comes: the higher the better. */
function shortAt(
  bench: Bench,
  { site, demand }: Ahead,
  { voltage, inverter, need }: AtVoltage,
): { readonly grade: number; readonly why: string } {
  const at = `at ${voltage.systemVoltageV.value} V`
  if (need.averageWh.value <= 0) return { grade: 4, why: '' }
  const currents = { dischargeA: dischargeOf({ inverter, demand, voltage }), chargeA: 0 }
  const { bank } = CHAIN.battery(bench, { site, voltage, need, currents, demand, inverter })
  if (!bank) return { grade: 0, why: `${at} no bank can be made` }
  if (inverter.needed && !inverter.item) return { grade: 1, why: `${at} no inverter is strong enough` }
  const fullA = inverter.fullCurrentA?.value ?? 0
  if (fullA > HIGHEST_CURRENT_A) return { grade: 2, why: `${at} the inverter draws over ${HIGHEST_CURRENT_A} A` }
  if (fullA >= COMFORTABLE_CURRENT_A)
    return { grade: 3, why: `${at} the inverter draws over ${COMFORTABLE_CURRENT_A} A` }
  return { grade: 4, why: '' }
}

/** Whether each link has its answer; where not, something is missing there or before it. */
export function answered(result: Design): Record<LinkId, boolean> {
  const { site, loads, battery, array, controller, inverter, backup, wiring, parts } = result
  const hasLoads = loads.hasAc || loads.hasDc
  return {
    site: site.sunHours !== null,
    loads: hasLoads,
    battery: battery.bank !== null,
    array: array.layout !== null,
    controller: controller.strings !== null,
    inverter: inverter.item !== null || (hasLoads && !inverter.needed),
    backup: backup.kind === 'none' || (backup.charge !== null && backup.needs.length === 0),
    wiring: wiring.circuits.length > 0,
    parts: parts.lines.length > 0 && array.layout !== null,
  }
}

/** Rows of the load list, whichever system carries them; the same list where there is no other system. */
export const everyRow = ({ loads, beside }: Design): Demand['rows'] =>
  beside.length === 0 ? loads.rows : [...loads.rows, ...beside.flatMap(({ design: { loads: theirs } }) => theirs.rows)]

/** Each link's one answer. */
export function answers(result: Design): Record<LinkId, string> {
  return Object.fromEntries(LINKS.map((link) => [link, result[link].answer])) as Record<LinkId, string>
}

const byAddress = new WeakMap<readonly Step[], ReadonlyMap<Address, Step>>()

/** The step at an address; undefined where the design has none such. */
export function stepAt(steps: readonly Step[], address: Address): Step | undefined {
  let found = byAddress.get(steps)
  if (!found) {
    found = new Map(steps.map((step) => [step.address, step]))
    byAddress.set(steps, found)
  }
  return found.get(address)
}

/** The application of a method that gave a figure; undefined for figures that were not computed. */
export function stepOf({ steps }: Pick<Design, 'steps'>, figure: Known<unknown>): Step | undefined {
  return figure.step === undefined ? undefined : stepAt(steps, figure.step)
}
