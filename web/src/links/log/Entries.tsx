import { isLogEntry, type LogEntry } from '@yard-lamp/core/records'
import { useMemo, useState } from 'react'
import { Part } from '../../job/Page.tsx'
import { lastWho, written } from '../../records/who.ts'
import { selectRecords, writeRecords } from '../../store/records.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { entryText } from './entry-text.ts'

const AT_FIRST = 12

/** What was written down by hand, the latest first; a slip is taken back, and stays told as that. */
export function Entries() {
  const records = useAppSelector(selectRecords)
  const unsent = useAppSelector((state) => state.records.unsent)
  const write = useWrite()
  const dispatch = useAppDispatch()
  const [isAll, setAll] = useState(false)
  const { entries, withdrawn } = useMemo(() => {
    const back = new Set(records.flatMap((each) => (each.kind === 'withdraw' ? [each.recordId] : [])))
    const all = records.filter(isLogEntry).sort((a, b) => (a.when < b.when ? 1 : -1))
    return { entries: all, withdrawn: back }
  }, [records])
  if (entries.length === 0) return null
  const shown = isAll ? entries : entries.slice(0, AT_FIRST)
  const takeBack = ({ id }: LogEntry) =>
    dispatch(writeRecords({ ...written(lastWho() || 'not said'), kind: 'withdraw', recordId: id, reason: '' }))
  return (
    <Part name="Written down" aside="by hand, the latest first">
      <ul className="log-entries">
        {shown.map((entry) => (
          <li key={entry.id} className={withdrawn.has(entry.id) ? 'log-back' : ''}>
            <span className="log-when">
              {new Date(entry.when).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' })}
            </span>
            <span className="log-what">
              {entryText(entry, write)}
              {entry.note !== '' && <span className="soft">: {entry.note}</span>}
              {unsent.some(({ id }) => id === entry.id) && <span className="log-mark">not sent yet</span>}
            </span>
            <span className="soft">{entry.by}</span>
            {withdrawn.has(entry.id) ? (
              <span className="soft">taken back</span>
            ) : (
              <button type="button" className="pick" onClick={() => takeBack(entry)}>
                Take back
              </button>
            )}
          </li>
        ))}
      </ul>
      {entries.length > AT_FIRST && (
        <button type="button" className="pick" onClick={() => setAll(!isAll)}>
          {isAll ? 'The latest only' : `All ${entries.length}`}
        </button>
      )}
    </Part>
  )
}
