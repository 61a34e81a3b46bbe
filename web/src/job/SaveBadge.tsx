import { useEffect, useState } from 'react'
import { useAppSelector } from '../store/store.ts'

/** A save that takes longer is spoken of, ms. */
const LATE_MS = 4000
const NOT_KEPT = 'This browser keeps nothing: leave the page open.'
const WHEN_KEPT = 'Your edits are kept in this browser and will be saved as soon as it can be done.'
const WHEN_NOT_KEPT =
  'Its storage is full or denied. Your edits are on this page alone, and will be saved as soon as it can be done.'

/** Whether something goes on for long already. */
function useLate(goesOn: boolean): boolean {
  const [isLate, setLate] = useState(false)
  useEffect(() => {
    if (!goesOn) return
    const timer = setTimeout(() => setLate(true), LATE_MS)
    return () => {
      clearTimeout(timer)
      setLate(false)
    }
  }, [goesOn])
  return isLate
}

/** A state a person can trust: saved, saving, not saved and why, someone else saved. */
export function SaveBadge() {
  const save = useAppSelector((state) => state.save)
  const isKept = useAppSelector((state) => state.draft.isKept)
  const isLate = useLate(save.status === 'saving')
  switch (save.status) {
    case 'saved':
      return <span className="save">Saved, revision {save.revision}</span>
    case 'tried':
      return (
        <span
          className="save"
          role="status"
          title="Your role is to look, or to build: this job is changed by a designer."
        >
          Tried here only, not kept
        </span>
      )
    case 'pending':
    case 'saving':
      return (
        <span className={isKept ? 'save' : 'save save-bad'} role={isLate || !isKept ? 'status' : undefined}>
          {isLate ? 'Saving takes long …' : 'Saving …'}
          {!isKept && ` ${NOT_KEPT}`}
        </span>
      )
    case 'unsaved':
      return (
        <span className="save save-bad" role="status" title={isKept ? WHEN_KEPT : WHEN_NOT_KEPT}>
          Not saved: {save.reason} {isKept ? 'Kept in this browser.' : NOT_KEPT}
        </span>
      )
    case 'conflict':
      return (
        <span className="save save-bad" role="status">
          Someone else saved
        </span>
      )
  }
}
