import { formatNumber, MONTH_NAMES, monthName } from '@yard-lamp/core/units'
import { useCallback } from 'react'
import { axisStyle, Chart, tooltipStyle } from '../../charts/Chart.tsx'

interface SunChartProps {
  flat: readonly number[]
  plane: readonly number[]
  leastSunMonth: number | null
}

/** Twelve months of sun, on the flat and in the chosen plane after shade. */
export function SunChart({ flat, plane, leastSunMonth }: SunChartProps) {
  const option = useCallback(
    (colour: (name: string) => string) => ({
      grid: { left: 36, right: 8, top: 14, bottom: 24 },
      tooltip: {
        trigger: 'axis',
        ...tooltipStyle(colour),
        valueFormatter: (value: number) => `${formatNumber(value, 2)} kWh/m² a day`,
      },
      xAxis: { type: 'category', data: MONTH_NAMES.map((name) => name.slice(0, 3)), ...axisStyle(colour) },
      yAxis: { type: 'value', splitNumber: 4, ...axisStyle(colour) },
      series: [
        {
          name: 'in the plane, after shade',
          type: 'bar',
          barWidth: '56%',
          data: plane.map((value, i) => ({
            value,
            itemStyle: { color: i + 1 === leastSunMonth ? colour('lamp') : colour('sun') },
          })),
        },
        {
          name: 'on the flat',
          type: 'line',
          step: 'middle',
          symbol: 'none',
          lineStyle: { color: colour('ink'), width: 2 },
          itemStyle: { color: colour('ink') },
          data: [...flat],
        },
      ],
    }),
    [flat, plane, leastSunMonth],
  )
  const least =
    leastSunMonth === null
      ? ''
      : ` Least in ${monthName(leastSunMonth)}: ${formatNumber(plane[leastSunMonth - 1] ?? 0, 2)}.`
  return (
    <>
      <ul className="legend">
        <li>
          <i style={{ background: 'var(--sun)' }} /> in the plane, after shade, kWh/m² a day
        </li>
        <li>
          <i style={{ background: 'var(--lamp)' }} /> the month with least sun of those that count
        </li>
        <li>
          <i style={{ background: 'var(--ink)', height: 3 }} /> on the flat
        </li>
      </ul>
      <Chart label={`Sun by month in the plane and on the flat.${least}`} heightPx={190} option={option} />
    </>
  )
}
