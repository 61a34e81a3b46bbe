import { fieldStation } from '../src/demo/demo.ts'
import { EMPTY_BOND_CHOICE, EMPTY_CIRCUIT_CHOICE } from '../src/job/job.ts'
import type { BondChoice, CircuitChoice, Existing, Job, Load, Option, Site } from '../src/job/schema.ts'
import { there } from './field-shapes.ts'

/** The demo job with something spoilt. */
export function spoilt(spoil: {
  site?: Partial<Site>
  option?: (option: Option) => Option
  load?: Partial<Load>
  loads?: Load[]
}): Job {
  const job = fieldStation()
  const [option] = job.options
  const [first, ...rest] = job.loads
  if (!option || !first) throw new Error('the demo job has an option and loads')
  return {
    ...job,
    site: { ...job.site, ...spoil.site },
    loads: spoil.loads ?? [{ ...first, ...spoil.load }, ...rest],
    options: [spoil.option ? spoil.option(option) : option],
  }
}

export const battery = (patch: Partial<Option['battery']>) => (option: Option) => ({
  ...option,
  battery: { ...option.battery, ...patch },
})

export const controller =
  (patch: Partial<Option['controller']>, panelId: string | null = null) =>
  (option: Option) => ({
    ...option,
    array: { ...option.array, panelId },
    controller: { ...option.controller, ...patch },
  })

export const array = (patch: Partial<Option['array']>) => (option: Option) => ({
  ...option,
  array: { ...option.array, ...patch },
})

export const backup = (patch: Partial<Option['backup']>) => (option: Option) => ({
  ...option,
  backup: { ...option.backup, ...patch },
})

export const existing = (itemId: string, figures: Partial<Existing>): Existing => there(itemId, 4, figures)

export const inverter = (patch: Partial<Option['inverter']>) => (option: Option) => ({
  ...option,
  inverter: { ...option.inverter, ...patch },
})

export const circuit = (id: string, patch: Partial<CircuitChoice>) => (option: Option) => ({
  ...option,
  wiring: {
    ...option.wiring,
    circuits: { ...option.wiring.circuits, [id]: { ...EMPTY_CIRCUIT_CHOICE, ...option.wiring.circuits[id], ...patch } },
  },
})

export const bond = (id: string, patch: Partial<BondChoice>) => (option: Option) => ({
  ...option,
  wiring: {
    ...option.wiring,
    bonds: { ...option.wiring.bonds, [id]: { ...EMPTY_BOND_CHOICE, ...option.wiring.bonds[id], ...patch } },
  },
})

export const fitting = (unitId: string, itemId: string) => (option: Option) => ({
  ...option,
  wiring: { ...option.wiring, fittings: { ...option.wiring.fittings, [unitId]: itemId } },
})
