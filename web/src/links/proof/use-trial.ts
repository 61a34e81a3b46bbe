import { proxy } from 'comlink'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import type { Crew } from '../../workers/started-once.ts'
import { newTrials } from '../../workers/trials.ts'
import type { TrialCalls } from '../../workers/trials.worker.ts'
import { withShares } from '../../workers/with-shares.ts'

type Share = (share: number) => boolean

export type TrialCrew = Pick<Crew<TrialCalls>, 'ask'>

type TrialState<T> =
  | { readonly status: 'idle' }
  | { readonly status: 'running'; readonly share: number; readonly of: object }
  | { readonly status: 'done'; readonly answer: T; readonly of: object }
  | { readonly status: 'failed'; readonly why: string }
  | { readonly status: 'left' }

/** Something tried at a press, as its controls need it. */
export interface Trial<T> {
  /** Of what is tried now; null where there is none yet, or the subject has moved since. */
  readonly answer: T | null
  readonly status: TrialState<T>['status']
  readonly share: number
  readonly why: string
  readonly start: () => void
  /** Somebody comes near the button: what it starts is made ready. */
  readonly near: () => void
  readonly cancel: () => void
}

/**
 * Something that is tried at a press, in a worker of its own that is ended where a person cancels. An answer belongs to what
 * it was tried on: of another it is taken back, and what runs is left off.
 * @param subject compared by identity
 * @param warm makes the workers ready before the press
 */
export function useTrial<T>(
  subject: object,
  run: (crew: TrialCrew, onShare: Share) => Promise<T | null>,
  warm?: (crew: TrialCrew) => Promise<unknown>,
): Trial<T> {
  const [state, setState] = useState<TrialState<T>>({ status: 'idle' })
  const turn = useRef(0)
  const isWarm = useRef(false)
  const trials = useMemo(newTrials, [])
  useEffect(
    () => () => {
      turn.current++
      trials.end()
    },
    [trials],
  )
  const end = useCallback(
    (status: 'idle' | 'left') => {
      turn.current++
      isWarm.current = false
      trials.end()
      setState({ status })
    },
    [trials],
  )
  const hasMoved = state.status === 'running' && state.of !== subject
  useEffect(() => {
    if (hasMoved) end('left')
  }, [hasMoved, end])
  const start = async () => {
    const own = ++turn.current
    setState({ status: 'running', share: 0, of: subject })
    try {
      const answer = await withShares(
        (onShare) => run(trials, proxy(onShare)),
        (share) => {
          if (turn.current === own) setState({ status: 'running', share, of: subject })
        },
      )
      if (turn.current === own && answer) setState({ status: 'done', answer, of: subject })
    } catch (fault) {
      const why = fault instanceof Error ? fault.message : String(fault)
      if (turn.current === own) setState({ status: 'failed', why })
    }
  }
  return {
    answer: state.status === 'done' && state.of === subject ? state.answer : null,
    status: state.status,
    share: state.status === 'running' ? state.share : 0,
    why: state.status === 'failed' ? state.why : '',
    start: () => void start(),
    near: () => {
      if (isWarm.current) return
      isWarm.current = true
      // What fails here fails again at the press, and is told there.
      warm?.(trials).catch(() => undefined)
    },
    cancel: () => end('idle'),
  }
}
