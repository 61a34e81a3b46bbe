import { lazy, type ReactNode, Suspense, useState } from 'react'
import { Link, useRouteError } from 'react-router'
import './problem.css'

/** What reads drafts is large: read where it is needed. Where it cannot be, the other ways are there all the same. */
const WaysOn = lazy(() => import('./WaysOn.tsx').catch(() => ({ default: () => null })))

/** Shown where a page cannot be: an unknown address, or a fault of the program. Saved work is on the server, unsaved in the browser. */
export function Problem() {
  const error = useRouteError()
  const isFault = error !== undefined
  const [times] = useState(() => (isFault ? faultsHere() : 0))
  if (!isFault) return <ProblemText title="There is nothing at this address" text="The jobs are one step away." />
  if (error instanceof TypeError && /import|module/i.test(error.message))
    return (
      <ProblemText
        title="Yard Lamp was updated"
        text="Load the page again to get the new version. What you typed is kept."
      />
    )
  if (times < 2)
    return (
      <ProblemText
        title="This page met a fault"
        text="Your work is kept: saved on the server, and the last edits in this browser. Load the page again."
      />
    )
  return (
    <ProblemText
      title="This page still cannot be shown"
      text="The fault is in the program, and loading again does not mend it. Your work is kept: saved on the server, and the last edits in this browser. These ways lead on:"
    >
      <Suspense>
        <WaysOn />
      </Suspense>
    </ProblemText>
  )
}

const KEY = 'yardlamp.faults'
const TOGETHER_MS = 300_000

/** How often a fault was met at this address of late, this one counted. */
function faultsHere(): number {
  try {
    const [path, times, at] = JSON.parse(sessionStorage.getItem(KEY) ?? '["",0,0]') as [string, number, number]
    const now = path === location.pathname && Date.now() - at < TOGETHER_MS ? times + 1 : 1
    sessionStorage.setItem(KEY, JSON.stringify([location.pathname, now, Date.now()]))
    return now
  } catch {
    // Where the browser remembers nothing, the ways on are shown at once.
    return 2
  }
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
