import { everyString } from '../controller/link.ts'
import { formatNumber, formatSize } from '../units/format.ts'
import { conductorOf } from '../wiring/conductor.ts'
import { LET_GO } from './change.ts'
import { defineCheck, type Found } from './check.ts'

export const wireTerminal = defineCheck({
  id: 'wire.terminal',
  link: 'wiring',
  severity: 'fault',
  fires: 'cable larger than the terminal takes, or lug count over the stud’s',
  find(_job, design) {
    const { circuits } = design.wiring
    return everyString(design).flatMap(({ name, controller }): Found[] => {
      const lead = circuits.find(({ kind, title }) => kind === 'array' && (name === '' || title.endsWith(name)))
      if (!lead?.cable) return []
      const { areaMm2 } = conductorOf(lead.cable.size)
      if (areaMm2 <= controller.terminalMaxMm2 + 1e-9) return []
      return [
        {
          message: `${lead.title}: ${formatSize(lead.cable.size)} does not go into the controller’s terminals, which take ${formatNumber(controller.terminalMaxMm2)} mm².`,
          remedy: 'A joint box with a short thinner tail, two thinner cables, or longer strings of less current.',
          place: `wiring.${lead.id}.size`,
          changes: [
            {
              label: 'Let the design size this cable',
              part: 'circuit',
              circuit: lead.id,
              patch: { size: null, parallel: null },
            },
            LET_GO.strings,
          ],
        },
      ]
    })
  },
})
