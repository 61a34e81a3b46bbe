import type { Design } from '@yard-lamp/core'
import { formatNumber, formatSize } from '@yard-lamp/core/units'
import {
  BOX_HEIGHT,
  BUS_WIDTH,
  oneLineLayout,
  type PlacedJoint,
  type PlacedWay,
  WAY_HEIGHT,
} from './one-line-layout.ts'

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
  const { width, height, units, joints, ways, bus, inverterBus, captions } = oneLineLayout(plant, names)
  // A switch whose work a breaker does, or that a person left out, is not drawn.
  const stands = new Set(wiring.fittings.flatMap(({ unitId, item }) => (item ? [unitId] : [])))
  const circuitOf = new Map(wiring.circuits.map((circuit) => [circuit.id, circuit]))
  return (
    <svg viewBox={`0 0 ${width} ${height}`} role="group" aria-label="One-line diagram; each circuit leads to its row">
      {bus && (
        <>
          <rect x={bus.x} y={bus.top} width={BUS_WIDTH} height={bus.bottom - bus.top} className="oneline-bus" />
          <text x={bus.x + BUS_WIDTH} y={bus.bottom + 18} textAnchor="end" className="oneline-text">
            {stands.has('shunt') ? 'bus bars, shunt in the one negative' : 'bus bars'}
          </text>
        </>
      )}
      {inverterBus && (
        <rect
          x={inverterBus.x}
          y={inverterBus.top}
          width={BUS_WIDTH}
          height={inverterBus.bottom - inverterBus.top}
          className="oneline-bus"
        >
          <title>Bus bars of the inverters</title>
        </rect>
      )}
      {captions.map(({ text, x, y }) => (
        <text key={`${x}-${y}`} x={x} y={y} className="oneline-text">
          {text}
        </text>
      ))}
      {joints.map(({ joint, corners, through }) => {
        const circuit = circuitOf.get(joint.id)
        return circuit ? (
          <Run
            key={joint.id}
            circuit={circuit}
            corners={corners}
            through={through.filter(({ id }) => stands.has(id))}
            selected={selected === circuit.id}
            onSelect={() => onSelect(circuit.id)}
          />
        ) : (
          <path key={joint.id} d={pathOf(corners)} className="oneline-wire oneline-plain" />
        )
      })}
      {ways.map((way) => {
        const circuit = circuitOf.get(way.joint.id)
        return circuit ? (
          <Way
            key={circuit.id}
            way={way}
            circuit={circuit}
            selected={selected === circuit.id}
            onSelect={() => onSelect(circuit.id)}
          />
        ) : null
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

const cableOf = ({ cable }: Circuit): string =>
  cable ? `${cable.parallel > 1 ? `${cable.parallel} × ` : ''}${formatSize(cable.size)}` : 'no cable'

/** What stands in a line: a switch as a gap with its blade, what measures or watches as a ring about it. */
function InLine({ unit, x, y }: { unit: PlacedJoint['through'][number]; x: number; y: number }) {
  const rings = unit.role === 'shunt' || unit.role === 'residual-current'
  return (
    <g className="oneline-in-line">
      <title>{unit.name}</title>
      {rings ? (
        <ellipse cx={x} cy={y} rx={6} ry={9} className="oneline-ring" />
      ) : (
        <>
          <line x1={x - 8} y1={y} x2={x + 8} y2={y} className="oneline-gap" />
          <line x1={x - 8} y1={y} x2={x + 7} y2={y - 10} className="oneline-blade" />
        </>
      )}
    </g>
  )
}

interface WayProps {
  way: PlacedWay
  circuit: Circuit
  selected: boolean
  onSelect: () => void
}

/** A way of a board: its device, and what hangs behind it. */
function Way({ way: { text, x, y, width }, circuit, selected, onSelect }: WayProps) {
  const { cable, device } = circuit
  const bad = !cable || (circuit.mustProtect && !device)
  const amperes = device ? `${formatNumber(device.ratingA.value)} A` : 'no device!'
  const shown = text.length > MOST_WAY_LETTERS ? `${text.slice(0, MOST_WAY_LETTERS - 1)}…` : text
  return (
    <g
      className={`oneline-run${selected ? ' oneline-on' : ''}${bad ? ' oneline-bad' : ''}`}
      role="button"
      tabIndex={0}
      aria-pressed={selected}
      aria-label={`${circuit.title}: ${cableOf(circuit)}, ${amperes}`}
      onClick={onSelect}
      onKeyDown={(event) => (event.key === 'Enter' || event.key === ' ') && onSelect()}
    >
      <title>{`${circuit.title}: ${cableOf(circuit)}`}</title>
      <rect x={x} y={y} width={width} height={WAY_HEIGHT} className="oneline-way" />
      <text x={x + 42} y={y + 17} textAnchor="end" className="oneline-text oneline-way-device">
        {amperes}
      </text>
      <text x={x + 50} y={y + 17} className="oneline-text">
        {shown}
      </text>
    </g>
  )
}
const MOST_WAY_LETTERS = 17

interface RunProps {
  circuit: Circuit
  corners: PlacedJoint['corners']
  through: PlacedJoint['through']
  selected: boolean
  onSelect: () => void
}

function Run({ circuit, corners, through, selected, onSelect }: RunProps) {
  const [[x1, y1] = [0, 0], [x2] = [0, 0]] = corners
  const { cable, device } = circuit
  const cableText = cableOf(circuit)
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
      {device && circuit.deviceEnds === 2 && (
        <rect x={x2 - 34} y={y1 - 7} width={20} height={14} rx={2} className="oneline-device" />
      )}
      {through.map((unit, i) => (
        <InLine key={unit.id} unit={unit} x={x1 + (device ? 46 : 24) + i * 22} y={y1} />
      ))}
      <text x={middle} y={y1 - 12} textAnchor="middle" className="oneline-text">
        {cableText}
      </text>
      <text x={middle} y={y1 + 24} textAnchor="middle" className="oneline-text">
        {deviceText}
      </text>
    </g>
  )
}
