import type { MonthSpread, YearsTold } from '@yard-lamp/core/proof'
import { formatNumber, formatPercent, monthName } from '@yard-lamp/core/units'
import { Part } from '../../job/Page.tsx'
import { selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'

const DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31]
/** A difference of sun that is worth a word. */
const WORTH_A_WORD = 0.04

/** Month by month: sun, energy, nights, generator and surplus of the years beside the month method. */
export function Months({ told }: { told: YearsTold }) {
  const { site, array, loads } = useAppSelector(selectDesign)
  const { months } = told
  const hasGenerator = told.spread.generatorHours.high > 0
  const sunByMonth = site.sunHours?.value ?? []
  const apart = sunByMonth.flatMap((hours, i) => {
    const year = months.sunHours[i]?.mean ?? 0
    return hours > 0 && Math.abs(year / hours - 1) > WORTH_A_WORD ? [{ month: i + 1, fraction: year / hours - 1 }] : []
  })
  return (
    <Part name="By month" aside="means of the years; a tenth of them lies below and above the small figures">
      <div className="table-scroll">
        <table className="sheet-table months-table">
          <thead>
            <tr>
              <th>Month</th>
              <th className="number">sun hours a day</th>
              <th className="number">by the month method</th>
              <th className="number">sun brings, kWh a day</th>
              <th className="number">by the month method</th>
              <th className="number">the bus needs, by the month method</th>
              <th className="number">loads get, kWh a day</th>
              <th className="number">nights short</th>
              {hasGenerator && <th className="number">generator, h</th>}
              {hasGenerator && <th className="number">fuel, L</th>}
              <th className="number">left over, kWh</th>
            </tr>
          </thead>
          <tbody>
            {DAYS.map((days, i) => (
              <tr key={monthName(i + 1)}>
                <td>{monthName(i + 1)}</td>
                <Cell spread={months.sunHours[i]} decimals={1} />
                <td className="number soft">{formatNumber(sunByMonth[i] ?? 0, 1)}</td>
                <Cell spread={daily(months.broughtKwh[i], days)} decimals={1} />
                <td className="number soft">
                  {array.yieldWh ? formatNumber((array.yieldWh.value[i] ?? 0) / 1000, 1) : '–'}
                </td>
                <td className="number soft">{formatNumber((loads.busByMonthWh.value[i] ?? 0) / 1000, 1)}</td>
                <Cell spread={daily(months.servedKwh[i], days)} decimals={1} />
                <Cell spread={months.shortNights[i]} decimals={1} bad />
                {hasGenerator && <Cell spread={months.generatorHours[i]} decimals={0} />}
                {hasGenerator && <Cell spread={months.fuelL[i]} decimals={0} />}
                <Cell spread={months.surplusKwh[i]} decimals={0} />
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="small soft">
        {apart.length > 0 && (
          <>
            Sun in the panels differs in{' '}
            {apart
              .map(
                ({ month, fraction }) =>
                  `${monthName(month)} (${fraction > 0 ? '+' : '−'}${formatPercent(Math.abs(fraction), 0)})`,
              )
              .join(', ')}
            : clear and dull days alternate in the years, where the month method works one average day, and the horizon
            is looked at hour by hour.{' '}
          </>
        )}
        What the sun brings is told here at the bus; the month method takes off it what is lost through the bank and,
        for the need, in the inverter by one figure, where the years lose only what really goes through them, hour by
        hour, and in the heat of each.
      </p>
    </Part>
  )
}

const daily = (spread: MonthSpread | undefined, days: number): MonthSpread | undefined =>
  spread && { mean: spread.mean / days, low: spread.low / days, high: spread.high / days }

function Cell({ spread, decimals, bad = false }: { spread: MonthSpread | undefined; decimals: number; bad?: boolean }) {
  if (!spread) return <td className="number">–</td>
  const { mean, low, high } = spread
  const width = high - low > 0.5 * 10 ** -decimals
  return (
    <td className={`number${bad && mean > 0.05 ? ' month-bad' : ''}`}>
      {formatNumber(mean, decimals)}
      {width && (
        <span className="month-spread">
          {formatNumber(low, decimals)}–{formatNumber(high, decimals)}
        </span>
      )}
    </td>
  )
}
