import { itemName } from '../catalogue/schema.ts'
import { chargerSet, setOption } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

export const backupOverload = defineCheck({
  id: 'backup.overload',
  link: 'backup',
  severity: 'fault',
  fires: 'generator below house load + charger input',
  find(_job, { backup: { generator, requiredW, requiredVA, siteFactor, charge, demandW, houseLoadW } }) {
    if (!generator || !requiredW || !requiredVA || !siteFactor) return []
    const compared = [
      { needed: requiredW.value, gives: generator.continuousW, text: (watts: number) => formatQuantity(watts, 'W') },
      {
        needed: requiredVA.value,
        gives: generator.continuousVA,
        text: (voltAmperes: number) => formatQuantity(voltAmperes, 'VA'),
      },
    ]
    const worst = compared.find(({ needed, gives }) => gives < needed * (1 - 1e-9))
    if (!worst) return []
    // What is left for the charger once the house is carried, in the share of its current.
    const spareW = demandW && (demandW.value * worst.gives) / worst.needed - houseLoadW.value
    const setA =
      charge && demandW && spareW !== null
        ? Math.floor((charge.currentA.value * spareW) / (demandW.value - houseLoadW.value))
        : 0
    return [
      {
        message: `House and charger together, with margin, height and heat, ask for ${worst.text(Math.round(worst.needed))}; ${itemName(generator)} gives ${worst.text(worst.gives)}. It trips when the charger starts.`,
        remedy: 'A larger generator, a charger set lower, or less running while it charges.',
        place: 'backup.generatorId',
        changes: [
          setOption('Let the design choose the generator', { part: 'backup', patch: { generatorId: null } }),
          ...(setA >= 1 ? [chargerSet(setA)] : []),
        ],
      },
    ]
  },
})
