import { type Now, progressOf, type StandingStep } from '@yard-lamp/core/build'
import { useEffect, useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { Part } from '../../job/Page.tsx'
import { Unsent } from '../../records/Unsent.tsx'
import { lastWho, rememberWho } from '../../records/who.ts'
import { openRecords } from '../../store/records.ts'
import { selectJobId, selectOption } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { Begin } from './Begin.tsx'
import { Differences } from './Differences.tsx'
import { Measured } from './Measured.tsx'
import { NowStrip } from './NowStrip.tsx'
import { SignOff } from './SignOff.tsx'
import { StepCard } from './StepCard.tsx'
import { StepList } from './StepList.tsx'
import { type Building, useBuilding, useDifferences } from './use-building.ts'
import { type ReadNow, useNow } from './use-now.ts'
import '../../fields/fields.css'
import './build.css'

const QUESTION = 'Is it built as drawn, and does it measure so?'

/** The day of building: step by step, measured against what is expected now. */
export default function BuildPage() {
  const jobId = useAppSelector(selectJobId)
  const { status, problem } = useAppSelector(({ records }) => records)
  const dispatch = useAppDispatch()
  useEffect(() => {
    document.title = `${QUESTION} · Yard Lamp`
  }, [])
  if (status === 'reading') return <p className="loading">Reading what was done …</p>
  if (status === 'failed')
    return (
      <div className="notice notice-fault">
        <span className="notice-text">What was done on site could not be read: {problem}</span>
        <button type="button" className="notice-go" onClick={() => void dispatch(openRecords(jobId))}>
          Read again
        </button>
      </div>
    )
  return <Built jobId={jobId} />
}

function Built({ jobId }: { jobId: string }) {
  const { read, set } = useNow(jobId)
  const building = useBuilding(read?.now ?? null)
  const differences = useDifferences(building)
  const [who, setWho] = useState(lastWho)
  const { built, standings, design } = building
  const looked = useAppSelector(selectOption)
  const sign = (name: string) => {
    setWho(name)
    rememberWho(name)
  }
  if (standings.length === 0) return <NothingToBuild jobId={jobId} />
  const isOpen = built !== null && built.signedOff === null
  return (
    <div className="build">
      <h1>{QUESTION}</h1>
      <Answers building={building} differences={differences?.length ?? 0} />
      <Unsent />
      {isOpen && design.option.id !== looked.id && (
        <p className="build-other">
          “{design.option.name}” is being built; you look at “{looked.name}”. The steps are those of what is built.
        </p>
      )}
      {!isOpen && <Begin building={building} who={who} onWho={sign} />}
      {isOpen && <Work building={building} who={who} onWho={sign} read={read} onNow={set} />}
      {built && (
        <>
          <Differences building={building} differences={differences} who={who} />
          <Part name="Expected and measured">
            <Measured building={building} />
          </Part>
          <SignOff building={building} differences={differences} who={who} onWho={sign} />
        </>
      )}
      <section className="cautions" aria-label="Cautions">
        <p>
          This list does not replace the local electrical code, the makers’ instructions or a licensed electrician; much
          of this work may only be done or signed off by one.
        </p>
        <p>Direct current cannot be switched off by daylight: panels are live whenever they are lit.</p>
      </section>
    </div>
  )
}

function NothingToBuild({ jobId }: { jobId: string }) {
  return (
    <>
      <h1>{QUESTION}</h1>
      <p className="build-empty">
        There is nothing to build yet: the steps are made from the battery, the array and the circuits of this job.{' '}
        <Link to={`/jobs/${jobId}/loads`}>Begin with the loads</Link>; once the wiring has its answer, they stand here.
      </p>
    </>
  )
}

function Answers({ building: { built, standings }, differences }: { building: Building; differences: number }) {
  const { steps, done, failed, again } = progressOf(standings)
  const figures: readonly (readonly [label: string, text: string, bad: boolean])[] = [
    ['steps done', built ? `${done} of ${steps}` : `0 of ${steps}`, false],
    ['failed', String(failed), failed > 0],
    ...(again > 0 ? ([['to do again', String(again), true]] as const) : []),
    ['built otherwise', String(differences), false],
    ['as built', built ? `${built.number}${built.signedOff ? ', signed' : ''}` : 'not begun', false],
  ]
  return (
    <dl className="build-answers">
      {figures.map(([label, text, bad]) => (
        <div key={label} className={bad ? 'build-bad' : ''}>
          <dt>{label}</dt>
          <dd>{text}</dd>
        </div>
      ))}
    </dl>
  )
}

interface WorkProps {
  building: Building
  who: string
  onWho: (name: string) => void
  read: ReadNow | null
  onNow: (now: Now | null) => void
}

/** The list of steps and the one in hand. Which one stands in the address: a label on a cable leads to its step. */
function Work({ building, who, onWho, read, onNow }: WorkProps) {
  const [params, setParams] = useSearchParams()
  const [listed, setListed] = useState(false)
  const { standings } = building
  const at = inHand(standings, params.get('step'))
  const go = (stepId: string) => {
    setListed(false)
    setParams({ step: stepId }, { replace: true, preventScrollReset: true })
  }
  const current = standings[at]
  if (!current) return null
  return (
    <>
      <NowStrip write={building.design.write} read={read} isWanted={current.step.byLight} onNow={onNow} />
      <div className={`build-work${listed ? ' build-listed' : ''}`}>
        <button type="button" className="build-toggle" aria-expanded={listed} onClick={() => setListed(!listed)}>
          {listed ? 'Back to the step' : `All ${standings.length} steps`}
        </button>
        <StepList standings={standings} current={current.step.id} onGo={go} />
        <StepCard
          key={current.step.id}
          building={building}
          standing={current}
          at={at}
          who={who}
          onWho={onWho}
          now={read?.now ?? null}
          onGo={go}
        />
      </div>
    </>
  )
}

/** The step that was asked for; else the first to do; else the last. */
function inHand(standings: readonly StandingStep[], asked: string | null): number {
  const named = standings.findIndex(({ step }) => step.id === asked)
  if (named >= 0) return named
  const next = standings.findIndex(
    ({ standing }) => standing === 'failed' || standing === 'ready' || standing === 'again',
  )
  return next >= 0 ? next : standings.length - 1
}

export const useJobAddress = (): string => `/jobs/${useParams().id ?? ''}`
