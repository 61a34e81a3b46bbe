import { COMFORTABLE_CURRENT_A, HIGHEST_CURRENT_A } from '../battery/system-voltage.ts'
import { SYSTEM_VOLTAGES_V } from '../catalogue/voltage-class.ts'
import { chooseVoltage } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

export const voltageCurrentHigh = defineCheck({
  id: 'voltage.current-high',
  link: 'battery',
  severity: 'fault',
  fires: 'full inverter power over 200 A at the battery; advice from 100 A',
  find(_job, design) {
    const { inverter, battery } = design
    const currentA = inverter.fullCurrentA?.value ?? 0
    if (currentA < COMFORTABLE_CURRENT_A) return []
    const high = currentA > HIGHEST_CURRENT_A
    const higher = SYSTEM_VOLTAGES_V.find((volts) => volts > battery.systemVoltageV.value) ?? null
    return [
      {
        severity: high ? 'fault' : 'advice',
        message: `The inverter at full power draws ${formatQuantity(currentA, 'A')} from ${battery.systemVoltageV.value} V; ${high ? `above ${HIGHEST_CURRENT_A} A cable, fuse and terminals become hard to build` : `from ${COMFORTABLE_CURRENT_A} A cable and terminals are heavy`}.`,
        remedy:
          higher === null
            ? 'Choose a smaller inverter, or divide the loads between two systems.'
            : 'Choose a higher system voltage.',
        place: 'battery.systemVoltageV',
        changes: higher === null ? [] : [{ label: `${higher} V`, edits: [chooseVoltage(design, higher)] }],
      },
    ]
  },
})
