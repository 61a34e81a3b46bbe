import { itemName } from '@yard-lamp/core'
import { TWO_PEOPLE_KG } from '@yard-lamp/core/parts'
import { PLACES } from '@yard-lamp/core/plant'
import { formatMoney, formatNumber } from '@yard-lamp/core/units'
import { Fragment } from 'react'
import { selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import './parts.css'

/** Everything to order, by the place it is installed at. */
export function PartsTable() {
  const write = useWrite()
  const { parts } = useAppSelector(selectDesign)
  const { lines, currency } = parts
  return (
    <div className="table-scroll">
      <table className="sheet-table parts-list">
        <thead>
          <tr>
            <th>Part</th>
            <th>For</th>
            <th className="number">quantity</th>
            <th className="number">each</th>
            <th className="number">price</th>
            <th className="number">weight</th>
          </tr>
        </thead>
        <tbody>
          {PLACES.filter((place) => lines.some((line) => line.place === place)).map((place) => (
            <Fragment key={place}>
              <tr>
                <th colSpan={6} scope="rowgroup" style={{ paddingTop: 12 }}>
                  {place[0]?.toUpperCase()}
                  {place.slice(1)}
                </th>
              </tr>
              {lines
                .filter((line) => line.place === place)
                .map((line) => (
                  <tr key={line.key}>
                    <td>{itemName(line.item)}</td>
                    <td className="soft">{line.use}</td>
                    <td className="number">{write.quantity(line.quantity, line.unit)}</td>
                    <td className="number">{formatNumber(line.unitPrice * write.kept(1, line.unit), 2)}</td>
                    <td className="number">{formatMoney(line.price, currency)}</td>
                    <td className="number">
                      {write.quantity(line.weightKg, 'kg', line.weightKg < 10 ? 1 : 0)}
                      {line.unit === '' && line.item.weightKg >= TWO_PEOPLE_KG ? ' · two people' : ''}
                    </td>
                  </tr>
                ))}
            </Fragment>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <th colSpan={4} scope="row">
              Together
            </th>
            <td className="number">
              <b>{formatMoney(parts.price.value, currency)}</b>
            </td>
            <td className="number">
              <b>{write.quantity(parts.weightKg.value, 'kg', 0)}</b>
            </td>
          </tr>
        </tfoot>
      </table>
    </div>
  )
}
