import { IconCamera } from '@tabler/icons-react'
import type { RecordOf } from '@yard-lamp/core/records'
import { useRef, useState } from 'react'
import { api } from '../../api/client.ts'
import { outbox } from '../../outbox/box.ts'
import { useWaitingPhotos } from '../../outbox/use-outbox.ts'
import { written } from '../../records/who.ts'
import { writeRecords } from '../../store/records.ts'
import { selectJobId } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'

interface PhotosProps {
  stepId: string
  photos: readonly RecordOf<'photo'>[]
  who: string
}

/** Photographs of a step, by the camera or from files. */
export function Photos({ stepId, photos, who }: PhotosProps) {
  const jobId = useAppSelector(selectJobId)
  const dispatch = useAppDispatch()
  const [keepPlace, setKeepPlace] = useState(false)
  const [problem, setProblem] = useState('')
  const input = useRef<HTMLInputElement>(null)
  const waiting = useWaitingPhotos(jobId)
  const take = async (files: FileList | null) => {
    setProblem('')
    for (const photo of files ?? []) {
      const fileId = crypto.randomUUID()
      const isHeld = await outbox.putPhoto({ jobId, fileId, photo, keepPlace })
      if (!isHeld) setProblem(NO_ROOM)
      await dispatch(writeRecords({ ...written(who.trim() || 'not said'), kind: 'photo', stepId, fileId, caption: '' }))
    }
    if (input.current) input.current.value = ''
  }
  const leave = async ({ id, fileId }: RecordOf<'photo'>) => {
    await outbox.dropRecords([id])
    await outbox.dropPhoto(fileId)
  }
  return (
    <div className="build-photos">
      {photos.map((record) => {
        const { fileId, at, by } = record
        const own = waiting.get(fileId)
        if (!own)
          return (
            <a key={fileId} href={api.photoAddress(jobId, fileId)} target="_blank" rel="noreferrer">
              <img
                src={api.photoAddress(jobId, fileId, true)}
                alt={`Taken by ${by}, ${new Date(at).toLocaleString()}`}
              />
            </a>
          )
        return (
          <figure key={fileId} className={own.refused ? 'build-unsent' : 'build-sending'}>
            <img src={own.address} alt={own.refused ? 'Not taken' : 'Waits to be sent'} />
            <figcaption role="status">
              {own.refused || 'Waits to be sent'}
              {own.refused !== '' && (
                <button type="button" className="pick" onClick={() => void leave(record)}>
                  Leave it
                </button>
              )}
            </figcaption>
          </figure>
        )
      })}
      {problem !== '' && (
        <p className="field-error" role="alert">
          {problem}
        </p>
      )}
      <button type="button" className="build-camera" onClick={() => input.current?.click()}>
        <IconCamera size={22} aria-hidden /> Photograph
      </button>
      <input
        ref={input}
        type="file"
        className="visually-hidden"
        aria-label="Photograph of this step"
        accept="image/jpeg,image/png,image/webp"
        capture="environment"
        multiple
        tabIndex={-1}
        onChange={(event) => void take(event.target.files)}
      />
      <label className="build-place">
        <input type="checkbox" checked={keepPlace} onChange={(event) => setKeepPlace(event.target.checked)} /> keep
        where it was taken
      </label>
    </div>
  )
}

const NO_ROOM =
  'This device has no room for the photograph: it is on this page alone until it is sent. Leave the page open, or make room.'
