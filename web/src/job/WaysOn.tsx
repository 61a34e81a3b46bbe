import { jobText } from '@yard-lamp/core/job'
import { useState } from 'react'
import { api } from '../api/client.ts'
import { saveFile } from '../files/save-file.ts'
import { JOB_PAGES } from '../pages.ts'
import { dropDraft, readDraft } from '../store/draft.ts'

/** The other pages of the job, its file, and its unsaved edits put aside where they may be what cannot be shown. */
export default function WaysOn() {
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
