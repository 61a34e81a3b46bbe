import { IconCamera } from '@tabler/icons-react'
import { useRef, useState } from 'react'
import { outbox } from './box.ts'

interface CameraProps {
  jobId: string
  /** What a photograph is of: “step”, “task”. */
  of: string
  className: string
  iconPx: number
  keepPlace?: boolean
  /** It is in the outbox: what names it may be written. */
  onTaken: (fileId: string) => unknown
}

/** Photographs by the camera or from files, into the outbox of this device before anything else. */
export function Camera({ jobId, of, className, iconPx, keepPlace = false, onTaken }: CameraProps) {
  const input = useRef<HTMLInputElement>(null)
  const [isHeld, setHeld] = useState(true)
  const take = async (files: FileList | null) => {
    setHeld(true)
    for (const photo of files ?? []) {
      const fileId = crypto.randomUUID()
      if (!(await outbox.putPhoto({ jobId, fileId, photo, keepPlace }))) setHeld(false)
      await onTaken(fileId)
    }
    if (input.current) input.current.value = ''
  }
  return (
    <>
      <button type="button" className={className} onClick={() => input.current?.click()}>
        <IconCamera size={iconPx} aria-hidden /> Photograph
      </button>
      <input
        ref={input}
        type="file"
        className="visually-hidden"
        aria-label={`Photograph of this ${of}`}
        accept="image/jpeg,image/png,image/webp"
        capture="environment"
        multiple
        tabIndex={-1}
        onChange={(event) => void take(event.target.files)}
      />
      {!isHeld && (
        <p className="field-error" role="alert">
          This device has no room for the photograph: it is on this page alone until it is sent. Leave the page open, or
          make room.
        </p>
      )}
    </>
  )
}
