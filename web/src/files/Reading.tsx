import { Button, Progress } from '@mantine/core'
import { useCallback, useRef, useState } from 'react'
import { withShares } from '../workers/with-shares.ts'

export interface Reading {
  readonly name: string
  /** Share of the work that is done; null where it is not known. */
  readonly share: number | null
}

/** A file being read: what is shown of it, and a way to end it. */
export function useReading() {
  const [reading, setReading] = useState<Reading | null>(null)
  const ending = useRef<AbortController | null>(null)
  const run = useCallback(
    async <T,>(
      name: string,
      work: (signal: AbortSignal, onShare: (share: number) => void) => Promise<T>,
    ): Promise<T> => {
      ending.current?.abort()
      const own = new AbortController()
      ending.current = own
      setReading({ name, share: null })
      try {
        return await withShares(
          (onShare) => work(own.signal, onShare),
          (share) => !own.signal.aborted && setReading({ name, share }),
        )
      } finally {
        if (ending.current === own) setReading(null)
      }
    },
    [],
  )
  const cancel = useCallback(() => ending.current?.abort(), [])
  return { reading, run, cancel }
}

/** That a file is being read, how far, and a button to let it go. */
export function ReadingLine({ reading, onCancel }: { reading: Reading | null; onCancel: () => void }) {
  if (!reading) return null
  return (
    <div className="notice reading-file" role="status">
      <span className="notice-text">
        Reading {reading.name} …{reading.share !== null && ` ${Math.floor(reading.share * 100)} %`}
        {reading.share !== null && <Progress value={reading.share * 100} size="sm" mt={4} aria-label="How far" />}
      </span>
      <Button size="xs" variant="default" onClick={onCancel}>
        Cancel
      </Button>
    </div>
  )
}
