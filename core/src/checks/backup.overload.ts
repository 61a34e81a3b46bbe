import { itemName } from '../catalogue/schema.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

export const backupOverload = defineCheck({
  id: 'backup.overload',
  link: 'backup',
  severity: 'fault',
  find(_job, { backup: { generator, requiredW, requiredVA, siteFactor } }) {
    if (!generator || !requiredW || !requiredVA || !siteFactor) return []
    const compared = [
      { needed: requiredW.value, gives: generator.continuousW, unit: 'W' },
      { needed: requiredVA.value, gives: generator.continuousVA, unit: 'VA' },
    ]
    const worst = compared.find(({ needed, gives }) => gives < needed * (1 - 1e-9))
    if (!worst) return []
    return [
      {
        message: `House and charger together, with margin, height and heat, ask for ${formatQuantity(Math.round(worst.needed), worst.unit)}; ${itemName(generator)} gives ${formatQuantity(worst.gives, worst.unit)}. It trips when the charger starts.`,
        remedy: 'A larger generator, a smaller charger, or less running while it charges.',
        place: 'backup.generatorId',
        changes: [{ label: 'Let the design choose the generator', part: 'backup', patch: { generatorId: null } }],
      },
    ]
  },
})
