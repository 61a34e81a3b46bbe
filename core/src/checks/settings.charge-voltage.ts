import { setOption } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

/** What meters and settings round to, V of the bank. */
const STEP_V = 0.05

export const settingsChargeVoltage = defineCheck({
  id: 'settings.charge-voltage',
  link: 'battery',
  severity: 'danger',
  fires: 'absorption or float set above the battery’s limit',
  find(_job, { battery: { bank, item }, option }) {
    if (!bank || !item) return []
    const { settings } = option.battery
    const limits = {
      absorptionV: { said: 'Absorption', mostV: bank.absorptionV },
      floatV: { said: 'Float', mostV: (bank.absorptionV / item.absorptionV) * item.floatV },
    } as const
    return (['absorptionV', 'floatV'] as const).flatMap((field): Found[] => {
      const setV = settings[field]
      const { said, mostV } = limits[field]
      if (setV === null || setV <= mostV + STEP_V) return []
      return [
        {
          message: `${said} is set to ${formatQuantity(setV, 'V', 1)}; ${item.model} allows ${formatQuantity(mostV, 'V', 1)}. Lead-acid gasses and dries out, lithium is cut off or catches fire.`,
          remedy: 'The maker’s figure, in every charger.',
          place: `battery.settings.${field}`,
          changes: [
            setOption('Take the maker’s figure', {
              part: 'battery',
              patch: { settings: { ...settings, [field]: null } },
            }),
          ],
        },
      ]
    })
  },
})
