import { formatNumber } from '@yard-lamp/core/units'
import { Part } from '../../job/Page.tsx'
import { selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'

/** Strings of the main array in each plane; nothing where there is one plane. */
export function InPlanes() {
  const { array, controller } = useAppSelector(selectDesign)
  if (array.byPlane.length < 2) return null
  const shared = array.byPlane.some(({ strings, inputs }) => strings > 0 && inputs === 0)
  return (
    <Part title="Strings in their planes" aside="a string lies in one plane">
      <div className="table-scroll">
        <table className="sheet-table">
          <thead>
            <tr>
              <th>Plane</th>
              <th className="number">Strings</th>
              <th className="number">Panels</th>
              <th className="number">Inputs of its own</th>
            </tr>
          </thead>
          <tbody>
            {array.byPlane.map(({ planeId, name, strings, panels, inputs }) => (
              <tr key={planeId}>
                <td>{name}</td>
                <td className="number">{formatNumber(strings)}</td>
                <td className="number">{formatNumber(panels)}</td>
                <td className="number">{inputs > 0 ? formatNumber(inputs) : 'shared'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {shared && (
        <p className="small">
          {controller.quantity > 1 ? 'The controllers have' : 'The controller has'} fewer inputs than there are planes:
          strings of different planes share an input, and the one in shade draws the other down a little.
        </p>
      )}
    </Part>
  )
}
