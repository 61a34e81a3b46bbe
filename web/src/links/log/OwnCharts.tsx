import { gravityAt25C } from '@yard-lamp/core/log'
import { isLogEntry, type LogEntry, type RecordOf, type SiteRecord } from '@yard-lamp/core/records'
import { formatDay, formatNumber, monthName } from '@yard-lamp/core/units'
import type { EChartsCoreOption } from 'echarts/core'
import { useMemo, useState } from 'react'
import { axisStyle, Chart, tooltipStyle } from '../../charts/Chart.tsx'
import { Part } from '../../job/Page.tsx'
import { selectRecords } from '../../store/records.ts'
import { useAppSelector } from '../../store/store.ts'

/** One figure at one time; of several cells or units each is a line of its own. */
interface Point {
  readonly when: string
  readonly name: string
  readonly value: number
}

interface OwnChart {
  readonly id: 'water' | 'gravity' | 'rest' | 'generator' | 'fuel' | 'cleaning'
  readonly label: string
  readonly unit: string
  readonly decimals: number
  readonly as: 'bar' | 'line'
  readonly points: readonly Point[]
  /** What to see in it. */
  readonly hint: string
}

/** What was written down by hand, each kind in its own picture; a picture begins with the second entry. */
export function OwnCharts() {
  const records = useAppSelector(selectRecords)
  const charts = useMemo(() => chartsOf(records), [records])
  const [chosen, setChosen] = useState<OwnChart['id'] | null>(null)
  const shown = charts.find(({ id }) => id === chosen) ?? charts[0]
  if (!shown) return null
  const label = shown.points
    .map(({ when, name, value }) => `${dayOf(when)}${name}: ${formatNumber(value, shown.decimals)} ${shown.unit}`)
    .join('; ')
  return (
    <Part name="By hand, over time" aside={shown.hint}>
      <div className="log-picks" role="group" aria-label="What was written down">
        {charts.map((each) => (
          <button
            key={each.id}
            type="button"
            className={`pick${each.id === shown.id ? ' pick-on' : ''}`}
            aria-pressed={each.id === shown.id}
            onClick={() => setChosen(each.id)}
          >
            {each.label}
          </button>
        ))}
      </div>
      <Chart label={`${shown.label}. ${label}`} heightPx={220} option={optionOf(shown)} />
    </Part>
  )
}

const dayOf = (when: string): string => formatDay(when.slice(0, 10))

function chartsOf(records: readonly SiteRecord[]): OwnChart[] {
  const withdrawn = new Set(records.flatMap((each) => (each.kind === 'withdraw' ? [each.recordId] : [])))
  const entries = records
    .filter(isLogEntry)
    .filter(({ id }) => !withdrawn.has(id))
    .sort((a, b) => a.when.localeCompare(b.when))
  const of = <K extends LogEntry['kind']>(kind: K) =>
    entries.filter((entry): entry is Extract<RecordOf<K>, LogEntry> => entry.kind === kind)
  const generator = of('generator')
  const charts: OwnChart[] = [
    {
      id: 'water',
      label: 'Water',
      unit: 'L a month',
      decimals: 2,
      as: 'bar',
      points: perMonth(of('water')),
      hint: 'what a bank drinks grows with its age and with too high a charge',
    },
    {
      id: 'gravity',
      label: 'Gravity by cell',
      unit: '',
      decimals: 3,
      as: 'line',
      points: of('gravity').flatMap(({ when, electrolyteC, cells }) =>
        cells.map(({ cell, gravity }) => ({ when, name: cell, value: gravityAt25C(gravity, electrolyteC) })),
      ),
      hint: 'at 25 °C; a cell that falls away from the others is the weak one',
    },
    {
      id: 'rest',
      label: 'Resting volts',
      unit: 'V',
      decimals: 2,
      as: 'line',
      points: of('rest').flatMap(({ when, units }) =>
        units.map(({ unit, restV }) => ({ when, name: unit, value: restV })),
      ),
      hint: 'after hours without charge or load',
    },
    {
      id: 'generator',
      label: 'Generator hours',
      unit: 'h',
      decimals: 1,
      as: 'line',
      points: summed(generator.map(({ when, runH }) => ({ when, value: runH }))),
      hint: 'all hours that were written down, added up',
    },
    {
      id: 'fuel',
      label: 'Fuel an hour',
      unit: 'L/h',
      decimals: 2,
      as: 'line',
      points: generator.flatMap(({ when, runH, fuelL }) =>
        fuelL === null || runH <= 0 ? [] : [{ when, name: '', value: fuelL / runH }],
      ),
      hint: 'as filled; one that climbs asks for a service',
    },
    {
      id: 'cleaning',
      label: 'Cleaning',
      unit: 'days since the last',
      decimals: 0,
      as: 'bar',
      points: sinceLast(of('cleaning')),
      hint: 'how long the array waited each time',
    },
  ]
  return charts.filter(({ points }) => new Set(points.map(({ when }) => when)).size >= 2)
}

/** A day of the axis, as 12 Mar 26. */
const axisDay = (atMs: number): string => {
  const at = new Date(atMs)
  return `${at.getUTCDate()} ${monthName(at.getUTCMonth() + 1).slice(0, 3)} ${String(at.getUTCFullYear()).slice(2)}`
}

const DAY_MS = 86_400_000
const MONTH_DAYS = 30.4

/** What was filled, over the time since the fill before. */
const perMonth = (fills: readonly { readonly when: string; readonly addedL: number }[]): Point[] =>
  fills.slice(1).flatMap(({ when, addedL }, i) => {
    const days = (Date.parse(when) - Date.parse(fills[i]?.when ?? when)) / DAY_MS
    return days < 1 ? [] : [{ when, name: '', value: (addedL / days) * MONTH_DAYS }]
  })

function summed(all: readonly { readonly when: string; readonly value: number }[]): Point[] {
  let sum = 0
  return all.map(({ when, value }) => {
    sum += value
    return { when, name: '', value: sum }
  })
}

const sinceLast = (all: readonly { readonly when: string }[]): Point[] =>
  all.slice(1).map(({ when }, i) => ({
    when,
    name: '',
    value: Math.round((Date.parse(when) - Date.parse(all[i]?.when ?? when)) / DAY_MS),
  }))

const optionOf =
  ({ points, unit, as, decimals }: OwnChart) =>
  (colour: (name: string) => string): EChartsCoreOption => {
    const names = [...new Set(points.map(({ name }) => name))]
    return {
      grid: { left: 8, right: 16, top: 26, bottom: 4, outerBoundsMode: 'same', outerBoundsContain: 'axisLabel' },
      tooltip: {
        trigger: 'item',
        ...tooltipStyle(colour),
        formatter: ({ seriesName, value }: { seriesName: string; value: [string, number] }) =>
          `${dayOf(value[0])}${seriesName === '' ? '' : `, ${seriesName}`}<br>${formatNumber(value[1], decimals)} ${unit}`,
      },
      xAxis: {
        type: 'time',
        ...axisStyle(colour),
        axisLabel: { ...axisStyle(colour).axisLabel, hideOverlap: true, formatter: axisDay },
      },
      yAxis: { type: 'value', name: unit, scale: as === 'line', ...axisStyle(colour) },
      series: names.map((name, i) => ({
        type: as,
        name,
        data: points.filter((point) => point.name === name).map(({ when, value }) => [when, value]),
        barMaxWidth: 22,
        symbolSize: 7,
        lineStyle: { width: 1.5 },
        // Cells are many and alike: the colours come round, the name stands with each point.
        itemStyle: { color: colour(`series-${1 + (i % 5)}`) },
      })),
    }
  }
