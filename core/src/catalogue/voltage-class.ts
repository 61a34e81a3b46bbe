import { type Chemistry, chemistryRow } from '../tables/chemistries.ts'

/** Voltages a system may have, V. */
export const SYSTEM_VOLTAGES_V = [12, 24, 48] as const
export type SystemVoltageV = (typeof SYSTEM_VOLTAGES_V)[number]

/** Voltage classes units and systems are built in, V. */
export const VOLTAGE_CLASSES_V = [2, 6, 8, 12, 24, 36, 48] as const
/** How far a nominal voltage may lie from its class: 12.8 counts as 12. */
const CLASS_TOLERANCE = 0.08

/** The class a nominal voltage belongs to, V; null where it belongs to none. */
export function voltageClassV(nominalV: number): number | null {
  return VOLTAGE_CLASSES_V.find((classV) => Math.abs(nominalV - classV) <= classV * CLASS_TOLERANCE + 1e-9) ?? null
}

/** Cells in series for each 12 V of a system, for cells whose voltage is no class of its own. */
const CELLS_PER_12V: Partial<Record<Chemistry, number>> = { 'lithium iron phosphate': 4, 'nickel-iron': 10 }

/** A single lithium cell, with no management system of its own. */
export const isBareLithiumCell = (item: { unitVoltageV: number; chemistry: Chemistry }): boolean =>
  item.unitVoltageV < 6 && chemistryRow(item.chemistry).gassing === 'none'

/** Units that stand in series as one block of a voltage class. */
export interface Block {
  readonly cells: number
  readonly voltageV: number
}

/** Blocks in series for a system voltage, as near as whole blocks come to a class from below; at least one. */
export function blocksFor(block: Block, systemVoltageV: number): number {
  let blocks = Math.max(1, Math.round(systemVoltageV / block.voltageV))
  while (blocks > 1 && voltageClassV(blocks * block.voltageV) === null) blocks--
  return blocks
}
/** A unit of a class is a block by itself; single cells of other voltages make one of the whole system. Null where they cannot. */
export function blockOf(item: { unitVoltageV: number; chemistry: Chemistry }, systemVoltageV: number): Block | null {
  if (voltageClassV(item.unitVoltageV) !== null) return { cells: 1, voltageV: item.unitVoltageV }
  const cellsInUnit = Math.max(1, Math.round(item.unitVoltageV / chemistryRow(item.chemistry).cellNominalV))
  const cells = ((CELLS_PER_12V[item.chemistry] ?? 0) * systemVoltageV) / 12 / cellsInUnit
  return cells >= 1 && Number.isInteger(cells) ? { cells, voltageV: cells * item.unitVoltageV } : null
}
