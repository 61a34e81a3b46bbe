import { formatPercent, formatQuantity } from '@yard-lamp/core/units'
import { selectYear } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { yearWaits } from '../proof/year-waits.ts'

/** What the controllers cut off in a mean year, in words. */
export function YearClipping() {
  const standing = useAppSelector(selectYear)
  if (standing.status !== 'worked')
    return <p className="small soft">{yearWaits(standing, 'What the controllers cut off in a year is told')}</p>
  const { spread, pvKwh } = standing.told
  const { mean, high } = spread.clippedKwh
  return (
    <p className="small">
      {mean < 0.5
        ? `In a mean year of ${formatQuantity(pvKwh, 'kWh', 0)} the controllers cut nothing off.`
        : `In a mean year the controllers cut off ${formatQuantity(mean, 'kWh', 0)} of ${formatQuantity(pvKwh, 'kWh', 0)}, ${formatPercent(mean / pvKwh, 1)}; one year in ten over ${formatQuantity(high, 'kWh', 0)}.`}
    </p>
  )
}
