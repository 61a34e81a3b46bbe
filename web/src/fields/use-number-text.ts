import { useEffect, useRef, useState } from 'react'
import { useAppDispatch } from '../store/store.ts'
import { fieldWaits } from '../store/view-slice.ts'
import type { FieldRule } from './rule.ts'
import { readNumber, showNumber } from './text.ts'

/**
 * The text of a number field: what was typed stays while it is not understood, and the chain is told to wait; a value that
 * is understood goes into the job at once.
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
    text: typed ?? showNumber(value, scale),
    message,
    type(text: string) {
      setTyped(text)
      const read = readNumber(text, rule, scale)
      dispatch(fieldWaits({ place, message: read.ok ? null : read.message }))
      if (!read.ok || read.value === value) return
      given.current = read.value
      onValue(read.value)
    },
    /** On leaving: what was understood is shown in normal form. */
    leave() {
      if (message === null) setTyped(null)
    },
    /** Escape: back to the value in the job. */
    reset() {
      setTyped(null)
      dispatch(fieldWaits({ place, message: null }))
    },
  }
}

function errorOf(text: string, rule: FieldRule, scale: number): string | null {
  const read = readNumber(text, rule, scale)
  return read.ok ? null : read.message
}
