import type { DueTask } from '@yard-lamp/core/upkeep'
import { createEvents, type EventAttributes } from 'ics'

/** What a calendar is made of. */
interface CalendarBrief {
  readonly jobId: string
  readonly jobName: string
  readonly place: string
  readonly tasks: readonly DueTask[]
  /** As 2026-11-29. */
  readonly today: string
}

/**
 * Upkeep as a calendar file (RFC 5545): a whole day each. What is overdue stands on today, where it is seen; what goes by
 * hours that are not reached has no day.
 * @throws where the package refuses an event
 */
export function calendarFile({ jobId, jobName, place, tasks, today }: CalendarBrief): string {
  const events = tasks.flatMap(({ task, dueDay, state, because }): EventAttributes[] => {
    if (dueDay === null) return []
    const isOverdue = state === 'overdue'
    return [
      {
        uid: `${task.id}.${jobId}@yard-lamp`,
        title: `${isOverdue ? 'Overdue: ' : ''}${task.title}, ${jobName}`,
        description: [
          isOverdue ? `Due since ${dueDay}.` : '',
          task.how,
          task.tools === '' ? '' : `Tools: ${task.tools}`,
          task.caution === '' ? '' : `Caution: ${task.caution}`,
          because,
        ]
          .filter(Boolean)
          .join('\n\n'),
        location: place,
        start: dateOf(isOverdue ? today : dueDay),
        duration: { days: 1 },
        busyStatus: 'FREE',
        transp: 'TRANSPARENT',
        productId: 'yard-lamp/ics',
        calName: `Upkeep, ${jobName}`,
      },
    ]
  })
  const { error, value } = createEvents(events, { productId: 'yard-lamp/ics', calName: `Upkeep, ${jobName}` })
  if (error || !value) throw error ?? new Error('no calendar was made')
  return value
}

function dateOf(day: string): [number, number, number] {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number)
  return [year, month, date]
}
