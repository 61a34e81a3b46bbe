import { itemName } from '../catalogue/schema.ts'
import { LET_GO } from '../edit/offers.ts'
import { defineCheck } from './check.ts'

export const inverterWaveform = defineCheck({
  id: 'inverter.waveform',
  link: 'inverter',
  severity: 'advice',
  fires: 'modified wave with motors or electronics',
  find(job, { inverter: { item, needed } }) {
    if (!needed || item?.waveform !== 'modified') return []
    const motors = job.loads.filter(
      ({ supply, stage, startW }) => supply === 'ac' && stage === 'now' && startW !== null,
    )
    const hurt =
      motors.length > 0
        ? `${motors.map(({ name }) => name).join(', ')} would run hot`
        : 'motors run hot and electronics may fail'
    return [
      {
        message: `${itemName(item)} gives a stepped wave: ${hurt}.`,
        remedy: 'An inverter with a sine wave.',
        place: 'inverter.itemId',
        changes: [LET_GO.inverter],
      },
    ]
  },
})
