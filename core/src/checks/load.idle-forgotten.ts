import { defineCheck } from './check.ts'

export const loadIdleForgotten = defineCheck({
  id: 'load.idle-forgotten',
  link: 'inverter',
  severity: 'fault',
  fires: 'AC loads and an inverter idle draw of 0 without a switched-off schedule',
  find(_job, { loads, inverter }) {
    if (!loads.hasAc || inverter.item === null || inverter.idleW.value > 0 || inverter.hoursPerDay.value < 24) return []
    return [
      {
        message: 'There are AC loads, yet the inverter’s idle draw is 0 W round the clock: it is never nothing.',
        remedy: 'Take the idle draw of the sheet, or enter the hours a day the inverter is switched on.',
        place: 'inverter.idleW',
      },
    ]
  },
})
