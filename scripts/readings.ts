/** Readings of a living system as a file of a gateway brought in: for the bench and the pictures. */
import { demoJobs, design, SHIPPED_CATALOGUE } from '@yard-lamp/core'
import { batchOf, dayOf, isReference, LivingSystem, type Reference, referenceOf } from '@yard-lamp/core/log'
import { sendJson } from './application.ts'

/** What the first demo job should do. */
function demoReference(): Reference {
  const [job] = demoJobs()
  const reference = job && referenceOf(design(job, SHIPPED_CATALOGUE))
  if (!reference || !isReference(reference)) throw new Error('the demo job has no plan')
  return reference
}

interface Lived {
  readonly seed: number
  readonly stepMin: number
  /** How many days up to today. */
  readonly days: number
  /** What went wrong, and so many days ago. */
  readonly fault?: { readonly name: 'string-out'; readonly daysAgo: number }
}

/** Days sent at once. */
const SPAN_DAYS = 10

/** @returns how many moments were sent */
export async function sendLived(origin: string, jobId: string, { seed, stepMin, days, fault }: Lived): Promise<number> {
  const reference = demoReference()
  const { offsetMs } = reference
  const today = dayOf(Date.now(), offsetMs)
  const system = new LivingSystem({
    reference,
    seed,
    fault: fault?.name ?? null,
    faultDay: today - (fault?.daysAgo ?? 0),
    stepMin,
    hasSun: true,
  })
  const path = `/api/jobs/${jobId}/readings/sources`
  const source = await sendJson(origin, 'POST', path, {
    kind: 'file',
    name: 'Gateway in the hut',
    clockFastMin: 0,
    offsetMin: offsetMs / 60_000,
    mapping: null,
    address: null,
    topic: null,
    account: null,
  })
  let moments = 0
  for (let day = today - days; day < today; day += SPAN_DAYS) {
    const span = Math.min(SPAN_DAYS, today - day)
    const batch = batchOf(Array.from({ length: span }, (_, i) => system.day(day + i)).flat())
    moments += batch.at.length
    await sendJson(origin, 'POST', `${path}/${source.id}`, batch)
  }
  return moments
}
