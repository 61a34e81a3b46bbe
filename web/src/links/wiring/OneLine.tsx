import type { Design } from '@yard-lamp/core'
import { formatNumber, formatSize } from '@yard-lamp/core/units'
import { BOX_HEIGHT, BUS_WIDTH, oneLineLayout, type PlacedJoint } from './one-line-layout.ts'

type Circuit = Design['wiring']['circuits'][number]

interface OneLineProps {
  design: Design
  selected: string | null
  onSelect: (id: string) => void
}

/** The plant in one line: from the sun at the left to the loads at the right; choosing a circuit chooses its row. */
export function OneLine({ design, selected, onSelect }: OneLineProps) {
  const { plant, wiring, option } = design
  const names = new Map([
    ...option.controller.further.map(({ id, name }) => [id, name] as const),
    ['ac-coupled', 'On the AC side'],
  ])
  const { width, height, units, joints, bus, captions } = oneLineLayout(plant, names)
  const circuitOf = new Map(wiring.circuits.map((circuit) => [circuit.id, circuit]))
  return (
    <svg viewBox={`0 0 ${width} ${height}`} role="group" aria-label="One-line diagram; each circuit leads to its row">
      {bus && (
        <>
          <rect x={bus.x} y={bus.top} width={BUS_WIDTH} height={bus.bottom - bus.top} className="oneline-bus" />
          <text x={bus.x + BUS_WIDTH / 2} y={bus.bottom + 18} textAnchor="middle" className="oneline-text">
            bus bars, shunt in the one negative
          </text>
        </>
      )}
      {captions.map(({ text, x, y }) => (
        <text key={`${x}-${y}`} x={x} y={y} className="oneline-text">
          {text}
        </text>
      ))}
      {joints.map(({ joint, corners }) => {
        const circuit = circuitOf.get(joint.id)
        return circuit ? (
          <Run
            key={joint.id}
            circuit={circuit}
            corners={corners}
            selected={selected === circuit.id}
            onSelect={() => onSelect(circuit.id)}
          />
        ) : (
          <path key={joint.id} d={pathOf(corners)} className="oneline-wire oneline-plain" />
        )
      })}
      {units.map(({ key, text, x, y, width: wide }) => (
        <g key={key}>
          <rect x={x} y={y} width={wide} height={BOX_HEIGHT} rx={5} className="oneline-box" />
          <text x={x + wide / 2} y={y + 27} textAnchor="middle" className="oneline-name">
            {text}
          </text>
        </g>
      ))}
    </svg>
  )
}

const pathOf = (corners: PlacedJoint['corners']): string => `M${corners.map((corner) => corner.join(' ')).join('L')}`

interface RunProps {
  circuit: Circuit
  corners: PlacedJoint['corners']
  selected: boolean
  onSelect: () => void
}

function Run({ circuit, corners, selected, onSelect }: RunProps) {
  const [[x1, y1] = [0, 0], [x2] = [0, 0]] = corners
  const { cable, device } = circuit
  const cableText = cable ? `${cable.parallel > 1 ? `${cable.parallel} × ` : ''}${formatSize(cable.size)}` : 'no cable'
  const deviceText = device ? `${formatNumber(device.ratingA.value)} A` : circuit.mustProtect ? 'no device!' : ''
  const bad = !cable || (circuit.mustProtect && !device)
  const middle = (x1 + x2) / 2
  return (
    <g
      className={`oneline-run${selected ? ' oneline-on' : ''}${bad ? ' oneline-bad' : ''}`}
      role="button"
      tabIndex={0}
      aria-pressed={selected}
      aria-label={`${circuit.title}: ${cableText}, ${deviceText || 'no device needed'}`}
      onClick={onSelect}
      onKeyDown={(event) => (event.key === 'Enter' || event.key === ' ') && onSelect()}
    >
      <path d={pathOf(corners)} className="oneline-hit" />
      <path d={pathOf(corners)} className="oneline-wire" />
      {device && <rect x={x1 + 14} y={y1 - 7} width={20} height={14} rx={2} className="oneline-device" />}
      <text x={middle} y={y1 - 12} textAnchor="middle" className="oneline-text">
        {cableText}
      </text>
      <text x={middle} y={y1 + 24} textAnchor="middle" className="oneline-text">
        {deviceText}
      </text>
    </g>
  )
}
