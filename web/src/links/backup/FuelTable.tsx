import type { Design } from '@yard-lamp/core'
import { formatMoney, formatNumber, monthName } from '@yard-lamp/core/units'
import { selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { Figure } from '../../working/Figure.tsx'

type Fuel = NonNullable<Design['backup']['fuel']>

/** Hours and litres of the months it runs in, and of the year. */
export function FuelTable({ fuel }: { fuel: Fuel }) {
  const { parts, option } = useAppSelector(selectDesign)
  const months = fuel.hoursByMonth.value.flatMap((hours, i) => (hours > 0.05 ? [i] : []))
  if (months.length === 0)
    return (
      <p className="soft">
        In an average year the sun carries{' '}
        {option.backup.months.length === 0 ? 'every month' : 'even the months left to it'}; it runs in dark spells only,
        as in the fortnight above.
      </p>
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
          <tr>
            <td>hours</td>
            {months.map((i) => (
              <td key={i} className="number">
                {formatNumber(fuel.hoursByMonth.value[i] ?? 0, 0)}
              </td>
            ))}
            <td className="number">
              <Figure figure={fuel.hours} unit="h" decimals={0} />
            </td>
          </tr>
          <tr>
            <td>litres</td>
            {months.map((i) => (
              <td key={i} className="number">
                {formatNumber(fuel.litresByMonth.value[i] ?? 0, 0)}
              </td>
            ))}
            <td className="number">
              <Figure figure={fuel.litres} unit="L" decimals={0} />
              {fuel.price !== null && ` · ${formatMoney(fuel.price, parts.currency)}`}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  )
}
