import type { Plan, YearSeen } from '@yard-lamp/core/proof'
import { formatNumber, formatPercent, formatQuantity } from '@yard-lamp/core/units'
import { dayText } from './day-text.ts'

const DAYS = 14
const HOURS = DAYS * 24
/** Beside the day that is open, and over a whole page. */
const BOXES = {
  half: { width: 500, height: 236, left: 44, right: 8, top: 12, bottom: 26 },
  whole: { width: 940, height: 210, left: 46, right: 12, top: 14, bottom: 28 },
} as const

interface FortnightProps {
  seen: YearSeen
  plan: Plan
  /** First day, from 0. */
  first: number
  /** Day that is open; null where none is. */
  day: number | null
  /** The same days with nothing but the sun. */
  alone?: YearSeen | null
}

/** Fourteen days running: sun, charge, the generator, and what went without. */
export function Fortnight({ seen, plan, first, day, alone = null }: FortnightProps) {
  const { flows } = seen
  const from = first * 24
  const box = alone ? BOXES.whole : BOXES.half
  const x = (hour: number) => box.left + (hour / HOURS) * (box.width - box.left - box.right)
  const y = (share: number) => box.top + (1 - share) * (box.height - box.top - box.bottom)
  const line = (of: (hour: number) => number) =>
    Array.from(
      { length: HOURS },
      (_, hour) => `${hour === 0 ? 'M' : 'L'}${x(hour + 0.5).toFixed(1)} ${y(of(hour)).toFixed(1)}`,
    ).join('')
  const sunW = (hour: number) => (flows.pvW[from + hour] ?? 0) + (flows.acCoupledW[from + hour] ?? 0)
  const mostSunW = flows.pvW.reduce((most, watts, i) => Math.max(most, watts + (flows.acCoupledW[i] ?? 0)), 1)
  const said = saidOf(seen, first, alone)
  const floor = 1 - plan.terms.depth
  const hasSource = hoursOf(flows.generatorW, from) + hoursOf(flows.mainsW, from) + hoursOf(flows.alternatorW, from) > 0
  return (
    <figure className={alone ? 'drawing drawing-wide' : 'drawing'} style={{ margin: 0 }}>
      <svg viewBox={`0 0 ${box.width} ${box.height}`} role="img" aria-label={said}>
        {[0, 0.5, 1].map((share) => (
          <g key={share}>
            <path d={`M${box.left} ${y(share)}H${box.width - box.right}`} stroke="var(--line)" />
            <text x={box.left - 6} y={y(share) + 4} textAnchor="end" fontSize="12" fill="var(--soft)">
              {formatPercent(share, 0)}
            </text>
          </g>
        ))}
        <rect
          x={box.left}
          y={y(floor)}
          width={box.width - box.left - box.right}
          height={y(0) - y(floor)}
          fill="var(--wash)"
        />
        <path d={`${line((hour) => sunW(hour) / mostSunW)}L${x(HOURS)} ${y(0)}L${x(0)} ${y(0)}Z`} fill="var(--sun)" />
        <Marks seen={seen} from={from} x={x} y={y} />
        {alone && (
          <path
            d={line((hour) => alone.flows.soc[from + hour] ?? 0)}
            fill="none"
            stroke="var(--clay)"
            strokeWidth="2"
            strokeDasharray="7 4"
          />
        )}
        <path d={line((hour) => flows.soc[from + hour] ?? 0)} fill="none" stroke="var(--ink)" strokeWidth="2.5" />
        {day !== null && (
          <rect
            x={x((day - first) * 24)}
            y={box.top}
            width={x(24) - x(0)}
            height={box.height - box.top - 1}
            fill="none"
            stroke="var(--lamp)"
            strokeWidth="2"
          />
        )}
        {Array.from({ length: DAYS }, (_, i) => (
          <text
            key={first + i}
            x={x(i * 24 + 12)}
            y={box.height - 8}
            textAnchor="middle"
            fontSize="12"
            fill="var(--soft)"
          >
            {dayText(first + i).split(' ')[0]}
          </text>
        ))}
      </svg>
      <Legend hasSource={hasSource} hasAlone={alone !== null} />
      <figcaption className="small">
        <b>{said}</b>
      </figcaption>
    </figure>
  )
}

const hoursOf = (row: Float64Array, from: number): number =>
  row.subarray(from, from + HOURS).filter((watts) => watts > 1e-6).length

/** The fortnight in words: alone first, where that is told. */
function saidOf({ flows }: YearSeen, first: number, alone: YearSeen | null): string {
  const from = first * 24
  const dark = hoursOf(flows.unmetW, from)
  const kwh = flows.unmetW.subarray(from, from + HOURS).reduce((sum, watts) => sum + watts, 0) / 1000
  const runs = hoursOf(flows.generatorW, from)
  const run = runs > 0 ? `, with ${formatQuantity(runs, 'h')} of the generator` : ''
  const own =
    dark === 0
      ? `nothing goes without${run}`
      : `${formatQuantity(dark, 'h')} go without, ${formatNumber(kwh, 1)} kWh missed${run}`
  if (!alone) return `From ${dayText(first)}: ${own}.`
  const alonely = hoursOf(alone.flows.unmetW, from)
  return `Alone ${alonely === 0 ? 'the bank carries the darkest fortnight' : `${formatQuantity(alonely, 'h')} of the darkest fortnight go without`}, from ${dayText(first)}; as planned ${own}.`
}

function Legend({ hasSource, hasAlone }: { hasSource: boolean; hasAlone: boolean }) {
  const names: readonly (readonly [name: string, colour: string])[] = [
    ['charge', 'ink'],
    ...(hasAlone ? [['with nothing but the sun, dashed', 'clay'] as const] : []),
    ['sun', 'sun'],
    ...(hasAlone ? [] : [['went without', 'clay'] as const]),
    ...(hasSource ? [['generator, mains or engine', 'series-6'] as const] : []),
  ]
  return (
    <ul className="day-legend">
      {names.map(([name, colour]) => (
        <li key={name}>
          <span style={{ background: `var(--${colour})` }} /> {name}
        </li>
      ))}
    </ul>
  )
}

type Along = (at: number) => number

/** Hours in which something went without, and those of generator, mains or engine. */
function Marks({ seen: { flows }, from, x, y }: { seen: YearSeen; from: number; x: Along; y: Along }) {
  const those = (...rows: Float64Array[]) =>
    Array.from({ length: HOURS }, (_, hour) => hour).filter((hour) =>
      rows.some((row) => (row[from + hour] ?? 0) > 1e-6),
    )
  const width = x(1) - x(0) + 0.3
  return (
    <>
      {those(flows.unmetW).map((hour) => (
        <rect key={hour} x={x(hour)} y={y(1)} width={width} height={y(0) - y(1)} fill="var(--clay)" opacity="0.28" />
      ))}
      {those(flows.generatorW, flows.mainsW, flows.alternatorW).map((hour) => (
        <rect key={hour} x={x(hour)} y={y(0)} width={width} height="7" fill="var(--series-6)" />
      ))}
    </>
  )
}
