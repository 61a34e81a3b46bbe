import { isMotor } from '../loads/motor.ts'
import { rowOf } from '../loads/row.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

/** Motors below this start within any inverter's reserve, W. Assumption of Yard Lamp. */
const SMALL_MOTOR_W = 50

export const loadSurgeMissing = defineCheck({
  id: 'load.surge-missing',
  link: 'loads',
  severity: 'advice',
  fires: 'a motor load (pump, compressor, tool) without a surge figure',
  find(_job, { loads }) {
    return loads.counted
      .filter(({ load }) => load.supply === 'ac' && load.startW === null && isMotor(load))
      .map(({ load }) => ({ load, powerW: rowOf(load).row.powerW?.value ?? 0 }))
      .filter(({ powerW }) => powerW >= SMALL_MOTOR_W)
      .map(({ load, powerW }) => ({
        message: `${load.name} has a motor and no start figure; it is taken to start at its ${formatQuantity(powerW, 'W')}.`,
        remedy: 'Enter the start of its label, or three to six times its running watts.',
        place: `loads.${load.id}.startW`,
      }))
  },
})
