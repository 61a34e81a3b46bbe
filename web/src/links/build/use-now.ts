import type { Now } from '@yard-lamp/core/build'
import { nowSchema } from '@yard-lamp/core/records'
import { useCallback, useState } from 'react'

/** Air and light as they were last read on site; remembered on this device. */
export interface ReadNow {
  readonly now: Now
  readonly atMs: number
}

/** After so long the light is another, ms. */
export const OLD_AFTER_MS = 20 * 60_000

const keyOf = (jobId: string): string => `yardlamp.now.${jobId}`

export function useNow(jobId: string): { readonly read: ReadNow | null; set(now: Now | null): void } {
  const [read, setRead] = useState<ReadNow | null>(() => remembered(jobId))
  const set = useCallback(
    (now: Now | null) => {
      const next = now && { now, atMs: Date.now() }
      setRead(next)
      try {
        if (next) localStorage.setItem(keyOf(jobId), JSON.stringify(next))
        else localStorage.removeItem(keyOf(jobId))
      } catch {
        // It is asked for again after the page was closed.
      }
    },
    [jobId],
  )
  return { read, set }
}

function remembered(jobId: string): ReadNow | null {
  try {
    const kept = JSON.parse(localStorage.getItem(keyOf(jobId)) ?? 'null') as { now?: unknown; atMs?: number } | null
    const now = nowSchema.safeParse(kept?.now)
    return now.success ? { now: now.data, atMs: kept?.atMs ?? 0 } : null
  } catch {
    return null
  }
}
