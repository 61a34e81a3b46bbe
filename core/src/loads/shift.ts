import type { Load } from '../job/schema.ts'
import { runMethod } from '../method/method.ts'
import { type Daylight, darkEnergyWh, hourlyW, hoursOn, shiftedHours } from './day.ts'
import { shiftSaving } from './methods.ts'

/** A load with its hours moved along the day, round midnight; hours that were taken become painted. */
export function shiftedLoad(load: Load, byH: number): Pick<Load, 'hoursOfDay' | 'weekendHoursOfDay'> {
  return {
    hoursOfDay: shiftedHours(hoursOn(load, 'weekday'), byH),
    weekendHoursOfDay: load.weekendHoursOfDay === null ? null : shiftedHours(load.weekendHoursOfDay, byH),
  }
}

/**
 * Hours painted for a load: they say when, typed ones how long. Where fewer are painted than were typed it cannot run so long in
 * them, and the painted ones say how long as well.
 */
export function paintedLoad(load: Load, hoursOfDay: number[] | null): Pick<Load, 'hoursOfDay' | 'hoursPerDay'> {
  const short = hoursOfDay !== null && load.hoursPerDay !== null && hoursOfDay.length < load.hoursPerDay
  return { hoursOfDay, hoursPerDay: short ? null : load.hoursPerDay }
}

/**
 * Hours typed for a load: those painted stay where they are; where more were typed than are painted, the next ones after them are
 * painted too, round midnight.
 */
export function typedHoursLoad(
  load: Load,
  hoursPerDay: number | null,
): Partial<Pick<Load, 'hoursOfDay' | 'hoursPerDay'>> {
  const { hoursOfDay } = load
  if (hoursOfDay === null || hoursOfDay.length === 0 || hoursPerDay === null || hoursPerDay <= hoursOfDay.length)
    return { hoursPerDay }
  const painted = new Set(hoursOfDay)
  const wanted = Math.min(24, Math.ceil(hoursPerDay))
  for (let hour = (hoursOfDay.at(-1) ?? 0) + 1; painted.size < wanted; hour++) painted.add(hour % 24)
  return { hoursPerDay, hoursOfDay: [...painted].sort((a, b) => a - b) }
}

/**
 * What moving a load along the day saves in battery, by load.shift-saving.
 * @param dailyEnergyWh of the week’s average day
 * @returns Wh a day less through the battery, and Wh of bank less for one night; below 0 where it takes more
 */
export function shiftSaves(
  load: Load,
  dailyEnergyWh: number,
  byH: number,
  daylight: Daylight,
  depthOfDischarge: number,
): { throughBatteryWh: number; bankWh: number } {
  const dark = (each: Load) => darkEnergyWh(hourlyW(each, dailyEnergyWh), daylight)
  return runMethod(shiftSaving, {
    afterDarkBeforeWh: dark(load),
    afterDarkAfterWh: dark({ ...load, ...shiftedLoad(load, byH) }),
    depthOfDischarge,
  })
}
