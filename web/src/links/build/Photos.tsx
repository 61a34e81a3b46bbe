import { IconCamera } from '@tabler/icons-react'
import type { RecordOf } from '@yard-lamp/core/records'
import { useEffect, useRef, useState } from 'react'
import { api } from '../../api/client.ts'
import { written } from '../../records/who.ts'
import { writeRecords } from '../../store/records.ts'
import { selectJobId } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'

/** A photograph on its way. */
interface Sending {
  readonly fileId: string
  readonly file: File
  /** Shown while it is sent. */
  readonly address: string
  /** Why it was not taken; empty while it is sent. */
  readonly problem: string
}

interface PhotosProps {
  stepId: string
  photos: readonly RecordOf<'photo'>[]
  who: string
}

/** Photographs of a step, by the camera or from files. */
export function Photos({ stepId, photos, who }: PhotosProps) {
  const jobId = useAppSelector(selectJobId)
  const dispatch = useAppDispatch()
  const [sending, setSending] = useState<readonly Sending[]>([])
  const [keepPlace, setKeepPlace] = useState(false)
  const input = useRef<HTMLInputElement>(null)
  useLetGo(sending)
  const drop = (fileId: string) => setSending((all) => all.filter((each) => each.fileId !== fileId))
  const send = async ({ fileId, file }: Pick<Sending, 'fileId' | 'file'>) => {
    const said = (problem: string) =>
      setSending((all) => all.map((each) => (each.fileId === fileId ? { ...each, problem } : each)))
    said('')
    try {
      await api.addPhoto(jobId, fileId, file, keepPlace)
      dispatch(writeRecords({ ...written(who.trim() || 'not said'), kind: 'photo', stepId, fileId, caption: '' }))
      drop(fileId)
    } catch (error) {
      said((error as Error).message)
    }
  }
  const take = (files: FileList | null) => {
    for (const file of files ?? []) {
      const one = { fileId: crypto.randomUUID(), file, address: URL.createObjectURL(file), problem: '' }
      setSending((all) => [...all, one])
      void send(one)
    }
    if (input.current) input.current.value = ''
  }
  return (
    <div className="build-photos">
      {photos.map(({ fileId, at, by }) => (
        <a key={fileId} href={api.photoAddress(jobId, fileId)} target="_blank" rel="noreferrer">
          <img src={api.photoAddress(jobId, fileId, true)} alt={`Taken by ${by}, ${new Date(at).toLocaleString()}`} />
        </a>
      ))}
      {sending.map((one) => (
        <figure key={one.fileId} className={one.problem ? 'build-unsent' : 'build-sending'}>
          <img src={one.address} alt={one.problem ? 'Not sent' : 'Being sent'} />
          <figcaption role="status">
            {one.problem || 'Being sent …'}
            {one.problem !== '' && (
              <>
                <button type="button" className="pick" onClick={() => void send(one)}>
                  Send again
                </button>
                <button type="button" className="pick" onClick={() => drop(one.fileId)}>
                  Leave it
                </button>
              </>
            )}
          </figcaption>
        </figure>
      ))}
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
        onChange={(event) => take(event.target.files)}
      />
      <label className="build-place">
        <input type="checkbox" checked={keepPlace} onChange={(event) => setKeepPlace(event.target.checked)} /> keep
        where it was taken
      </label>
    </div>
  )
}

/** Pictures held by the page are let go with it. */
function useLetGo(sending: readonly Sending[]): void {
  const held = useRef(sending)
  held.current = sending
  useEffect(
    () => () => {
      for (const { address } of held.current) URL.revokeObjectURL(address)
    },
    [],
  )
}
