import { sizeCable } from '../edit/offers.ts'
import { mostDeviceA } from '../rules/ways.ts'
import { formatQuantity, formatSize } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

export const protectSmallConductor = defineCheck({
  id: 'protect.small-conductor',
  link: 'wiring',
  severity: 'danger',
  fires: 'device above what the rule set allows on a small conductor (NEC 240.4(D): 15, 20, 30 A on 14, 12, 10 AWG)',
  find(_job, { wiring }) {
    return wiring.circuits.flatMap(({ id, title, installation, cable, device, currentA, factor }): Found[] => {
      if (!cable) return []
      const mostA = mostDeviceA(installation, cable.size)
      const ratingA = device?.ratingA.value ?? factor.value * currentA.value
      if (cable.parallel > 1 || ratingA <= mostA + 1e-9) return []
      return [
        {
          message: `${title}: ${formatQuantity(ratingA, 'A')} on ${formatSize(cable.size)}; ${formatQuantity(mostA, 'A')} is the most on so small a conductor, whatever its table says.`,
          remedy: 'A thicker conductor, or a smaller device.',
          place: `wiring.${id}.size`,
          changes: [sizeCable(id)],
        },
      ]
    })
  },
})
