import type { Finding } from '@yard-lamp/core'
import { acceptedSchema } from '@yard-lamp/core/job'
import { useState } from 'react'
import { edited } from '../store/job-slice.ts'
import { useAppDispatch } from '../store/store.ts'

/** The day as a person dates a decision: local, year first. */
const today = (): string => {
  const now = new Date()
  const two = (value: number) => String(value).padStart(2, '0')
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`
}

/** Why a finding is lived with, and who decided; a danger only with a name. */
export function Accept({ finding, onDone }: { finding: Finding; onDone: () => void }) {
  const dispatch = useAppDispatch()
  const [reason, setReason] = useState('')
  const [by, setBy] = useState('')
  const isDanger = finding.severity === 'danger'
  const ready = reason.trim() !== '' && (!isDanger || by.trim() !== '')
  const accepted = { checkId: finding.id, place: finding.place, reason: reason.trim(), by: by.trim(), on: today() }
  return (
    <form
      className="accept"
      onSubmit={(event) => {
        event.preventDefault()
        if (!ready || !acceptedSchema.safeParse(accepted).success) return
        dispatch(edited({ act: 'accept-finding', accepted }))
        onDone()
      }}
    >
      <label>
        Why it may stay as it is
        <textarea
          value={reason}
          maxLength={1000}
          rows={2}
          required
          // biome-ignore lint/a11y/noAutofocus: the form was opened to write in it
          autoFocus
          onChange={(event) => setReason(event.target.value)}
        />
      </label>
      <label>
        Who decided{isDanger ? '' : ', if it matters'}
        <input value={by} maxLength={120} required={isDanger} onChange={(event) => setBy(event.target.value)} />
      </label>
      {isDanger && (
        <span className="small">
          It stays a danger, and the first page of the sheet says that it was accepted, why, and by whom.
        </span>
      )}
      <span className="accept-row">
        <button type="submit" className="pick" disabled={!ready}>
          Accept it
        </button>
        <button type="button" className="pick" onClick={onDone}>
          Cancel
        </button>
      </span>
    </form>
  )
}
