import { AC_COUPLED_ID } from '../array/ac-coupled.ts'
import type { ArrayResult } from '../array/link.ts'
import type { BackupResult } from '../backup/link.ts'
import type { BatteryResult } from '../battery/link.ts'
import type { ArrayInverter, CatalogueItem, Controller } from '../catalogue/schema.ts'
import { type ControllerResult, everyString, type StrungArray } from '../controller/link.ts'
import type { InverterResult } from '../inverter/link.ts'
import { boardUnits } from './boards.ts'
import type { Branch } from './branches.ts'
import type { Terminal, Unit } from './plant.ts'
import { terminal, makeUnit as unit } from './unit.ts'

/** What the sizing links chose, as the plant is made from it. */
export interface Chosen {
  readonly battery: BatteryResult
  readonly array: Pick<ArrayResult, 'layout' | 'further'>
  readonly controller: ControllerResult
  readonly inverter: InverterResult
  readonly backup: Pick<BackupResult, 'kind' | 'charge' | 'generator' | 'alternator'>
  readonly hasDc: boolean
  /** What hangs behind the boards. */
  readonly branches: readonly Branch[]
  /** Inverters stand at bus bars of their own, behind a link. */
  readonly staged: boolean
  readonly monitored: boolean
  /** Ids of arrays whose lead is so long outdoors that surges are led off at both its ends. */
  readonly surged: readonly string[]
  /** It stands on a boat, a vehicle or a trailer: its body is the earth. */
  readonly mobile: boolean
}

/** Adds an array's name to what a unit of it is called; the main array needs none. */
const ofArray = (text: string, { name }: Pick<StrungArray, 'name'>): string => (name === '' ? text : `${text}, ${name}`)

export const panelsId = (arrayId: string): string => `panels.${arrayId}`
export const combinerId = (arrayId: string): string => `combiner.${arrayId}`
/** Second stage of the bus bars. */
export const INVERTER_BUS_ID = 'inverter-bus'
export const surgeId = (arrayId: string): string => `surge.${arrayId}`
export const isolatorId = (arrayId: string): string => `isolator.${arrayId}`
/** Of the controller of an array: the inverter where it is inside an all-in-one. */
export const controllerIdOf = (each: StrungArray, inverter: InverterResult): string =>
  each.acInverter ? 'ac-coupled' : isWithin(each, inverter) ? 'inverter' : `controller.${each.id}`

/** Whether an array's controller is inside the all-in-one chosen as inverter. */
export const isWithin = ({ controller }: Pick<StrungArray, 'controller'>, { item }: InverterResult): boolean =>
  controller.id === item?.id

const arrayTerminal = (controller: Controller): Terminal =>
  terminal('array', {
    maxAreaMm2: controller.terminalMaxMm2,
    maxCurrentA: controller.maxInputA,
    maxV: controller.maxInputV,
  })

