import { itemName } from '../catalogue/schema.ts'
import type { Design } from '../chain/design.ts'
import { everyString } from '../controller/link.ts'
import { designationsOf } from '../diagram/designations.ts'
import { controllerIdOf } from '../plant/units.ts'
import { chemistryRow } from '../tables/chemistries.ts'
import { formatNumber, formatPercent, formatQuantity } from '../units/format.ts'
import { BOND_LABEL } from './bond.ts'

/** What each device is set to on the day it is switched on, from the sheet of the bank: the sheet of settings of a job. */

export interface DeviceSetting {
  readonly label: string
  /** As it is set, with its unit. */
  readonly text: string
  /** The figure itself; null for a choice in words. */
  readonly value: number | null
  readonly unit: string
  /** What is still safe; empty where only this is right. */
  readonly safe: string
  /** Where it is from. */
  readonly from: string
  readonly isAssumed: boolean
  /** A most: less of it hurts nobody. */
  readonly isLimit: boolean
}

export interface DeviceSettings {
  readonly unitId: string
  /** As on the drawing: T1. */
  readonly designation: string
  readonly name: string
  readonly settings: readonly DeviceSetting[]
}

/** Lead-acid, for each cell and degree from 25 °C. Source: common sheets. */
const COMPENSATION_V_PER_C = -0.004
/** Over the float of a cell, where vented lead-acid is equalised. Source: common sheets. */
const EQUALISE_V_PER_CELL = 2.6
/** Lead-acid is cut off and comes back at about half charge; lithium a little above its cut-off. Assumptions of Yard Lamp, V a cell. */
const RECONNECT_V_PER_CELL = { lead: 2.1, other: 3.2, nickel: 1.25 }
/** Full for a monitor: so near the absorption voltage, and so little current. Source: common sheets of monitors. */
const CHARGED_BELOW_V_PER_12 = 0.2
const TAIL_FRACTION = 0.04

const figure = (
  label: string,
  value: number,
  unit: string,
  decimals: number,
  more: Partial<DeviceSetting> = {},
): DeviceSetting => ({
  label,
  value,
  unit,
  text: formatQuantity(value, unit as 'V', decimals),
  safe: '',
  from: '',
  isAssumed: false,
  isLimit: false,
  ...more,
})
const choice = (label: string, text: string, more: Partial<DeviceSetting> = {}): DeviceSetting => ({
  label,
  text,
  value: null,
  unit: '',
  safe: '',
  from: '',
  isAssumed: false,
  isLimit: false,
  ...more,
})

/** Settings of every device that has any; none while there is no bank. */
export function settingsOf(design: Design): DeviceSettings[] {
  const { battery, plant, wiring } = design
  if (!battery.bank || !battery.item) return []
  const names = designationsOf(plant, wiring).units
  const of = (unitId: string, settings: readonly DeviceSetting[]): DeviceSettings[] => {
    const unit = plant.units.find(({ id }) => id === unitId)
    if (!unit || settings.length === 0) return []
    const name = unit.item ? `${unit.name}, ${itemName(unit.item)}` : unit.name
    return [{ unitId, designation: names.get(unitId) ?? '', name, settings }]
  }
  const charge = chargeSettings(design)
  return [
    ...controllersOf(design).flatMap(({ unitId, setA }) => of(unitId, [...charge, ...setA])),
    ...of('inverter', inverterSettings(design, charge)),
    ...of('charger', chargerSettings(design, charge)),
    ...of('engine-charger', engineSettings(design, charge)),
    ...of('load-disconnect', cutSettings(design)),
    ...of('monitor', monitorSettings(design)),
    ...of('generator', generatorSettings(design)),
  ]
}

/** Voltages of the bank, as its sheet and a person say. */
export function bankVolts({ battery: { bank, item }, option }: Design) {
  if (!bank || !item) throw new Error('no bank')
  const { settings } = option.battery
  const row = chemistryRow(item.chemistry)
  const cells = Math.round(bank.voltageV.value / row.cellNominalV)
  const kind = row.cellNominalV === 2 ? 'lead' : item.chemistry === 'nickel-iron' ? 'nickel' : 'other'
  return {
    cells,
    kind,
    gassing: row.gassing,
    sheetAbsorptionV: bank.absorptionV,
    sheetFloatV: (bank.absorptionV / item.absorptionV) * item.floatV,
    sheetLowV: bank.lowCutoffV,
    absorptionV: settings.absorptionV ?? bank.absorptionV,
    floatV: settings.floatV ?? (bank.absorptionV / item.absorptionV) * item.floatV,
    lowV: settings.lowCutoffV ?? bank.lowCutoffV,
    isOwn: settings,
    sheet: itemName(item),
  } as const
}

