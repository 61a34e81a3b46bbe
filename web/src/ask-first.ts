import { api, askAhead } from './api/client.ts'
import { askedBy } from './jobs/asked.ts'

const JOB_ADDRESS = /^\/jobs\/([0-9a-f-]{36})(?:\/(\w+))?/

/** What the page of an address asks for first, asked for while its parts are still read. */
export function askFirst({ pathname, search }: Pick<Location, 'pathname' | 'search'>): void {
  const [, jobId, page] = JOB_ADDRESS.exec(pathname) ?? []
  askAhead(() => [
    api.readMe(),
    ...(pathname === '/' ? [api.listJobs(askedBy(new URLSearchParams(search)))] : []),
    ...(jobId === undefined ? [] : [api.readJob(jobId), api.readCatalogue(), api.readRecords(jobId)]),
    ...(jobId !== undefined && page === 'log' ? [api.readReadings(jobId)] : []),
  ])
}
