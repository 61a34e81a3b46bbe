import { voltageClassV } from '../catalogue/voltage-class.ts'
import type { Design } from '../chain/design.ts'
import type { Option } from '../job/schema.ts'
import type { Change, Edit, OptionPatch, StringsPatch, VoltageBound } from './edit.ts'

/** Acts that need the design to be made, and changes that several checks and pages offer. */

/**
 * Another system voltage; what a person chose for another one is let go. The one way to choose a voltage.
 * @param systemVoltageV null leaves it to the design, and everything that was chosen as it is
 */
export function chooseVoltage(
  { battery, controller, inverter, backup, option }: Design,
  systemVoltageV: Option['systemVoltageV'],
): Edit {
  if (systemVoltageV === null) return { act: 'choose-voltage', systemVoltageV, letGo: [] }
  const { item: unit } = battery
  const bankServes =
    unit !== null &&
    (unit.seriesAllowed
      ? systemVoltageV % classOf(unit.unitVoltageV) === 0
      : classOf(unit.unitVoltageV) === systemVoltageV)
  const charger = backup.charge?.item
  const serves: Readonly<Record<VoltageBound, boolean>> = {
    battery:
      (option.battery.itemId === null || bankServes) &&
      (option.battery.parallel === null || systemVoltageV === battery.systemVoltageV.value),
    controller: controller.item === null || controller.item.batteryVoltagesV.includes(systemVoltageV),
    inverter: inverter.item === null || inverter.item.dcVoltageV === systemVoltageV,
    backup: charger?.kind !== 'charger' || charger.batteryVoltageV === systemVoltageV,
  }
  const letGo = (Object.keys(serves) as VoltageBound[]).filter((part) => !serves[part])
  return { act: 'choose-voltage', systemVoltageV, letGo }
}

const classOf = (volts: number): number => voltageClassV(volts) ?? volts

export const setOption = (label: string, patch: OptionPatch): Change => ({
  label,
  edits: [{ act: 'set-option', ...patch }],
})

export const setCircuit = (
  label: string,
  circuitId: string,
  patch: Extract<Edit, { act: 'set-circuit' }>['patch'],
): Change => ({ label, edits: [{ act: 'set-circuit', circuitId, patch }] })

/** A protective or bonding conductor. */
export const setBond = (label: string, bondId: string, patch: Extract<Edit, { act: 'set-bond' }>['patch']): Change => ({
  label,
  edits: [{ act: 'set-bond', bondId, patch }],
})

/** A piece on the wall goes back to where the design hangs it. */
export const hangBack = (label: string, pieceId: string): Change => ({
  label,
  edits: [{ act: 'hang-piece', pieceId, at: null }],
})

/** A fitting for a unit of the plant; null leaves it to the design. */
export const setFitting = (label: string, unitId: string, itemId: string | null): Change => ({
  label,
  edits: [{ act: 'set-fitting', unitId, itemId }],
})

/** Other strings for an array, the main one or a further one. */
export const setStrings = (
  array: { readonly id: string; readonly name: string },
  label: string,
  patch: StringsPatch,
): Change => ({
  label: array.name === '' ? label : `${array.name}: ${label}`,
  edits: [{ act: 'set-strings', arrayId: array.id, patch }],
})

/** Chargers of the backup set to hold a current, A, all together. */
export const chargerSet = (currentA: number): Change =>
  setOption(`Set the charger to ${currentA} A`, { part: 'backup', patch: { chargerSetA: currentA } })

/** The cable of a circuit left to the design. */
export const sizeCable = (circuitId: string): Change =>
  setCircuit('Let the design size this cable', circuitId, { size: null, parallel: null })

/** Lets the design choose the equipment of a link again. */
export const LET_GO = {
  battery: setOption('Let the design choose the battery', {
    part: 'battery',
    patch: { itemId: null, parallel: null },
  }),
  strings: setOption('Let the design count the strings', {
    part: 'controller',
    patch: { quantity: null, panelsPerString: null, stringsPerController: null },
  }),
  controller: setOption('Let the design choose controller and strings', {
    part: 'controller',
    patch: { itemId: null, quantity: null, panelsPerString: null, stringsPerController: null },
  }),
  inverter: setOption('Let the design choose the inverter', {
    part: 'inverter',
    patch: { itemId: null, quantity: null },
  }),
} as const
