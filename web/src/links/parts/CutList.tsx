import { DEFAULTS, tradeSchema } from '@yard-lamp/core/job'
import { formatNumber } from '@yard-lamp/core/units'
import { Fragment } from 'react'
import { Part } from '../../job/Page.tsx'
import { selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { TradeNumber } from './TradeNumber.tsx'

/** Cable by cable, what is cut of it: lengths with their ends, under the names of the drawing and the labels. */
export function CutList() {
  const write = useWrite()
  const { cutCables } = useAppSelector(selectDesign).parts
  if (cutCables.length === 0) return null
  return (
    <Part
      title="What to cut"
      aside={`each length with ${write.quantity(DEFAULTS.cutEndM.value, 'm', 2)} at either end; leads of the bank post to post`}
    >
      <div className="table-scroll">
        <table className="sheet-table">
          <thead>
            <tr>
              <th>Label</th>
              <th>For</th>
              <th className="number">pieces</th>
              <th className="number">length, {write.unit('m')}</th>
              <th>counted as</th>
            </tr>
          </thead>
          <tbody>
            {cutCables.map(({ cable, name, cuts, cutM, orderedM }) => (
              <Fragment key={cable.id}>
                <tr className="parts-heap">
                  <th colSpan={2} scope="rowgroup">
                    {name}
                  </th>
                  <td colSpan={3} className="soft small">
                    {write.quantity(cutM, 'm', 1)} cut, {write.quantity(orderedM, 'm', 0)} to order
                  </td>
                </tr>
                {cuts.map(({ id, designation, title, pieces, lengthM, how }) => (
                  <tr key={`${id} ${lengthM}`}>
                    <td className="nowrap">{designation}</td>
                    <td>{title}</td>
                    <td className="number">{formatNumber(pieces)}</td>
                    <td className="number">{write.number(lengthM, 'm', 2)}</td>
                    <td className="soft small">{how}</td>
                  </tr>
                ))}
              </Fragment>
            ))}
          </tbody>
        </table>
      </div>
      <div className="fields fields-narrow parts-waste">
        <TradeNumber
          name="wasteFraction"
          label="Over for waste"
          schema={tradeSchema.shape.wasteFraction}
          byDefault={DEFAULTS.wasteFraction}
          scale={100}
        />
      </div>
    </Part>
  )
}
