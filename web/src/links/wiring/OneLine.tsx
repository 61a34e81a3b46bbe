import type { Design } from '@yard-lamp/core'
import { formatNumber, formatSize } from '@yard-lamp/core/units/format'

type Circuit = Design['wiring']['circuits'][number]

interface OneLineProps {
  circuits: readonly Circuit[]
  selected: string | null
  onSelect: (id: string) => void
}

/** Where each circuit runs in the picture: from, to, and where its label stands. */
const RUNS: Record<string, { from: [number, number]; to: [number, number]; label: [number, number] }> = {
  string: { from: [96, 60], to: [196, 60], label: [146, 48] },
  array: { from: [96, 60], to: [390, 60], label: [320, 48] },
  controller: { from: [430, 82], to: [430, 160], label: [438, 120] },
  'battery-string': { from: [96, 168], to: [196, 168], label: [146, 156] },
  'battery-main': { from: [96, 168], to: [380, 168], label: [315, 156] },
  'inverter-dc': { from: [560, 160], to: [560, 82], label: [568, 120] },
  'inverter-ac': { from: [610, 60], to: [760, 60], label: [685, 48] },
  'dc-loads': { from: [640, 168], to: [760, 168], label: [700, 156] },
  'backup-ac': { from: [96, 268], to: [390, 268], label: [243, 256] },
  charger: { from: [432, 246], to: [432, 176], label: [440, 214] },
  alternator: { from: [590, 246], to: [590, 176], label: [598, 214] },
}

/** Where a run begins that comes out of a joint of several alike. */
const afterJoin = ([, y]: [number, number]): [number, number] => [250, y]

/** One line for each circuit, from the sun at the left to the loads at the right; choosing one chooses its row. */
export function OneLine({ circuits, selected, onSelect }: OneLineProps) {
  const has = (id: string) => circuits.some((circuit) => circuit.id === id)
  const backed = has('backup-ac') || has('alternator')
  const further = circuits.filter(({ id, kind }) => kind === 'array' && id !== kind).length
  return (
    <svg
      viewBox={`0 0 900 ${backed ? 300 : 214}`}
      role="group"
      aria-label="One-line diagram; each circuit leads to its row"
    >
      <Box x={10} y={38} width={86} text="Panels" />
      {has('string') && <Box x={196} y={38} width={54} text="join" />}
      <Box x={390} y={38} width={84} text="Controller" />
      <Box x={10} y={146} width={86} text="Batteries" />
      {has('battery-string') && <Box x={196} y={146} width={54} text="join" />}
      <rect x={380} y={160} width={260} height={16} className="oneline-bus" />
      {has('backup-ac') && <Box x={10} y={246} width={86} text="Source" />}
      {has('backup-ac') && <Box x={390} y={246} width={84} text={has('charger') ? 'Charger' : 'Inverter'} />}
      {has('alternator') && <Box x={540} y={246} width={100} text="Engine" />}
      {further > 0 && (
        <text x={10} y={24} className="oneline-text">
          and {further === 1 ? 'one further array' : `${further} further arrays`} on controllers of their own: see the
          rows
        </text>
      )}
      <text x={backed ? 270 : 510} y={backed ? 214 : 200} textAnchor="middle" className="oneline-text">
        bus bars, shunt in the one negative
      </text>
      {has('inverter-dc') && <Box x={510} y={38} width={100} text="Inverter" />}
      {has('inverter-ac') && <Box x={760} y={38} width={124} text="AC board" />}
      {has('dc-loads') && <Box x={760} y={146} width={124} text="DC board" />}
      {circuits.map((circuit) => (
        <Run
          key={circuit.id}
          circuit={circuit}
          joined={(circuit.id === 'array' && has('string')) || (circuit.id === 'battery-main' && has('battery-string'))}
          selected={selected === circuit.id}
          onSelect={() => onSelect(circuit.id)}
        />
      ))}
    </svg>
  )
}

function Box({ x, y, width, text }: { x: number; y: number; width: number; text: string }) {
  return (
    <g>
      <rect x={x} y={y} width={width} height={44} rx={5} className="oneline-box" />
      <text x={x + width / 2} y={y + 27} textAnchor="middle" className="oneline-name">
        {text}
      </text>
    </g>
  )
}

function Run({
  circuit,
  joined,
  selected,
  onSelect,
}: {
  circuit: Circuit
  joined: boolean
  selected: boolean
  onSelect: () => void
}) {
  const run = RUNS[circuit.id]
  if (!run) return null
  const [[x1, y1], [x2, y2]] = [joined ? afterJoin(run.from) : run.from, run.to]
  const upright = x1 === x2
  const { cable, device } = circuit
  const cableText = cable ? `${cable.parallel > 1 ? `${cable.parallel} × ` : ''}${formatSize(cable.size)}` : 'no cable'
  const deviceText = device ? `${formatNumber(device.ratingA.value)} A` : circuit.mustProtect ? 'no device!' : ''
  const bad = !cable || (circuit.mustProtect && !device)
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
      <path d={`M${x1} ${y1}L${x2} ${y2}`} className="oneline-hit" />
      <path d={`M${x1} ${y1}L${x2} ${y2}`} className="oneline-wire" />
      {device && (
        <rect
          x={(upright ? x1 : x1 + 14) - (upright ? 8 : 0)}
          y={upright ? (y1 + y2) / 2 - 9 : y1 - 7}
          width={upright ? 16 : 20}
          height={upright ? 18 : 14}
          rx={2}
          className="oneline-device"
        />
      )}
      <text
        x={run.label[0]}
        y={run.label[1] - (upright ? 6 : 0)}
        textAnchor={upright ? 'start' : 'middle'}
        className="oneline-text"
        dx={upright ? 6 : 0}
      >
        {cableText}
      </text>
      <text
        x={run.label[0]}
        y={upright ? run.label[1] + 11 : y1 + 24}
        textAnchor={upright ? 'start' : 'middle'}
        className="oneline-text"
        dx={upright ? 6 : 0}
      >
        {deviceText}
      </text>
    </g>
  )
}
