import { Button } from '@mantine/core'
import type { Reader } from '@yard-lamp/core/report'
import { api } from '../api/client.ts'
import { isUnderWay, useStudies } from './use-studies.ts'

interface ServerPdfProps {
  jobId: string
  reader: Reader
  paper: 'A4' | 'Letter'
}

/** The report made by the server: a telephone need not work for it, and it is there again later. */
export function ServerPdf({ jobId, reader, paper }: ServerPdfProps) {
  const { studies, ask, cancel, problem } = useStudies(jobId)
  const own = studies.find(({ asked }) => asked.kind === 'report' && asked.for === reader)
  const isGoing = own !== undefined && isUnderWay(own)
  return (
    <>
      {isGoing ? (
        <Button variant="default" onClick={() => void cancel(own.id)}>
          Being made … cancel
        </Button>
      ) : (
        <Button variant="default" onClick={() => void ask({ kind: 'report', for: reader, paper })}>
          PDF by the server
        </Button>
      )}
      {own?.state === 'done' && (
        <a href={api.studyFileAddress(jobId, own.id)} target="_blank" rel="noreferrer">
          PDF of revision {own.revision}
        </a>
      )}
      {(problem !== '' || own?.state === 'failed') && (
        <span className="field-error" role="alert">
          {problem || own?.problem}
        </span>
      )}
    </>
  )
}
