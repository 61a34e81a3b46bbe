import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { type Design, design } from '../src/chain/design.ts'
import { fieldStation } from '../src/demo/demo.ts'
import { EMPTY_BACKUP, EMPTY_CIRCUIT_CHOICE, emptyLoad } from '../src/job/job.ts'
import type { CircuitChoice, Job, Load, Option, Site } from '../src/job/schema.ts'

/** A job on the shipped catalogue. */
export const designed = (job: Job): Design => design(job, SHIPPED_CATALOGUE)

/** A job with its first option altered. */
export const altered = (job: Job, alter: (option: Option) => Option): Job => ({
  ...job,
  options: job.options.map((option, i) => (i === 0 ? alter(option) : option)),
})

/** The demo job without its generator: what bank, wiring and parts were first measured on. */
export const stationAlone = (): Job => altered(fieldStation(), (option) => ({ ...option, backup: EMPTY_BACKUP }))

export const panel = (id: string) => {
  const found = SHIPPED_CATALOGUE.panels.find((each) => each.id === id)
  if (!found) throw new Error(`no ${id}`)
  return found
}

export interface Changes {
  site?: Partial<Site>
  option?: Partial<Option>
  battery?: Partial<Option['battery']>
  controller?: Partial<Option['controller']>
  inverter?: Partial<Option['inverter']>
  panelId?: string
  circuits?: Record<string, Partial<CircuitChoice>>
  loads?: Load[]
}

/** The demo job without its generator, with changes, designed. */
export function stationWith(changes: Changes = {}): Design {
  const job = stationAlone()
  const [option] = job.options
  if (!option) throw new Error('no option')
  const circuits = { ...option.wiring.circuits }
  for (const [id, patch] of Object.entries(changes.circuits ?? {}))
    circuits[id] = { ...EMPTY_CIRCUIT_CHOICE, ...circuits[id], ...patch }
  const changed: Job = {
    ...job,
    site: { ...job.site, ...changes.site },
    loads: changes.loads ?? job.loads,
    options: [
      {
        ...option,
        ...changes.option,
        battery: { ...option.battery, ...changes.battery },
        array: { ...option.array, ...changes.option?.array, panelId: changes.panelId ?? null },
        controller: { ...option.controller, ...changes.controller },
        inverter: { ...option.inverter, ...changes.inverter },
        wiring: { ...option.wiring, circuits },
      },
    ],
  }
  return design(changed, SHIPPED_CATALOGUE)
}

export const load = (figures: Partial<Load>): Load => ({
  ...emptyLoad('one'),
  name: 'One',
  powerW: 100,
  hoursPerDay: 5,
  ...figures,
})
export const circuitOf = (result: Design, id: string) => {
  const circuit = result.wiring.circuits.find((each) => each.id === id)
  if (!circuit) throw new Error(`no circuit ${id}`)
  return circuit
}
