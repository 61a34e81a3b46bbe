import { Button } from '@mantine/core'
import { findings } from '@yard-lamp/core'
import { stillOpen } from '@yard-lamp/core/checks'
import { useId, useState } from 'react'
import { written } from '../../records/who.ts'
import { jobKept } from '../../store/all-kept.ts'
import { writeRecords } from '../../store/records.ts'
import { selectOption } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector, useAppStore } from '../../store/store.ts'
import type { Building } from './use-building.ts'

interface BeginProps {
  building: Building
  who: string
  onWho: (name: string) => void
}

/** Begins the work on the plan as it is saved; after a sign-off, the next as-built. */
export function Begin({ building: { built, standings, design }, who, onWho }: BeginProps) {
  const dispatch = useAppDispatch()
  const option = useAppSelector(selectOption)
  const store = useAppStore()
  const [isBeginning, setBeginning] = useState(false)
  const revision = useAppSelector((state) => state.job?.baseRevision ?? 0)
  const [reason, setReason] = useState('')
  const [problem, setProblem] = useState('')
  const [whoId, reasonId] = [useId(), useId()]
  const signed = built?.signedOff
  const dangers = stillOpen(findings(design)).filter(({ severity }) => severity === 'danger').length
  const begin = async () => {
    if (who.trim() === '') return setProblem('Your name first: each step says who did it.')
    if (signed && reason.trim() === '') return setProblem('Say why the work begins again.')
    setBeginning(true)
    const lack = await dispatch(jobKept())
    setBeginning(false)
    if (lack !== '') return setProblem(lack)
    onWho(who.trim())
    dispatch(
      writeRecords({
        ...written(who.trim()),
        kind: 'begin',
        optionId: option.id,
        revision: store.getState().job?.baseRevision ?? 0,
        reason: reason.trim(),
      }),
    )
  }
  return (
    <section className="build-begin" aria-label="Begin">
      {signed ? (
        <p className="build-lead">
          <strong>As built {built.number}</strong>, signed by {signed.by} on {signed.day}: locked. What changes from now
          on belongs to as built {built.number + 1}; steps whose plan stays the same need not be done again.
        </p>
      ) : (
        <p className="build-lead">
          {standings.length} steps for “{option.name}”, made from this design: strings, batteries, terminals and devices
          one by one, with what each should measure. Beginning keeps the plan as it is now, revision {revision}, beside
          what is built.
        </p>
      )}
      <div className="build-begin-row">
        <div className="field">
          <label htmlFor={whoId}>Who does the work</label>
          <span className="field-box">
            <input
              id={whoId}
              value={who}
              maxLength={120}
              autoComplete="name"
              onChange={(event) => onWho(event.target.value)}
            />
          </span>
        </div>
        {signed && (
          <div className="field">
            <label htmlFor={reasonId}>Why again</label>
            <span className="field-box">
              <input id={reasonId} value={reason} maxLength={500} onChange={(event) => setReason(event.target.value)} />
            </span>
          </div>
        )}
        <Button loading={isBeginning} onClick={() => void begin()}>
          {signed ? `Begin as built ${built.number + 1}` : 'Begin the work'}
        </Button>
      </div>
      {problem !== '' && (
        <p className="field-error" role="alert">
          {problem}
        </p>
      )}
      {dangers > 0 && (
        <p className="build-problem">
          {dangers === 1 ? 'A danger is' : `${dangers} dangers are`} open in this design: do not build from it before
          the checks are silent. Nothing can be signed until they are.
        </p>
      )}
      {design.needs.length > 0 && (
        <p className="field-note">
          {design.needs.length} figures are still missing in this design: look at them before you leave.
        </p>
      )}
    </section>
  )
}
