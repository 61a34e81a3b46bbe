import { type Design, itemName } from '@yard-lamp/core'
import { inLineId, isInLineId } from '@yard-lamp/core/plant'
import { formatNumber, formatQuantity } from '@yard-lamp/core/units'
import { bears, type Fitted, fittingText, NO_FITTING } from '@yard-lamp/core/wiring'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectCatalogue, selectDesign } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { InLineForm } from './InLineForm.tsx'

/** Switches, shunts, bars, boards and converters: what each place asks, and what is taken for it. */
export function Fittings() {
  const design = useAppSelector(selectDesign)
  const { option } = design
  const dispatch = useAppDispatch()
  return (
    <Part title="Switches, bars and boards" aside="what carries or opens the current and does not trip by itself">
      <FittingTable design={design} idOf={(id) => id} />
      <InLineForm />
      <label className="tick" style={{ marginTop: 10 }}>
        <input
          type="checkbox"
          checked={option.wiring.busStages > 1}
          onChange={(event) =>
            dispatch(edited({ act: 'set-option', part: 'wiring', patch: { busStages: event.target.checked ? 2 : 1 } }))
          }
        />
        the inverters have bus bars of their own, behind a link with its own device
      </label>
    </Part>
  )
}

interface FittingTableProps {
  design: Design
  /** Id under which the job keeps what is chosen for a unit. */
  idOf: (unitId: string) => string
}

/** What each place asks, and what is taken for it. */
export function FittingTable({ design: { wiring, option }, idOf }: FittingTableProps) {
  const dispatch = useAppDispatch()
  const remove = (unitId: string) =>
    dispatch(
      edited({
        act: 'set-option',
        part: 'wiring',
        patch: { inLine: option.wiring.inLine.filter((each) => inLineId(each) !== unitId) },
      }),
    )
  return (
    <div className="table-scroll">
      <table className="sheet-table circuits fittings">
        <thead>
          <tr>
            <th>Where</th>
            <th className="number">A</th>
            <th className="number">up to V</th>
            <th className="number">ways</th>
            <th>Taken</th>
            <th className="number">pieces</th>
          </tr>
        </thead>
        <tbody>
          {wiring.fittings.map((fitted) => (
            <FittingRow
              key={fitted.unitId}
              fitted={fitted}
              unitId={idOf(fitted.unitId)}
              onRemove={isInLineId(fitted.unitId) ? () => remove(fitted.unitId) : null}
            />
          ))}
        </tbody>
      </table>
    </div>
  )
}

interface FittingRowProps {
  fitted: Fitted
  unitId: string
  onRemove: (() => void) | null
}

function FittingRow({ fitted, unitId, onRemove }: FittingRowProps) {
  const catalogue = useAppSelector(selectCatalogue)
  const dispatch = useAppDispatch()
  const { name, role, need, item, quantity, chosenId, servedBy } = fitted
  const shelf = role === 'converter' ? catalogue.converters : catalogue.fittings.filter((each) => each.role === role)
  const choose = (itemId: string | null) => dispatch(edited({ act: 'set-fitting', unitId, itemId }))
  const byDesign = item
    ? fittingText(item)
    : servedBy !== ''
      ? `the breaker: ${servedBy.toLowerCase()}`
      : 'none in the catalogue'
  return (
    <tr>
      <td>
        {name}
        {need.converts && (
          <span className="soft">
            , {need.converts.fromV} to {need.converts.toV} V
          </span>
        )}
      </td>
      <td className="number">{need.currentA > 0 ? formatNumber(need.currentA, need.currentA < 10 ? 1 : 0) : ''}</td>
      <td className="number">{formatQuantity(need.highestV, need.ac ? 'V AC' : 'V', 0)}</td>
      <td className="number">{need.ways > 0 ? need.ways : ''}</td>
      <td>
        <select
          data-place={`wiring.fittings.${unitId}`}
          className={chosenId === null ? 'by-design' : ''}
          title={chosenId === null ? 'chosen by the design' : 'set by hand'}
          aria-label={`Taken, ${name}`}
          value={chosenId ?? ''}
          onChange={(event) => choose(event.target.value === '' ? null : event.target.value)}
        >
          <option value="">{chosenId === null ? byDesign : 'design chooses'}</option>
          <option value={NO_FITTING}>none</option>
          {chosenId !== null && chosenId !== NO_FITTING && !shelf.some(({ id }) => id === chosenId) && (
            <option value={chosenId}>{item ? itemName(item) : 'not in the catalogue'}</option>
          )}
          {shelf.map((each) => (
            <option key={each.id} value={each.id}>
              {fittingText(each)}
              {bears(each, need) ? '' : ' · too small here'}
            </option>
          ))}
        </select>
      </td>
      <td className="number">
        {quantity > 0 ? quantity : '–'}
        {onRemove && (
          <button
            type="button"
            className="pick"
            style={{ marginLeft: 8 }}
            aria-label={`Remove ${name}`}
            onClick={onRemove}
          >
            Remove
          </button>
        )}
      </td>
    </tr>
  )
}
