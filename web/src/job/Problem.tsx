import type { ReactNode } from 'react'
import { Link, useRouteError } from 'react-router'
import './problem.css'

/** Shown where a page cannot be: an unknown address, or a fault of the program. Saved work is on the server, unsaved in the browser. */
export function Problem() {
  const error = useRouteError()
  if (error === undefined)
    return <ProblemText title="There is nothing at this address" text="The jobs are one step away." />
  const stale = error instanceof TypeError && /import|module/i.test(error.message)
  return (
    <ProblemText
      title={stale ? 'Yard Lamp was updated' : 'This page met a fault'}
      text={
        stale
          ? 'Load the page again to get the new version. What you typed is kept.'
          : 'Your work is kept: saved on the server, and the last edits in this browser. Load the page again.'
      }
    />
  )
}

export function ProblemText({ title, text, children }: { title: string; text: string; children?: ReactNode }) {
  return (
    <main className="problem">
      <img src="/lamp.svg" alt="" width={52} />
      <h1>{title}</h1>
      <p>{text}</p>
      {children}
      <p>
        <button type="button" className="figure" onClick={() => window.location.reload()}>
          Load again
        </button>{' '}
        · <Link to="/">All jobs</Link>
      </p>
    </main>
  )
}
