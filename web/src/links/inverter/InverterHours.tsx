import { inverterDay } from '@yard-lamp/core/after'
import { formatNumber, formatPercent, formatQuantity } from '@yard-lamp/core/units'
import { useMemo } from 'react'
import { selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'

const BOX = { width: 900, height: 210, left: 52, right: 14, top: 20, bottom: 26 }

/** What may run together in each hour of the day against the rating left in heat and height, the worst start on top. */
export function InverterHours() {
  const design = useAppSelector(selectDesign)
  const day = useMemo(() => inverterDay(design), [design])
  const { item, quantity, requiredSurgeW } = design.inverter
  if (!day || !item) return null
  const surgeW = item.surgeW * quantity
  const topW = Math.max(day.leftW, requiredSurgeW.value, ...day.hours.map(({ togetherW }) => togetherW)) * 1.12
  const slot = (BOX.width - BOX.left - BOX.right) / 24
  const y = (watts: number) => BOX.top + (1 - watts / topW) * (BOX.height - BOX.top - BOX.bottom)
  const busiest = day.hours.reduce(
    (most, { togetherW }, hour) => (togetherW > (day.hours[most]?.togetherW ?? 0) ? hour : most),
    0,
  )
  const most = day.hours[busiest]
  const said = `Most can run together at ${busiest}:00, ${formatQuantity(Math.round(most?.togetherW ?? 0), 'W')} and ${formatQuantity(Math.round(most?.togetherVA ?? 0), 'VA')} of ${formatQuantity(Math.round(day.leftW), 'W')} and ${formatQuantity(Math.round(day.leftVA), 'VA')} left in heat and height.`
  return (
    <figure className="drawing drawing-wide" style={{ margin: 0 }}>
      <svg viewBox={`0 0 ${BOX.width} ${BOX.height}`} role="img" aria-label={said}>
        {day.hours.map(({ togetherW, averageW }, hour) => {
          const x = BOX.left + hour * slot
          return (
            <g key={hour}>
              <rect
                x={x + 2}
                y={y(togetherW)}
                width={slot - 4}
                height={y(0) - y(togetherW)}
                fill={togetherW > day.leftW ? 'var(--clay)' : 'var(--sun)'}
              />
              <rect x={x + 2} y={y(averageW)} width={slot - 4} height={y(0) - y(averageW)} fill="var(--lamp)" />
              {hour % 3 === 0 && (
                <text x={x + slot / 2} y={BOX.height - 8} textAnchor="middle" fontSize="12" fill="var(--soft)">
                  {hour}
                </text>
              )}
            </g>
          )
        })}
        <path d={`M${BOX.left} ${y(day.leftW)}H${BOX.width - BOX.right}`} stroke="var(--ink)" strokeWidth="2.5" />
        <text x={BOX.width - BOX.right} y={y(day.leftW) - 5} textAnchor="end" fontSize="13" fill="var(--ink)">
          rating left in the heat, {formatQuantity(Math.round(day.leftW), 'W')}
        </text>
        {requiredSurgeW.value > 0 && (
          <>
            <path
              d={`M${BOX.left} ${y(requiredSurgeW.value)}H${BOX.width - BOX.right}`}
              stroke={requiredSurgeW.value > surgeW ? 'var(--clay)' : 'var(--slate)'}
              strokeDasharray="6 4"
              strokeWidth="2"
            />
            <text x={BOX.left + 4} y={y(requiredSurgeW.value) - 5} fontSize="13" fill="var(--soft)">
              worst start {formatQuantity(Math.round(requiredSurgeW.value), 'W')} of {formatQuantity(surgeW, 'W')}
            </text>
          </>
        )}
        <text x={BOX.left - 6} y={y(0)} textAnchor="end" fontSize="12" fill="var(--soft)">
          0 W
        </text>
      </svg>
      <figcaption className="small">
        {said} Pale: all that is painted in the hour; dark: on average. The inverter itself takes{' '}
        {formatNumber(day.lossWhPerDay, 0)} Wh a day, {formatNumber(day.idleWhPerDay, 0)} Wh of it idle.
        {item.efficiencyPoints &&
          ` Its efficiency: ${item.efficiencyPoints.map(({ loadFraction, efficiency }) => `${formatPercent(efficiency, 1)} at ${formatPercent(loadFraction, 0)}`).join(', ')} of its power.`}
      </figcaption>
    </figure>
  )
}
