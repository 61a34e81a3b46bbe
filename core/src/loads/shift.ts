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
