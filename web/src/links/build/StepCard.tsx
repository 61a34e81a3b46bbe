import {
  isOut,
  measuredIn,
  type Now,
  type Reading,
  STAGES,
  type StandingStep,
  type Step,
  whyNotPassed,
} from '@yard-lamp/core/build'
import type { Outcome } from '@yard-lamp/core/records'
import { useId, useRef, useState } from 'react'
import { written } from '../../records/who.ts'
import { hold, writeRecords } from '../../store/records.ts'
import { stepTyped, type TypedStep } from '../../store/records-slice.ts'
import { useAppDispatch, useAppSelector, useAppStore } from '../../store/store.ts'
import { BuiltOtherwise } from './BuiltOtherwise.tsx'
import { Measures, readTexts } from './Measures.tsx'
import { Photos } from './Photos.tsx'
import { STANDING } from './StepList.tsx'
import { Tried } from './Tried.tsx'
import type { Building } from './use-building.ts'
import { WhatItMeans } from './WhatItMeans.tsx'

interface StepCardProps {
  building: Building
  standing: StandingStep
  at: number
  who: string
  onWho: (name: string) => void
  now: Now | null
  onGo: (stepId: string) => void
}

const NOTHING_TYPED: TypedStep = { texts: {}, note: '' }

/** One thing to do: what, with what, what to expect, what was read; passed, failed or left out. */
export function StepCard({ building, standing: at, at: index, who, onWho, now, onGo }: StepCardProps) {
  const { step, standing, waitsFor } = at
  const { built, standings, design } = building
  const { typed, type } = useTyped(step.id)
  const { values, wrong } = readTexts(step.fields, typed.texts, design.write)
  const readings = step.readings(values, measuredIn(built))
  const lastFailed = standing === 'failed' ? at.result : null
  const isTyped = Object.keys(typed.texts).length > 0
  const shown: readonly Reading[] = lastFailed && !isTyped ? lastFailed.readings : readings
  const isWrong = lastFailed !== null || readings.some((reading) => isOut(reading) && !reading.isPlanning)
  const top = useRef<HTMLElement>(null)
  const { problem, settle } = useSettle({ step, readings, wrong, note: typed.note, who, onWho, now }, () => {
    const next = standings.slice(index + 1).find(({ standing: as }) => as !== 'passed' && as !== 'left')
    if (next) onGo(next.step.id)
    top.current?.scrollIntoView({ block: 'start' })
  })
  return (
    <article className={`build-card build-is-${standing}`} ref={top} aria-label={step.title}>
      <Head at={at} />
      {waitsFor.length > 0 && <WaitsFor steps={waitsFor} onGo={onGo} />}
      <p className="build-what">{step.what}</p>
      {step.tool !== '' && (
        <p className="build-tool">
          <b>With</b> {step.tool}
        </p>
      )}
      {step.caution !== '' && <p className="build-caution">{step.caution}</p>}
      <Measures
        step={step}
        readings={readings}
        typed={typed.texts}
        write={design.write}
        onType={(fieldId, text) => type({ ...typed, texts: { ...typed.texts, [fieldId]: text } })}
      />
      <WhatItMeans step={step} readings={shown} isOpen={isWrong} design={design} />
      <Note text={typed.note} onText={(note) => type({ ...typed, note })} />
      <Photos stepId={step.id} photos={built?.photos.get(step.id) ?? []} who={who} />
      <BuiltOtherwise step={step} building={building} who={who} />
      <Tried built={built} stepId={step.id} who={who} write={design.write} />
      {problem !== '' && (
        <p className="build-problem" role="alert">
          {problem}
        </p>
      )}
      <Settle
        blocked={waitsFor.length > 0}
        mayBeLeft={step.mayBeLeft}
        isWrong={isWrong && isTyped}
        before={standings[index - 1]?.step.id}
        after={standings[index + 1]?.step.id}
        onSettle={settle}
        onGo={onGo}
      />
    </article>
  )
}

