import type { Design } from '@yard-lamp/core'
import { useWrite } from '../../store/use-write.ts'
import { CircuitRow } from './CircuitRow.tsx'

interface CircuitTableProps {
  design: Design
  /** Id under which the job keeps what is chosen for a circuit. */
  idOf: (circuitId: string) => string
  selected: string | null
  onSelect: (id: string) => void
}

/** Circuits of a system, a row each. */
export function CircuitTable({ design, idOf, selected, onSelect }: CircuitTableProps) {
  const write = useWrite()
  return (
    <div className="table-scroll">
      <table className="sheet-table circuits">
        <thead>
          <tr>
            <th>Circuit</th>
            <th className="number">A</th>
            <th className="number">{write.unit('m')} one way</th>
            <th>Cable</th>
            <th className="number">carries</th>
            <th className="number">drop</th>
            <th>Device</th>
            <th className="number">A</th>
          </tr>
        </thead>
        <tbody>
          {design.wiring.circuits.map((circuit) => (
            <CircuitRow
              key={circuit.id}
              circuit={circuit}
              circuitId={idOf(circuit.id)}
              selected={selected === idOf(circuit.id)}
              onSelect={() => onSelect(idOf(circuit.id))}
            />
          ))}
        </tbody>
      </table>
    </div>
  )
}
