import { useAppSelector } from '../store/store.ts'

/** A state a person can trust: saved, saving, not saved and why, someone else saved. */
export function SaveBadge() {
  const save = useAppSelector((state) => state.save)
  switch (save.status) {
    case 'saved':
      return <span className="save">Saved, revision {save.revision}</span>
    case 'pending':
    case 'saving':
      return <span className="save">Saving …</span>
    case 'unsaved':
      return (
        <span
          className="save save-bad"
          role="status"
          title="Your edits are kept in this browser and will be saved as soon as it can be done."
        >
          Not saved: {save.reason}
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
