import { z } from 'zod'
import { bank, requiredCapacity } from '../battery/methods.ts'
import { SYSTEM_VOLTAGES_V } from '../catalogue/voltage-class.ts'
import { DEFAULTS } from '../job/defaults.ts'
import { busEnergy } from '../loads/bus-methods.ts'
import { loadDailyEnergy } from '../loads/methods.ts'
import { choice, count, quantity, share } from '../method/quantity.ts'
import { formatPercent, formatQuantity } from '../units/format.ts'
import { assumed, assumedOf, entered, type Known, Working } from '../working/working.ts'
import { fieldsOf, parsed, type QuickAnswer, type QuickCalculator } from './fields.ts'

const volts = choice(SYSTEM_VOLTAGES_V.map(String) as [string, ...string[]]).meta({ label: 'system voltage, V' })
const bankUnit = {
  systemVoltageV: volts,
  unitVoltageV: quantity('V_u', 'battery unit', 'V', { above: 0, max: 100 }),
  unitCapacityAh: quantity('C_u', 'battery unit', 'Ah', { above: 0, max: 10_000 }),
}
const oneLoad = z.strictObject({
  quantity: count('n', 'how many', 1, 10_000),
  powerW: quantity('P', 'watts of one while it runs', 'W', { above: 0, max: 1e6 }),
  hoursPerDay: quantity('h', 'hours a day', 'h', { above: 0, max: 24 }),
  dutyCycle: share('d', 'share of that time it draws').default(1),
  onAc: z
    .boolean({ error: () => 'true or false' })
    .default(true)
    .meta({ label: 'runs on AC, through an inverter' }),
  autonomyDays: quantity('D', 'days without sun', 'd', { above: 0, max: 60 }),
  depthOfDischarge: share('DoD', 'depth the battery may be used to'),
  ...bankUnit,
})
const blockLoad = z.strictObject({
  powerW: quantity('P', 'block load', 'W', { above: 0, max: 1e6 }),
  hoursPerDay: quantity('h', 'for so many hours', 'h', { above: 0, max: 24 }),
  days: quantity('D', 'for so many days', 'd', { above: 0, max: 60 }),
  inverterEfficiency: share('η', 'inverter efficiency').default(DEFAULTS.inverterEfficiency.value),
  temperatureFactor: share('f_T', 'capacity left in the cold').default(0.9),
  depthOfDischarge: share('DoD', 'depth the battery may be used to').default(0.5),
  ...bankUnit,
})

/** Idle draw of an inverter not chosen yet. Assumptions of Yard Lamp. */
const QUICK_INVERTER = { idleShare: 0.01, leastIdleW: 5 } as const

/** The bank of whole units, and what one string less or more would be. */
function bankOf(
  working: Working,
  input: { systemVoltageV: string; unitVoltageV: number; unitCapacityAh: number },
  requiredAh: Known,
): Pick<QuickAnswer, 'headlines' | 'said'> {
  const built = working.apply(bank, {
    unitVoltageV: entered(input.unitVoltageV, 'entered'),
    unitCapacityAh: entered(input.unitCapacityAh, 'entered'),
    systemVoltageV: entered(Number(input.systemVoltageV), 'entered'),
    requiredCapacityAh: requiredAh,
  })
  const [strings, series] = [built.parallel.value, built.series.value]
  const over = (n: number) => (n * input.unitCapacityAh) / requiredAh.value - 1
  const way = (n: number) =>
    `${n === 1 ? '1 string' : `${n} strings`} of ${series}: ${over(n) < 0 ? `${formatPercent(-over(n))} short` : `${formatPercent(over(n))} over`}`
  return {
    headlines: [
      {
        label: 'units',
        text: `${built.units.value} × ${formatQuantity(input.unitVoltageV, 'V')} ${formatQuantity(input.unitCapacityAh, 'Ah')}`,
      },
      { label: 'needed', text: formatQuantity(requiredAh.value, 'Ah') },
      { label: 'bank', text: formatQuantity(built.bankEnergyWh.value / 1000, 'kWh') },
    ],
    said: [...(strings > 1 ? [way(strings - 1)] : []), way(strings), way(strings + 1)],
  }
}

