import { everyString } from '../controller/link.ts'
import { setCircuit } from '../edit/offers.ts'
import { circuitId } from '../plant/joint.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

export const protectStringFuseLarge = defineCheck({
  id: 'protect.string-fuse-large',
  link: 'wiring',
  severity: 'danger',
  fires: 'string fuse above the panel’s series-fuse limit, or below 1.25 × its short-circuit current: any array',
  find(_job, design) {
    return everyString(design).flatMap(({ id, panel }): Found[] => {
      const circuit = design.wiring.circuits.find((each) => each.id === circuitId('string', id))
      if (!circuit?.device) return []
      const ratingA = circuit.device.ratingA.value
      const leastA = design.wiring.rules.pvCurrentFactor.value * panel.iscA
      const tooLarge = ratingA > panel.maxSeriesFuseA + 1e-9
      if (!tooLarge && ratingA >= leastA - 1e-9) return []
      const why = tooLarge
        ? `the panel allows ${formatQuantity(panel.maxSeriesFuseA, 'A')}: a faulty string is driven by the others until it burns`
        : `a string gives up to ${formatQuantity(leastA, 'A', 1)} in bright sun: it opens on a good day`
      return [
        {
          message: `${circuit.title}: a fuse of ${formatQuantity(ratingA, 'A')} in each string; ${why}.`,
          remedy: 'The standard size between the two, or panels that allow a larger fuse.',
          place: `wiring.${circuit.id}.deviceRatingA`,
          changes: [setCircuit('Take the rating that protects the panels', circuit.id, { deviceRatingA: null })],
        },
      ]
    })
  },
})
