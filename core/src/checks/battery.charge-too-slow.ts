import { LEAST_LEAD_ACID_RATE_PER_H } from '../array/required.ts'
import { LET_GO, setOption } from '../edit/offers.ts'
import { formatPercent, formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

/** Charge current as a share of capacity, 1/h. Source: common practice. */
const ADVISED_RATE_PER_H = 0.1

export const batteryChargeTooSlow = defineCheck({
  id: 'battery.charge-too-slow',
  link: 'battery',
  severity: 'fault',
  fires: 'lead-acid charged below 5 % of capacity; advice below 10 %',
  find(_job, { battery: { bank, item }, controller, backup }) {
    if (!bank || !item?.chemistry.endsWith('lead-acid') || controller.chargeA <= 0) return []
    const rate = Math.max(controller.chargeA, backup.chargeA) / bank.capacityAh
    if (rate >= ADVISED_RATE_PER_H - 1e-9) return []
    return [
      {
        severity: rate < LEAST_LEAD_ACID_RATE_PER_H - 1e-9 ? 'fault' : 'advice',
        message: `The strongest source charges with ${formatQuantity(Math.max(controller.chargeA, backup.chargeA), 'A')}, ${formatPercent(rate, 1)} of the bank’s ${formatQuantity(bank.capacityAh, 'Ah')}: below ${formatPercent(rate < LEAST_LEAD_ACID_RATE_PER_H - 1e-9 ? LEAST_LEAD_ACID_RATE_PER_H : ADVISED_RATE_PER_H)} lead-acid is never stirred nor full, and sulphates.`,
        remedy: 'More array, a charger, or a smaller bank.',
        place: 'array.panelId',
        changes: [
          setOption('Size the array to refill the bank in a week', { part: 'array', patch: { sizing: 'recover' } }),
          LET_GO.battery,
        ],
      },
    ]
  },
})
