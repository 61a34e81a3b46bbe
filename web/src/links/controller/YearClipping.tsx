import type { YearsTold } from '@yard-lamp/core/proof'
import { formatPercent, formatQuantity } from '@yard-lamp/core/units'
import { YearTold } from '../../year/YearTold.tsx'

/** What the controllers cut off in a mean year, in words. */
export function YearClipping() {
  return (
    <YearTold what="What the controllers cut off in a year is told">
      {({ told }) => <p className="small">{clippedText(told)}</p>}
    </YearTold>
  )
}

function clippedText({ spread, pvKwh }: YearsTold): string {
  const { mean, high } = spread.clippedKwh
  return mean < 0.5
    ? `In a mean year of ${formatQuantity(pvKwh, 'kWh', 0)} the controllers cut nothing off.`
    : `In a mean year the controllers cut off ${formatQuantity(mean, 'kWh', 0)} of ${formatQuantity(pvKwh, 'kWh', 0)}, ${formatPercent(mean / pvKwh, 1)}; one year in ten over ${formatQuantity(high, 'kWh', 0)}.`
}
