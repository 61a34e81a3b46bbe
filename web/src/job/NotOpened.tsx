import { Button } from '@mantine/core'
import dayjs from 'dayjs'
import { useEffect, useState } from 'react'
import { api, type Revision } from '../api/client.ts'
import { ProblemText } from './Problem.tsx'
import type { Failure } from './use-open-job.ts'

/** Shown in place of a job that did not open: why, and the ways on from there. */
export function NotOpened({ id, failure, again }: { id: string; failure: Failure; again: () => void }) {
  switch (failure.kind) {
    case 'missing':
      return <ProblemText title="There is no such job" text="It may be in the bin, or the address is not whole." />
    case 'passes':
      return (
        <ProblemText
          title="The job is not open yet"
          text={`${failure.message} Nothing is lost: it opens by itself as soon as it can be read.`}
        />
      )
    case 'unread':
      return (
        <ProblemText
          title="This job cannot be read as it is kept"
          text={`${failure.message}. Nothing is lost: download it as it stands, or take back an earlier version.`}
        >
          <EarlierVersions id={id} again={again} />
        </ProblemText>
      )
    case 'fault':
      return <ProblemText title="The job could not be opened" text={`${failure.message} Nothing is lost: try again.`} />
  }
}

/** Of a job that cannot be read: what is kept of it, and what can be put in its place. */
function EarlierVersions({ id, again }: { id: string; again: () => void }) {
  const [revisions, setRevisions] = useState<readonly Revision[]>([])
  const [problem, setProblem] = useState('')
  useEffect(() => {
    api.listRevisions(id).then(setRevisions, (error: Error) => setProblem(error.message))
  }, [id])
  const takeBack = async (revision: number) => {
    try {
      const { job } = await api.readRevision(id, revision)
      await api.saveJob(id, revisions[0]?.revision ?? revision, job)
      again()
    } catch (error) {
      setProblem(`Revision ${revision} cannot be taken: ${(error as Error).message}`)
    }
  }
  return (
    <>
      <p>
        <a href={api.keptAddress(id)} download>
          Download it as it is kept
        </a>
      </p>
      {problem && <p className="field-error">{problem}</p>}
      {revisions.length > 1 && (
        <table className="sheet-table" aria-label="Earlier versions">
          <tbody>
            {revisions.slice(1).map(({ revision, savedAt, name }) => (
              <tr key={revision}>
                <td>Revision {revision}</td>
                <td>{name ?? dayjs(savedAt).format('D MMM YYYY, HH:mm')}</td>
                <td>
                  <Button size="xs" variant="default" onClick={() => void takeBack(revision)}>
                    Take back
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  )
}
