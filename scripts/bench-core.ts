/** Times the whole chain in this process: `{loads, anewMs, editMs, cableMs, leadMs}` for each size, as JSON. Run by npm run bench. */
import process from 'node:process'
import {
  apply,
  type CatalogueItem,
  catalogueOf,
  design,
  fieldStation,
  findings,
  type Job,
  type Load,
  SHIPPED_ITEMS,
} from '@yard-lamp/core'

const RUNS = 600
const WARM_UP = 600

function jobOf(loads: number): Job {
  const job = fieldStation()
  const rows = Array.from({ length: loads }, (_, i): Load => {
    const source = job.loads[i % job.loads.length]
    if (!source) throw new Error('the demo job has loads')
    return {
      ...source,
      id: `load-${i}`,
      name: `${source.name} ${i}`,
      powerW: ((source.powerW ?? 0) * 10) / loads,
      startW: null,
    }
  })
  return { ...job, loads: rows }
}

/** A catalogue of 500 items: what ships, and copies of it at other prices. */
const SHELF = (() => {
  const apart = SHIPPED_ITEMS.filter(({ kind }) => kind !== 'cable')
  const copies = Array.from({ length: 500 - SHIPPED_ITEMS.length }, (_, i): CatalogueItem => {
    const source = apart[i % apart.length]
    if (!source) throw new Error('the catalogue has items')
    return { ...source, id: `${source.id}-${i}`.slice(-64), price: source.price * 1.3 + i }
  })
  return catalogueOf([...SHIPPED_ITEMS, ...copies])
})()

/** Median time of a run, ms; each run gets the job that `next` makes from the last. */
function medianMs(job: Job, next: (job: Job, run: number) => Job): number {
  const times: number[] = []
  let at = job
  for (let run = 0; run < RUNS + WARM_UP; run++) {
    at = next(at, run)
    const startedMs = performance.now()
    findings(design(at, SHELF))
    if (run >= WARM_UP) times.push(performance.now() - startedMs)
  }
  return times.sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? 0
}

/** Every object new, as when a job is opened: nothing can be reused. */
const anew = (job: Job): Job => structuredClone(job)
/** One load changed, as when a person types. */
const edited = (job: Job, run: number): Job => ({
  ...job,
  loads: job.loads.map((load, i) =>
    i === run % job.loads.length ? { ...load, powerW: (load.powerW ?? 0) + 0.01 } : load,
  ),
})

/** A cable laid longer: wiring alone. */
const laid =
  (circuitId: string) =>
  (job: Job, run: number): Job =>
    apply(job, { act: 'set-circuit', circuitId, patch: { lengthM: 1 + (run % 50) / 10 } })

const rows = [200, 1000].map((loads) => ({
  loads,
  anewMs: medianMs(jobOf(loads), anew),
  editMs: medianMs(jobOf(loads), edited),
  cableMs: medianMs(jobOf(loads), laid('battery-main')),
  leadMs: medianMs(jobOf(loads), laid('array')),
}))
process.stdout.write(`${JSON.stringify(rows)}\n`)
