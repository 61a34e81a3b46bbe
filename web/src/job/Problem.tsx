import { jobText } from '@yard-lamp/core/job'
import { type ReactNode, useState } from 'react'
import { Link, useRouteError } from 'react-router'
import { api } from '../api/client.ts'
import { saveFile } from '../files/save-file.ts'
import { JOB_PAGES } from '../pages.ts'
import { dropDraft, readDraft } from '../store/draft.ts'
import './problem.css'

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
      <WaysOn />
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

/** The other pages of the job, its file, and its unsaved edits put aside where they may be what cannot be shown. */
function WaysOn() {
  const id = /^\/jobs\/([^/]+)/.exec(location.pathname)?.[1]
  const [draft, setDraft] = useState(() => (id === undefined ? null : readDraft(id)))
  if (id === undefined) return null
  const putAside = () => {
    if (!draft) return
    saveFile(new Blob([jobText(draft.job)], { type: 'application/json' }), 'edits-not-saved.yardlamp.json')
    dropDraft(id)
    setDraft(null)
  }
  return (
    <>
      <p className="problem-ways">
        {JOB_PAGES.filter(({ path }) => !location.pathname.endsWith(`/${path}`)).map(({ path, title }) => (
          <a key={path} href={`/jobs/${id}/${path}`}>
            {title}
          </a>
        ))}
      </p>
      <p>
        <a href={api.keptAddress(id)} download>
          Download the job as it is saved
        </a>
      </p>
      {draft && (
        <p>
          <button type="button" className="figure" onClick={putAside}>
            Take the edits that were not saved as a file, and begin with what the server has
          </button>
        </p>
      )}
    </>
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
