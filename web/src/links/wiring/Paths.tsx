import { formatPercent } from '@yard-lamp/core/units'
import { Part } from '../../job/Page.tsx'
import { selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'

/** What whole ways lose, array to battery and battery to outlet, leg by leg. */
export function Paths() {
  const { paths, circuits } = useAppSelector(selectDesign).wiring
  if (paths.length === 0) return null
  const titleOf = new Map(circuits.map(({ id, title }) => [id, title]))
  return (
    <Part title="Whole ways" aside="each leg may lose its share, and the way as a whole no more than its own">
      <div className="table-scroll">
        <table className="sheet-table paths">
          <thead>
            <tr>
              <th>Way</th>
              <th className="number">loses</th>
              <th className="number">may lose</th>
              <th>
                <span className="visually-hidden">Share used, leg by leg</span>
              </th>
              <th>most of it in</th>
            </tr>
          </thead>
          <tbody>
            {paths.map(({ id, title, dropFraction, mostFraction, legs }) => (
              <tr key={id}>
                <td>{title}</td>
                <td className={`number${dropFraction > mostFraction + 1e-9 ? ' path-over' : ''}`}>
                  {formatPercent(dropFraction, 1)}
                </td>
                <td className="number">{formatPercent(mostFraction)}</td>
                <td>
                  <span className="path-bar">
                    <span
                      className="path-legs"
                      style={{ width: `${Math.min(100, (dropFraction / mostFraction) * 100)}%` }}
                    >
                      {legs.map((leg) => (
                        <span
                          key={leg.circuitId}
                          style={{ flexGrow: leg.dropFraction * WHOLE }}
                          title={`${titleOf.get(leg.circuitId) ?? ''}: ${formatPercent(leg.dropFraction, 2)}`}
                        />
                      ))}
                    </span>
                  </span>
                </td>
                <td className="small">{mostIn(legs, titleOf)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </Part>
  )
}

/** Shares grow within their bar from one thousandth up. */
const WHOLE = 1e4

/** The leg that loses most, with what it loses. */
function mostIn(
  legs: readonly { readonly circuitId: string; readonly dropFraction: number }[],
  titleOf: ReadonlyMap<string, string>,
): string {
  const [first, ...rest] = legs
  if (!first) return ''
  const most = rest.reduce((a, b) => (b.dropFraction > a.dropFraction ? b : a), first)
  return `${titleOf.get(most.circuitId)?.toLowerCase() ?? ''}, ${formatPercent(most.dropFraction, 1)}`
}
