import { outbox } from '../outbox/box.ts'
import { sendNow } from '../outbox/send.ts'
import { useWaitingPhotos } from '../outbox/use-outbox.ts'
import { useAppSelector } from '../store/store.ts'

/** What the server does not have yet, and what it would not take. */
export function Unsent() {
  const { jobId, unsent, refused, problem } = useAppSelector(({ records }) => records)
  const ofSteps = new Set(unsent.flatMap((record) => (record.kind === 'photo' ? [record.fileId] : [])))
  // Those of a step say so where they stand.
  const photos = [...useWaitingPhotos(jobId)].filter(([fileId, each]) => each.refused !== '' && !ofSteps.has(fileId))
  if (photos.length === 0 && refused.length === 0 && (unsent.length === 0 || problem === '')) return null
  return (
    <ul className="notices" aria-label="Not sent" aria-live="polite">
      {unsent.length > 0 && problem !== '' && (
        <li className="notice notice-advice">
          <span className="notice-text">
            {unsent.length === 1 ? 'One record is' : `${unsent.length} records are`} kept on this device and not sent
            yet: {problem}
          </span>
          <button type="button" className="notice-go" onClick={() => void sendNow()}>
            Send now
          </button>
        </li>
      )}
      {photos.map(([fileId, { address, refused: reason }]) => (
        <li key={fileId} className="notice notice-fault">
          <span className="notice-text">A photograph was not taken: {reason}</span>
          <a className="notice-go" href={address} download="photograph">
            Save it
          </a>
          <button type="button" className="notice-go" onClick={() => void outbox.dropPhoto(fileId)}>
            Seen
          </button>
        </li>
      ))}
      {refused.map(({ record, reason }) => (
        <li key={record.id} className="notice notice-fault">
          <span className="notice-text">
            Not taken: {record.kind === 'step' ? `“${record.title}”, ${record.outcome}` : record.kind}. {reason}
          </span>
          <button type="button" className="notice-go" onClick={() => void outbox.dropRecords([record.id])}>
            Seen
          </button>
        </li>
      ))}
    </ul>
  )
}
