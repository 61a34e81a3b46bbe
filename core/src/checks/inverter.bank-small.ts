import { LET_GO } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

/** Assumption of Yard Lamp. */
const KWH_PER_KW = 2

export const inverterBankSmall = defineCheck({
  id: 'inverter.bank-small',
  link: 'inverter',
  severity: 'advice',
  fires: 'lead-acid bank kWh below twice the inverter’s kW',
  find(_job, { battery: { bank, item: battery }, inverter: { item, quantity } }) {
    if (!bank || !battery?.chemistry.endsWith('lead-acid') || !item) return []
    const inverterKw = (item.continuousW * quantity) / 1000
    const bankKwh = bank.energyWh.value / 1000
    if (bankKwh >= KWH_PER_KW * inverterKw - 1e-9) return []
    return [
      {
        message: `The lead-acid bank holds ${formatQuantity(bankKwh, 'kWh')} for an inverter of ${formatQuantity(inverterKw, 'kW')}: below ${KWH_PER_KW} kWh for each kW its voltage sags and the inverter cuts out.`,
        remedy: 'A larger bank, a smaller inverter, or lithium.',
        place: 'battery.parallel',
        changes: [LET_GO.inverter, LET_GO.battery],
      },
    ]
  },
})
