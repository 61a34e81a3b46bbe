import type { LifeYear } from '@yard-lamp/core/proof'
import { formatNumber, formatPercent } from '@yard-lamp/core/units'

const hours = (figure: number): string => (figure < 0.5 ? '–' : formatNumber(figure, 0))

/** Year by year: what the bank has left, what goes without, how long the generator runs. */
export function LifeTable({ life }: { life: readonly LifeYear[] }) {
  const runs = life.some(({ generatorHours }) => generatorHours >= 0.5)
  const row = (name: string, text: (year: LifeYear) => string) => (
    <tr>
      <th scope="row">{name}</th>
      {life.map((year) => (
        <td key={year.year} className="number">
          {text(year)}
        </td>
      ))}
    </tr>
  )
  return (
    <div className="table-scroll life-table">
      <table className="sheet-table life-years">
        <caption>With the bank as old as it is by then</caption>
        <thead>
          <tr>
            <th scope="col">Year</th>
            {life.map(({ year, isBoughtAgain }) => (
              <th key={year} scope="col" className={isBoughtAgain ? 'number life-again' : 'number'}>
                {formatNumber(year)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {row('capacity left, %', ({ capacityFraction }) => formatNumber(capacityFraction * 100, 0))}
          {row('hours without', ({ unmetHours }) => hours(unmetHours))}
          {runs && row('generator, h', ({ generatorHours }) => hours(generatorHours))}
          {row('lowest charge, %', ({ lowestSoc }) => formatPercent(lowestSoc, 0).replace(/\s?%$/, ''))}
        </tbody>
      </table>
    </div>
  )
}
