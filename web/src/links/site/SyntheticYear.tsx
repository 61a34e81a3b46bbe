import { useElementSize, useLocalStorage } from '@mantine/hooks'
import { CLEAR_ABOVE, OVERCAST_BELOW } from '@yard-lamp/core/site'
import { DAYS_IN_MONTH } from '@yard-lamp/core/tables'
import { formatNumber, MONTH_NAMES } from '@yard-lamp/core/units'
import { Part } from '../../job/Page.tsx'
import { useWrite } from '../../store/use-write.ts'
import { useSyntheticYear } from './use-synthetic-year.ts'
import { YearAgainstMonths } from './YearAgainstMonths.tsx'

const HEIGHT_PX = 110

/** The year of days made from the twelve figures, and what the plane gets of it under an even sky and under a truer one. */
export function SyntheticYear() {
  const write = useWrite()
  const [seed, setSeed] = useLocalStorage({ key: 'yardlamp.site.seed', defaultValue: 1 })
  const { ref, width } = useElementSize()
  const { brief, year } = useSyntheticYear(seed)
  if (brief === null) return null
  const most = year ? Math.max(...year.daysKwhPerM2, 1) : 1
  let first = 0
  const gain = year ? year.yearKwhPerM2['hay-davies'] / Math.max(1, year.yearKwhPerM2.isotropic) - 1 : 0
  return (
    <Part
      title="A year of days made from these months"
      aside={
        <>
          year {seed}{' '}
          <button type="button" className="pick" onClick={() => setSeed((seed % 9999) + 1)}>
            another year
          </button>
        </>
      }
    >
      <div ref={ref} className="year-days">
        <svg
          width={width}
          height={HEIGHT_PX}
          role="img"
          aria-label={
            year
              ? `Sun on the flat day by day: ${year.clearDays} clear, ${year.mixedDays} mixed, ${year.overcastDays} overcast days`
              : 'The year is being made'
          }
        >
          {year?.daysKwhPerM2.map((kwh, day) => {
            const clear = year.clearness[day] ?? 0
            return (
              <rect
                key={day}
                x={(day / 365) * width}
                y={HEIGHT_PX - 18 - (kwh / most) * (HEIGHT_PX - 22)}
                width={Math.max(0.6, width / 365 - 0.5)}
                height={(kwh / most) * (HEIGHT_PX - 22)}
                className={
                  clear >= CLEAR_ABOVE ? 'year-clear' : clear < OVERCAST_BELOW ? 'year-overcast' : 'year-mixed'
                }
              />
            )
          })}
          {MONTH_NAMES.map((name, i) => {
            const at = first
            first += DAYS_IN_MONTH[i] ?? 30
            return (
              <text
                key={name}
                x={((at + 15) / 365) * width}
                y={HEIGHT_PX - 4}
                className="scale-figure"
                textAnchor="middle"
              >
                {name.slice(0, 3)}
              </text>
            )
          })}
        </svg>
      </div>
      {year && (
        <>
          <ul className="legend">
            <li>
              <i className="year-clear" /> {year.clearDays} clear days
            </li>
            <li>
              <i className="year-mixed" /> {year.mixedDays} mixed
            </li>
            <li>
              <i className="year-overcast" /> {year.overcastDays} overcast
            </li>
            <li>a day is like the one before by {formatNumber(year.lagOneCorrelation, 2)}</li>
            <li>
              air {write.quantity(year.coldestC, '°C', 0)} to {write.quantity(year.hottestC, '°C', 0)} in its hours
            </li>
          </ul>
          <p className="small">
            In the plane, before shade: <b>{formatNumber(year.yearKwhPerM2.isotropic, 0)} kWh/m²</b> a year under an
            even sky, <b>{formatNumber(year.yearKwhPerM2['hay-davies'], 0)}</b> with the bright sky about the sun (
            {gain >= 0 ? '+' : ''}
            {formatNumber(gain * 100, 1)} %). The design takes the even sky
            {gain >= 0 ? ', the safer figure' : ''}.
          </p>
          <YearAgainstMonths year={year} />
        </>
      )}
    </Part>
  )
}
