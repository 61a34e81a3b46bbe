import { ventilation } from '../after/bank-care.ts'
import { setOption } from '../edit/offers.ts'
import { defineCheck } from './check.ts'

export const batteryGassingIndoors = defineCheck({
  id: 'battery.gassing-indoors',
  link: 'battery',
  severity: 'danger',
  fires: 'vented cells without the computed airflow to outside',
  find(_job, design) {
    const air = ventilation(design)
    if (air?.kind !== 'vented' || design.option.battery.vented) return []
    return [
      {
        message: `${air.cells} vented cells give off hydrogen while they charge: the room needs ${design.write.quantity(air.airflowM3PerH, 'm³/h', 1)} to outside, inlet and outlet of ${design.write.quantity(air.openingCm2, 'cm²', 0)} each. No such opening is stated. A spark is then enough.`,
        remedy: 'Vent the box to outside with at least these openings, and say so.',
        place: 'battery.vented',
        changes: [setOption('Vented to outside as computed', { part: 'battery', patch: { vented: true } })],
      },
    ]
  },
})
