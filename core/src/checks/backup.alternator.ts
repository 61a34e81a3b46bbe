import { itemName } from '../catalogue/schema.ts'
import { setOption } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

export const backupAlternator = defineCheck({
  id: 'backup.alternator',
  link: 'backup',
  severity: 'danger',
  fires: 'DC-DC charger, or a relay onto a bank whose voltage hardly rises, above half the alternator’s output at idle',
  find(_job, { option, battery: { item }, backup: { alternator } }) {
    if (!alternator || !option.backup.alternator) return []
    const { drawnA, allowedA, idleA, charger, byRelay } = alternator
    if (drawnA.value <= allowedA.value + 1e-9) return []
    if (byRelay)
      return item?.chemistry.endsWith('lead-acid')
        ? []
        : [
            {
              message: `A relay joins the bank to an alternator that gives ${formatQuantity(idleA.value, 'A', 1)} at idle, and nothing limits the ${formatQuantity(drawnA.value, 'A', 1)} a bank of this chemistry takes; above ${formatQuantity(allowedA.value, 'A', 1)} the alternator overheats, and can burn.`,
              remedy: 'A DC-DC charger in place of the relay.',
              place: 'backup.alternator.byRelay',
              changes: [
                setOption('Take a charger in place of the relay', {
                  part: 'backup',
                  patch: { alternator: { ...option.backup.alternator, byRelay: false } },
                }),
              ],
            },
          ]
    if (!charger) return []
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
