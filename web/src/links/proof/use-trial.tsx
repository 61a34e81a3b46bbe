import { formatNumber } from '@yard-lamp/core/units'
import { proxy, type Remote } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import { trials } from '../../workers/trials.ts'
import type { TrialCalls } from '../../workers/trials.worker.ts'

type Share = (share: number) => boolean

type TrialState<T> =
  | { readonly status: 'idle' }
  | { readonly status: 'running'; readonly share: number }
  | { readonly status: 'done'; readonly answer: T; readonly of: object }
  | { readonly status: 'failed'; readonly why: string }

/**
 * Something that is tried at a press, in a worker that is ended where a person cancels. An answer belongs to what it was
 * tried on: of another it is taken back.
 * @param subject compared by identity
 */
export function useTrial<T>(subject: object, run: (worker: Remote<TrialCalls>, onShare: Share) => Promise<T | null>) {
  const [state, setState] = useState<TrialState<T>>({ status: 'idle' })
  const turn = useRef(0)
  useEffect(
    () => () => {
      turn.current++
      trials.end()
    },
    [],
  )
  const cancel = () => {
    turn.current++
    trials.end()
    setState({ status: 'idle' })
  }
  const start = async () => {
    const own = ++turn.current
    setState({ status: 'running', share: 0 })
    try {
      const onShare = proxy((share: number) => {
        if (turn.current === own) setState({ status: 'running', share })
        return true
      })
      const answer = await run(trials.ask(), onShare)
      if (turn.current === own && answer) setState({ status: 'done', answer, of: subject })
    } catch (fault) {
      if (turn.current === own)
        setState({ status: 'failed', why: fault instanceof Error ? fault.message : String(fault) })
    }
  }
  const isOwn = state.status === 'done' && state.of === subject
  const Controls = ({ start: startText, doing }: { start: string; doing: string }) =>
    state.status === 'running' ? (
      <p className="trial" role="status">
        <progress max={1} value={state.share} aria-label={doing} /> {doing}: {formatNumber(state.share * 100, 0)} %
        <button type="button" className="pick" onClick={cancel}>
          Cancel
        </button>
      </p>
    ) : (
      <p className="trial">
        <button type="button" className="pick" onClick={() => void start()}>
          {isOwn ? 'Try again' : startText}
        </button>
        {state.status === 'done' && !isOwn && (
          <span className="small soft">The design has moved since it was tried.</span>
        )}
        {state.status === 'failed' && <span className="small">It could not be tried: {state.why}.</span>}
      </p>
    )
  return { answer: isOwn && state.status === 'done' ? state.answer : null, Controls }
}
