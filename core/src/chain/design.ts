import { arrayLink } from '../array/link.ts'
import { powerAheadLink } from '../array/power-ahead.ts'
import { backupLink } from '../backup/link.ts'
import type { BankCurrents } from '../battery/bank.ts'
import { batteryLink } from '../battery/link.ts'
import { voltageLink } from '../battery/system-voltage.ts'
import { withKeptItems } from '../catalogue/kept-items.ts'
import type { Catalogue } from '../catalogue/schema.ts'
import { controllerLink } from '../controller/link.ts'
import { inverterLink } from '../inverter/link.ts'
import { inverterNeedLink } from '../inverter/need.ts'
import { chosenOption } from '../job/job.ts'
import type { Job } from '../job/schema.ts'
import { busNeedLink } from '../loads/bus-need.ts'
import { demandLink } from '../loads/demand.ts'
import { loadsLink } from '../loads/link.ts'
import { partsLink } from '../parts/link.ts'
import { plantLink } from '../plant/link.ts'
import type { Plant } from '../plant/plant.ts'
import { siteLink } from '../site/link.ts'
import { writerOf } from '../units/writer.ts'
import { wiringLink } from '../wiring/link.ts'
import type { Bench } from '../working/bench.ts'
import { LINKS, type LinkId, type Need } from '../working/links.ts'
import type { Address, Known, Step } from '../working/working.ts'
import { designRest } from './left-out.ts'

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

/** Every link's answer, what is chosen, what is missing, and the working. */
export interface Design extends Bench, Results {
  /** What stands there and what joins it. */
  readonly plant: Plant
  /** Needed before the design is whole, in the order of the chain. */
  readonly needs: readonly Need[]
  readonly steps: readonly Step[]
}

const designs = new WeakMap<Job, WeakMap<Catalogue, Design>>()

/**
 * The whole chain for a job's chosen option. Pure and deterministic: no clock, no chance, no input or output.
 * An incomplete job gives as much as can be known, and so does one with figures that cannot be reckoned with; `needs` says
 * what comes next. It never throws, and no figure in it is NaN or infinite.
 * Links are worked in the order in which each needs the other: the inverter's draw belongs to the loads. The same job and
 * catalogue give the same design; of another job only those links are worked that read something that differs.
 */
export function design(job: Job, shelf: Catalogue): Design {
  const ofJob = designs.get(job) ?? new WeakMap<Catalogue, Design>()
  designs.set(job, ofJob)
  const before = ofJob.get(shelf)
  if (before) return before
  const made = designOrRest(job, shelf)
  ofJob.set(shelf, made)
  return made
}

/** Total: of a job the schema takes, what cannot be reckoned with is left out and said, and the rest is designed. */
function designOrRest(job: Job, shelf: Catalogue): Design {
  try {
    return makeDesign(job, shelf)
  } catch (fault) {
    const rest = designRest(job, (each) => makeDesign(each, shelf), fault)
    return { ...rest.design, needs: [...rest.needs, ...rest.design.needs] }
  }
}

function makeDesign(job: Job, shelf: Catalogue): Design {
  const bench: Bench = {
    job,
    option: chosenOption(job),
    catalogue: withKeptItems(shelf, job.items),
    write: writerOf(job.units),
  }
  const site = CHAIN.site(bench, {})
  const demand = demandLink(bench, {})
  const inverterNeed = inverterNeedLink(bench, { site, demand })
  const powerAhead = powerAheadLink(bench, { site, demand })
  const voltage = voltageLink(bench, { demand, inverterNeed, powerAhead })
  const inverter = CHAIN.inverter(bench, { demand, inverterNeed, voltage })
  const loads = CHAIN.loads(bench, { site, demand, voltage, inverter })
  const need = busNeedLink(bench, { demand, loads, inverter })
  const sizedWith = (currents: BankCurrents) => {
    const battery = CHAIN.battery(bench, { site, voltage, need, currents })
    const array = CHAIN.array(bench, { site, loads, need, inverter, battery })
    const controller = CHAIN.controller(bench, { site, battery, array })
    const backup = CHAIN.backup(bench, { site, demand, battery, array, controller, inverter })
    return { battery, array, controller, backup }
  }
  const dischargeA = (inverter.fullCurrentA?.value ?? 0) + demand.dcContinuousW.value / voltage.systemVoltageV.value
  const first = sizedWith({ dischargeA, chargeA: 0 })
  const chargeA = first.controller.chargeA + first.backup.chargeA
  const bears = chargeA <= (first.battery.bank?.maxChargeA ?? Number.POSITIVE_INFINITY)
  // Where the array charges faster than the bank bears: once more, with the strings its charge current needs.
  const sized = bears || bench.option.battery.parallel !== null ? first : sizedWith({ dischargeA, chargeA })
  const plant = plantLink(bench, { ...sized, loads, inverter })
  const wiring = CHAIN.wiring(bench, { ...sized, plant, demand, inverter })
  const parts = CHAIN.parts(bench, { plant, wiring })
  const results = { site, loads, ...sized, inverter, wiring, parts }
  const ahead = [site, demand, inverterNeed, powerAhead, voltage, inverter, loads]
  const after = [sized.battery, sized.array, sized.controller, sized.backup, wiring, parts]
  let steps: readonly Step[] | null = null
  return {
    ...bench,
    ...results,
    plant,
    needs: LINKS.flatMap((link) => results[link].needs),
    // Looked at where a working is opened or printed, not at every edit.
    get steps() {
      steps ??= [...ahead, ...after].flatMap((each) => each.steps)
      return steps
    },
  }
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
