import { setOption } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

export const settingsLowCutoff = defineCheck({
  id: 'settings.low-cutoff',
  link: 'battery',
  severity: 'fault',
  fires: 'low-voltage cut-off set below the battery maker’s, or not set',
  find(_job, { battery: { bank, item }, option }) {
    const setV = option.battery.settings.lowCutoffV
    if (!bank || !item || setV === null || setV >= bank.lowCutoffV - 1e-6) return []
    const sheet = `the maker of ${item.model} gives ${formatQuantity(bank.lowCutoffV, 'V', 1)}`
    return [
      {
        message:
          setV === 0
            ? `The low-voltage cut-off is not set; ${sheet}. Forgotten loads empty the bank until it is spoilt.`
            : `The low-voltage cut-off is set to ${formatQuantity(setV, 'V', 1)}; ${sheet}.`,
        remedy: 'The maker’s figure, in inverter and load disconnect.',
        place: 'battery.settings.lowCutoffV',
        changes: [
          setOption('Take the maker’s figure', {
            part: 'battery',
            patch: { settings: { ...option.battery.settings, lowCutoffV: null } },
          }),
        ],
      },
    ]
  },
})