/** Units of every array: panels, where strings join, its isolator, its controllers. */
function arrayUnits({ array, controller, inverter, surged }: Chosen): Unit[] {
  return everyString({ array, controller }).flatMap((each): Unit[] => {
    const { id: arrayId, panel, quantity, strings } = each
    const panels = quantity * strings.panelsPerString * strings.stringsPerController
    const own = { arrayId }
    const units = [
      unit(panelsId(arrayId), 'panels', 'array', 'array', {
        ...own,
        name: ofArray('Panels', each),
        use: ofArray('panel', each),
        item: panel,
        quantity: panels,
        terminals: [terminal('dc', { maxV: panel.maxSystemV }), terminal('earth')],
      }),
      unit(isolatorId(arrayId), 'isolator', 'wiring', 'array', {
        ...own,
        name: ofArray('Array isolator', each),
        use: ofArray('array isolator', each),
        quantity: quantity * Math.min(each.controller.inputs, strings.stringsPerController),
      }),
    ]
    if (surged.includes(arrayId))
      units.push(
        unit(surgeId(arrayId), 'surge', 'wiring', 'array', {
          ...own,
          name: ofArray('Surge protectors', each),
          use: ofArray('surge protector at either end of the array lead', each),
          quantity: 2 * quantity * Math.min(each.controller.inputs, strings.stringsPerController),
        }),
      )
    if (strings.stringsPerInput > 1) {
      const combiner = {
        ...own,
        name: ofArray('Combiner', each),
        use: ofArray('combiner', each),
        quantity: quantity * Math.min(each.controller.inputs, strings.stringsPerController),
        terminals: [terminal('dc')],
      }
      units.push(unit(combinerId(arrayId), 'combiner', 'controller', 'array', combiner))
    }
    if (each.acInverter) units.push(coupledUnit(each, each.acInverter))
    else if (!isWithin(each, inverter)) {
      units.push(
        unit(controllerIdOf(each, inverter), 'controller', 'controller', 'converter wall', {
          ...own,
          name: ofArray('Controller', each),
          use: ofArray('charge controller', each),
          item: each.controller,
          quantity,
          terminals: [
            arrayTerminal(each.controller),
            terminal('battery', {
              maxAreaMm2: each.controller.terminalMaxMm2,
              maxCurrentA: each.controller.ratedOutputA,
              classesV: each.controller.batteryVoltagesV,
            }),
            terminal('earth'),
          ],
        }),
      )
    }
    return units
  })
}

/** The inverter of an AC-coupled array. */
const coupledUnit = ({ id: arrayId, controller, quantity }: StrungArray, item: ArrayInverter): Unit =>
  unit('ac-coupled', 'ac-coupled', 'inverter', 'converter wall', {
    name: 'AC-coupled array’s inverter',
    use: 'inverter of the AC-coupled array',
    arrayId,
    item,
    quantity,
    terminals: [
      { ...arrayTerminal(controller), maxAreaMm2: null },
      terminal('ac-out', { maxV: item.mainsVoltageV }),
      terminal('earth'),
    ],
  })

/** The bank, its bars, the shunt and the bus bars everything meets at. */
function bankUnits({ battery: { item, bank, systemVoltageV }, inverter, monitored, staged }: Chosen): Unit[] {
  if (!item || !bank) return []
  const several = bank.parallel.value > 1
  return [
    unit('battery', 'battery', 'battery', 'battery room', {
      name: 'Batteries',
      use: 'battery',
      item,
      quantity: bank.units,
      terminals: [terminal('battery', { maxCurrentA: item.maxDischargeA, classesV: [bank.voltageV.value] })],
    }),
    ...(several
      ? [
          unit('bank-bars', 'bank-bars', 'wiring', 'battery room', {
            name: 'Bank bars',
            use: 'bars of the bank',
            terminals: [terminal('battery')],
          }),
        ]
      : []),
    unit('battery-switch', 'battery-switch', 'wiring', 'battery room', {
      name: 'Battery switch',
      use: 'battery switch',
      terminals: [],
    }),
    ...(monitored
      ? [
          unit('shunt', 'shunt', 'battery', 'battery room', {
            name: 'Shunt',
            use: 'shunt of the monitor',
            terminals: [terminal('signal')],
          }),
          unit('monitor', 'monitor', 'battery', 'converter wall', { name: 'Monitor', terminals: [terminal('signal')] }),
        ]
      : []),
    unit('bus', 'bus', 'wiring', 'converter wall', {
      name: 'Bus bars',
      use: 'bus bars',
      terminals: [terminal('battery', { classesV: [systemVoltageV.value] })],
    }),
    ...(staged && inverter.item
      ? [
          unit(INVERTER_BUS_ID, 'inverter-bus', 'wiring', 'converter wall', {
            name: 'Inverter bus bars',
            use: 'bus bars of the inverters',
            terminals: [terminal('battery', { classesV: [systemVoltageV.value] })],
          }),
        ]
      : []),
  ]
}

