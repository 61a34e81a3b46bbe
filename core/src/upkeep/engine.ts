import { monthly, type TaskRule, task } from './task.ts'

const FUMES = 'Outdoors, exhaust away from openings: its fumes kill. No fuel into a hot engine.'

/** The generator: by its hours, and by the calendar. */
export const engineTasks: TaskRule = ({ unitsOf, called }) =>
  unitsOf('generator').flatMap((unit) => [
    task(
      `upkeep/oil/${unit.id}`,
      `Oil of ${called(unit)}`,
      { months: 12, hours: 100, firstHours: 25, source: 'sheet' },
      {
        how: 'Warm, on the level: oil and filter as its sheet says. The first time after 25 h, then each 100 h or each year.',
        tools: 'oil, filter, pan, spanner',
        caution: FUMES,
      },
    ),
    task(`upkeep/run/${unit.id}`, `Run ${called(unit)} under load`, monthly(1, 'habit'), {
      how: 'Half an hour with the charger on: starts, takes the load, charges. Write down hours and fuel.',
      tools: '',
      caution: FUMES,
    }),
    task(`upkeep/fuel/${unit.id}`, `Age of the fuel of ${called(unit)}`, monthly(6, 'habit'), {
      how: 'Petrol older than half a year, diesel older than a year: burn it elsewhere, fill fresh. Water at the bottom of the tank out.',
      tools: 'funnel, sample glass',
      caution: FUMES,
    }),
  ])