function Head({ at: { step, standing } }: { at: StandingStep }) {
  const stage = STAGES.find(({ id }) => id === step.stage)?.title ?? ''
  return (
    <header>
      <p className="build-stage">
        {stage}{' '}
        <span
          className={`build-state build-${standing}`}
        >{`${STANDING[standing].sign} ${STANDING[standing].word}`}</span>
      </p>
      <h2>{step.title}</h2>
    </header>
  )
}

interface ToSettle extends Pick<StepCardProps, 'who' | 'onWho' | 'now'> {
  readonly step: Step
  readonly readings: readonly Reading[]
  /** What was typed that is no figure. */
  readonly wrong: string
  readonly note: string
}

/** Records how a step went, or says why it cannot be. @param onDone after it passed or was left out */
function useSettle({ step, readings, wrong, note, who, onWho, now }: ToSettle, onDone: () => void) {
  const dispatch = useAppDispatch()
  const [problem, setProblem] = useState('')
  const whyNot = (outcome: Outcome): string => {
    if (who.trim() === '') return 'Your name first: each step says who did it.'
    if (wrong !== '') return wrong
    if (outcome === 'pass') return whyNotPassed(step, readings, note)
    return note.trim() === '' && outcome === 'left' ? 'Say in the note why it is left out.' : ''
  }
  const settle = (outcome: Outcome) => {
    const why = whyNot(outcome)
    setProblem(why)
    if (why !== '') return
    onWho(who.trim())
    const { id: stepId, title, designation, mark, byLight } = step
    dispatch(
      writeRecords({
        ...written(who.trim()),
        kind: 'step',
        stepId,
        title,
        designation,
        mark,
        outcome,
        now: byLight ? now : null,
        readings: [...readings],
        note: note.trim(),
      }),
    )
    if (outcome !== 'fail') onDone()
  }
  return { problem, settle }
}

/** What is typed is kept on this device until it is recorded. */
function useTyped(stepId: string): { typed: TypedStep; type: (typed: TypedStep) => void } {
  const typed = useAppSelector(({ records }) => records.typed[stepId]) ?? NOTHING_TYPED
  const dispatch = useAppDispatch()
  const store = useAppStore()
  return {
    typed,
    type: (next) => {
      dispatch(stepTyped({ stepId, typed: next }))
      hold(store.getState().records)
    },
  }
}

function WaitsFor({ steps, onGo }: { steps: StandingStep['waitsFor']; onGo: (stepId: string) => void }) {
  const [first, ...more] = steps
  if (!first) return null
  return (
    <p className="build-waits">
      <span>First:</span>{' '}
      <button type="button" className="build-link" onClick={() => onGo(first.id)}>
        {first.title}
      </button>
      {more.length > 0 && ` and ${more.length} more`}
    </p>
  )
}

function Note({ text, onText }: { text: string; onText: (text: string) => void }) {
  const id = useId()
  return (
    <div className="field build-note">
      <label htmlFor={id}>Note</label>
      <textarea id={id} rows={2} maxLength={2000} value={text} onChange={(event) => onText(event.target.value)} />
    </div>
  )
}

interface SettleProps {
  blocked: boolean
  mayBeLeft: boolean
  isWrong: boolean
  before: string | undefined
  after: string | undefined
  onSettle: (outcome: Outcome) => void
  onGo: (stepId: string) => void
}

/** Large targets at the foot: for a thumb in a glove. */
function Settle({ blocked, mayBeLeft, isWrong, before, after, onSettle, onGo }: SettleProps) {
  return (
    <div className="build-settle">
      <button type="button" aria-label="Step before" disabled={!before} onClick={() => before && onGo(before)}>
        ‹
      </button>
      <button type="button" className="build-fail" disabled={blocked} onClick={() => onSettle('fail')}>
        ✗ Failed
      </button>
      {mayBeLeft && (
        <button type="button" className="build-leave" disabled={blocked} onClick={() => onSettle('left')}>
          – Left out
        </button>
      )}
      <button
        type="button"
        className={`build-pass${isWrong ? ' build-unlikely' : ''}`}
        disabled={blocked}
        onClick={() => onSettle('pass')}
      >
        ✓ Passed
      </button>
      <button type="button" aria-label="Next step" disabled={!after} onClick={() => after && onGo(after)}>
        ›
      </button>
    </div>
  )
}
