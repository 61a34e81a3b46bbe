import { isUnsettled, type Known } from '@yard-lamp/core'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { useWrite } from '../store/use-write.ts'
import { workingOpened } from '../store/view-slice.ts'
import './working.css'

interface FigureProps {
  figure: Known
  unit: string
  /** Value shown, where it is not the figure's own unit: watt-hours as kWh. */
  shown?: number
  decimals?: number
}

/** A figure that opens its working, where it was computed. */
export function Figure({ figure, unit, shown, decimals }: FigureProps) {
  const write = useWrite()
  const dispatch = useAppDispatch()
  const open = useAppSelector(
    (state) =>
      figure.step !== undefined && state.view.working?.step === figure.step && state.view.working.key === figure.key,
  )
  const text = write.quantity(shown ?? figure.value, unit, decimals)
  const { step, key } = figure
  if (step === undefined || key === undefined) {
    return (
      <span className={isUnsettled(figure) ? 'assumed' : ''} title={`${figure.origin}: ${figure.from}`}>
        {text}
      </span>
    )
  }
  return (
    <button
      type="button"
      className={`figure${open ? ' figure-open' : ''}`}
      title="Show the working"
      aria-expanded={open}
      onClick={() => dispatch(workingOpened(open ? null : { step, key }))}
    >
      {text}
    </button>
  )
}

interface AnswerProps extends FigureProps {
  label: string
}

/** One of the large figures in the first line of a page. */
export function Answer({ label, ...figure }: AnswerProps) {
  return (
    <div className="answer">
      <span className="answer-label">{label}</span>
      <span className="answer-figure">
        <Figure {...figure} />
      </span>
    </div>
  )
}

/** An answer that is no figure of the chain: words, or a share of a list. */
export function PlainAnswer({ label, text }: { label: string; text: string }) {
  return (
    <div className="answer">
      <span className="answer-label">{label}</span>
      <span className="answer-figure">{text}</span>
    </div>
  )
}
