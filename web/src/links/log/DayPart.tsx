import { type Batch, clockOffsetMs, DAY_MS, type DayTold } from '@yard-lamp/core/log'
import { type MeasureId, measureOf } from '@yard-lamp/core/records'
import { formatDay, formatQuantity } from '@yard-lamp/core/units'
import type { EChartsCoreOption } from 'echarts/core'
import { useEffect, useState } from 'react'
import { api } from '../../api/client.ts'
import { axisStyle, Chart, tooltipStyle } from '../../charts/Chart.tsx'
import { selectJobId, selectSite } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'

interface DayProps {
  told: DayTold
  onStep: (by: number) => void
  onClose: () => void
}

/** What of a day is drawn: powers on one side, charge on the other. */
const DRAWN = [
  { id: 'pvW', colour: 'lamp' },
  { id: 'loadW', colour: 'series-1' },
  { id: 'soc', colour: 'moss' },
  { id: 'batteryV', colour: 'slate' },
] as const satisfies readonly { id: MeasureId; colour: string }[]

/** One day as it was read, at the resolution it came in. */
export function DayPart({ told: { date, read }, onStep, onClose }: DayProps) {
  const offsetMs = useOffsetMs()
  const rows = useRows(date, offsetMs)
  const sum = (label: string, wh: number | null | undefined) =>
    typeof wh === 'number' ? `${label} ${formatQuantity(wh / 1000, 'kWh', 2)}` : ''
  const said = [
    sum('sun', read?.pvWh),
    sum('loads', read?.loadWh),
    typeof read?.socLow === 'number' ? `charge down to ${Math.round(read.socLow)} %` : '',
    typeof read?.batteryVLow === 'number' && typeof read.batteryVHigh === 'number'
      ? `${read.batteryVLow.toFixed(1)} to ${formatQuantity(read.batteryVHigh, 'V', 1)}`
      : '',
  ].filter((text) => text !== '')
  return (
    <section className="log-day" aria-label={formatDay(date)}>
      <div className="log-day-head">
        <button type="button" className="pick" aria-label="The day before" onClick={() => onStep(-1)}>
          ←
        </button>
        <b>{formatDay(date)}</b>
        <button type="button" className="pick" aria-label="The day after" onClick={() => onStep(1)}>
          →
        </button>
        <span className="soft">{said.join(', ')}</span>
        <button type="button" className="pick log-day-close" onClick={onClose}>
          Close
        </button>
      </div>
      {rows === null && <p className="soft">Reading the day …</p>}
      {typeof rows === 'string' && <p className="field-error">{rows}</p>}
      {rows !== null && typeof rows !== 'string' && (
        <>
          {rows.at.length === 0 ? (
            <p className="soft">Nothing was read on this day.</p>
          ) : (
            <Chart
              label={`Readings of ${formatDay(date)}: ${said.join(', ')}`}
              heightPx={240}
              option={optionOf(rows, offsetMs)}
            />
          )}
          <ul className="log-legend" aria-hidden>
            {DRAWN.filter(({ id }) => rows.figures[id]).map(({ id, colour }) => (
              <li key={id}>
                <span style={{ background: `var(--${colour})` }} /> {measureOf(id).label}, {measureOf(id).unit}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  )
}

/** Of the clock of the place from UTC. */
function useOffsetMs(): number {
  return clockOffsetMs(useAppSelector(selectSite))
}

/** Rows of the source that has most of the day; a sentence where they cannot be read; null while they are. */
function useRows(date: string, offsetMs: number): Batch | string | null {
  const jobId = useAppSelector(selectJobId)
  const sources = useAppSelector(({ log }) => log.sources)
  const [rows, setRows] = useState<{ readonly date: string; readonly rows: Batch | string } | null>(null)
  useEffect(() => {
    let gone = false
    const fromMs = Date.parse(`${date}T00:00:00Z`) - offsetMs
    const readings = ({ days }: (typeof sources)[number]) => days.find(({ day }) => day === date)?.figures[0] ?? 0
    const most = sources.reduce<(typeof sources)[number] | null>(
      (best, each) => (readings(each) > (best ? readings(best) : 0) ? each : best),
      null,
    )
    const read = most ? api.readRows(jobId, most.id, fromMs, fromMs + DAY_MS) : Promise.resolve({ at: [], figures: {} })
    read.then(
      (found) => !gone && setRows({ date, rows: found }),
      (error: Error) => !gone && setRows({ date, rows: error.message }),
    )
    return () => {
      gone = true
    }
  }, [jobId, sources, date, offsetMs])
  return rows?.date === date ? rows.rows : null
}

/** By the clock of the place, wherever this browser is. */
const optionOf =
  ({ at, figures }: Batch, offsetMs: number) =>
  (colour: (name: string) => string): EChartsCoreOption => {
    const points = (id: MeasureId) => at.map((ms, i) => [ms + offsetMs, figures[id]?.[i] ?? null])
    const axis = { ...axisStyle(colour), splitLine: { show: false } }
    const place: Record<(typeof DRAWN)[number]['id'], number> = { pvW: 0, loadW: 0, soc: 1, batteryV: 2 }
    return {
      useUTC: true,
      grid: { left: 8, right: 46, top: 26, bottom: 4, outerBoundsMode: 'same', outerBoundsContain: 'axisLabel' },
      tooltip: { trigger: 'axis', ...tooltipStyle(colour) },
      xAxis: { type: 'time', ...axisStyle(colour) },
      yAxis: [
        { type: 'value', name: 'W', ...axisStyle(colour) },
        { type: 'value', name: '%', min: 0, max: 100, ...axis },
        { type: 'value', name: 'V', scale: true, offset: 40, ...axis },
      ],
      series: DRAWN.filter(({ id }) => figures[id]).map(({ id, colour: name }) => ({
        name: measureOf(id).label,
        type: 'line',
        yAxisIndex: place[id],
        data: points(id),
        symbol: 'none',
        sampling: 'lttb',
        lineStyle: { color: colour(name), width: 1.5 },
        itemStyle: { color: colour(name) },
      })),
    }
  }
