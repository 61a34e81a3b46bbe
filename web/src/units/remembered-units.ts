import { UNIT_SYSTEMS, type UnitSystem } from '@yard-lamp/core/units'

const KEY = 'yardlamp.units'

/** Units a person chose last: a new job begins with them. Metric where nothing is remembered. */
export function rememberedUnits(): UnitSystem {
  try {
    const kept = localStorage.getItem(KEY)
    return UNIT_SYSTEMS.find((system) => system === kept) ?? 'metric'
  } catch {
    return 'metric'
  }
}

/** A browser that keeps nothing loses only this. */
export function rememberUnits(system: UnitSystem): void {
  try {
    localStorage.setItem(KEY, system)
  } catch {
    // Nothing is kept.
  }
}
