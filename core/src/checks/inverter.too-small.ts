import { LET_GO } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

export const inverterTooSmall = defineCheck({
  id: 'inverter.too-small',
  link: 'inverter',
  severity: 'fault',
  fires: 'continuous demand with headroom above the rating (W or VA), heat counted',
  find(_job, { inverter: { item, quantity, requiredW, requiredVA } }) {
    if (!item) return []
    const compared = [
      {
        neededIn: requiredW.value,
        rated: item.continuousW * quantity,
        text: (watts: number) => formatQuantity(watts, 'W'),
      },
      {
        neededIn: requiredVA.value,
        rated: item.continuousVA * quantity,
        text: (voltAmperes: number) => formatQuantity(voltAmperes, 'VA'),
      },
    ]
    const short = compared.filter(({ neededIn, rated }) => neededIn > rated * (1 + 1e-9))
    if (short.length === 0) return []
    const asked = short.map(({ neededIn, text }) => text(Math.round(neededIn))).join(', ')
    const given = short.map(({ rated, text }) => text(rated)).join(', ')
    return [
      {
        message: `What runs together asks for ${asked} with headroom and heat; the inverter gives ${given}.`,
        remedy: 'A larger inverter, one more in parallel, or loads that do not run together.',
        place: 'inverter.itemId',
        changes: [LET_GO.inverter],
      },
    ]
  },
})
