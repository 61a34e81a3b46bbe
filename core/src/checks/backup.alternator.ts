import { itemName } from '../catalogue/schema.ts'
import { setOption } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

export const backupAlternator = defineCheck({
  id: 'backup.alternator',
  link: 'backup',
  severity: 'danger',
  fires: 'DC-DC charger above half the alternator’s output at idle',
  find(_job, { option, backup: { alternator } }) {
    if (!alternator?.charger || !option.backup.alternator) return []
    const { drawnA, allowedA, idleA, charger } = alternator
    if (drawnA.value <= allowedA.value + 1e-9) return []
    return [
      {
        message: `${itemName(charger)} draws ${formatQuantity(drawnA.value, 'A', 1)} from an alternator that gives ${formatQuantity(idleA.value, 'A', 1)} at idle; above ${formatQuantity(allowedA.value, 'A', 1)} it overheats, and can burn.`,
        remedy: 'A smaller charger, one that throttles by temperature, or a larger alternator.',
        place: 'backup.alternator.chargerId',
        changes: [
          setOption('Let the design choose the charger', {
            part: 'backup',
            patch: { alternator: { ...option.backup.alternator, chargerId: null } },
          }),
        ],
      },
    ]
  },
})
