import { Button } from '@mantine/core'
import type { AuditLine } from '@yard-lamp/core/people'
import dayjs from 'dayjs'
import { useCallback, useEffect, useState } from 'react'
import { Link } from 'react-router'
import { api } from '../api/client.ts'
import { useMe } from './me.ts'

/** The server gives so many lines at once. */
const PAGE = 100

/** What was done by whom, a page after another. */
export function AuditPart() {
  const [lines, setLines] = useState<readonly AuditLine[]>([])
  const [isAll, setAll] = useState(false)
  const [problem, setProblem] = useState('')
  const more = useCallback(
    (before?: number) =>
      api.readAudit(before).then(
        (page) => {
          setLines((kept) => (before === undefined ? page : [...kept, ...page]))
          setAll(page.length < PAGE)
        },
        (error: Error) => setProblem(error.message),
      ),
    [],
  )
  // Who is here is asked again after each act: what was done then stands in the list.
  const { me } = useMe()
  // biome-ignore lint/correctness/useExhaustiveDependencies: heard again means read again
  useEffect(() => void more(), [more, me])
  if (problem !== '') return <p className="field-error">{problem}</p>
  if (lines.length === 0) return <p className="soft">Nothing yet.</p>
  return (
    <>
      <table className="sheet-table people-audit">
        <thead>
          <tr>
            <th>When</th>
            <th>Who</th>
            <th>What</th>
            <th>Of</th>
          </tr>
        </thead>
        <tbody>
          {lines.map(({ id, at, actorName, deed, jobId, jobName, subject, times }) => (
            <tr key={id}>
              <td className="people-when">{dayjs(at).format('D MMM YYYY, HH:mm')}</td>
              <td>{actorName}</td>
              <td>
                {deed}
                {times > 1 && `, ${times} times within the hour`}
              </td>
              <td>
                {jobId &&
                  (jobName ? (
                    <Link to={`/jobs/${jobId}/loads`}>{jobName}</Link>
                  ) : (
                    <span className="soft">a job that is gone</span>
                  ))}
                {subject}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {!isAll && (
        <Button variant="default" size="xs" onClick={() => void more(lines.at(-1)?.id)}>
          Earlier
        </Button>
      )}
    </>
  )
}
