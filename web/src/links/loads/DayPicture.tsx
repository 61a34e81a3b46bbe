import { useElementSize, useLocalStorage } from '@mantine/hooks'
import type { Design, Job } from '@yard-lamp/core'
import {
  DAY_KINDS,
  type DayKind,
  dayLayers,
  daylightOf,
  monthFactor,
  shiftedLoad,
  shiftSaves,
} from '@yard-lamp/core/loads'
import { formatQuantity, MONTH_NAMES, monthName } from '@yard-lamp/core/units'
import { memo, useMemo, useState } from 'react'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { loadsLit } from '../../store/view-slice.ts'
import { litHours, moved, niceStep, readout, stacked, sunPath } from './day-shapes.ts'
import { type Drag, useDayGestures } from './use-day-gestures.ts'

const HEIGHT_PX = 176
const LEFT_PX = 58
const TOP_PX = 10
/** Room for half of the last hour's name. */
const RIGHT_PX = 20
const BOTTOM_PX = 22
const FRAME = { leftPx: LEFT_PX, topPx: TOP_PX, innerPx: HEIGHT_PX - TOP_PX - BOTTOM_PX } as const
const KIND_TITLE: Record<DayKind, string> = { average: 'average day', weekday: 'weekday', weekend: 'weekend' }

/**
 * The day, hour by hour, stacked by load or group, with a month's sun behind it. A load is dragged along the day, and what
 * that saves in battery is said. A drawing of our own: a chart package knows no dragging of a layer.
 */
// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one drawing, from back to front
export const DayPicture = memo(function DayPicture({ job, design: { loads, site, battery } }: DayPictureProps) {
  const lit = useAppSelector((state) => state.view.litLoads)
  const dispatch = useAppDispatch()
  const [by, setBy] = useLocalStorage<'group' | 'load'>({ key: 'yardlamp.loads.stack', defaultValue: 'group' })
  const [kind, setKind] = useState<DayKind>('average')
  const [month, setMonth] = useState<number | null>(null)
  const [drag, setDrag] = useState<Drag | null>(null)
  const { ref, width } = useElementSize()

  const sunMonth = month ?? site.leastSunMonth ?? loads.heaviestMonth
  const loadMonth = month ?? loads.heaviestMonth
  const daylight = daylightOf(job.site, sunMonth)
  const energies = useMemo(
    () =>
      new Map(
        loads.rows.flatMap((row) =>
          row.counted && row.dailyEnergyWh ? [[row.id, row.dailyEnergyWh.value] as const] : [],
        ),
      ),
    [loads.rows],
  )
  const dragged = drag ? job.loads.find(({ id }) => id === drag.loadId) : undefined
  const shown =
    drag && dragged && drag.byH !== 0
      ? {
          ...job,
          loads: job.loads.map((load) => (load === dragged ? { ...load, ...shiftedLoad(load, drag.byH) } : load)),
        }
      : job
  const layers = dayLayers(shown, energies, { by, kind, month: loadMonth })
  const totalW = Array.from({ length: 24 }, (_, at) => layers.reduce((sum, layer) => sum + (layer.hourlyW[at] ?? 0), 0))
  const litW = litHours(shown.loads, lit, energies, kind, loadMonth)
  const step = niceStep(Math.max(...totalW, 1) / 3)
  const topW = Math.max(step, Math.ceil(Math.max(...totalW) / step) * step)
  const cellPx = Math.max(0, (width - LEFT_PX - RIGHT_PX) / 24)
  const y = (watts: number) => TOP_PX + (HEIGHT_PX - TOP_PX - BOTTOM_PX) * (1 - watts / topW)
  const x = (at: number) => LEFT_PX + at * cellPx

  const { hour, ...handlers } = useDayGestures({ frame: FRAME, cellPx, topW, layers, drag, dragged, setDrag })
  const saves =
    drag && dragged && daylight
      ? shiftSaves(
          dragged,
          (energies.get(dragged.id) ?? 0) * monthFactor(dragged, loadMonth),
          drag.byH,
          daylight,
          battery.depthOfDischarge.value,
        )
      : null
  const peakW = Math.max(...totalW)
  return (
    <section className="day" aria-label="The day">
      <div className="day-head">
        <span className="day-choices">
          <label>
            Stacked{' '}
            <select
              value={by}
              aria-label="The day is stacked by"
              onChange={(event) => setBy(event.target.value as 'group' | 'load')}
            >
              <option value="group">by room or use</option>
              <option value="load">by load</option>
            </select>
          </label>
          <select value={kind} aria-label="Which day" onChange={(event) => setKind(event.target.value as DayKind)}>
            {DAY_KINDS.map((each) => (
              <option key={each} value={each}>
                {KIND_TITLE[each]}
              </option>
            ))}
          </select>
          <select
            value={month ?? ''}
            aria-label="Which month"
            onChange={(event) => setMonth(event.target.value === '' ? null : Number(event.target.value))}
          >
            <option value="">
              {site.leastSunMonth === null ? 'heaviest month' : `least sun, ${monthName(site.leastSunMonth)}`}
            </option>
            {MONTH_NAMES.map((name, i) => (
              <option key={name} value={i + 1}>
                {name}
              </option>
            ))}
          </select>
        </span>
        <p className="day-said" role="status">
          {drag && dragged ? moved(dragged.name || 'This load', drag.byH, saves) : readout(hour, totalW, layers)}
        </p>
      </div>
      <div ref={ref} className="day-box">
        <svg
          width={width}
          height={HEIGHT_PX}
          role="img"
          aria-label={`Average load by hour of the day, ${KIND_TITLE[kind]}. Highest at ${totalW.indexOf(peakW)}:00, ${formatQuantity(peakW, 'W', 0)}.`}
          className={drag ? 'day-dragging' : ''}
          {...handlers}
        >
          {daylight && daylight.setH > daylight.riseH && (
            <path d={sunPath(daylight.riseH, daylight.setH, x, y, topW)} className="day-sun" />
          )}
          {Array.from({ length: Math.round(topW / step) + 1 }, (_, i) => (
            <g key={i}>
              <line x1={LEFT_PX} x2={x(24)} y1={y(i * step)} y2={y(i * step)} className="scale-line" />
              <text x={LEFT_PX - 7} y={y(i * step) + 4} className="scale-figure" textAnchor="end">
                {formatQuantity(i * step, 'W')}
              </text>
            </g>
          ))}
          {hour !== null && (
            <rect x={x(hour)} y={TOP_PX} width={cellPx} height={HEIGHT_PX - TOP_PX - BOTTOM_PX} className="day-hour" />
          )}
          {stacked(layers).map(({ layer, fromW }, i) => (
            <g
              key={layer.key}
              className={lit.length > 0 && !layer.loadIds.some((id) => lit.includes(id)) ? 'day-dim' : ''}
            >
              {layer.hourlyW.map((watts, at) =>
                watts > 0 ? (
                  <rect
                    key={at}
                    x={x(at) + 0.5}
                    y={y((fromW[at] ?? 0) + watts)}
                    width={Math.max(0, cellPx - 1)}
                    height={Math.max(0, y(fromW[at] ?? 0) - y((fromW[at] ?? 0) + watts))}
                    fill={`var(--series-${i + 1})`}
                  />
                ) : null,
              )}
            </g>
          ))}
          {litW?.map((watts, at) =>
            watts > 0 ? (
              <rect
                key={at}
                x={x(at) + 1.5}
                y={y(watts)}
                width={Math.max(0, cellPx - 3)}
                height={y(0) - y(watts)}
                className="day-lit"
              />
            ) : null,
          )}
          {[0, 3, 6, 9, 12, 15, 18, 21, 24].map((at) => (
            <text key={at} x={x(at)} y={HEIGHT_PX - 5} className="scale-figure" textAnchor="middle">
              {String(at).padStart(2, '0')}:00
            </text>
          ))}
        </svg>
      </div>
      <ul className="legend">
        {layers.map((layer, i) => (
          <li
            key={layer.key}
            onPointerEnter={() => dispatch(loadsLit(layer.loadIds))}
            onPointerLeave={() => dispatch(loadsLit([]))}
          >
            <i style={{ background: `var(--series-${i + 1})` }} /> {layer.name}
          </li>
        ))}
        {daylight && (
          <li>
            <i style={{ background: 'var(--sun)' }} /> {monthName(sunMonth)} sun, shape only
          </li>
        )}
        <li className="day-hint">
          {by === 'load' ? 'Drag a load along the day' : 'Stack by load to drag one along the day'}
        </li>
      </ul>
    </section>
  )
})

interface DayPictureProps {
  job: Job
  design: Design
}
