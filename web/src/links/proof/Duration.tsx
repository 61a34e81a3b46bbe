import type { Plan, YearSeen } from '@yard-lamp/core/proof'
import { formatPercent, formatQuantity } from '@yard-lamp/core/units'

const BOX = { width: 900, height: 170, left: 46, right: 12, top: 12, bottom: 34 }

/** Charge of every hour of the year, the fullest first. */
export function Duration({ seen, plan }: { seen: YearSeen; plan: Plan }) {
  const sorted = Float64Array.from(seen.flows.soc).sort().reverse()
  const x = (share: number) => BOX.left + share * (BOX.width - BOX.left - BOX.right)
  const y = (soc: number) => BOX.top + (1 - soc) * (BOX.height - BOX.top - BOX.bottom)
  const line = Array.from({ length: 201 }, (_, i) => {
    const soc = sorted[Math.min(sorted.length - 1, Math.round((i / 200) * (sorted.length - 1)))] ?? 0
    return `${i === 0 ? 'M' : 'L'}${x(i / 200).toFixed(1)} ${y(soc).toFixed(1)}`
  }).join('')
  const hoursAbove = (soc: number) => sorted.filter((each) => each >= soc).length
  const floor = 1 - plan.terms.depth
  const said = `The bank is over half full in ${formatQuantity(hoursAbove(0.5), 'h')} of the year and within a tenth of its floor in ${formatQuantity(sorted.length - hoursAbove(floor + 0.1), 'h')}.`
  return (
    <figure className="drawing drawing-wide" style={{ margin: 0 }}>
      <svg viewBox={`0 0 ${BOX.width} ${BOX.height}`} role="img" aria-label={said}>
        {[0, 0.5, 1].map((soc) => (
          <g key={soc}>
            <path d={`M${BOX.left} ${y(soc)}H${BOX.width - BOX.right}`} stroke="var(--line)" />
            <text x={BOX.left - 6} y={y(soc) + 4} textAnchor="end" fontSize="12" fill="var(--soft)">
              {formatPercent(soc, 0)}
            </text>
          </g>
        ))}
        <path d={`M${BOX.left} ${y(floor)}H${BOX.width - BOX.right}`} stroke="var(--clay)" strokeDasharray="6 4" />
        <path d={line} fill="none" stroke="var(--ink)" strokeWidth="2.5" />
        {[0, 0.25, 0.5, 0.75, 1].map((share) => (
          <text
            key={share}
            x={x(share)}
            y={BOX.height - 12}
            textAnchor={share === 0 ? 'start' : share === 1 ? 'end' : 'middle'}
            fontSize="12"
            fill="var(--soft)"
          >
            {formatQuantity(Math.round(share * 8760), 'h')}
          </text>
        ))}
      </svg>
      <figcaption className="small">
        <b>{said}</b> Dashed: the depth it may be used to, while it is warm.
      </figcaption>
    </figure>
  )
}
