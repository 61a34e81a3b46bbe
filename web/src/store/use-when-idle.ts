import { startTransition, useEffect, useRef, useState } from 'react'

/** Longest a picture stays behind its figures, ms, however busy the hand is. */
const LATEST_MS = 150
/** Where the browser does not say when it is idle, ms. */
const UNTOLD_MS = 30

/**
 * A value that follows once the page is idle: for pictures and long sums beside the figures typed. A key or a drag is
 * answered first, and the next one does not wait for the pictures of the last. Deferring by the interface library alone
 * would draw them right behind each key.
 * @param newest compared by identity
 */
export function useWhenIdle<T>(newest: T): T {
  const [shown, setShown] = useState(() => newest)
  const latest = useRef(newest)
  const asked = useRef<(() => void) | null>(null)
  useEffect(() => {
    latest.current = newest
    if (Object.is(newest, shown)) return
    asked.current ??= whenIdle(() => {
      asked.current = null
      startTransition(() => setShown(() => latest.current))
    })
  }, [newest, shown])
  useEffect(
    () => () => {
      asked.current?.()
      asked.current = null
    },
    [],
  )
  return shown
}

/** @returns a function that takes it back */
function whenIdle(act: () => void): () => void {
  if (typeof requestIdleCallback !== 'function') {
    const timer = setTimeout(act, UNTOLD_MS)
    return () => clearTimeout(timer)
  }
  const request = requestIdleCallback(act, { timeout: LATEST_MS })
  return () => cancelIdleCallback(request)
}
