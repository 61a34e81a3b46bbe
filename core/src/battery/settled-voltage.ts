import { itemName } from '../catalogue/schema.ts'
import type { Catalogue } from '../catalogue/shelf.ts'
import { blockOf, SYSTEM_VOLTAGES_V, type SystemVoltageV, voltageClassV } from '../catalogue/voltage-class.ts'
import type { Existing, Option } from '../job/schema.ts'

/** Voltages that equipment a person settled on leaves open, and what it is; all of them where nothing is settled. */
export interface SettledVoltages {
  readonly open: readonly SystemVoltageV[]
  /** In words: "Orrowell W24-3000, which is chosen"; empty where nothing is settled. */
  readonly why: string
}

interface Settled {
  readonly name: string
  readonly how: 'chosen' | 'already there'
  readonly voltagesV: readonly SystemVoltageV[]
}

/**
 * What the inverter, the batteries, the controllers and the chargers that are locked or already there leave open of the
 * system voltage. What is locked goes before what is there, and an inverter before the rest; what contradicts something
 * before it is left to the checks.
 */
export function settledVoltages(option: Option, existing: readonly Existing[], catalogue: Catalogue): SettledVoltages {
  const kept = existing.filter((each) => each.kept).map(({ itemId }) => itemId)
  const all = [
    ...lockedIds(option).flatMap((id) => settledBy(id, 'chosen', catalogue)),
    ...kept.flatMap((id) => settledBy(id, 'already there', catalogue)),
  ]
  let open: readonly SystemVoltageV[] = SYSTEM_VOLTAGES_V
  const because: Settled[] = []
  for (const each of all) {
    const left = open.filter((volts) => each.voltagesV.includes(volts))
    if (left.length === 0 || left.length === open.length) continue
    open = left
    because.push(each)
  }
  return { open, why: because.map(({ name, how }) => `${name}, which is ${how}`).join('; ') }
}

function lockedIds({ inverter, battery, controller, backup }: Option): string[] {
  const ids = [
    inverter.itemId,
    battery.itemId,
    controller.itemId,
    ...controller.further.map(({ controllerId }) => controllerId),
    backup.kind === 'none' ? null : backup.chargerId,
    backup.alternator?.byRelay ? null : (backup.alternator?.chargerId ?? null),
  ]
  return ids.filter((id) => id !== null)
}

function settledBy(id: string, how: Settled['how'], catalogue: Catalogue): Settled[] {
  const inverter = catalogue.inverters.find((each) => each.id === id)
  if (inverter) return [{ name: itemName(inverter), how, voltagesV: [inverter.dcVoltageV] }]
  const battery = catalogue.batteries.find((each) => each.id === id)
  if (battery) {
    const voltagesV = SYSTEM_VOLTAGES_V.filter((volts) => {
      const block = blockOf(battery, volts)
      const classV = block && voltageClassV(block.voltageV)
      if (!classV || volts % classV !== 0) return false
      return battery.seriesAllowed || classV === volts
    })
    return [{ name: itemName(battery), how, voltagesV }]
  }
  const controller = catalogue.controllers.find((each) => each.id === id)
  if (controller) return [{ name: itemName(controller), how, voltagesV: controller.batteryVoltagesV }]
  const charger = catalogue.chargers.find((each) => each.id === id)
  return charger ? [{ name: itemName(charger), how, voltagesV: [charger.batteryVoltageV] }] : []
}
