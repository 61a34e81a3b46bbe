import type { RecordOf } from '@yard-lamp/core/records'
import { useState } from 'react'
import { api } from '../../api/client.ts'
import { outbox } from '../../outbox/box.ts'
import { Camera } from '../../outbox/Camera.tsx'
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
  const waiting = useWaitingPhotos(jobId)
  const taken = (fileId: string) =>
    dispatch(writeRecords({ ...written(who.trim() || 'not said'), kind: 'photo', stepId, fileId, caption: '' }))
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
      <Camera jobId={jobId} of="step" className="build-camera" iconPx={22} keepPlace={keepPlace} onTaken={taken} />
      <label className="build-place">
        <input type="checkbox" checked={keepPlace} onChange={(event) => setKeepPlace(event.target.checked)} /> keep
        where it was taken
      </label>
    </div>
  )
}
