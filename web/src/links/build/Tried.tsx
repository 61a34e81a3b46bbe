import { type Built, figureText } from '@yard-lamp/core/build'
import type { Writer } from '@yard-lamp/core/units'
import { written } from '../../records/who.ts'
import { writeRecords } from '../../store/records.ts'
import { useAppDispatch } from '../../store/store.ts'

const OUTCOME = { pass: '✓ passed', fail: '✗ failed', left: '– left out' } as const

interface TriedProps {
  built: Built | null
  stepId: string
  who: string
  write: Writer
}

/** What was recorded of a step in this building, the last first; a slip of the thumb is taken back, not erased. */
export function Tried({ built, stepId, who, write }: TriedProps) {
  const dispatch = useAppDispatch()
  const tried = [...(built?.tried.get(stepId) ?? [])].reverse()
  if (tried.length === 0) return null
  return (
    <ul className="build-tried" aria-label="Recorded">
      {tried.map((record, i) => (
        <li key={record.id}>
          <b className={record.outcome === 'fail' ? 'build-bad' : ''}>{OUTCOME[record.outcome]}</b>
          <span>
            {record.readings
              .flatMap((reading) => (reading.value === null ? [] : [figureText(reading, reading.value, write)]))
              .join(', ')}
            {record.note !== '' && ` “${record.note}”`}
          </span>
          <span className="build-by">
            {record.by}, {new Date(record.at).toLocaleString([], { dateStyle: 'short', timeStyle: 'short' })}
          </span>
          {i === 0 && (
            <button
              type="button"
              className="pick"
              onClick={() =>
                dispatch(
                  writeRecords({
                    ...written(who.trim() || record.by),
                    kind: 'withdraw',
                    recordId: record.id,
                    reason: '',
                  }),
                )
              }
            >
              Take back
            </button>
          )}
        </li>
      ))}
    </ul>
  )
}
