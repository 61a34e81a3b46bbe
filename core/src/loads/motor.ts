import type { Load } from '../job/schema.ts'

/** Names of things that a motor turns. */
const MOTOR =
  /\b(pump|compressor|fridge|refrigerator|freezer|saw|grinder|drill|mill|planer|washing machine|fan|mower|winch|windlass)\b/i

/** Whether a motor turns it, by its name: its start is to be expected. */
export const isMotor = (load: Load): boolean => MOTOR.test(load.name)
