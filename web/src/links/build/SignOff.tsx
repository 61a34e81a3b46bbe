import { Button } from '@mantine/core'
import { findings } from '@yard-lamp/core'
import { type Difference, type Lack, lacksOf } from '@yard-lamp/core/build'
import { stillOpen } from '@yard-lamp/core/checks'
import { useId, useState } from 'react'
import { Link } from 'react-router'
import { Part } from '../../job/Page.tsx'
import { written } from '../../records/who.ts'
import { allKept } from '../../store/all-kept.ts'
import { writeRecords } from '../../store/records.ts'
import { selectJobId } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector, useAppStore } from '../../store/store.ts'
import type { Building } from './use-building.ts'

interface SignOffProps {
  building: Building
  differences: readonly Difference[] | null
  who: string
  onWho: (name: string) => void
}

/** The end of the work: what stands in its way, or a name and a day. */
export function SignOff({ building, differences, who, onWho }: SignOffProps) {
  const { built, standings, design, earlier } = building
  const jobId = useAppSelector(selectJobId)
  if (!built) return null
  const lacks =
    differences === null ? null : lacksOf({ built, standings, differences, findings: stillOpen(findings(design)) })
  return (
    <Part name="Sign-off">
      <p className="build-links">
        <Link to={`/jobs/${jobId}/labels`}>Labels to print</Link>{' '}
        <Link to={`/jobs/${jobId}/sheet`}>The report, as built</Link>
      </p>
      {earlier.map(({ number, signedOff }) => (
        <p key={number} className="build-signed">
          As built {number}: signed by {signedOff?.by} on {signedOff?.day}.
        </p>
      ))}
      {built.signedOff ? (
        <p className="build-signed">
          <b>
            As built {built.number}: signed by {built.signedOff.by} on {built.signedOff.day}.
          </b>{' '}
          Revision {built.signedOff.revision} is kept for ever. {built.signedOff.statement}
        </p>
      ) : lacks === null ? (
        <p className="build-empty">Reading the plan …</p>
      ) : lacks.length > 0 ? (
        <Lacks lacks={lacks} jobId={jobId} />
      ) : (
        <Sign who={who} onWho={onWho} number={built.number} />
      )}
    </Part>
  )
}

function Lacks({ lacks, jobId }: { lacks: readonly Lack[]; jobId: string }) {
  return (
    <>
      <p>Before somebody can sign:</p>
      <ul className="build-lacks">
        {lacks.map(({ id, text }) => (
          <li key={id}>
            {text} {id === 'danger' && <Link to={`/jobs/${jobId}/checks`}>To the checks</Link>}
          </li>
        ))}
      </ul>
    </>
  )
}

const today = (): string => new Date().toLocaleDateString('sv')

function Sign({ who, onWho, number }: { who: string; onWho: (name: string) => void; number: number }) {
  const dispatch = useAppDispatch()
  const store = useAppStore()
  const [isSigning, setSigning] = useState(false)
  const [day, setDay] = useState(today)
  const [statement, setStatement] = useState('')
  const [problem, setProblem] = useState('')
  const ids = { name: useId(), day: useId(), statement: useId() }
  const sign = async () => {
    if (who.trim() === '') return setProblem('Who signs, by name.')
    if (day === '') return setProblem('The day it is signed.')
    setSigning(true)
    const lack = await dispatch(allKept())
    setSigning(false)
    if (lack !== '') return setProblem(lack)
    const revision = store.getState().job?.baseRevision ?? 0
    onWho(who.trim())
    dispatch(writeRecords({ ...written(who.trim()), kind: 'sign-off', revision, day, statement: statement.trim() }))
  }
  return (
    <div className="build-sign">
      <div className="field">
        <label htmlFor={ids.name}>Signed by</label>
        <span className="field-box">
          <input id={ids.name} value={who} maxLength={120} onChange={(event) => onWho(event.target.value)} />
        </span>
      </div>
      <div className="field">
        <label htmlFor={ids.day}>On</label>
        <span className="field-box">
          <input id={ids.day} type="date" value={day} max={today()} onChange={(event) => setDay(event.target.value)} />
        </span>
      </div>
      <div className="field build-reason">
        <label htmlFor={ids.statement}>With these words</label>
        <span className="field-box">
          <input
            id={ids.statement}
            value={statement}
            maxLength={1000}
            placeholder="built and measured as recorded here"
            onChange={(event) => setStatement(event.target.value)}
          />
        </span>
      </div>
      <Button loading={isSigning} onClick={() => void sign()}>{`Sign off as built ${number}`}</Button>
      <p className="field-note">
        It locks what was recorded, and keeps this revision for ever. Later changes begin as built {number + 1}.
      </p>
      {problem !== '' && (
        <p className="field-error" role="alert">
          {problem}
        </p>
      )}
    </div>
  )
}