function chargeSettings(design: Design): DeviceSetting[] {
  const { battery } = design
  const { cells, kind, gassing, absorptionV, floatV, sheetAbsorptionV, sheetFloatV, isOwn, sheet } = bankVolts(design)
  const isLead = kind === 'lead'
  return [
    choice('Battery type', `${battery.chemistry}, ${formatQuantity(battery.systemVoltageV.value, 'V')}`, {
      safe: 'a profile of the user’s own where this one is not offered',
      from: sheet,
    }),
    figure('Absorption', absorptionV, 'V', 1, {
      safe: `up to ${formatQuantity(sheetAbsorptionV, 'V', 1)}`,
      from: isOwn.absorptionV === null ? sheet : 'entered',
    }),
    figure('Float', floatV, 'V', 1, {
      safe: `up to ${formatQuantity(sheetFloatV, 'V', 1)}`,
      from: isOwn.floatV === null ? sheet : 'entered',
    }),
    gassing === 'vented' && isLead
      ? figure('Equalise, by hand', cells * EQUALISE_V_PER_CELL, 'V', 1, {
          safe: 'vented cells only, loads that bear it, and someone watching',
          from: 'common sheets',
          isAssumed: true,
        })
      : choice('Equalise', 'off', { from: isLead ? 'valve-regulated cells' : sheet }),
    isLead
      ? figure('Temperature compensation', cells * COMPENSATION_V_PER_C * 1000, 'mV/°C', 0, {
          safe: 'probe on the battery',
          from: 'common sheets',
          isAssumed: true,
        })
      : choice('Temperature compensation', 'off', { from: sheet }),
  ]
}

/** Each controller that stands by itself, with what its output is held to. */
function controllersOf(design: Design): { unitId: string; setA: DeviceSetting[] }[] {
  const { option, array, controller, inverter } = design
  return everyString({ array, controller }).flatMap((each) => {
    if (each.acInverter) return []
    const unitId = controllerIdOf(each, inverter)
    if (unitId === 'inverter') return []
    const own = option.controller.further.find(({ id }) => id === each.id)
    const setA = own ? own.setA : option.controller.setA
    const outputA = each.strings.outputA.value
    return [
      {
        unitId,
        setA: [
          figure('Charge current, at most', setA ?? outputA, 'A', 0, {
            isLimit: true,
            safe: `all sources together up to ${formatQuantity(design.battery.bank?.maxChargeA ?? 0, 'A', 0)}`,
            from: setA === null ? 'its rating, or what the bank bears' : 'entered',
          }),
        ],
      },
    ]
  })
}

function cutSettings(design: Design): DeviceSetting[] {
  const { cells, kind, lowV, sheetLowV, isOwn, sheet } = bankVolts(design)
  return [
    figure('Low cut-off', lowV, 'V', 1, {
      safe: `from ${formatQuantity(sheetLowV, 'V', 1)}`,
      from: isOwn.lowCutoffV === null ? sheet : 'entered',
    }),
    figure('Comes back at', cells * RECONNECT_V_PER_CELL[kind], 'V', 1, {
      safe: 'well above the cut-off, so that it does not chatter',
      from: 'assumption of Yard Lamp',
      isAssumed: true,
    }),
  ]
}

