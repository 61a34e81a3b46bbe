import { JOB_STATES, type JobsAsked } from '@yard-lamp/core/report'

const AMONG = ['list', 'archive', 'bin', 'overdue'] as const

/** What a list is asked for, as its address says it. */
export function askedBy(search: URLSearchParams): JobsAsked {
  return {
    find: search.get('find') ?? '',
    state: JOB_STATES.find((each) => each === search.get('state')) ?? null,
    folder: search.get('folder'),
    among: AMONG.find((each) => each === search.get('among')) ?? 'list',
  }
}
