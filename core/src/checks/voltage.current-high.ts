import { COMFORTABLE_CURRENT_A, HIGHEST_CURRENT_A } from '../battery/system-voltage.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

export const voltageCurrentHigh = defineCheck({
  id: 'voltage.current-high',
  link: 'battery',
  severity: 'fault',
  fires: 'full inverter power over 200 A at the battery; advice from 100 A',
  find(_job, { inverter, battery }) {
    const currentA = inverter.fullCurrentA?.value ?? 0
    if (currentA < COMFORTABLE_CURRENT_A) return []
    const high = currentA > HIGHEST_CURRENT_A
    return [
      {
        severity: high ? 'fault' : 'advice',
        message: `The inverter at full power draws ${formatQuantity(currentA, 'A')} from ${battery.systemVoltageV.value} V; ${high ? `above ${HIGHEST_CURRENT_A} A cable, fuse and terminals become hard to build` : `from ${COMFORTABLE_CURRENT_A} A cable and terminals are heavy`}.`,
        remedy:
          battery.systemVoltageV.value < 48
            ? 'Choose a higher system voltage.'
            : 'Choose a smaller inverter, or divide the loads between two systems.',
        place: 'battery.systemVoltageV',
        changes:
          battery.systemVoltageV.value < 48
            ? [
                {
                  label: `${battery.systemVoltageV.value === 12 ? 24 : 48} V`,
                  part: 'systemVoltageV',
                  patch: battery.systemVoltageV.value === 12 ? 24 : 48,
                },
              ]
            : [],
      },
    ]
  },
})
