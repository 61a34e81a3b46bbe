import type { Load } from '@yard-lamp/core'
import { entryOf, type LoadColumn, shownEntry } from '@yard-lamp/core/loads'
import { useEffect, useRef, useState } from 'react'
import { edited } from '../../store/job-slice.ts'
import { useAppDispatch } from '../../store/store.ts'
import { fieldWaits } from '../../store/view-slice.ts'

/**
 * The text of a cell: what was typed stays while it is not understood, and the chain is told to wait; what is understood
 * goes into the load at once.
 */
export function useEntryText(load: Load, column: LoadColumn) {
  const dispatch = useAppDispatch()
  const place = `loads.${load.id}.${column}`
  const [typed, setTyped] = useState<string | null>(null)
  const kept = shownEntry(load, column)
  const given = useRef(kept)
  const entry = typed === null ? null : entryOf(load, column, typed)
  const message = entry && !entry.ok ? entry.message : null
  /** The chain waits for this field. */
  const waits = useRef(false)
  const wait = (said: string | null) => {
    // Of some 2,700 cells hardly one ever waits: only that one speaks.
    if (said === null && !waits.current) return
    waits.current = said !== null
    dispatch(fieldWaits({ place, message: said }))
  }
  const waitNow = useRef(wait)
  waitNow.current = wait

  // The load changed from elsewhere (undo, paste): what was typed here is over.
  useEffect(() => {
    if (kept !== given.current) {
      given.current = kept
      setTyped(null)
      waitNow.current(null)
    }
  }, [kept])
  useEffect(() => () => waitNow.current(null), [])

  return {
    place,
    text: typed ?? kept,
    message,
    type(text: string) {
      setTyped(text)
      const read = entryOf(load, column, text)
      wait(read.ok ? null : read.message)
      if (!read.ok) return
      given.current = shownEntry({ ...load, ...read.patch }, column)
      if (changes(load, read.patch))
        dispatch(edited({ act: 'change-loads', changes: [{ id: load.id, patch: read.patch }] }))
    },
    /** On leaving: what was understood is shown in normal form. */
    leave() {
      if (message === null) setTyped(null)
    },
    /** Escape: back to what the load has. */
    reset() {
      setTyped(null)
      wait(null)
    },
  }
}

const changes = (load: Load, patch: Partial<Load>): boolean =>
  Object.entries(patch).some(([key, value]) => JSON.stringify(load[key as keyof Load]) !== JSON.stringify(value))
