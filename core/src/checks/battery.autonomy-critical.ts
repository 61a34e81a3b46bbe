import { setOption } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

/** Days without sun a critical site carries at least, where nothing starts by itself. Source: common practice. */
const LEAST_DAYS = 2

export const batteryAutonomyCritical = defineCheck({
  id: 'battery.autonomy-critical',
  link: 'battery',
  severity: 'fault',
  fires: 'a critical site without at least two days of battery or an automatic backup',
  find(job, { battery: { bank }, backup }) {
    if (!job.site.critical || !bank || bank.carriesDays.value >= LEAST_DAYS - 1e-6) return []
    const automatic = backup.charge !== null && (backup.kind === 'mains' || backup.generator?.autoStart === true)
    if (automatic) return []
    return [
      {
        message: `The site is critical, the bank carries ${formatQuantity(bank.carriesDays.value, 'days', 1)}, and nothing starts by itself when it is empty.`,
        remedy: 'At least two days of battery, or a generator that starts by itself.',
        place: 'battery.autonomyDays',
        changes: [
          setOption('Days without sun left to the design', {
            part: 'battery',
            patch: { autonomyDays: null, parallel: null },
          }),
        ],
      },
    ]
  },
})
