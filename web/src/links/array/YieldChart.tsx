import { formatNumber, MONTH_NAMES } from '@yard-lamp/core/units'
import { useCallback } from 'react'
import { axisStyle, Chart, tooltipStyle } from '../../charts/Chart.tsx'

interface YieldChartProps {
  yieldWh: readonly number[]
  needWh: readonly number[]
  backupMonths: readonly number[]
  onMonth: (month: number) => void
}

/** Need against yield for each month; months that fall short stand out, those left to the backup are hatched. */
export function YieldChart({ yieldWh, needWh, backupMonths, onMonth }: YieldChartProps) {
  const option = useCallback(
    (colour: (name: string) => string) => ({
      grid: { left: 40, right: 8, top: 12, bottom: 24 },
      tooltip: {
        trigger: 'axis',
        ...tooltipStyle(colour),
        valueFormatter: (value: number) => `${formatNumber(value, 2)} kWh a day`,
      },
      xAxis: { type: 'category', data: MONTH_NAMES.map((name) => name.slice(0, 3)), ...axisStyle(colour) },
      yAxis: { type: 'value', splitNumber: 4, ...axisStyle(colour) },
      series: [
        {
          name: 'yield',
          type: 'bar',
          barWidth: '58%',
          data: yieldWh.map((wh, i) => ({
            value: wh / 1000,
            itemStyle: styleOf(i, colour, yieldWh, needWh, backupMonths),
          })),
        },
        {
          name: 'need',
          type: 'line',
          step: 'middle',
          symbol: 'none',
          lineStyle: { color: colour('ink'), width: 2.5 },
          itemStyle: { color: colour('ink') },
          data: needWh.map((wh) => wh / 1000),
        },
      ],
    }),
    [yieldWh, needWh, backupMonths],
  )
  const short = MONTH_NAMES.filter((_, i) => (yieldWh[i] ?? 0) < (needWh[i] ?? 0) - 0.5)
  return (
    <>
      <ul className="legend">
        <li>
          <i style={{ background: 'var(--sun)' }} /> yield of an average day, kWh
        </li>
        <li>
          <i style={{ background: 'var(--clay)' }} /> falls short
        </li>
        <li>
          <i style={{ background: 'repeating-linear-gradient(45deg, var(--rule) 0 2px, var(--card) 2px 5px)' }} /> left
          to the backup
        </li>
        <li>
          <i style={{ background: 'var(--ink)', height: 3 }} /> need
        </li>
      </ul>
      <Chart
        label={`Need against yield by month. ${short.length === 0 ? 'Every month is carried.' : `Short: ${short.join(', ')}.`}`}
        heightPx={210}
        option={option}
        onPick={(index) => index >= 0 && index < 12 && onMonth(index + 1)}
      />
    </>
  )
}

function styleOf(
  i: number,
  colour: (name: string) => string,
  yieldWh: readonly number[],
  needWh: readonly number[],
  backupMonths: readonly number[],
) {
  if (backupMonths.includes(i + 1)) {
    return {
      color: colour('wash'),
      borderColor: colour('rule'),
      decal: { symbol: 'rect', color: colour('rule'), dashArrayX: [1, 0], dashArrayY: [2, 4], rotation: Math.PI / 4 },
    }
  }
  return { color: colour((yieldWh[i] ?? 0) < (needWh[i] ?? 0) - 0.5 ? 'clay' : 'sun') }
}
