import { type Difference, reasonFor } from '@yard-lamp/core/build'
import { useId, useState } from 'react'
import { useGoTo } from '../../checks/use-go-to.ts'
import { Part } from '../../job/Page.tsx'
import { keepReason } from '../../store/site-changes.ts'
import { useAppDispatch } from '../../store/store.ts'
import type { Building } from './use-building.ts'

interface DifferencesProps {
  building: Building
  /** Null while the plan is read. */
  differences: readonly Difference[] | null
  who: string
}

/** Planned beside built, with the reason of each; what changed without one is asked for. */
export function Differences({ building, differences, who }: DifferencesProps) {
  const { built } = building
  if (!built) return null
  const silent = (differences ?? []).filter((each) => reasonFor(each, built) === null)
  const aside = differences === null ? 'reading the plan …' : `plan: revision ${built.begin.revision}`
  return (
    <Part name="Built otherwise than planned" aside={aside}>
      {differences?.length === 0 && (
        <p className="build-empty">Nothing so far: the design stands as it was when the work began.</p>
      )}
      {differences && differences.length > 0 && (
        <>
          <Table differences={differences} building={building} />
          {silent.length > 0 && !built.signedOff && <Ask silent={silent} who={who} />}
        </>
      )}
    </Part>
  )
}

function Table({ differences, building }: { differences: readonly Difference[]; building: Building }) {
  const goTo = useGoTo()
  const { built } = building
  return (
    <div className="table-scroll">
      <table className="sheet-table build-differences">
        <thead>
          <tr>
            <th>What</th>
            <th>Planned</th>
            <th>Built</th>
            <th>Why</th>
          </tr>
        </thead>
        <tbody>
          {differences.map((each) => {
            const change = built && reasonFor(each, built)
            return (
              <tr key={each.id}>
                <td>
                  <button type="button" className="build-link" onClick={() => goTo(each.place)}>
                    {each.what}
                  </button>
                </td>
                <td>{each.planned}</td>
                <td>
                  <b>{each.built}</b>
                </td>
                <td>
                  {change ? (
                    <>
                      {change.reason}{' '}
                      <span className="build-by">
                        {change.by}, {new Date(change.at).toLocaleDateString()}
                      </span>
                    </>
                  ) : (
                    <em className="build-bad">nobody said why</em>
                  )}
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </div>
  )
}

function Ask({ silent, who }: { silent: readonly Difference[]; who: string }) {
  const dispatch = useAppDispatch()
  const [reason, setReason] = useState('')
  const [problem, setProblem] = useState('')
  const id = useId()
  const keep = () => {
    if (reason.trim() === '') return setProblem('Say why.')
    if (who.trim() === '') return setProblem('Your name first: each change says who made it.')
    dispatch(keepReason(silent, reason.trim(), who.trim()))
    setReason('')
    setProblem('')
  }
  return (
    <div className="build-ask">
      <div className="field">
        <label htmlFor={id}>Why {silent.length === 1 ? 'it was' : `these ${silent.length} were`} built so</label>
        <span className="field-box">
          <input id={id} value={reason} maxLength={1000} onChange={(event) => setReason(event.target.value)} />
        </span>
      </div>
      <button type="button" className="build-keep" onClick={keep}>
        Keep the reason
      </button>
      {problem !== '' && (
        <p className="field-error" role="alert">
          {problem}
        </p>
      )}
    </div>
  )
}
