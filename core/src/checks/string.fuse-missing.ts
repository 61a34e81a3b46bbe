import { formatQuantity } from '../units/format.ts'
import { LET_GO } from './change.ts'
import { defineCheck } from './check.ts'

export const stringFuseMissing = defineCheck({
  id: 'string.fuse-missing',
  link: 'wiring',
  severity: 'danger',
  fires: 'three or more strings, or reverse current above the panel’s series fuse, without string fuses',
  find(_job, { array: { layout }, controller: { strings }, wiring }) {
    if (!layout || !strings) return []
    const needed = strings.stringsPerInput >= 3 || strings.fuseRequired.value
    const fuse = wiring.circuits.find(({ id }) => id === 'string')?.device
    if (!needed || (fuse && strings.fuseRatingA.value !== null)) return []
    const why = `${strings.stringsPerInput} strings in parallel can push ${formatQuantity(strings.reverseCurrentA.value, 'A')} back into a faulty one; the panel allows a ${formatQuantity(layout.panel.maxSeriesFuseA, 'A')} series fuse`
    const none = strings.fuseRatingA.value === null
    return [
      {
        message: none
          ? `${why}, and no standard fuse both carries the string and protects the panel.`
          : `${why}, and the strings have no fuses.`,
        remedy: none
          ? 'Fewer strings on a controller, or longer strings.'
          : `A ${formatQuantity(strings.fuseRatingA.value ?? 0, 'A')} fuse in each string.`,
        place: none ? 'controller.stringsPerController' : 'wiring.string.deviceId',
        changes: none
          ? [LET_GO.strings]
          : [
              {
                label: 'Fuse every string',
                part: 'circuit',
                circuit: 'string',
                patch: { deviceId: null, deviceRatingA: null },
              },
            ],
      },
    ]
  },
})
