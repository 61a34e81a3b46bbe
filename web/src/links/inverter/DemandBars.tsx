import { formatQuantity } from '@yard-lamp/core/units'
import { selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'

const WIDTH = 900
const LEFT = 150
const RIGHT = 90

/** What is asked against what the inverter gives: watts, volt-amperes and the worst start, on one scale each. */
export function DemandBars() {
  const { inverter, loads } = useAppSelector(selectDesign)
  const { item, quantity } = inverter
  if (!item) return null
  const bars = [
    {
      name: 'Watts together',
      runs: loads.continuousW.value,
      asked: inverter.requiredW.value,
      given: item.continuousW * quantity,
      unit: 'W' as const,
    },
    {
      name: 'Volt-amperes',
      runs: loads.continuousVA.value,
      asked: inverter.requiredVA.value,
      given: item.continuousVA * quantity,
      unit: 'VA' as const,
    },
    {
      name: 'Worst start',
      runs: loads.surgeW.value,
      asked: inverter.requiredSurgeW.value,
      given: item.surgeW * quantity,
      unit: 'W' as const,
    },
  ]
  return (
    <div className="drawing drawing-wide">
      <svg
        viewBox={`0 0 ${WIDTH} 138`}
        role="img"
        aria-label={bars
          .map(
            (bar) =>
              `${bar.name}: asked ${formatQuantity(bar.asked, bar.unit, 0)} of ${formatQuantity(bar.given, bar.unit)}.`,
          )
          .join(' ')}
      >
        {bars.map((bar, i) => {
          const most = Math.max(bar.given, bar.asked) * 1.02
          const x = (value: number) => LEFT + (value / most) * (WIDTH - LEFT - RIGHT)
          const y = 14 + i * 42
          const over = bar.asked > bar.given
          return (
            <g key={bar.name} fontSize="14">
              <text x={LEFT - 12} y={y + 18} textAnchor="end" fill="var(--ink)">
                {bar.name}
              </text>
              <rect x={LEFT} y={y} width={x(bar.given) - LEFT} height="26" fill="var(--wash)" stroke="var(--rule)" />
              <rect
                x={LEFT}
                y={y + 5}
                width={x(bar.asked) - LEFT}
                height="16"
                fill={over ? 'var(--clay)' : 'var(--sun)'}
              />
              <rect
                x={LEFT}
                y={y + 5}
                width={x(bar.runs) - LEFT}
                height="16"
                fill={over ? 'var(--clay)' : 'var(--lamp)'}
              />
              <text x={LEFT + 8} y={y + 18} fill="var(--ink)" fontWeight="600">
                {formatQuantity(bar.runs, bar.unit, 0)}
              </text>
              <text x={x(bar.given) + 8} y={y + 18} fill="var(--soft)">
                {formatQuantity(bar.given, bar.unit)}
              </text>
            </g>
          )
        })}
      </svg>
      <ul className="legend">
        <li>
          <i style={{ background: 'var(--lamp)' }} /> runs, or starts
        </li>
        <li>
          <i style={{ background: 'var(--sun)' }} /> headroom and heat
        </li>
        <li>
          <i style={{ background: 'var(--wash)', border: '1px solid var(--rule)' }} /> rating of the inverter
        </li>
      </ul>
    </div>
  )
}
