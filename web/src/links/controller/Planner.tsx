import { type PlannedLayout, planStrings } from '@yard-lamp/core/after'
import { formatMoney, formatNumber, formatPercent, formatQuantity } from '@yard-lamp/core/units'
import { useMemo, useState } from 'react'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'

/** Layouts shown before "all" is asked for. */
const FIRST = 10

/** Every way to string the chosen panel on the chosen controller, each on its line of volts. */
export function Planner() {
  const design = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  const [all, setAll] = useState(false)
  const { array, controller, parts } = design
  const panel = array.layout?.panel
  const item = controller.item
  const planned = useMemo(() => (panel && item ? planStrings(design, panel, item) : []), [design, panel, item])
  if (!panel || !item || !array.requiredPowerW) return null
  const shown = all ? planned : planned.slice(0, FIRST)
  const neededW = array.requiredPowerW.value
  return (
    <Part
      title="String planner"
      aside={`${panel.model} on ${item.model}, ${planned.length} layouts, nearest to the need first`}
    >
      <div className="table-scroll">
        <table className="sheet-table planner">
          <thead>
            <tr>
              <th className="nowrap">series × strings × units</th>
              <th className="number">W</th>
              <th className="number">of need</th>
              <th>hot … cold, in the window</th>
              <th className="number">room</th>
              <th className="number">price</th>
              <th>what is wrong with it</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {shown.map((each) => {
              const chosen =
                each.panelsPerString === array.layout?.panelsPerString &&
                each.stringsPerController === array.layout.stringsPerController &&
                each.controllers === array.layout.controllers
              const label = `${each.panelsPerString} × ${each.stringsPerController} × ${each.controllers}`
              return (
                <tr key={label} className={chosen ? 'chosen' : each.fits ? '' : 'unfit'}>
                  <td>{label}</td>
                  <td className="number">{formatNumber(each.arrayPowerW)}</td>
                  <td className="number">
                    {each.arrayPowerW >= neededW ? '+' : ''}
                    {formatPercent(each.arrayPowerW / neededW - 1, 0)}
                  </td>
                  <td>
                    <VoltSpan layout={each} />
                  </td>
                  <td className="number nowrap">{roomText(each.roomStrings)}</td>
                  <td className="number nowrap">{formatMoney(each.price, parts.currency)}</td>
                  <td className="planner-why">{each.short}</td>
                  <td className="number">
                    <button
                      type="button"
                      className="pick"
                      aria-pressed={chosen}
                      onClick={() =>
                        dispatch(
                          edited({
                            act: 'set-option',
                            part: 'controller',
                            patch: {
                              itemId: item.id,
                              quantity: each.controllers,
                              panelsPerString: each.panelsPerString,
                              stringsPerController: each.stringsPerController,
                            },
                          }),
                        )
                      }
                    >
                      {chosen ? 'in use' : 'take this'}
                    </button>
                  </td>
                </tr>
              )
            })}
          </tbody>
        </table>
      </div>
      {planned.length > FIRST && (
        <button type="button" className="pick" style={{ marginTop: 8 }} onClick={() => setAll(!all)}>
          {all ? 'Show the nearest only' : `Show all ${planned.length}`}
        </button>
      )}
    </Part>
  )
}

const roomText = (strings: number): string =>
  strings === 0 ? 'none' : strings === 1 ? '1 string' : `${strings} strings`

/** Where the string stands, hot to cold, against what the controller needs and bears. */
function VoltSpan({ layout: { hotV, coldV, neededV, limitV } }: { layout: PlannedLayout }) {
  const top = Math.max(limitV, coldV) * 1.06
  const x = (volts: number) => (volts / top) * 150
  const bad = coldV >= limitV - 1e-9 || hotV < neededV - 1e-9
  const said = `${formatNumber(hotV, 0)} to ${formatQuantity(coldV, 'V', 0)}; the window is ${formatNumber(neededV, 0)} to ${formatQuantity(limitV, 'V', 0)}`
  return (
    <span className="volt-span">
      <svg width="150" height="18" role="img" aria-label={said}>
        <title>{said}</title>
        <rect x={x(neededV)} y="4" width={x(limitV) - x(neededV)} height="10" fill="var(--sun)" />
        <path d={`M${x(hotV)} 9H${x(coldV)}`} stroke={bad ? 'var(--clay)' : 'var(--ink)'} strokeWidth="4" />
        <path d={`M${x(limitV)} 1V17`} stroke="var(--clay)" strokeWidth="2" />
      </svg>
      <span className="small nowrap">
        {formatNumber(hotV, 0)} … {formatQuantity(coldV, 'V', 0)}
      </span>
    </span>
  )
}
