import { setCircuit } from '../edit/offers.ts'
import { limitsOf } from '../rules/ways.ts'
import { conductorOf } from '../tables/conductor.ts'
import { formatSize } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

export const wireParallelSmall = defineCheck({
  id: 'wire.parallel-small',
  link: 'wiring',
  severity: 'danger',
  fires: 'parallel conductors below the rule set’s least size (NEC 310.10(G): 1/0 AWG each)',
  find(_job, { wiring }) {
    return wiring.circuits.flatMap(({ id, title, installation, cable }): Found[] => {
      const least = limitsOf(installation).thinnestParallel
      if (!cable || cable.parallel < 2 || least === null) return []
      if (conductorOf(cable.size).areaMm2 >= conductorOf(least).areaMm2 - 1e-9) return []
      return [
        {
          message: `${title}: ${cable.parallel} × ${formatSize(cable.size)} in parallel; conductors in parallel are not below ${formatSize(least)} each: a poor joint in one leaves the others overloaded.`,
          remedy: 'One thicker conductor, or larger ones in parallel.',
          place: `wiring.${id}.size`,
          changes: [setCircuit('Let the design choose the cable', id, { size: null, parallel: null })],
        },
      ]
    })
  },
})
