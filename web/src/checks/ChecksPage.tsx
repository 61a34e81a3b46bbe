import { SEVERITIES } from '@yard-lamp/core'
import { stillOpen } from '@yard-lamp/core/checks'
import { selectDesign, selectFindings, selectYear } from '../store/selectors.ts'
import { useAppSelector } from '../store/store.ts'
import { CheckedList } from './CheckedList.tsx'
import { FindingLine } from './FindingLine.tsx'
import { NeedLine } from './NeedLine.tsx'

const TITLE = {
  danger: 'Can hurt someone or destroy equipment',
  fault: 'Will not do the job',
  advice: 'Works, could be better',
} as const

/** Everything found wrong and everything still needed, each leading to its place. */
export default function ChecksPage() {
  const all = useAppSelector(selectFindings)
  const found = stillOpen(all)
  const accepted = all.filter((finding) => finding.accepted !== null)
  const { needs } = useAppSelector(selectDesign)
  const { status } = useAppSelector(selectYear)
  return (
    <>
      <h1>What is wrong, and what is missing?</h1>
      {found.length === 0 && needs.length === 0 && (
        <p className="answers" role="status">
          {status === 'working'
            ? 'Nothing found so far: the year is still being worked.'
            : 'Nothing found by the checks below. They do not replace an inspection.'}
        </p>
      )}
      {SEVERITIES.map((severity) => {
        const some = found.filter((finding) => finding.severity === severity)
        return some.length === 0 ? null : (
          <section className="part" key={severity}>
            <div className="part-head">
              <h2>{TITLE[severity]}</h2>
            </div>
            <ul className="notices">
              {some.map((finding) => (
                <FindingLine key={finding.id + finding.place} finding={finding} />
              ))}
            </ul>
          </section>
        )
      })}
      {needs.length > 0 && (
        <section className="part">
          <div className="part-head">
            <h2>Needed next</h2>
          </div>
          <ul className="notices">
            {needs.map((need) => (
              <NeedLine key={need.place + need.message} need={need} />
            ))}
          </ul>
        </section>
      )}
      {accepted.length > 0 && (
        <section className="part">
          <div className="part-head">
            <h2>Accepted as they are</h2>
            <span className="small">they stand in the sheet with their reasons</span>
          </div>
          <ul className="notices">
            {accepted.map((finding) => (
              <FindingLine key={finding.id + finding.place} finding={finding} />
            ))}
          </ul>
        </section>
      )}
      <CheckedList found={all} />
    </>
  )
}
