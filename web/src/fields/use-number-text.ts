import { cutText } from '@yard-lamp/core'
import { useEffect, useRef, useState } from 'react'
import { figureWritten } from '../store/job-slice.ts'
import { useAppDispatch } from '../store/store.ts'
import { useWritten } from '../store/use-write.ts'
import { fieldWaits } from '../store/view-slice.ts'
import type { FieldRule } from './rule.ts'
import { readNumber, showKept } from './text.ts'

/**
 * The text of a number field: what was typed stays while it is not understood, and the chain is told to wait; a value that
 * is understood goes into the job at once. A figure written in a unit of the person's own stays as it was written.
 */
export function useNumberText(
  place: string,
  value: number | null,
  rule: FieldRule,
  scale: number,
  onValue: (value: number | null) => void,
) {
  const dispatch = useAppDispatch()
  const [typed, setTyped] = useState<string | null>(null)
  const written = useWritten(place)
  const given = useRef(value)
  const message = typed === null ? null : errorOf(typed, rule, scale)

  // The value changed from elsewhere (undo, another field): what was typed here is over.
  useEffect(() => {
    if (value !== given.current) {
      given.current = value
      setTyped(null)
      dispatch(fieldWaits({ place, message: null }))
    }
  }, [value, place, dispatch])
  useEffect(() => () => void dispatch(fieldWaits({ place, message: null })), [place, dispatch])

  return {
    text: typed ?? ownWriting(written, value, rule, scale) ?? showKept(value, rule, scale),
    message,
    type(text: string) {
      setTyped(text)
      const read = readNumber(text, rule, scale)
      dispatch(fieldWaits({ place, message: read.ok ? null : read.message }))
      if (!read.ok || read.value === value) return
      given.current = read.value
      onValue(read.value)
    },
    /** On leaving: what was understood is shown in normal form, or as the person wrote it with a unit. */
    leave() {
      if (typed === null || message !== null) return
      const read = readNumber(typed, rule, scale)
      dispatch(figureWritten({ place, text: read.ok && read.own ? cutText(typed.trim(), 40) : null }))
      setTyped(null)
    },
    /** Escape: back to the value in the job. */
    reset() {
      setTyped(null)
      dispatch(fieldWaits({ place, message: null }))
    },
  }
}

/** How the figure was written, as long as it still says the value that is kept. */
function ownWriting(
  written: string | undefined,
  value: number | null,
  rule: FieldRule,
  scale: number,
): string | undefined {
  if (written === undefined || value === null) return undefined
  const read = readNumber(written, rule, scale)
  return read.ok && read.value === value ? written : undefined
}

function errorOf(text: string, rule: FieldRule, scale: number): string | null {
  const read = readNumber(text, rule, scale)
  return read.ok ? null : read.message
}
