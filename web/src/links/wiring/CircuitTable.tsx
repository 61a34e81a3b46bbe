import type { Design } from '@yard-lamp/core'
import { Fragment, useEffect, useState } from 'react'
import { useLocation } from 'react-router'
import { useWrite } from '../../store/use-write.ts'
import { CircuitRow } from './CircuitRow.tsx'
import { CircuitSheet } from './CircuitSheet.tsx'

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
  const [opened, setOpened] = useOpened(design, idOf)
  return (
    <div className="table-scroll">
      <table className="sheet-table circuits">
        <thead>
          <tr>
            <th>
              <span className="visually-hidden">Open</span>
            </th>
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
            <Fragment key={circuit.id}>
              <CircuitRow
                circuit={circuit}
                circuitId={idOf(circuit.id)}
                selected={selected === idOf(circuit.id)}
                onSelect={() => onSelect(idOf(circuit.id))}
                open={opened === circuit.id}
                onOpen={() => setOpened(opened === circuit.id ? null : circuit.id)}
              />
              {opened === circuit.id && (
                <tr className="circuit-opened">
                  <td colSpan={9}>
                    <CircuitSheet design={design} circuit={circuit} circuitId={idOf(circuit.id)} />
                  </td>
                </tr>
              )}
            </Fragment>
          ))}
        </tbody>
      </table>
    </div>
  )
}

/** The circuit whose sheet stands open: the one a person opened, or the one a finding leads into. */
function useOpened(design: Design, idOf: (circuitId: string) => string) {
  const [opened, setOpened] = useState<string | null>(null)
  const { state } = useLocation()
  const place = (state as { place?: string } | null)?.place ?? ''
  const asked = place === '' ? null : askedBy(design, idOf, place)
  // biome-ignore lint/correctness/useExhaustiveDependencies: each time somebody is led here anew
  useEffect(() => {
    if (asked !== null) setOpened(asked)
  }, [asked, state])
  return [opened, setOpened] as const
}

/** The circuit a place is of, where the place is none that its row shows. */
function askedBy(design: Design, idOf: (circuitId: string) => string, place: string): string | null {
  const [, of = '', field = ''] = place.split('.')
  const circuit = design.wiring.circuits.find(({ id }) => idOf(id) === of)
  return circuit && field !== '' && !IN_ROW.has(field) ? circuit.id : null
}
const IN_ROW: ReadonlySet<string> = new Set(['lengthM', 'size', 'deviceId', 'deviceRatingA', 'leadsM'])
