import { IconCamera } from '@tabler/icons-react'
import { useRef, useState } from 'react'
import { api } from '../api/client.ts'
import { outbox } from '../outbox/box.ts'
import { sendNow } from '../outbox/send.ts'
import { useWaitingPhotos } from '../outbox/use-outbox.ts'
import { selectJobId } from '../store/selectors.ts'
import { useAppSelector } from '../store/store.ts'

interface TaskPhotosProps {
  fileIds: readonly string[]
  onFiles: (fileIds: readonly string[]) => void
}

/** Photographs that go with a task; they wait on this device as the task does. */
export function TaskPhotos({ fileIds, onFiles }: TaskPhotosProps) {
  const jobId = useAppSelector(selectJobId)
  const input = useRef<HTMLInputElement>(null)
  const [said, setSaid] = useState('')
  const waiting = useWaitingPhotos(jobId)
  const take = async (files: FileList | null) => {
    let ids = fileIds
    for (const photo of files ?? []) {
      const fileId = crypto.randomUUID()
      const isHeld = await outbox.putPhoto({ jobId, fileId, photo, keepPlace: false })
      ids = [...ids, fileId]
      onFiles(ids)
      setSaid(isHeld ? '' : 'This device has no room for it: leave the page open until it is sent.')
      void sendNow()
    }
    if (input.current) input.current.value = ''
  }
  return (
    <div className="upkeep-photos">
      {fileIds.map((fileId) => (
        <img
          key={fileId}
          src={waiting.get(fileId)?.address ?? api.photoAddress(jobId, fileId, true)}
          alt="With this task"
        />
      ))}
      <button type="button" className="pick" onClick={() => input.current?.click()}>
        <IconCamera size={18} aria-hidden /> Photograph
      </button>
      <input
        ref={input}
        type="file"
        className="visually-hidden"
        aria-label="Photograph of this task"
        accept="image/jpeg,image/png,image/webp"
        capture="environment"
        multiple
        tabIndex={-1}
        onChange={(event) => void take(event.target.files)}
      />
      <span role="status" className="field-error">
        {said}
      </span>
    </div>
  )
}
