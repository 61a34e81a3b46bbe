import { z } from 'zod'
import { voltageClassV } from '../catalogue/voltage-class.ts'
import { InputError, outOfDomain } from '../method/input-error.ts'
import { defineMethod } from '../method/method.ts'
import { AIR_RANGE_C, count, quantity, share } from '../method/quantity.ts'
import { LEAD_ACID_COLD_FACTOR } from '../tables/lead-acid-cold-factor.ts'
import { hydrogenAirflow, shortCircuit } from './safety-methods.ts'

const busDaily = quantity('E', 'energy a day at the battery bus', 'Wh', { min: 0 })
const bankEnergy = quantity('E_bank', 'nominal energy of the bank', 'Wh', { above: 0 })
/** Rounding guard for whole units: a need met to one part in 10⁹ is met. */
const WHOLE_UNIT_TOLERANCE = 1e-9

export const requiredCapacity = defineMethod({
  id: 'battery.required-capacity',
  title: 'How large the bank must be',
  inputs: {
    busDailyEnergyWh: busDaily,
    autonomyDays: quantity('D', 'days without sun', 'd', { above: 0 }),
    depthOfDischarge: share('DoD', 'depth it may be used to'),
    systemVoltageV: quantity('V', 'system voltage', 'V', { above: 0 }),
    temperatureFactor: share('f_T', 'capacity left in the cold').default(1),
    agingFactor: share('f_A', 'capacity left with age').default(1),
  },
  outputs: {
    usableEnergyWh: quantity('E_use', 'energy to be used', 'Wh'),
    nominalEnergyWh: quantity('E_nom', 'nominal energy needed', 'Wh'),
    nominalCapacityAh: quantity('C', 'nominal capacity needed', 'Ah'),
  },
  formula: [
    '{usableEnergyWh} = {busDailyEnergyWh} × {autonomyDays}',
    '{nominalEnergyWh} = {usableEnergyWh} ÷ ({depthOfDischarge} × {temperatureFactor} × {agingFactor})',
    '{nominalCapacityAh} = {nominalEnergyWh} ÷ {systemVoltageV}',
  ],
  source: 'IEEE 1013-2019 (lead-acid in stand-alone PV); the same chain for other chemistries',
  notes: 'One divides by the depth; adding a percentage instead falls short.',
  compute(input) {
    const usableEnergyWh = input.busDailyEnergyWh * input.autonomyDays
    const nominalEnergyWh = usableEnergyWh / (input.depthOfDischarge * input.temperatureFactor * input.agingFactor)
    return { usableEnergyWh, nominalEnergyWh, nominalCapacityAh: nominalEnergyWh / input.systemVoltageV }
  },
})

export const bank = defineMethod({
  id: 'battery.bank',
  title: 'Whole units in series and parallel',
  inputs: {
    unitVoltageV: quantity('V_u', 'voltage of a unit', 'V', { above: 0 }),
    unitCapacityAh: quantity('C_u', 'capacity of a unit', 'Ah', { above: 0 }),
    systemVoltageV: quantity('V', 'system voltage', 'V', { above: 0 }),
    requiredCapacityAh: quantity('C', 'capacity needed', 'Ah', { above: 0 }),
    seriesAllowed: z.boolean({ error: () => 'true or false' }).default(true),
  },
  outputs: {
    series: count('n_s', 'units in series'),
    parallel: count('n_p', 'strings in parallel'),
    units: count('n', 'units'),
    bankVoltageV: quantity('V_b', 'voltage of the bank', 'V'),
    bankCapacityAh: quantity('C_b', 'capacity of the bank', 'Ah'),
    bankEnergyWh: quantity('E_b', 'energy of the bank', 'Wh'),
  },
  formula: [
    '{series} = class of {systemVoltageV} ÷ class of {unitVoltageV}',
    '{parallel} = {requiredCapacityAh} ÷ {unitCapacityAh}, rounded up',
    '{units} = {series} × {parallel}',
    '{bankEnergyWh} = {series} × {unitVoltageV} × {parallel} × {unitCapacityAh}',
  ],
  source: 'Series adds voltage, parallel adds capacity; voltage classes 2, 6, 8, 12, 24, 36, 48',
  notes: '12.8 V counts as 12, 25.6 V as 24, 51.2 V as 48. Units with their own BMS may often not be put in series.',
  compute({ unitVoltageV, unitCapacityAh, systemVoltageV, requiredCapacityAh, seriesAllowed }) {
    const series = seriesCount(unitVoltageV, systemVoltageV, seriesAllowed)
    const parallel = Math.max(1, Math.ceil(requiredCapacityAh / unitCapacityAh - WHOLE_UNIT_TOLERANCE))
    const bankVoltageV = series * unitVoltageV
    const bankCapacityAh = parallel * unitCapacityAh
    return {
      series,
      parallel,
      units: series * parallel,
      bankVoltageV,
      bankCapacityAh,
      bankEnergyWh: bankVoltageV * bankCapacityAh,
    }
  },
})

