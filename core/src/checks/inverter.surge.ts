import { setOption } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

export const inverterSurge = defineCheck({
  id: 'inverter.surge',
  link: 'inverter',
  severity: 'fault',
  fires: 'the worst start above the surge rating',
  find(job, { loads, inverter: { item, quantity, requiredSurgeW } }) {
    if (!item || requiredSurgeW.value <= item.surgeW * quantity + 1e-9) return []
    const worst = job.loads.find(({ id }) => id === loads.worstStartId)
    return [
      {
        message: `The worst start${worst ? `, ${worst.name},` : ''} takes ${formatQuantity(Math.round(requiredSurgeW.value), 'W')}; the inverter starts ${formatQuantity(item.surgeW * quantity, 'W')}.`,
        remedy: 'A larger inverter, a soft starter, or keep the others off while it starts.',
        place: 'inverter.itemId',
        changes: [
          setOption('Let the design choose the inverter', {
            part: 'inverter',
            patch: { itemId: null, quantity: null },
          }),
        ],
      },
    ]
  },
})
