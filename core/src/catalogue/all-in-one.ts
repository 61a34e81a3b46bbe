import { NO_OUTSIDE } from './outsides.ts'
import type { AllInOne, Controller, Inverter } from './schema.ts'
import { NO_SUPPLY } from './suppliers.ts'

/** An all-in-one seen as an inverter: what stands on the parts list. */
export function asInverter(item: AllInOne): Inverter {
  const { maxInputV, mpptMinV, startHeadroomV, maxInputA, inputs, maxPvPowerW, ratedOutputA, ...rest } = item
  const { terminalMaxMm2, maxInputPowerW, leastSetA, runHeadroomV, ...side } = rest
  return { ...side, kind: 'inverter' }
}

/** The controller inside an all-in-one: it costs and weighs nothing beside it. */
export function asController(item: AllInOne): Controller {
  const { id, maker, model, maxInputV, mpptMinV, startHeadroomV, maxInputA, inputs, maxPvPowerW, ratedOutputA } = item
  const { maxInputPowerW, leastSetA, runHeadroomV } = item
  return {
    maxInputPowerW,
    leastSetA,
    runHeadroomV,
    kind: 'controller',
    id,
    maker,
    model,
    price: 0,
    weightKg: 0,
    technology: 'mppt',
    batteryVoltagesV: [item.dcVoltageV],
    maxInputV,
    mpptMinV,
    startHeadroomV,
    maxInputA,
    inputs,
    maxPvPowerW,
    ratedOutputA,
    terminalMaxMm2: item.terminalMaxMm2,
    efficiency: item.efficiency,
    ...NO_OUTSIDE,
    ...NO_SUPPLY,
  }
}