/** Units in series to reach the system's voltage class. Refused where they do not divide or may not be put in series. */
function seriesCount(unitVoltageV: number, systemVoltageV: number, seriesAllowed: boolean): number {
  const classes = '2, 6, 8, 12, 24, 36 or 48 V within 8 %'
  const unitClassV = voltageClassV(unitVoltageV)
  if (unitClassV === null) throw outOfDomain('unitVoltageV', unitVoltageV, classes)
  const systemClassV = voltageClassV(systemVoltageV)
  if (systemClassV === null) throw outOfDomain('systemVoltageV', systemVoltageV, classes)
  const series = systemClassV / unitClassV
  if (!Number.isInteger(series)) {
    throw outOfDomain('unitVoltageV', unitVoltageV, `a unit whose voltage divides ${systemClassV} V into whole units`)
  }
  if (series > 1 && !seriesAllowed) {
    throw outOfDomain('seriesAllowed', false, `a ${systemClassV} V unit: these may only be put in parallel`)
  }
  return series
}

export const leadAcidTemperatureFactor = defineMethod({
  id: 'battery.lead-acid-temperature-factor',
  title: 'What the cold takes from lead-acid',
  inputs: {
    electrolyteC: quantity('T', 'electrolyte temperature, the coldest it is used at', '°C', AIR_RANGE_C),
  },
  outputs: {
    sizeMultiplier: quantity('k_T', 'size multiplier', ''),
    temperatureFactor: quantity('f_T', 'capacity left', ''),
  },
  formula: [
    '{sizeMultiplier} from the table at {electrolyteC}',
    '{temperatureFactor} = 1 ÷ {sizeMultiplier}, not above 1',
  ],
  source: 'IEEE 485-2020, Table 1, linear between rows',
  notes: 'Held above the table; below −3.9 °C the maker’s figure is needed.',
  compute({ electrolyteC }) {
    const table = LEAD_ACID_COLD_FACTOR
    if (!(electrolyteC >= table[0].electrolyteC)) {
      throw outOfDomain(
        'electrolyteC',
        electrolyteC,
        `a number from ${table[0].electrolyteC} °C; below it the maker’s figure is needed`,
      )
    }
    const sizeMultiplier = interpolate(
      table.map((row) => [row.electrolyteC, row.sizeMultiplier] as const),
      electrolyteC,
    )
    return { sizeMultiplier, temperatureFactor: Math.min(1, 1 / sizeMultiplier) }
  },
})

export const sheetTemperatureFactor = defineMethod({
  id: 'battery.sheet-temperature-factor',
  title: 'Capacity left in the cold, from the unit’s sheet',
  inputs: {
    cellC: quantity('T', 'cell temperature, the coldest it is used at', '°C', AIR_RANGE_C),
    capacityPoints: z
      .array(
        z.strictObject({
          cellC: quantity('T', 'temperature', '°C', AIR_RANGE_C),
          factor: share('f', 'capacity left'),
        }),
      )
      .min(1, { error: () => 'at least one point' }),
  },
  outputs: { temperatureFactor: quantity('f_T', 'capacity left', '') },
  formula: ['{temperatureFactor} from the sheet at {cellC}, linear between points'],
  source: 'Data-sheet of the unit',
  notes: 'Held above the warmest point; refused below the coldest, where the sheet says nothing.',
  compute({ cellC, capacityPoints }) {
    const points = capacityPoints.map((point) => [point.cellC, point.factor] as const).sort((a, b) => a[0] - b[0])
    const coldestC = points[0]?.[0] ?? 0
    if (!(cellC >= coldestC))
      throw outOfDomain('cellC', cellC, `a number from ${coldestC} °C, the coldest point of the sheet`)
    return { temperatureFactor: interpolate(points, cellC) }
  },
})

/** Linear between rows sorted by x, held at both ends. */
function interpolate(rows: readonly (readonly [x: number, y: number])[], x: number): number {
  const first = rows[0]
  if (!first || x <= first[0]) return first?.[1] ?? 0
  let before = first
  for (const row of rows) {
    if (x <= row[0]) return before[1] + ((row[1] - before[1]) * (x - before[0])) / (row[0] - before[0] || 1)
    before = row
  }
  return before[1]
}

