import { setCircuit } from '../edit/offers.ts'
import { WAYS } from '../rules/ways.ts'
import { defineCheck, type Found } from './check.ts'

export const wireForeignTable = defineCheck({
  id: 'wire.foreign-table',
  link: 'wiring',
  severity: 'fault',
  fires:
    'a cable read from a table that is not the rule set’s for this place, such as 105 °C battery cable in a building, without a reason',
  find(_job, { wiring }) {
    return wiring.circuits.flatMap(({ id, title, installation, ownTable, reason }): Found[] => {
      if (ownTable || reason !== '') return []
      return [
        {
          message: `${title}: read from ${WAYS[installation].title} (${WAYS[installation].source}), which ${wiring.rules.name} rules do not use here, and no reason is given.`,
          remedy: 'The table of the rule set, or a reason an inspector can weigh.',
          place: `wiring.${id}.installation`,
          changes: [setCircuit('Take the table of the rule set', id, { installation: null })],
        },
      ]
    })
  },
})
