import type { YearSeen } from '@yard-lamp/core/proof'
import { formatNumber, formatPercent, formatQuantity } from '@yard-lamp/core/units'
import { useMemo } from 'react'
import { axisStyle, Chart, tooltipStyle } from '../../charts/Chart.tsx'
import { dayText } from './day-text.ts'

type Flows = YearSeen['flows']

/** What comes and what goes, in the order they are stacked. Names as they stand in the legend. */
const SOURCES: readonly [name: string, colour: string, of: (flows: Flows, hour: number) => number][] = [
  ['sun', 'sun', (f, h) => at(f.pvW, h) - at(f.clippedW, h) - at(f.cutW, h) + at(f.acCoupledW, h)],
  ['generator', 'series-6', (f, h) => at(f.generatorW, h)],
  ['mains', 'series-8', (f, h) => at(f.mainsW, h)],
  ['engine', 'series-3', (f, h) => at(f.alternatorW, h)],
  ['out of the bank', 'series-1', (f, h) => at(f.dischargeW, h)],
]
const USES: typeof SOURCES = [
  ['loads', 'moss', (f, h) => at(f.acServedW, h) + at(f.dcServedW, h)],
  ['into the bank', 'series-2', (f, h) => at(f.chargeW, h)],
  ['heater and dump', 'series-7', (f, h) => at(f.heaterW, h) + at(f.dumpW, h)],
  [
    'lost and standby',
    'rule',
    (f, h) =>
      at(f.controllerLossW, h) +
      at(f.chargerLossW, h) +
      at(f.inverterLossW, h) +
      at(f.converterLossW, h) +
      at(f.standbyW, h),
  ],
  ['went without', 'clay', (f, h) => at(f.unmetW, h)],
]
const at = (row: Float64Array, hour: number): number => row[hour] ?? 0

/** One day, hour by hour: what comes above the line, what goes below it. */
export function Day({ seen, day }: { seen: YearSeen; day: number }) {
  const { flows } = seen
  const rows = useMemo(() => {
    const of = (list: typeof SOURCES, sign: 1 | -1) =>
      list
        .map(([name, colour, read]) => ({
          name,
          colour,
          watts: Array.from({ length: 24 }, (_, hour) => (sign * Math.round(read(flows, day * 24 + hour) * 10)) / 10),
        }))
        .filter(({ watts }) => watts.some((each) => Math.abs(each) > 0.5))
    return [...of(SOURCES, 1), ...of(USES, -1)]
  }, [flows, day])
  const kwh = (row: Float64Array) => row.subarray(day * 24, day * 24 + 24).reduce((a, b) => a + b, 0) / 1000
  const said = `${dayText(day)}: ${formatNumber(kwh(flows.pvW) + kwh(flows.acCoupledW), 1)} kWh of sun, ${formatNumber(kwh(flows.acServedW) + kwh(flows.dcServedW), 1)} kWh to the loads, the bank at ${formatPercent(at(flows.soc, day * 24 + 23), 0)} by midnight${kwh(flows.unmetW) > 0.0005 ? `; ${formatQuantity(Math.round(kwh(flows.unmetW) * 1000), 'Wh')} went without` : ''}.`
  return (
    <figure className="drawing" style={{ margin: 0 }}>
      <Chart
        label={said}
        heightPx={214}
        option={(colour) => ({
          grid: { left: 52, right: 8, top: 8, bottom: 24 },
          tooltip: {
            trigger: 'axis',
            ...tooltipStyle(colour),
            valueFormatter: (watts: unknown) => formatQuantity(Math.abs(Math.round(Number(watts))), 'W'),
          },
          xAxis: {
            type: 'category',
            data: Array.from({ length: 24 }, (_, hour) => `${hour}:00`),
            ...axisStyle(colour),
          },
          yAxis: {
            type: 'value',
            ...axisStyle(colour),
            axisLabel: { color: colour('soft'), formatter: (watts: number) => formatNumber(Math.abs(watts)) },
          },
          series: rows.map(({ name, colour: own, watts }) => ({
            name,
            type: 'bar',
            stack: 'day',
            barCategoryGap: '12%',
            data: watts,
            itemStyle: { color: colour(own) },
          })),
        })}
      />
      <ul className="day-legend">
        {rows.map(({ name, colour }) => (
          <li key={name}>
            <span style={{ background: `var(--${colour})` }} /> {name}
          </li>
        ))}
      </ul>
      <figcaption className="small">
        <b>{said}</b> Above the line what comes, below it what goes, W.
      </figcaption>
    </figure>
  )
}
