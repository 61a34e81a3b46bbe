import { api } from '../api/client.ts'
import { Camera } from '../outbox/Camera.tsx'
import { sendNow } from '../outbox/send.ts'
import { useWaitingPhotos } from '../outbox/use-outbox.ts'
import { selectJobId } from '../store/selectors.ts'
import { useAppSelector } from '../store/store.ts'

interface TaskPhotosProps {
  fileIds: readonly string[]
  /** Another one was taken. */
  onTaken: (fileId: string) => void
}

/** Photographs that go with a task; they wait on this device as the task does. */
export function TaskPhotos({ fileIds, onTaken }: TaskPhotosProps) {
  const jobId = useAppSelector(selectJobId)
  const waiting = useWaitingPhotos(jobId)
  return (
    <div className="upkeep-photos">
      {fileIds.map((fileId) => (
        <img
          key={fileId}
          src={waiting.get(fileId)?.address ?? api.photoAddress(jobId, fileId, true)}
          alt="With this task"
        />
      ))}
      <Camera
        jobId={jobId}
        of="task"
        className="pick"
        iconPx={18}
        onTaken={(fileId) => {
          onTaken(fileId)
          void sendNow()
        }}
      />
    </div>
  )
}
