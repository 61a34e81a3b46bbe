import type { Option } from '../job/schema.ts'
import { defineCheck } from './check.ts'

export const loadNone = defineCheck({
  id: 'load.none',
  link: 'loads',
  severity: 'fault',
  fires:
    'no load though equipment is chosen, or all loads at zero. With nothing chosen yet loads are needed, not wrong',
  find(job, { loads, option }) {
    if (loads.rows.some((row) => row.counted && (row.dailyEnergyWh?.value ?? 0) > 0)) return []
    if (job.loads.length === 0 && !isEquipmentChosen(option)) return []
    const message =
      job.loads.length === 0
        ? 'No load is listed: there is nothing to size for.'
        : 'Every load comes to 0 Wh a day: there is nothing to size for.'
    return [{ message, remedy: 'List what it must run, with watts and hours.', place: 'loads.add' }]
  },
})

const isEquipmentChosen = ({ battery, array, controller, inverter }: Option): boolean =>
  [battery.itemId, array.panelId, controller.itemId, inverter.itemId].some((id) => id !== null)
