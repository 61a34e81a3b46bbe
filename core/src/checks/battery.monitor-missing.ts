import { itemName } from '../catalogue/schema.ts'
import { setOption } from '../edit/offers.ts'
import { defineCheck, type Found } from './check.ts'

export const batteryMonitorMissing = defineCheck({
  id: 'battery.monitor-missing',
  link: 'battery',
  severity: 'advice',
  fires: 'flat-curve chemistry without a shunt monitor, or a load that bypasses it',
  find(job, { option, battery: { bank, item } }) {
    if (!bank || !item) return []
    const flat = !item.chemistry.endsWith('lead-acid')
    const found: Found[] = []
    if (flat && !option.battery.monitored) {
      found.push({
        message: `The voltage of ${itemName(item)} hardly moves between full and empty: without a shunt nobody sees what is left.`,
        remedy: 'A shunt monitor in the one negative.',
        place: 'battery.monitored',
        changes: [setOption('Add a shunt monitor', { part: 'battery', patch: { monitored: true } })],
      })
    }
    if (option.battery.monitored && job.batteryHeating && !job.batteryHeating.seenByMonitor) {
      found.push({
        message:
          'The battery heater bypasses the shunt: the monitor will say more is left than there is, a little more each cold day.',
        remedy: 'Wire the heater on the load side of the shunt, or reset the monitor at each full charge.',
        place: 'battery.heating',
      })
    }
    return found
  },
})
