import { isMotor } from '../loads/motor.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

/** Motors below this start within any inverter's reserve, W. Assumption of Yard Lamp. */
const SMALL_MOTOR_W = 50

export const loadSurgeMissing = defineCheck({
  id: 'load.surge-missing',
  link: 'loads',
  severity: 'advice',
  fires: 'a motor load (pump, compressor, tool) without a surge figure',
  find(job, { loads }) {
    return job.loads.flatMap((load, i): Found[] => {
      const watts = loads.rows[i]?.powerW?.value ?? 0
      if (!loads.rows[i]?.counted || load.supply === 'dc' || load.startW !== null) return []
      if (watts < SMALL_MOTOR_W || !isMotor(load)) return []
      return [
        {
          message: `${load.name} has a motor and no start figure; it is taken to start at its ${formatQuantity(watts, 'W')}.`,
          remedy: 'Enter the start of its label, or three to six times its running watts.',
          place: `loads.${load.id}.startW`,
        },
      ]
    })
  },
})
