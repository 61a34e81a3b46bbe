import { chosenOption } from '../job/job.ts'
import type { CircuitChoice, Job, Option, Site } from '../job/schema.ts'

/** Parts of an option that are changed by their fields. */
export type OptionPart = 'battery' | 'array' | 'controller' | 'inverter' | 'backup'
export type OptionPatch = { [K in OptionPart]: { readonly part: K; readonly patch: Partial<Option[K]> } }[OptionPart]

/** A change of the design that would mend what a check found, said in words for its button. */
export type Change = { readonly label: string } & (
  | OptionPatch
  | { readonly part: 'site'; readonly patch: Partial<Site> }
  | { readonly part: 'systemVoltageV'; readonly patch: Option['systemVoltageV'] }
  | { readonly part: 'circuit'; readonly circuit: string; readonly patch: Partial<CircuitChoice> }
)

/** The job with a change made in its chosen option. */
export function applyChange(job: Job, change: Change, emptyCircuit: CircuitChoice): Job {
  if (change.part === 'site') return { ...job, site: { ...job.site, ...change.patch } }
  const { id } = chosenOption(job)
  return {
    ...job,
    options: job.options.map((option) => (option.id === id ? changedOption(option, change, emptyCircuit) : option)),
  }
}

function changedOption(option: Option, change: Exclude<Change, { part: 'site' }>, emptyCircuit: CircuitChoice): Option {
  if (change.part === 'systemVoltageV') return atVoltage(option, change.patch)
  if (change.part === 'circuit') {
    const { circuits } = option.wiring
    const circuit = { ...(circuits[change.circuit] ?? emptyCircuit), ...change.patch }
    return { ...option, wiring: { circuits: { ...circuits, [change.circuit]: circuit } } }
  }
  return { ...option, [change.part]: { ...option[change.part], ...change.patch } }
}

/** Another system voltage: equipment made for the old one is let go. */
function atVoltage(option: Option, systemVoltageV: Option['systemVoltageV']): Option {
  return {
    ...option,
    systemVoltageV,
    battery: { ...option.battery, itemId: null, parallel: null },
    controller: {
      ...option.controller,
      itemId: null,
      quantity: null,
      panelsPerString: null,
      stringsPerController: null,
    },
    inverter: { ...option.inverter, itemId: null, quantity: null },
    backup: { ...option.backup, chargerId: null, chargers: null, chargerSetA: null },
  }
}

/** Chargers of the backup set to hold a current, A, all together. */
export const chargerSet = (currentA: number): Change => ({
  label: `Set the charger to ${currentA} A`,
  part: 'backup',
  patch: { chargerSetA: currentA },
})

/** Lets the design choose the equipment of a link again. */
export const LET_GO = {
  battery: { label: 'Let the design choose the battery', part: 'battery', patch: { itemId: null, parallel: null } },
  strings: {
    label: 'Let the design count the strings',
    part: 'controller',
    patch: { quantity: null, panelsPerString: null, stringsPerController: null },
  },
  controller: {
    label: 'Let the design choose controller and strings',
    part: 'controller',
    patch: { itemId: null, quantity: null, panelsPerString: null, stringsPerController: null },
  },
  inverter: { label: 'Let the design choose the inverter', part: 'inverter', patch: { itemId: null, quantity: null } },
} as const satisfies Record<string, Change>
