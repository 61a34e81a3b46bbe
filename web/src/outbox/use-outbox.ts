import { useEffect, useState, useSyncExternalStore } from 'react'
import { outbox } from './box.ts'
import { roomLeftBytes, roomText } from './room.ts'
import { onSending, type Sending, sendingNow, sendNow } from './send.ts'

export interface Waiting extends Sending {
  /** Records and photographs that are not on the server yet, of all jobs. */
  readonly count: number
  /** Said where the device is nearly full. */
  readonly room: string
}

/** What waits on this device, and how sending it goes. */
export function useWaiting(): Waiting {
  const sending = useSyncExternalStore(onSending, sendingNow)
  const [{ count, room }, setCounted] = useState({ count: 0, room: '' })
  useEffect(() => {
    let gone = false
    const read = async () => {
      const [records, photos, left] = await Promise.all([outbox.records(), outbox.photos(), roomLeftBytes()])
      const waits = [...records, ...photos].filter(({ refused }) => refused === '').length
      if (!gone) setCounted({ count: waits, room: roomText(left) })
    }
    void read()
    // What an earlier page left is sent by this one.
    void sendNow()
    const stop = outbox.onChange(() => void read())
    return () => {
      gone = true
      stop()
    }
  }, [])
  return { ...sending, count, room }
}

/** Addresses of photographs that are still on this device, by the ids of their files; why one was not taken. */
export function useWaitingPhotos(
  jobId: string,
): ReadonlyMap<string, { readonly address: string; readonly refused: string }> {
  const [photos, setPhotos] = useState<ReadonlyMap<string, { address: string; refused: string }>>(new Map())
  useEffect(() => {
    let gone = false
    const addresses = new Map<string, string>()
    const read = async () => {
      const rows = await outbox.photos(jobId)
      if (gone) return
      for (const { fileId, photo } of rows)
        if (!addresses.has(fileId)) addresses.set(fileId, URL.createObjectURL(photo))
      setPhotos(new Map(rows.map(({ fileId, refused }) => [fileId, { address: addresses.get(fileId) ?? '', refused }])))
    }
    void read()
    const stop = outbox.onChange(() => void read())
    return () => {
      gone = true
      stop()
      for (const address of addresses.values()) URL.revokeObjectURL(address)
    }
  }, [jobId])
  return photos
}