export const chains: readonly QuickCalculator[] = [
  {
    id: 'one-load-to-bank',
    title: 'One load to a battery bank',
    family: 'From a load to a bank',
    fields: fieldsOf(oneLoad),
    example: {
      quantity: 1,
      powerW: 60,
      hoursPerDay: 24,
      dutyCycle: 0.35,
      onAc: true,
      autonomyDays: 2,
      depthOfDischarge: 0.8,
      systemVoltageV: '12',
      unitVoltageV: 12.8,
      unitCapacityAh: 100,
    },
    answer(values) {
      const input = parsed(oneLoad, values)
      const working = new Working('battery')
      const day = working.apply(loadDailyEnergy, {
        quantity: entered(input.quantity, 'entered'),
        powerW: entered(input.powerW, 'entered'),
        hoursPerDay: entered(input.hoursPerDay, 'entered'),
        dutyCycle: entered(input.dutyCycle, 'entered'),
      })
      const nothing = entered(0, 'none')
      const idleW = Math.max(QUICK_INVERTER.leastIdleW, QUICK_INVERTER.idleShare * input.powerW * input.quantity)
      const bus = working.apply(busEnergy, {
        acDailyEnergyWh: input.onAc ? day.dailyEnergyWh : nothing,
        dcDailyEnergyWh: input.onAc ? nothing : day.dailyEnergyWh,
        inverterEfficiency: assumedOf(DEFAULTS.inverterEfficiency),
        inverterIdleW: input.onAc ? assumed(idleW, 'no inverter chosen yet') : nothing,
        inverterHoursPerDay: assumedOf(DEFAULTS.inverterHoursPerDay),
      })
      const need = working.apply(requiredCapacity, {
        busDailyEnergyWh: bus.busDailyEnergyWh,
        autonomyDays: entered(input.autonomyDays, 'entered'),
        depthOfDischarge: entered(input.depthOfDischarge, 'entered'),
        systemVoltageV: entered(Number(input.systemVoltageV), 'entered'),
        agingFactor: assumedOf(DEFAULTS.endOfLifeFactor),
      })
      return { steps: working.steps, ...bankOf(working, input, need.nominalCapacityAh) }
    },
  },
  {
    id: 'block-load-stepwise',
    title: 'Block load, step by step',
    family: 'From a load to a bank',
    fields: fieldsOf(blockLoad),
    example: {
      powerW: 800,
      hoursPerDay: 4,
      days: 1,
      inverterEfficiency: 0.9,
      temperatureFactor: 0.9,
      depthOfDischarge: 0.5,
      systemVoltageV: '24',
      unitVoltageV: 12,
      unitCapacityAh: 200,
    },
    answer(values) {
      const input = parsed(blockLoad, values)
      const working = new Working('battery')
      const day = working.apply(loadDailyEnergy, {
        quantity: entered(1, 'one block'),
        powerW: entered(input.powerW, 'entered'),
        hoursPerDay: entered(input.hoursPerDay, 'entered'),
      })
      const bus = working.apply(busEnergy, {
        acDailyEnergyWh: day.dailyEnergyWh,
        dcDailyEnergyWh: entered(0, 'none'),
        inverterEfficiency: entered(input.inverterEfficiency, 'entered'),
        inverterIdleW: assumed(0, 'the stepwise school leaves it out'),
      })
      const need = working.apply(requiredCapacity, {
        busDailyEnergyWh: bus.busDailyEnergyWh,
        autonomyDays: entered(input.days, 'entered'),
        depthOfDischarge: entered(input.depthOfDischarge, 'entered'),
        systemVoltageV: entered(Number(input.systemVoltageV), 'entered'),
        temperatureFactor: entered(input.temperatureFactor, 'entered'),
      })
      const found = bankOf(working, input, need.nominalCapacityAh)
      return {
        steps: working.steps,
        ...found,
        said: [
          ...found.said,
          'Idle draw, ageing and margin are left out: a job counts them, and asks for 10 to 25 % more.',
        ],
      }
    },
  },
]
