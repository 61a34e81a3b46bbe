import { IconCamera } from '@tabler/icons-react'
import { useRef, useState } from 'react'
import { api } from '../api/client.ts'
import { selectJobId } from '../store/selectors.ts'
import { useAppSelector } from '../store/store.ts'

interface TaskPhotosProps {
  fileIds: readonly string[]
  onFiles: (fileIds: readonly string[]) => void
}

/** Photographs that go with a task; each is on the server before the task is written down. */
export function TaskPhotos({ fileIds, onFiles }: TaskPhotosProps) {
  const jobId = useAppSelector(selectJobId)
  const input = useRef<HTMLInputElement>(null)
  const [said, setSaid] = useState('')
  const take = async (files: FileList | null) => {
    let ids = fileIds
    for (const file of files ?? []) {
      const fileId = crypto.randomUUID()
      setSaid('Being sent …')
      try {
        await api.addPhoto(jobId, fileId, file, false)
        ids = [...ids, fileId]
        onFiles(ids)
        setSaid('')
      } catch (error) {
        setSaid(`${file.name} was not sent: ${(error as Error).message}`)
      }
    }
    if (input.current) input.current.value = ''
  }
  return (
    <div className="upkeep-photos">
      {fileIds.map((fileId) => (
        <img key={fileId} src={api.photoAddress(jobId, fileId, true)} alt="With this task" />
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
      <span role="status" className={said.includes('not sent') ? 'field-error' : 'soft'}>
        {said}
      </span>
    </div>
  )
}
