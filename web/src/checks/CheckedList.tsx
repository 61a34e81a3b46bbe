import { CHECKS, type Finding } from '@yard-lamp/core'
import { firesText } from '@yard-lamp/core/checks'
import { useState } from 'react'
import { linkTitle } from '../pages.ts'
import { selectYear } from '../store/selectors.ts'
import { useAppSelector } from '../store/store.ts'
import { useWrite } from '../store/use-write.ts'

/** What a check of the year is while there is no year. */
const UNTOLD = { working: 'being worked', lacks: 'no year yet', failed: 'year not worked' } as const

/** Every check that was made, so that silence means something. */
export function CheckedList({ found }: { found: readonly Finding[] }) {
  const write = useWrite()
  const fired = new Set(found.map(({ id }) => id))
  const { status } = useAppSelector(selectYear)
  const now = ({ id, readsYear }: (typeof CHECKS)[number]) =>
    fired.has(id) ? 'fires' : readsYear && status !== 'worked' ? UNTOLD[status] : 'silent'
  const [ids, setIds] = useState(false)
  return (
    <section className="part">
      <div className="part-head">
        <h2>{CHECKS.length} checks made after each edit</h2>
        <button type="button" className="pick small" aria-pressed={ids} onClick={() => setIds(!ids)}>
          with their ids
        </button>
      </div>
      <div className="table-scroll checked">
        <table className="sheet-table">
          <thead>
            <tr>
              <th>Speaks of</th>
              {ids && <th>Id</th>}
              <th>Link</th>
              <th>Severity</th>
              <th>Now</th>
            </tr>
          </thead>
          <tbody>
            {CHECKS.map((check) => (
              <tr key={check.id}>
                <td>{firesText(check, write)}</td>
                {ids && (
                  <td className="small nowrap">
                    <code>{check.id}</code>
                  </td>
                )}
                <td>{linkTitle(check.link)}</td>
                <td>{check.severity}</td>
                <td>{now(check)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  )
}
