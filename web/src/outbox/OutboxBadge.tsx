import { sendNow } from './send.ts'
import { useWaiting } from './use-outbox.ts'
import './outbox.css'

/** How much waits on this device; pressed, it is sent. */
export default function OutboxBadge() {
  const { count, problem, isSending, room } = useWaiting()
  if (count === 0 && room === '') return null
  return (
    <span className="outbox" role="status">
      {count > 0 && (
        <button type="button" className="outbox-count" title={problem} onClick={() => void sendNow()}>
          {count} waiting{isSending ? ', being sent' : ''}
        </button>
      )}
      {room !== '' && <span className="outbox-room">{room}</span>}
    </span>
  )
}
