import { ventilation } from '../battery/bank-care.ts'
import { formatNumber } from '../units/format.ts'
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
        message: `${air.cells} vented cells give off hydrogen while they charge: the room needs ${formatNumber(air.airflowM3PerH, 1)} m³/h to outside, inlet and outlet of ${formatNumber(air.openingCm2, 0)} cm² each. No such opening is stated. A spark is then enough.`,
        remedy: 'Vent the box to outside with at least these openings, and say so.',
        place: 'battery.vented',
        changes: [{ label: 'Vented to outside as computed', part: 'battery', patch: { vented: true } }],
      },
    ]
  },
})
