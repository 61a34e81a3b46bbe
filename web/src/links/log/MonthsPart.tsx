import type { Compared, MonthTold } from '@yard-lamp/core/log'
import { formatNumber, monthName } from '@yard-lamp/core/units'
import type { EChartsCoreOption } from 'echarts/core'
import { useState } from 'react'
import { axisStyle, Chart, tooltipStyle } from '../../charts/Chart.tsx'
import { Part } from '../../job/Page.tsx'

const SHOWN = [
  { id: 'pv', label: 'Sun', unit: 'kWh', decimals: 1 },
  { id: 'load', label: 'Loads', unit: 'kWh', decimals: 1 },
  { id: 'generator', label: 'Generator', unit: 'h', decimals: 0 },
  { id: 'full', label: 'Full days', unit: 'days', decimals: 0 },
] as const
type ShownId = (typeof SHOWN)[number]['id']

const nameOf = (month: string): string => `${monthName(Number(month.slice(5))).slice(0, 3)} ${month.slice(2, 4)}`

/** Month by month: what was read, what it should have been in that weather, and the band of ordinary years. */
export function MonthsPart({ months }: { months: readonly MonthTold[] }) {
  const [shown, setShown] = useState<ShownId>('pv')
  const what = SHOWN.find(({ id }) => id === shown) ?? SHOWN[0]
  const rows = months.map((month) => ({ month: month.month, ...month[shown] }))
  const there = SHOWN.filter(({ id }) => months.some((month) => month[id].read !== null))
  return (
    <Part name="Month by month" aside="the band is nine ordinary years of ten, over the days that were read">
      <div className="log-picks" role="group" aria-label="What is shown">
        {there.map(({ id, label }) => (
          <button
            key={id}
            type="button"
            className={`pick${id === shown ? ' pick-on' : ''}`}
            aria-pressed={id === shown}
            onClick={() => setShown(id)}
          >
            {label}
          </button>
        ))}
      </div>
      <Chart
        label={rows.map((row) => `${nameOf(row.month)}: ${textOf(row, what.unit, what.decimals)}`).join('; ')}
        heightPx={230}
        option={optionOf(rows, what.unit)}
      />
      <ul className="log-legend" aria-hidden>
        <li>
          <span className="log-read" /> read
        </li>
        {rows.some(({ expected }) => expected !== null) && (
          <li>
            <span className="log-expected" /> as it should be in that weather
          </li>
        )}
        <li>
          <span className="log-band" /> ordinary years
        </li>
      </ul>
      <details className="log-over">
        <summary>In figures</summary>
        <MonthTable rows={rows} unit={what.unit} decimals={what.decimals} />
      </details>
    </Part>
  )
}

interface Row extends Compared {
  readonly month: string
}

function MonthTable({ rows, unit, decimals }: { rows: readonly Row[]; unit: string; decimals: number }) {
  const cell = (value: number | null) => (value === null ? '–' : formatNumber(value, decimals))
  return (
    <div className="table-scroll">
      <table className="sheet-table">
        <thead>
          <tr>
            <th>Month</th>
            <th className="number">days read</th>
            <th className="number">read, {unit}</th>
            <th className="number">in that weather, {unit}</th>
            <th className="number">ordinary years, {unit}</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ month, days, read, expected, band }) => (
            <tr key={month}>
              <td>{nameOf(month)}</td>
              <td className="number">{days}</td>
              <td className="number">{cell(read)}</td>
              <td className="number">{cell(expected)}</td>
              <td className="number">
                {cell(band.low)} to {cell(band.high)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

function textOf({ read, expected, band }: Row, unit: string, decimals: number): string {
  if (read === null) return 'nothing read'
  const should = expected === null ? '' : `, ${formatNumber(expected, decimals)} in that weather`
  return `${formatNumber(read, decimals)} ${unit}${should}, ordinary ${formatNumber(band.low, decimals)} to ${formatNumber(band.high, decimals)}`
}

/** As wide as its month, the first and the last too: on an axis of its own, so that the bars before it keep their width. */
const BAND = { type: 'bar', xAxisIndex: 1, stack: 'band', barCategoryGap: '0%', silent: true, z: 1 } as const

const optionOf =
  (rows: readonly Row[], unit: string) =>
  (colour: (name: string) => string): EChartsCoreOption => ({
    grid: { left: 8, right: 12, top: 26, bottom: 4, outerBoundsMode: 'same', outerBoundsContain: 'axisLabel' },
    tooltip: {
      trigger: 'axis',
      ...tooltipStyle(colour),
      formatter: (at: { dataIndex: number }[]) => {
        const row = rows[at[0]?.dataIndex ?? 0]
        return row ? `${nameOf(row.month)}<br>${textOf(row, unit, 1)}` : ''
      },
    },
    xAxis: [
      { type: 'category', data: rows.map(({ month }) => nameOf(month)), ...axisStyle(colour) },
      { type: 'category', data: rows.map(({ month }) => month), show: false, axisPointer: { show: false } },
    ],
    yAxis: { type: 'value', name: unit, ...axisStyle(colour) },
    series: [
      { ...BAND, data: rows.map(({ band }) => band.low), itemStyle: { opacity: 0 } },
      { ...BAND, data: rows.map(({ band }) => band.high - band.low), itemStyle: { color: colour('sun') } },
      {
        type: 'bar',
        data: rows.map(({ read }) => read),
        itemStyle: { color: colour('series-1') },
        barMaxWidth: 26,
        z: 2,
      },
      {
        type: 'line',
        data: rows.map(({ expected }) => expected),
        symbol: 'rect',
        symbolSize: [22, 3],
        z: 3,
        lineStyle: { opacity: 0 },
        itemStyle: { color: colour('ink') },
      },
    ],
  })