function inverterUnits(chosen: Chosen): Unit[] {
  const { inverter, array, controller } = chosen
  const { item, quantity } = inverter
  if (!item) return []
  const inside = everyString({ array, controller }).find((each) => isWithin(each, inverter))
  const coupled = array.further.find(({ id }) => id === AC_COUPLED_ID)
  return [
    unit('inverter', 'inverter', 'inverter', 'converter wall', {
      name: inside ? 'All-in-one' : 'Inverter',
      use: 'inverter',
      item,
      quantity,
      terminals: [
        terminal('battery', { classesV: [item.dcVoltageV] }),
        terminal('ac-out', { maxV: item.mainsVoltageV }),
        terminal('ac-in', { maxV: item.mainsVoltageV }),
        terminal('earth'),
        ...(inside ? [arrayTerminal(inside.controller)] : []),
      ],
    }),
    ...(coupled && !coupled.strings
      ? [
          unit('ac-coupled', 'ac-coupled', 'inverter', 'converter wall', {
            name: 'AC-coupled array',
            arrayId: AC_COUPLED_ID,
            terminals: [terminal('ac-out')],
          }),
        ]
      : []),
  ]
}

/** Generator, shore, chargers and what an engine charges through. */
function backupUnits({ backup: { charge, generator, alternator, kind } }: Chosen): Unit[] {
  const units: Unit[] = []
  const wall = 'converter wall'
  if (charge && !charge.builtIn) {
    units.push(
      unit('charger', 'charger', 'backup', wall, {
        name: 'Charger',
        use: 'charger',
        item: charge.item,
        quantity: charge.quantity,
        terminals: [terminal('ac-in'), terminal('battery', { classesV: classesOf(charge.item) })],
      }),
    )
  }
  const source = { terminals: [terminal('ac-out'), terminal('earth')] }
  if (generator)
    units.push(
      unit('generator', 'generator', 'backup', wall, {
        ...source,
        name: 'Generator',
        use: 'generator',
        item: generator,
      }),
    )
  if (charge && kind === 'mains')
    units.push(unit('shore', 'shore', 'backup', wall, { ...source, name: 'Mains or shore' }))
  if (charge && kind === 'generator' && !generator)
    units.push(unit('generator', 'generator', 'backup', wall, { ...source, name: 'Generator' }))
  if (alternator?.byRelay) {
    const vehicle = { classesV: [alternator.vehicleV] }
    units.push(
      unit('engine', 'engine', 'backup', wall, { name: 'Engine', terminals: [terminal('dc')] }),
      unit('relay', 'relay', 'backup', wall, {
        name: 'Joining relay',
        use: 'relay that joins the batteries',
        terminals: [terminal('dc', vehicle), terminal('battery', vehicle)],
      }),
    )
  } else if (alternator?.charger) {
    units.push(
      unit('engine', 'engine', 'backup', wall, { name: 'Engine', terminals: [terminal('dc')] }),
      unit('engine-charger', 'engine-charger', 'backup', wall, {
        name: 'Alternator charger',
        use: 'alternator charger',
        item: alternator.charger,
        terminals: [terminal('dc'), terminal('battery', { classesV: classesOf(alternator.charger) })],
      }),
    )
  }
  return units
}

/** Voltage classes a converter’s battery side is made for, V. */
const classesOf = (item: CatalogueItem): readonly number[] | null =>
  item.kind === 'charger' ? [item.batteryVoltageV] : 'dcVoltageV' in item ? [item.dcVoltageV] : null

/** Everything that stands there. */
export function makeUnits(chosen: Chosen): Unit[] {
  const units = [
    ...arrayUnits(chosen),
    ...bankUnits(chosen),
    ...inverterUnits(chosen),
    ...boardUnits(chosen.branches, { ac: chosen.inverter.item !== null, dc: chosen.hasDc }),
    ...backupUnits(chosen),
  ]
  if (units.length === 0) return []
  const earth = [terminal('earth')]
  return [
    ...units,
    unit('earth-bar', 'earth-bar', 'wiring', 'converter wall', { name: 'Earth bar', terminals: earth }),
    unit('electrode', 'electrode', 'wiring', 'cable runs', {
      name: chosen.mobile ? 'Body or hull' : 'Earth electrode',
      terminals: earth,
    }),
  ]
}
