import { setOption } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

export const batteryAutonomyShort = defineCheck({
  id: 'battery.autonomy-short',
  link: 'battery',
  severity: 'advice',
  fires: 'autonomy delivered below the brief, counting what the site does to capacity',
  find(_job, { battery: { bank, autonomyDays, requiredNominalWh } }) {
    if (!bank || !requiredNominalWh || bank.carriesDays.value >= autonomyDays.value * (1 - 1e-6)) return []
    // A bank below its requirement is the graver check battery.too-small.
    if (bank.energyWh.value < requiredNominalWh.value * (1 - 1e-6)) return []
    const strings = Math.ceil((autonomyDays.value / bank.carriesDays.value) * bank.parallel.value - 1e-9)
    return [
      {
        message: `With idle draw, cold and age counted the bank carries ${formatQuantity(bank.carriesDays.value, 'days', 1)}; the brief asks for ${formatQuantity(autonomyDays.value, 'days')}.`,
        remedy: 'Size with every factor, or with more strings.',
        place: 'battery.autonomyDays',
        changes: [
          setOption('Size with every factor', { part: 'battery', patch: { sizing: 'full', parallel: null } }),
          setOption(`${strings} strings`, { part: 'battery', patch: { parallel: strings } }),
        ],
      },
    ]
  },
})
