import { differences, RULE_SETS } from '@yard-lamp/core/rules'
import { Part } from '../../job/Page.tsx'
import { selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'

const DIFFERENCES = differences()
const SETS = Object.values(RULE_SETS)

/** Where the rule sets answer a question differently, with where each answer stands. */
export function Differences() {
  const { rules } = useAppSelector(selectDesign).wiring
  return (
    <Part title="Where the rule sets differ" aside={`this job is wired by ${rules.name}: ${rules.standards}`}>
      <details className="differences">
        <summary>{DIFFERENCES.length} questions they answer differently</summary>
        <div className="table-scroll">
          <table className="sheet-table">
            <thead>
              <tr>
                <th>Question</th>
                {SETS.map(({ id, name }) => (
                  <th key={id} className={id === rules.id ? 'chosen' : ''}>
                    {name}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {DIFFERENCES.map(({ question, answers }) => (
                <tr key={question}>
                  <td>{question}</td>
                  {SETS.map(({ id }) => (
                    <td key={id}>
                      {answers[id].value} <span className="small soft">{answers[id].source}</span>
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </details>
    </Part>
  )
}
