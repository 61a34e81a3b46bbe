import { sizeCable } from '../edit/offers.ts'
import { formatPercent, formatSize } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

export const wireDrop = defineCheck({
  id: 'wire.drop',
  link: 'wiring',
  severity: 'fault',
  fires: 'drop above the circuit’s limit (3 % unless set)',
  find(_job, { wiring, write }) {
    return wiring.circuits.flatMap(({ id, title, cable, lengthM, maxDropFraction }): Found[] => {
      if (!cable || cable.dropFraction.value <= maxDropFraction.value + 1e-9) return []
      return [
        {
          message: `${title}: ${formatSize(cable.size)} over ${write.quantity(lengthM.value, 'm')} loses ${formatPercent(cable.dropFraction.value, 1)}, more than ${formatPercent(maxDropFraction.value)}.`,
          remedy: 'A thicker cable, a shorter run, or a higher voltage.',
          place: `wiring.${id}.size`,
          changes: [sizeCable(id)],
        },
      ]
    })
  },
})
