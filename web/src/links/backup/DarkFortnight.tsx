import { arrayYear, type DarkDay, darkFortnight } from '@yard-lamp/core/after'
import { formatNumber, formatPercent } from '@yard-lamp/core/units'
import { useMemo } from 'react'
import { selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { useWhenIdle } from '../../store/use-when-idle.ts'

const BOX = { width: 900, height: 204, left: 46, right: 16, top: 16, bottom: 48 }

/** The fourteen darkest days of a synthetic year: how full the bank is at the end of each, alone and with the backup. */
export function DarkFortnightPicture() {
  const design = useWhenIdle(useAppSelector(selectDesign))
  const fortnight = useMemo(() => {
    const year = arrayYear(design)
    return year && darkFortnight(design, year)
  }, [design])
  if (!fortnight)
    return <p className="soft">The darkest fortnight is drawn here once sun, loads, battery and array are known.</p>
  const { alone, backed } = fortnight
  const x = (day: number) => BOX.left + ((day + 0.5) / alone.length) * (BOX.width - BOX.left - BOX.right)
  const y = (share: number) => BOX.top + (1 - share) * (BOX.height - BOX.top - BOX.bottom)
  const path = (days: readonly DarkDay[]) =>
    days.map(({ stateOfCharge }, i) => `${i === 0 ? 'M' : 'L'}${x(i)} ${y(stateOfCharge)}`).join('')
  const floor = 1 - design.battery.depthOfDischarge.value
  const dark = alone.filter(({ missedWh }) => missedWh > 1)
  const missedKwh = alone.reduce((sum, { missedWh }) => sum + missedWh, 0) / 1000
  const hours = backed?.reduce((sum, { backupHours }) => sum + backupHours, 0) ?? 0
  const stillDark = backed?.filter(({ missedWh }) => missedWh > 1).length ?? 0
  const backedText = stillDark === 0 ? 'it stays above its depth' : `it is still empty on ${stillDark} of them`
  const said =
    dark.length === 0
      ? 'The bank carries the darkest fortnight by itself.'
      : `Alone the bank is empty on ${dark.length} of the fourteen darkest days, ${formatNumber(missedKwh, 1)} kWh are missed.`
  return (
    <figure className="drawing drawing-wide" style={{ margin: 0 }}>
      <svg viewBox={`0 0 ${BOX.width} ${BOX.height}`} role="img" aria-label={said}>
        {[0, 0.5, 1].map((share) => (
          <g key={share}>
            <path d={`M${BOX.left} ${y(share)}H${BOX.width - BOX.right}`} stroke="var(--line)" />
            <text x={BOX.left - 6} y={y(share) + 4} textAnchor="end" fontSize="12" fill="var(--soft)">
              {formatPercent(share, 0)}
            </text>
          </g>
        ))}
        <rect
          x={BOX.left}
          y={y(floor)}
          width={BOX.width - BOX.left - BOX.right}
          height={y(0) - y(floor)}
          fill="var(--clay-wash)"
        />
        <text x={BOX.left + 6} y={y(floor) + 14} fontSize="12" fill="var(--clay)">
          below its depth of use
        </text>
        {backed && <path d={path(backed)} fill="none" stroke="var(--moss)" strokeWidth="3" strokeDasharray="7 4" />}
        <path d={path(alone)} fill="none" stroke="var(--ink)" strokeWidth="3" />
        {alone.map(({ dayOfYear, sunHours, missedWh }, i) => (
          <g key={dayOfYear}>
            {missedWh > 1 && <circle cx={x(i)} cy={y(floor)} r="5" fill="var(--clay)" />}
            <text x={x(i)} y={BOX.height - 30} textAnchor="middle" fontSize="12" fill="var(--soft)">
              {formatNumber(sunHours, 1)}
            </text>
          </g>
        ))}
        <text x={BOX.left} y={BOX.height - 10} fontSize="12" fill="var(--soft)">
          peak sun hours of each day; the year is synthetic, begun on a full bank
        </text>
      </svg>
      <figcaption className="small">
        <b>{said}</b>{' '}
        {backed
          ? `With the backup (dashed) ${backedText}${hours > 0 ? `; it runs ${formatNumber(hours, 0)} hours.` : '.'}`
          : 'There is no backup: what is missed stays dark.'}
      </figcaption>
    </figure>
  )
}
