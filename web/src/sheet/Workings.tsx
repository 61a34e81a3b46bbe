import { type Design, LINKS, methodOf, type Step } from '@yard-lamp/core'
import { Fragment } from 'react'
import { linkTitle } from '../pages.ts'
import { FormulaLines } from '../working/FormulaLines.tsx'

/** Methods applied once for every load: their results stand in the load table. */
const IN_TABLES = new Set(['load.daily-energy', 'load.ac-demand', 'load.day-total'])

/** The worked figures behind the answers, by link, in the order they were computed. */
export function Workings({ design }: { design: Design }) {
  const shown = design.steps.filter((step) => !IN_TABLES.has(step.methodId))
  return (
    <section className="sheet-workings">
      <h2>Workings</h2>
      {LINKS.map((link) => {
        const steps = shown.filter((step) => step.link === link)
        return steps.length === 0 ? null : (
          <Fragment key={link}>
            <h3 className="sheet-workings-link">{linkTitle(link)}</h3>
            {steps.map((step) => (
              <Worked key={step.address} step={step} />
            ))}
          </Fragment>
        )
      })}
    </section>
  )
}

function Worked({ step }: { step: Step }) {
  const method = methodOf(step.methodId)
  return (
    <div className="sheet-worked">
      <h3>
        {step.subject === '' ? method.title : `${step.subject}: ${method.title.toLowerCase()}`} <code>{method.id}</code>
      </h3>
      <FormulaLines method={method} step={step} highlight="" />
      <p className="small soft">{method.source}</p>
    </div>
  )
}
