import { WEATHER_WIDTH } from '../proof/terms.ts'
import { weatherOf } from '../proof/weather.ts'
import { FIRST_SEED } from '../proof/years.ts'
import { dayInYear } from './days.ts'
import type { Reference } from './system.ts'

/** Sun that lights a sensor, or makes a watt, W/m². */
const LIT_W_PER_M2 = 8

/**
 * Middle of the light on the main array by the clock of the place, h, for a day; null in polar day and night. It does not go
 * by the weather: light begins and ends with the sun.
 * @returns null where no array lies on the battery bus
 */
export function commonLight({ plan }: Reference): ((day: number) => number | null) | null {
  if (plan.weather.arrays[0]?.length === 0) return null
  const year = weatherOf(plan.weather).year(FIRST_SEED)
  return (day) => {
    const at = dayInYear(day) * 24
    const isLit = (hour: number) => (year[(at + hour) * WEATHER_WIDTH] ?? 0) > LIT_W_PER_M2
    const lit = Array.from({ length: 24 }, (_, hour) => hour).filter(isLit)
    const [first, last] = [lit[0] ?? 0, lit.at(-1) ?? 0]
    return first > 0 && last < 23 && last - first >= 3 ? (first + last + 1) / 2 : null
  }
}
