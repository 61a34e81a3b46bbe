import { type ShortMonth, shortMonths } from '../after/short-months.ts'
import type { Design } from '../chain/design.ts'
import { LET_GO, setOption } from '../edit/offers.ts'
import { formatQuantity, monthName } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

export const arrayShortInMonth = defineCheck({
  id: 'array.short-in-month',
  link: 'array',
  severity: 'fault',
  fires: 'a month not given to the backup falls short; which, by how many Wh a day',
  find(_job, design) {
    const short = shortMonths(design) ?? []
    const words = (list: readonly ShortMonth[]) =>
      list
        .map(({ month, shortWh }) => `${monthName(month)} by ${formatQuantity(Math.round(shortWh), 'Wh')} a day`)
        .join(', ')
    const alone = short.filter(({ withAlternator }) => !withAlternator)
    const driven = short.filter(({ withAlternator }) => withAlternator)
    const found: Found[] = []
    if (alone.length > 0) {
      found.push({
        message: `The array falls short in ${words(alone)}.`,
        remedy: 'More panels, a steeper tilt, less load, or leave these months to a generator.',
        place: 'controller.stringsPerController',
        changes: [LET_GO.strings],
      })
    }
    if (driven.length > 0) {
      found.push({
        message: `Array and alternator together fall short in ${words(driven)}.`,
        remedy: 'Leave these months to the array, drive longer, or add a generator.',
        place: 'backup.months',
        changes: [
          setOption('Leave these months to the array', {
            part: 'backup',
            patch: { months: monthsBut(design, driven) },
          }),
          setOption('A generator as well', { part: 'backup', patch: { kind: 'generator' } }),
        ],
      })
    }
    return found
  },
})

/** Months left to the backup without those that fall short. */
const monthsBut = ({ option }: Design, short: readonly ShortMonth[]): number[] =>
  option.backup.months.filter((left) => !short.some(({ month }) => month === left))
