import { type YearSummary, yearAgainstMonths } from '@yard-lamp/core/site'
import { formatNumber, formatPercent, monthName } from '@yard-lamp/core/units'
import { selectDesign, selectSite } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'

const more = (fraction: number): string => `${fraction > 0 ? '+' : ''}${formatPercent(fraction, 0)}`

/** Months in which the year of days and the month method differ, and why. */
export function YearAgainstMonths({ year }: { year: YearSummary }) {
  const site = useAppSelector(selectSite)
  const { site: result, array } = useAppSelector(selectDesign)
  const plane = result.everyPlane[0]
  if (!plane || !result.sunOnFlat) return null
  const { differing, why } = yearAgainstMonths({ year, plane, flatKwhPerM2Day: result.sunOnFlat.value, site })
  const where = result.everyPlane.length > 1 ? ` in ${plane.plane.name}` : ''
  const [first] = differing
  if (!first)
    return (
      <p className="small">By month the year of days agrees with the sun hours of the design{where} to within 3 %.</p>
    )
  const most = differing.reduce((a, b) => (Math.abs(b.fraction) > Math.abs(a.fraction) ? b : a), first)
  const others = differing.filter((each) => each !== most)
  const deciding = differing.find(({ month, fraction }) => month === array.designMonth?.value && fraction < 0)
  return (
    <p className="small">
      The year of days and the months{where} do not agree: {monthName(most.month)} {formatNumber(most.yearHours, 2)} sun
      hours against {formatNumber(most.monthHours, 2)} ({more(most.fraction)})
      {others.length > 0 && `, ${others.map((each) => `${monthName(each.month)} ${more(each.fraction)}`).join(', ')}`}.
      Why: {why.join('; ')}. The array is sized by the months; its clipping and its dark fortnight are the days of a
      year brought to the sun of each month.
      {deciding &&
        ` By the year’s days ${monthName(deciding.month)}, which decides, would ask for ${formatPercent(1 / (1 + deciding.fraction) - 1, 0)} more array: plan for it where nothing stands behind the sun.`}
    </p>
  )
}
