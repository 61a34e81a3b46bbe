import type { Load } from '../job/schema.ts'

/** Names of things that a motor turns. */
const MOTOR =
  /\b(pump|compressor|fridge|refrigerator|freezer|saw|grinder|drill|mill|planer|washing machine|fan|mower|winch|windlass)\b/i

const found = new WeakMap<Load, boolean>()

/** Whether a motor turns it, by its name: its start is to be expected. */
export function isMotor(load: Load): boolean {
  const before = found.get(load)
  if (before !== undefined) return before
  const turned = MOTOR.test(load.name)
  found.set(load, turned)
  return turned
}