export const autonomy = defineMethod({
  id: 'battery.autonomy',
  title: 'How long the bank carries the day',
  inputs: {
    bankEnergyWh: bankEnergy,
    depthOfDischarge: share('DoD', 'depth it may be used to'),
    temperatureFactor: share('f_T', 'capacity left in the cold').default(1),
    agingFactor: share('f_A', 'capacity left with age').default(1),
    busDailyEnergyWh: quantity('E', 'energy a day at the battery bus', 'Wh', { above: 0 }),
  },
  outputs: {
    usableEnergyWh: quantity('E_use', 'usable energy', 'Wh'),
    autonomyDays: quantity('D', 'days without sun', 'd'),
  },
  formula: [
    '{usableEnergyWh} = {bankEnergyWh} × {depthOfDischarge} × {temperatureFactor} × {agingFactor}',
    '{autonomyDays} = {usableEnergyWh} ÷ {busDailyEnergyWh}',
  ],
  source: 'battery.required-capacity read backwards',
  notes: 'Nominal capacity is not usable capacity.',
  compute(input) {
    const usableEnergyWh = input.bankEnergyWh * input.depthOfDischarge * input.temperatureFactor * input.agingFactor
    return { usableEnergyWh, autonomyDays: usableEnergyWh / input.busDailyEnergyWh }
  },
})

export const life = defineMethod({
  id: 'battery.life',
  title: 'Years from the life curve',
  inputs: {
    busDailyEnergyWh: busDaily,
    bankEnergyWh: bankEnergy,
    cycleLife: z
      .array(z.strictObject({ depth: share('d', 'depth'), cycles: quantity('N', 'cycles', '', { above: 0 }) }), {
        error: () => 'a list of {depth, cycles}',
      })
      .min(1, { error: () => 'at least one point of depth and cycles' }),
    calendarYears: quantity('Y', 'calendar life', 'y', { above: 0 }),
  },
  outputs: {
    dailyDepth: quantity('d', 'depth a day uses', ''),
    cycles: quantity('N', 'cycles at that depth', ''),
    years: quantity('Y', 'years', 'y'),
  },
  formula: [
    '{dailyDepth} = {busDailyEnergyWh} ÷ {bankEnergyWh}',
    '{cycles} from the curve, straight on log-log paper, held at its ends',
    '{years} = the smaller of {cycles} ÷ 365.25 and {calendarYears}',
  ],
  source: 'Cycle-life curve of the unit’s sheet',
  notes: 'One cycle a day at the average depth.',
  compute({ busDailyEnergyWh, bankEnergyWh, cycleLife, calendarYears }) {
    const dailyDepth = busDailyEnergyWh / bankEnergyWh
    const points = cycleLife
      .map((point) => [Math.log(point.depth), Math.log(point.cycles)] as const)
      .sort((a, b) => a[0] - b[0])
    const repeated = points.findIndex((point, i) => i > 0 && point[0] === points[i - 1]?.[0])
    if (repeated > 0)
      throw new InputError(
        'OUT_OF_DOMAIN',
        'cycleLife',
        'cycleLife: the same depth came twice; allowed: each depth once',
      )
    const cycles = Math.exp(interpolate(points, Math.log(Math.max(dailyDepth, Number.MIN_VALUE))))
    return { dailyDepth, cycles, years: Math.min(cycles / 365.25, calendarYears) }
  },
})

export const cost = defineMethod({
  id: 'battery.cost',
  title: 'What a cycle and a kilowatt-hour cost',
  inputs: {
    bankPrice: quantity('€', 'price of the bank', 'money', { min: 0 }),
    bankEnergyWh: bankEnergy,
    depthOfDischarge: share('DoD', 'depth of each cycle'),
    cycles: quantity('N', 'cycles a bank lasts', '', { above: 0 }),
    horizonCycles: quantity('H', 'cycles wanted over the horizon', '', { above: 0 }),
  },
  outputs: {
    sets: count('k', 'banks bought'),
    costPerCycle: quantity('c_c', 'price of a cycle', 'money'),
    costPerKwh: quantity('c_E', 'price of a kWh delivered', 'money/kWh'),
  },
  formula: [
    '{sets} = {horizonCycles} ÷ {cycles}, rounded up',
    '{costPerCycle} = {bankPrice} × {sets} ÷ {horizonCycles}',
    '{costPerKwh} = {costPerCycle} ÷ ({bankEnergyWh} × {depthOfDischarge} ÷ 1000)',
  ],
  source: 'Arithmetic; no interest, no scrap value',
  notes: 'Whole banks are bought: one cycle past the end of life costs another bank.',
  compute({ bankPrice, bankEnergyWh, depthOfDischarge, cycles, horizonCycles }) {
    const sets = Math.max(1, Math.ceil(horizonCycles / cycles - WHOLE_UNIT_TOLERANCE))
    const costPerCycle = (bankPrice * sets) / horizonCycles
    return { sets, costPerCycle, costPerKwh: costPerCycle / ((bankEnergyWh * depthOfDischarge) / 1000) }
  },
})

export const batteryMethods = [
  requiredCapacity,
  bank,
  leadAcidTemperatureFactor,
  sheetTemperatureFactor,
  autonomy,
  life,
  cost,
  hydrogenAirflow,
  shortCircuit,
]
