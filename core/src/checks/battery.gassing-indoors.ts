import { ventilation } from '../after/bank-care.ts'
import { setOption } from '../edit/offers.ts'
import { defineCheck } from './check.ts'

export const batteryGassingIndoors = defineCheck({
  id: 'battery.gassing-indoors',
  link: 'battery',
  severity: 'danger',
  fires:
    'vented cells, nickel or lead, or a valve-regulated bank where people stay, without the computed airflow to outside',
  find(job, design) {
    const air = ventilation(design)
    if (!air || design.option.battery.vented) return []
    // A sealed bank of a mast or a pump house gasses little, and nobody sleeps beside it.
    if (air.kind === 'valve-regulated' && job.site.kind === 'equipment') return []
    const what =
      air.kind === 'valve-regulated'
        ? `${air.cells} valve-regulated cells let hydrogen out when they are charged too hard`
        : `${air.cells} vented cells give off hydrogen while they charge`
    return [
      {
        message: `${what}: the room needs ${design.write.quantity(air.airflowM3PerH, 'm³/h', 1)} to outside, inlet and outlet of ${design.write.quantity(air.openingCm2, 'cm²', 0)} each. No such opening is stated. A spark is then enough.`,
        remedy: 'Vent the box to outside with at least these openings, and say so.',
        place: 'battery.vented',
        changes: [setOption('Vented to outside as computed', { part: 'battery', patch: { vented: true } })],
      },
    ]
  },
})
