import type { DayTold, LogTold } from '@yard-lamp/core/log'
import { formatDay, formatNumber } from '@yard-lamp/core/units'
import type { EChartsCoreOption } from 'echarts/core'
import { useState } from 'react'
import { axisStyle, Chart, tooltipStyle } from '../../charts/Chart.tsx'
import { Part } from '../../job/Page.tsx'
import { DayPart } from './DayPart.tsx'

const SPANS = [
  { days: 31, label: 'Month' },
  { days: 92, label: 'Quarter' },
  { days: 400, label: 'All' },
] as const

/** Day by day: sun that was read, what it should have been, and how low the bank went; a day opens in its own resolution. */
export function DaysPart({ told }: { told: LogTold }) {
  const [span, setSpan] = useState<number>(92)
  const [open, setOpen] = useState<number | null>(null)
  const first = Math.max(0, told.days.length - span)
  const days = told.days.slice(first)
  const day = open === null ? undefined : told.days[open]
  return (
    <Part name="Day by day" aside="a day that is clicked on opens below">
      <div className="log-picks" role="group" aria-label="How far back">
        {SPANS.map(({ days: many, label }) => (
          <button
            key={label}
            type="button"
            className={`pick${many === span ? ' pick-on' : ''}`}
            aria-pressed={many === span}
            onClick={() => setSpan(many)}
          >
            {label}
          </button>
        ))}
        <label className="log-day-pick">
          Day{' '}
          <input
            type="date"
            min={told.days[0]?.date}
            max={told.days.at(-1)?.date}
            value={day?.date ?? ''}
            onChange={(event) => {
              const at = told.days.findIndex(({ date }) => date === event.target.value)
              setOpen(at >= 0 ? at : null)
            }}
          />
        </label>
      </div>
      <Chart
        label={`Sun of ${days.length} days, read and as it should be`}
        heightPx={220}
        option={optionOf(days)}
        onPick={(at) => setOpen(first + at)}
      />
      <ul className="log-legend" aria-hidden>
        <li>
          <span className="log-read" /> sun, read
        </li>
        <li>
          <span className="log-line" /> as it should be in that weather
        </li>
        <li>
          <span className="log-soc" /> lowest charge
        </li>
      </ul>
      {open !== null && day && (
        <DayPart
          told={day}
          onStep={(by) => setOpen(Math.min(told.days.length - 1, Math.max(0, open + by)))}
          onClose={() => setOpen(null)}
        />
      )}
    </Part>
  )
}

const kwh = (wh: number | null | undefined): number | null => (typeof wh === 'number' ? wh / 1000 : null)

const optionOf =
  (days: readonly DayTold[]) =>
  (colour: (name: string) => string): EChartsCoreOption => ({
    grid: { left: 8, right: 8, top: 26, bottom: 4, outerBoundsMode: 'same', outerBoundsContain: 'axisLabel' },
    tooltip: {
      trigger: 'axis',
      ...tooltipStyle(colour),
      formatter: (at: { dataIndex: number }[]) => {
        const day = days[at[0]?.dataIndex ?? 0]
        if (!day) return ''
        const should = day.expectedPvWh === null ? '' : `, ${formatNumber(day.expectedPvWh / 1000, 1)} kWh expected`
        const read = day.read?.pvWh
        const low = day.read?.socLow
        return `${formatDay(day.date)}<br>sun ${typeof read === 'number' ? `${formatNumber(read / 1000, 1)} kWh` : 'not read'}${should}${
          typeof low === 'number' ? `<br>lowest charge ${formatNumber(low, 0)} %` : ''
        }`
      },
    },
    xAxis: { type: 'category', data: days.map(({ date }) => date.slice(5)), ...axisStyle(colour) },
    yAxis: [
      { type: 'value', name: 'kWh', ...axisStyle(colour) },
      { type: 'value', name: '%', min: 0, max: 100, ...axisStyle(colour), splitLine: { show: false } },
    ],
    series: [
      {
        type: 'bar',
        data: days.map(({ read }) => kwh(read?.pvWh)),
        itemStyle: { color: colour('series-1') },
        barMaxWidth: 26,
      },
      {
        type: 'line',
        step: 'middle',
        data: days.map(({ expectedPvWh }) => kwh(expectedPvWh)),
        symbol: 'none',
        lineStyle: { color: colour('ink'), width: 1.5 },
      },
      {
        type: 'line',
        yAxisIndex: 1,
        data: days.map(({ read }) => read?.socLow ?? null),
        symbol: 'none',
        lineStyle: { color: colour('lamp'), width: 1.5, type: 'dashed' },
      },
    ],
  })
