import type { Design } from '@yard-lamp/core'
import { causesFor, type Reading, type Step } from '@yard-lamp/core/build'
import { checkOf, firesText } from '@yard-lamp/core/checks'
import { useGoTo } from '../../checks/use-go-to.ts'
import { selectOpenFindings } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'

interface WhatItMeansProps {
  step: Step
  readings: readonly Reading[]
  /** Something is out, or the step failed. */
  isOpen: boolean
  design: Design
}

/** What a wrong value means, likeliest first, each with what to do next; and the check of the design behind it. */
export function WhatItMeans({ step, readings, isOpen, design }: WhatItMeansProps) {
  const found = useAppSelector(selectOpenFindings).filter(({ id }) => id === step.check)
  const goTo = useGoTo()
  if (step.causes.length === 0 && found.length === 0) return null
  const said = isOpen ? step.explain(readings) : ''
  const causes = isOpen ? causesFor(step, readings) : step.causes
  const check = checkOf(step.check)
  return (
    <details className={`build-means${isOpen ? ' build-means-open' : ''}`} open={isOpen} key={String(isOpen)}>
      <summary>{isOpen ? 'What it is likely to be' : 'What a wrong value means'}</summary>
      {said !== '' && <p className="build-said">{said}</p>}
      <ol>
        {causes.map(({ text, next }) => (
          <li key={text}>
            {text} <span>{next}</span>
          </li>
        ))}
      </ol>
      {check && isOpen && (
        <div className="build-check">
          <p>
            <b>The check of the design behind it:</b>{' '}
            {found.length > 0
              ? found.map(({ message }) => message).join(' ')
              : `silent. It fires: ${firesText(check, design.write)}`}
          </p>
          <button type="button" className="pick" onClick={() => goTo(found[0]?.place ?? step.place)}>
            Look at it in the design
          </button>
        </div>
      )}
    </details>
  )
}
