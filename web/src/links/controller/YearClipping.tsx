import { arrayYear, clippedInYear } from '@yard-lamp/core/after'
import { formatPercent, formatQuantity } from '@yard-lamp/core/units'
import { useMemo } from 'react'
import { selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { useWhenIdle } from '../../store/use-when-idle.ts'

/** What the controllers cut off in a synthetic year, in words. */
export function YearClipping() {
  const design = useWhenIdle(useAppSelector(selectDesign))
  const clipped = useMemo(() => {
    const year = arrayYear(design)
    return year && clippedInYear(design, year)
  }, [design])
  if (!clipped) return null
  const { clippedKwh, possibleKwh } = clipped
  return (
    <p className="small">
      {clippedKwh < 0.5
        ? `In a synthetic year of ${formatQuantity(possibleKwh, 'kWh', 0)} the controllers cut nothing off.`
        : `In a synthetic year the controllers cut off ${formatQuantity(clippedKwh, 'kWh', 0)} of ${formatQuantity(possibleKwh, 'kWh', 0)}, ${formatPercent(clippedKwh / possibleKwh, 1)}.`}
    </p>
  )
}
