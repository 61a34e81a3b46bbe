import { setFitting } from '../edit/offers.ts'
import { circuitId } from '../plant/joint.ts'
import { longLeads } from '../plant/link.ts'
import { surgeId } from '../plant/units.ts'
import { defineCheck, type Found } from './check.ts'

export const surgeNone = defineCheck({
  id: 'surge.none',
  link: 'wiring',
  severity: 'advice',
  fires: (write) =>
    `no surge protection on an array lead of a building over ${write.quantity(10, 'm')} outdoors, or over the critical length where the flashes are known`,
  find(job, { wiring, option, write }) {
    const { value, source } = wiring.rules.surgeFromM(job.site.lightningFlashesPerKm2Year)
    return longLeads(option, job.site, wiring.rules).flatMap((arrayId): Found[] => {
      const circuit = wiring.circuits.find(({ id }) => id === circuitId('array', arrayId))
      const isLedOff = wiring.fittings.some(
        ({ role, item, circuitIds }) => role === 'surge' && item && circuit && circuitIds.includes(circuit.id),
      )
      if (!circuit || isLedOff) return []
      return [
        {
          message: `${circuit.title}: ${write.quantity(circuit.lengthM.value, 'm')} outdoors without surge protection; from ${write.quantity(value, 'm', 0)} it is wanted at both ends (${source}).`,
          remedy: 'Type 2 protectors at the array’s entry and at the controller. A lightning system is a specialist’s.',
          place: `wiring.fittings.${surgeId(arrayId)}`,
          changes: [setFitting('Let the design choose them', surgeId(arrayId), null)],
        },
      ]
    })
  },
})