function inverterSettings(design: Design, charge: readonly DeviceSetting[]): DeviceSetting[] {
  const { inverter, backup, option } = design
  if (!inverter.item) return []
  const charges = backup.charge?.builtIn === true
  return [
    ...cutSettings(design),
    figure('Output', inverter.item.mainsVoltageV, 'V', 0, { from: itemName(inverter.item) }),
    figure('Frequency', inverter.item.mainsFrequencyHz, 'Hz', 0, { from: itemName(inverter.item) }),
    ...(option.inverter.searchMode ? [choice('Search mode', 'on', { from: 'entered' })] : []),
    ...(charges ? [...charge, ...currentOf(design)] : []),
    ...(charges ? inputLimit(design) : []),
    choice('Neutral to earth', BOND_LABEL[option.backup.bond], {
      safe: 'one joint at any moment',
      from: option.backup.bond === 'unanswered' ? 'not answered yet' : 'entered',
      isAssumed: option.backup.bond === 'unanswered',
    }),
  ]
}

const currentOf = ({ backup, battery }: Design): DeviceSetting[] =>
  backup.charge
    ? [
        figure('Charge current', backup.charge.currentA.value, 'A', 0, {
          isLimit: true,
          safe: `all sources together up to ${formatQuantity(battery.bank?.maxChargeA ?? 0, 'A', 0)}`,
          from: backup.charge.currentA.from,
        }),
      ]
    : []

const inputLimit = ({ option: { backup } }: Design): DeviceSetting[] =>
  backup.inputSetA === null && backup.inletA === null
    ? []
    : [
        figure('Input limit', backup.inputSetA ?? backup.inletA ?? 0, 'A', 0, {
          isLimit: true,
          safe: backup.inletA === null ? '' : `up to ${formatQuantity(backup.inletA, 'A', 0)}, inlet and lead`,
          from: 'entered',
        }),
      ]

const chargerSettings = (design: Design, charge: readonly DeviceSetting[]): DeviceSetting[] =>
  design.backup.charge && !design.backup.charge.builtIn ? [...charge, ...currentOf(design), ...inputLimit(design)] : []

const engineSettings = ({ backup }: Design, charge: readonly DeviceSetting[]): DeviceSetting[] =>
  backup.alternator?.charger
    ? [
        ...charge,
        figure('Charge current', backup.alternator.currentA.value, 'A', 0, {
          isLimit: true,
          safe: 'what the alternator bears hot and at idle',
          from: backup.alternator.currentA.from,
        }),
      ]
    : []

/** When the bank is full: volts held, and the current that is left. Null while there is no bank. */
export function fullWhen(design: Design): { readonly absorptionV: number; readonly tailA: number } | null {
  const { bank, item } = design.battery
  if (!bank || !item) return null
  return { absorptionV: bankVolts(design).absorptionV, tailA: TAIL_FRACTION * bank.capacityAh }
}

function monitorSettings(design: Design): DeviceSetting[] {
  const { battery } = design
  const { bank, item } = battery
  if (!bank || !item || !design.option.battery.monitored) return []
  const full = fullWhen(design)
  if (!full) return []
  const { absorptionV, tailA } = full
  return [
    figure('Capacity', bank.capacityAh, 'Ah', 0, { from: itemName(item) }),
    figure('Full above', absorptionV - (CHARGED_BELOW_V_PER_12 * bank.voltageV.value) / 12, 'V', 1, {
      from: 'a little below absorption',
      isAssumed: true,
    }),
    figure('and below', tailA, 'A', 1, {
      from: `${formatPercent(TAIL_FRACTION)} of the capacity`,
      isAssumed: true,
    }),
    choice('Charge efficiency', formatPercent(Math.sqrt(item.roundTripEfficiency)), { from: itemName(item) }),
    choice('All that flows passes the shunt', 'yes', { safe: 'no load and no charger past it' }),
  ]
}

function generatorSettings({ backup, option }: Design): DeviceSetting[] {
  if (option.backup.kind !== 'generator') return []
  const share = (label: string, known: typeof backup.startAt): DeviceSetting => ({
    label,
    text: formatPercent(known.value),
    value: known.value * 100,
    unit: '%',
    safe: '',
    from: known.from,
    isAssumed: known.origin === 'assumption',
    isLimit: false,
  })
  return [
    share('Starts at a charge of', backup.startAt),
    share('Stops at', backup.stopAt),
    ...(backup.generator ? [choice('Starts', backup.generator.autoStart ? 'by itself' : 'by hand')] : []),
    choice('Frequency', `${formatNumber(backup.generator?.mainsFrequencyHz ?? 50)} Hz`),
  ]
}
