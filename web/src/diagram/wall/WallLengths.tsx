import { Button } from '@mantine/core'
import type { Design } from '@yard-lamp/core'
import { isUnsettled } from '@yard-lamp/core'
import { differsOnWall, takeAllLengths, takeLength } from '@yard-lamp/core/after'
import { designationsOf, TAIL_M, type Wall } from '@yard-lamp/core/diagram'
import { edited } from '../../store/job-slice.ts'
import { useAppDispatch } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'

interface WallLengthsProps {
  design: Design
  wall: Wall
  /** Id under which the job keeps what is chosen for a circuit. */
  idOf: (circuitId: string) => string
}

/** What each cable comes to on the wall, beside what the schedule holds; a person takes the one for the other. */
export function WallLengths({ design, wall, idOf }: WallLengthsProps) {
  const { wiring, plant } = design
  const write = useWrite()
  const dispatch = useAppDispatch()
  const { cables } = designationsOf(plant, wiring)
  const kept = (edit: ReturnType<typeof takeLength>) => ({ ...edit, circuitId: idOf(edit.circuitId) })
  const rows = wall.ways.flatMap((way) => {
    const circuit = wiring.circuits.find(({ id }) => id === way.circuitId)
    return circuit ? [{ way, circuit, differs: differsOnWall(design, way) }] : []
  })
  const open = rows.filter(({ differs }) => differs)
  if (rows.length === 0) return null
  return (
    <>
      <div className="table-scroll">
        <table className="sheet-table wall-lengths">
          <thead>
            <tr>
              <th>W</th>
              <th>Cables that begin and end on the wall</th>
              <th className="number">on the wall, {write.unit('m')}</th>
              <th className="number">in the schedule, {write.unit('m')}</th>
              <th>
                {open.length > 0 && (
                  <Button
                    variant="subtle"
                    size="compact-sm"
                    onClick={() => dispatch(edited(takeAllLengths(design).map(kept), 'the lengths from the wall'))}
                  >
                    Take all {open.length}
                  </Button>
                )}
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ way, circuit, differs }) => (
              <tr key={way.circuitId}>
                <td>{cables.get(way.circuitId)}</td>
                <td>
                  {way.title}
                  {way.count > 1 && <span className="soft">, the longest of {way.count}</span>}
                </td>
                <td className="number">{write.number(way.lengthM, 'm', 1)}</td>
                <td className={`number ${isUnsettled(circuit.lengthM) ? 'assumed' : ''}`}>
                  {write.number(circuit.lengthM.value, 'm', 1)}
                </td>
                <td>
                  {differs && (
                    <Button
                      variant="subtle"
                      size="compact-sm"
                      aria-label={`Take the length from the wall, ${way.title}`}
                      onClick={() => dispatch(edited(kept(takeLength(way))))}
                    >
                      take it
                    </Button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="small soft">
        Level and upright from middle to middle, with {write.quantity(TAIL_M, 'm', 2)} for each end; the leads of a
        string midway between its two posts. Leads in parallel are cut to the longest.
      </p>
    </>
  )
}
