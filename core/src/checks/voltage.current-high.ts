import { SYSTEM_VOLTAGES_V } from '../catalogue/voltage-class.ts'
import { chooseVoltage } from '../edit/offers.ts'
import { COMFORTABLE_CURRENT_A, HIGHEST_CURRENT_A } from '../inverter/full-current.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

export const voltageCurrentHigh = defineCheck({
  id: 'voltage.current-high',
  link: 'battery',
  severity: 'fault',
  fires:
    'full inverter power over 200 A at the battery where a higher voltage is to be had; advice from 100 A, and at the highest voltage over 200 A',
  find(_job, design) {
    const { inverter, battery } = design
    const currentA = inverter.fullCurrentA?.value ?? 0
    if (currentA < COMFORTABLE_CURRENT_A) return []
    const high = currentA > HIGHEST_CURRENT_A
    const higher = SYSTEM_VOLTAGES_V.find((volts) => volts > battery.systemVoltageV.value) ?? null
    // At the highest voltage there is nothing to say of voltage: only very heavy cable is worth a word.
    if (higher === null && !high) return []
    return [
      {
        severity: high && higher !== null ? 'fault' : 'advice',
        message: `The inverter at full power draws ${formatQuantity(currentA, 'A')} from ${battery.systemVoltageV.value} V; ${high ? `above ${HIGHEST_CURRENT_A} A cable, fuse and terminals become hard to build` : `from ${COMFORTABLE_CURRENT_A} A cable and terminals are heavy`}.`,
        remedy:
          higher === null
            ? 'Several inverters, each with leads and a device of its own, and bus bars for the whole current.'
            : 'Choose a higher system voltage.',
        place: 'battery.systemVoltageV',
        changes: higher === null ? [] : [{ label: `${higher} V`, edits: [chooseVoltage(design, higher)] }],
      },
    ]
  },
})
