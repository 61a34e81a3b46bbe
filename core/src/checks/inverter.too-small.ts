import { formatQuantity } from '../units/format.ts'
import { LET_GO } from './change.ts'
import { defineCheck, type Found } from './check.ts'

export const inverterTooSmall = defineCheck({
  id: 'inverter.too-small',
  link: 'inverter',
  severity: 'fault',
  find(_job, { inverter: { item, quantity, requiredW, requiredVA } }) {
    if (!item) return []
    const compared = [
      { neededIn: requiredW.value, rated: item.continuousW * quantity, unit: 'W' },
      { neededIn: requiredVA.value, rated: item.continuousVA * quantity, unit: 'VA' },
    ]
    return compared
      .filter(({ neededIn, rated }) => neededIn > rated * (1 + 1e-9))
      .map(
        ({ neededIn, rated, unit }): Found => ({
          message: `What runs together asks for ${formatQuantity(Math.round(neededIn), unit)} with headroom and heat; the inverter gives ${formatQuantity(rated, unit)}.`,
          remedy: 'A larger inverter, one more in parallel, or loads that do not run together.',
          place: 'inverter.itemId',
          changes: [LET_GO.inverter],
        }),
      )
  },
})
