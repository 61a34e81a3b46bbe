import { monthly, type TaskRule, task } from './task.ts'

const LIVE =
  'Sources off and locked before a cover comes off; above 60 V DC every conductor can kill. Wait for the inverter’s capacitors.'

/** Controllers, inverters, boards, switches, earth. */
export const boardTasks: TaskRule = ({ unitsOf, called }) => {
  const devices = [...unitsOf('controller'), ...unitsOf('inverter'), ...unitsOf('ac-coupled'), ...unitsOf('charger')]
  return [
    ...devices.map((unit) =>
      task(`upkeep/fans/${unit.id}`, `Fans, filters, error log of ${called(unit)}`, monthly(6, 'sheet'), {
        how: 'Dust out of fins and filters, fans turn, clearances free. Read its error log, and write down what it says.',
        tools: 'brush, vacuum cleaner',
        caution: LIVE,
      }),
    ),
    ...unitsOf('residual-current').map((unit) =>
      task(`upkeep/button/${unit.id}`, `Test button of ${called(unit)}`, monthly(3, 'standard'), {
        how: 'Tell who works at a computer; press T: it must trip at once, and close again.',
        tools: '',
      }),
    ),
    ...(devices.length > 0
      ? [
          task('upkeep/torque/board', 'Terminals of boards and devices', monthly(12, 'standard', { firstMonths: 1 }), {
            how: 'All off. Terminals to their torque, cables not brown or brittle. Switches and breakers opened and closed once.',
            tools: 'torque screwdriver, insulated torque wrench',
            caution: LIVE,
          }),
          task('upkeep/warm/board', 'A warm look, under load', monthly(12, 'habit'), {
            how: 'Half an hour at a good load, then all joints by thermometer or camera: one that is 15 °C warmer than its like is opened and done again.',
            tools: 'infrared thermometer or camera',
            caution: 'Covers stay on where they can; touch nothing.',
          }),
          task('upkeep/fuses/board', 'Spare fuses counted', monthly(12, 'habit'), {
            how: 'One of each kind at hand, of the same rating and class: never another, never a wire.',
            tools: 'the list of parts',
          }),
        ]
      : []),
    ...unitsOf('surge').map((unit) =>
      task(`upkeep/surge/${unit.id}`, `Window of ${called(unit)}`, monthly(12, 'sheet'), {
        how: 'Green is good. Also after each lightning near by: a red one is changed.',
        tools: 'torch',
      }),
    ),
    ...unitsOf('electrode').map((unit) =>
      task(`upkeep/earth/${unit.id}`, `Resistance of ${called(unit)}`, monthly(48, 'standard'), {
        how: 'Dry season, electrode parted from the bar where the rule set allows it: measure, and compare with the day it was built.',
        tools: 'earth tester',
        caution: 'Never part the earth of a system that is on.',
      }),
    ),
  ]
}
