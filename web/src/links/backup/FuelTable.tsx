import type { YearsTold } from '@yard-lamp/core/proof'
import { formatMoney, formatNumber, monthName } from '@yard-lamp/core/units'
import type { ReactNode } from 'react'
import { selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { Figure } from '../../working/Figure.tsx'

/** Hours and litres of the months it runs in, of the mean of the years and its spread, beside the month method. */
export function FuelTable({ told }: { told: YearsTold }) {
  const { parts, option, backup } = useAppSelector(selectDesign)
  const { fuel } = backup
  const { months: year, spread } = told
  const months = year.generatorHours.flatMap(({ mean }, i) =>
    mean > 0.05 || (fuel?.hoursByMonth.value[i] ?? 0) > 0.05 ? [i] : [],
  )
  if (months.length === 0)
    return <p className="soft">In none of the years it runs at all: sun and bank carry even the darkest fortnight.</p>
  const price = option.backup.fuelPricePerL
  const row = (name: string, of: (i: number) => number, whole: ReactNode, soft = false) => (
    <tr>
      <td className={soft ? 'soft' : ''}>{name}</td>
      {months.map((i) => (
        <td key={i} className={`number${soft ? ' soft' : ''}`}>
          {formatNumber(of(i), 0)}
        </td>
      ))}
      <td className="number">{whole}</td>
    </tr>
  )
  return (
    <div className="table-scroll">
      <table className="sheet-table">
        <thead>
          <tr>
            <th />
            {months.map((i) => (
              <th key={i} className="number">
                {monthName(i + 1).slice(0, 3)}
              </th>
            ))}
            <th className="number">year</th>
          </tr>
        </thead>
        <tbody>
          {row(
            'hours, mean of the years',
            (i) => year.generatorHours[i]?.mean ?? 0,
            `${formatNumber(spread.generatorHours.mean, 0)} h, ${formatNumber(spread.generatorHours.low, 0)} to ${formatNumber(spread.generatorHours.high, 0)}`,
          )}
          {row(
            'hours, one year in ten over',
            (i) => year.generatorHours[i]?.high ?? 0,
            `${formatNumber(spread.generatorHours.high, 0)} h`,
          )}
          {row(
            'litres, mean of the years',
            (i) => year.fuelL[i]?.mean ?? 0,
            `${formatNumber(spread.fuelL.mean, 0)} L${price === null ? '' : ` · ${formatMoney(spread.fuelL.mean * price, parts.currency)}`}`,
          )}
          {fuel &&
            row(
              'hours by the month method: dark spells left out',
              (i) => fuel.hoursByMonth.value[i] ?? 0,
              <Figure figure={fuel.hours} unit="h" decimals={0} />,
              true,
            )}
        </tbody>
      </table>
    </div>
  )
}
