import { formatNumber } from '@yard-lamp/core/units'
import type { Trial } from './use-trial.ts'

interface TrialControlsProps {
  trial: Trial<unknown>
  /** On the button that starts it, and while it runs. */
  start: string
  doing: string
}

/** Starts a trial, shows how far it is, and ends it. */
export function TrialControls({ trial, start, doing }: TrialControlsProps) {
  if (trial.status === 'running')
    return (
      <p className="trial" role="status">
        <progress max={1} value={trial.share} aria-label={doing} /> {doing}: {formatNumber(trial.share * 100, 0)} %
        <button type="button" className="pick" onClick={trial.cancel}>
          Cancel
        </button>
      </p>
    )
  return (
    <p className="trial">
      <button type="button" className="pick" onClick={trial.start} onPointerEnter={trial.near} onFocus={trial.near}>
        {trial.answer ? 'Try again' : start}
      </button>
      {trial.status === 'done' && !trial.answer && (
        <span className="small soft">The design has moved since it was tried.</span>
      )}
      {trial.status === 'left' && <span className="small soft">The design moved while it was tried: left off.</span>}
      {trial.status === 'failed' && <span className="small">It could not be tried: {trial.why}.</span>}
    </p>
  )
}
