import { meanOfYears, shareText } from '@yard-lamp/core/proof'
import { formatPercent, formatQuantity } from '@yard-lamp/core/units'
import { Part } from '../../job/Page.tsx'
import { selectDatedDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'

/** What the years of the systems beside the main one come to; nothing where there are none. */
export function BesidePart() {
  const { beside } = useAppSelector(selectDatedDesign)
  if (beside.length === 0) return null
  return (
    <Part name="Systems beside" aside="each with years of its own, under the same sky">
      <div className="table-scroll">
        <table className="sheet-table">
          <thead>
            <tr>
              <th>System</th>
              <th className="number">hours carried</th>
              <th className="number">critical</th>
              <th className="number">generator</th>
              <th className="number">lowest charge</th>
              <th>what the brief asks</th>
            </tr>
          </thead>
          <tbody>
            {beside.map(({ id, name, design: { year } }) => (
              <tr key={id}>
                <th scope="row">{name}</th>
                {year ? (
                  <>
                    <td className="number">{shareText(year.share.hours)}</td>
                    <td className="number">{shareText(year.share.criticalHours)}</td>
                    <td className="number">
                      {formatQuantity(
                        meanOfYears(year, (each) => each.generatorHours),
                        'h',
                        0,
                      )}
                    </td>
                    <td className="number">
                      {formatPercent(Math.min(...year.years.map(({ lowestSoc }) => lowestSoc)), 0)}
                    </td>
                    <td>{year.carried ? '● carried' : '△ missed'}</td>
                  </>
                ) : (
                  <td className="soft" colSpan={5}>
                    being worked, or something is missing of it
                  </td>
                )}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </Part>
  )
}
