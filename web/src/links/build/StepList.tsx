import { STAGES, type Standing, type StandingStep } from '@yard-lamp/core/build'
import { useEffect, useRef } from 'react'

/** A sign and a word for where a step stands: never colour alone. */
export const STANDING: Readonly<Record<Standing, { readonly sign: string; readonly word: string }>> = {
  passed: { sign: '✓', word: 'passed' },
  left: { sign: '–', word: 'left out' },
  failed: { sign: '✗', word: 'failed' },
  again: { sign: '↻', word: 'do again: the plan changed here' },
  waiting: { sign: '·', word: 'waits for another step' },
  ready: { sign: '○', word: 'to do' },
}

interface StepListProps {
  standings: readonly StandingStep[]
  current: string
  onGo: (stepId: string) => void
}

/** Every step by stage, in the order of the work. */
export function StepList({ standings, current, onGo }: StepListProps) {
  const list = useRef<HTMLElement>(null)
  useEffect(() => {
    const here = list.current?.querySelector<HTMLElement>(`[data-step="${CSS.escape(current)}"]`)
    if (here && list.current) list.current.scrollTop = here.offsetTop - list.current.clientHeight / 2
  }, [current])
  return (
    <nav className="build-list" aria-label="Steps" ref={list}>
      {STAGES.map(({ id, title }) => {
        const own = standings.filter(({ step }) => step.stage === id)
        if (own.length === 0) return null
        const done = own.filter(({ standing }) => standing === 'passed' || standing === 'left').length
        return (
          <section key={id}>
            <h3>
              {title} <span>{`${done} of ${own.length}`}</span>
            </h3>
            <ol>
              {own.map(({ step, standing }) => (
                <li key={step.id}>
                  <button
                    type="button"
                    data-step={step.id}
                    className={`build-line build-${standing}`}
                    aria-current={step.id === current ? 'step' : undefined}
                    onClick={() => onGo(step.id)}
                  >
                    <span className="build-sign" aria-hidden>
                      {STANDING[standing].sign}
                    </span>
                    <span>
                      {step.title}
                      <span className="visually-hidden">, {STANDING[standing].word}</span>
                    </span>
                  </button>
                </li>
              ))}
            </ol>
          </section>
        )
      })}
    </nav>
  )
}
