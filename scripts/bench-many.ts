/**
 * Times living with many: ten thousand jobs listed, a reading typed, a thousand monitors, a year of minutes charted. JSON.
 * Run by npm run bench.
 */
import { randomUUID } from 'node:crypto'
import { createServer } from 'node:net'
import process from 'node:process'
import { setTimeout as rest } from 'node:timers/promises'
import type { Page } from '@playwright/test'
import { demoJobs } from '@yard-lamp/core'
import { Aedes } from 'aedes'
import pg from 'pg'
import { launchBrowser, sendJson, startApplication } from './application.ts'
import { percentile } from './bench-server.ts'
import { sendLived } from './readings.ts'

const JOBS = 10_000
const MONITORS = 1000
/** Each monitor speaks once in it. */
const MINUTE_MS = 60_000
const LISTS = 40
const READINGS = 20
const YEAR_DAYS = 365

/** Copies of the demo jobs with names and places of their own, as they are kept. */
async function manyJobs(database: pg.Client): Promise<void> {
  await database.query(
    `with demo as (select *, row_number() over () as n, count(*) over () as of from jobs where binned_at is null)
     insert into jobs (id, name, revision, summary, summary_mark, created_at, updated_at, folder, due_day)
     select gen_random_uuid(), 'Farm ' || i || ' ' || demo.name, 1, demo.summary, demo.summary_mark, now(), now(),
       'Valley ' || (i % 40), case when i % 10 = 0 then date '2026-01-01' end
     from generate_series(1, $1::int) i join demo on demo.n = 1 + i % demo.of`,
    [JOBS],
  )
  await database.query(
    `insert into job_revisions (job_id, revision, document, saved_at)
     select jobs.id, 1, (select document from job_revisions limit 1), now() from jobs
     where not exists (select 1 from job_revisions where job_id = jobs.id)`,
  )
  await database.query('analyze')
  // Ten thousand jobs do not come in one minute in use: what follows does not wait for them to reach the disk.
  await database.query('checkpoint')
}

/** How long an address takes, asked one after another. */
async function timesOf(origin: string, path: string): Promise<number[]> {
  const times: number[] = []
  for (let i = 0; i < LISTS + 5; i++) {
    const begunMs = performance.now()
    await sendJson(origin, 'GET', path)
    times.push(performance.now() - begunMs)
  }
  return times.slice(5)
}

/** From the press on a link to the frame in which something stands, in the page’s own time. */
async function shownMs(page: Page, path: string, selector: string): Promise<number> {
  await page.goto(path)
  await page.locator(selector).first().waitFor()
  return page.evaluate(() => performance.getEntriesByName('bench-shown').at(0)?.startTime ?? Number.NaN)
}

/** Marks the frame after something first stands in the page. */
const markShown = (selector: string) => `
  new MutationObserver((_, watcher) => {
    if (!document.querySelector('${selector}')) return
    watcher.disconnect()
    requestAnimationFrame(() => setTimeout(() => performance.mark('bench-shown'), 0))
  }).observe(document, { childList: true, subtree: true })
`

async function timeList(origin: string) {
  const [list, found, overdue] = [
    await timesOf(origin, '/api/jobs'),
    await timesOf(origin, '/api/jobs?find=farm+77+clinic'),
    await timesOf(origin, '/api/jobs?among=overdue&folder=Valley+20'),
  ]
  const browser = await launchBrowser()
  const context = await browser.newContext({ baseURL: origin, serviceWorkers: 'block' })
  const page = await context.newPage()
  await page.addInitScript(markShown('.job-card'))
  const pages: number[] = []
  // The first reads the application; a browser that was here has it.
  for (let i = 0; i < 9; i++) pages.push(await shownMs(page, '/', '.job-card'))
  await browser.close()
  return {
    listMs: percentile(list, 0.5),
    findMs: percentile(found, 0.5),
    overdueMs: percentile(overdue, 0.5),
    pageMs: percentile(pages.slice(1), 0.5),
    pageWorstMs: Math.max(...pages.slice(1)),
  }
}

/** From the press to the sentence that it is kept, and to the server’s answer. */
async function timeReading(origin: string, jobId: string) {
  const browser = await launchBrowser()
  const context = await browser.newContext({ baseURL: origin, serviceWorkers: 'block' })
  const page = await context.newPage()
  await page.goto(`/jobs/${jobId}/log`)
  await page.getByRole('button', { name: 'Generator', exact: true }).click()
  await page.getByLabel('Who', { exact: true }).fill('Odo Marl')
  await page.evaluate(`
    window.keptTimes = []
    const said = () => document.querySelector('.log-write')?.textContent?.match(/Kept: .*/)?.[0]
    addEventListener('click', (event) => {
      const before = said()
      const look = () =>
        requestAnimationFrame(() =>
          said() && said() !== before ? setTimeout(() => window.keptTimes.push(performance.now() - event.timeStamp), 0) : look(),
        )
      if (event.target.closest('button[type=submit]')) look()
    }, true)
  `)
  const sent: number[] = []
  for (let i = 0; i < READINGS; i++) {
    await page.getByLabel('Ran for').fill(String(1 + i / 10))
    const begunMs = performance.now()
    const answered = page.waitForResponse(
      (response) => response.url().endsWith('/records') && response.request().method() === 'POST',
    )
    await page.getByRole('button', { name: 'Write down', exact: true }).click()
    await answered
    sent.push(performance.now() - begunMs)
    await page.waitForFunction((n) => (window as unknown as { keptTimes: number[] }).keptTimes.length >= n, i + 1)
  }
  const kept = await page.evaluate(() => (window as unknown as { keptTimes: number[] }).keptTimes)
  await browser.close()
  return {
    count: kept.length,
    keptMs: percentile(kept.slice(2), 0.5),
    keptWorstMs: Math.max(...kept.slice(2)),
    sentMs: percentile(sent.slice(2), 0.5),
  }
}

/** One broker for all of them; each has a job and a topic of its own. */
async function timeMonitors(origin: string, database: pg.Client) {
  const { rows } = await database.query<{ id: string }>('select id from jobs limit $1', [MONITORS])
  const broker = await Aedes.createBroker({ concurrency: 4 * MONITORS })
  const server = createServer(broker.handle)
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready))
  const { port } = server.address() as { port: number }
  const topics = rows.map(({ id }) => `site/${id}`)
  for (const { id } of rows)
    await sendJson(origin, 'POST', `/api/jobs/${id}/readings/sources`, {
      kind: 'monitor',
      name: 'Monitor on site',
      clockFastMin: 0,
      offsetMin: 0,
      mapping: null,
      address: `mqtt://127.0.0.1:${port}`,
      topic: `site/${id}`,
      account: null,
    })
  for (const until = Date.now() + 120_000; broker.connectedClients < MONITORS && Date.now() < until; ) await rest(500)
  const heard = broker.connectedClients
  await rest(5000)
  const begunMs = new Map<string, number>()
  const times: number[] = []
  const health: number[] = []
  await database.query('listen yardlamp_readings')
  database.on('notification', ({ payload }) => {
    const { jobId } = JSON.parse(payload ?? '{}') as { jobId?: string }
    const begun = jobId === undefined ? undefined : begunMs.get(jobId)
    if (begun !== undefined) times.push(performance.now() - begun)
  })
  let isOver = false
  const asking = (async () => {
    while (!isOver) {
      const begun = performance.now()
      await fetch(`${origin}/api/jobs/${rows[0]?.id}`).then((answer) => answer.text())
      health.push(performance.now() - begun)
      await rest(100)
    }
  })()
  const at = Date.now()
  for (const [i, topic] of topics.entries()) {
    const wait = at + (i * MINUTE_MS) / MONITORS - Date.now()
    if (wait > 0) await rest(wait)
    begunMs.set(rows[i]?.id ?? '', performance.now())
    const payload = Buffer.from(
      JSON.stringify({ at: [Date.now()], figures: { soc: [0.5], batteryV: [52.1], pvW: [410], loadW: [230] } }),
    )
    broker.publish(
      { cmd: 'publish', qos: 1, dup: false, retain: false, topic: `${topic}/readings`, payload },
      () => undefined,
    )
  }
  await rest(3000)
  isOver = true
  await asking
  broker.close()
  server.close()
  return {
    monitors: heard,
    kept: times.length,
    medianMs: percentile(times, 0.5),
    p99Ms: percentile(times, 0.99),
    askedP99Ms: percentile(health, 0.99),
  }
}

/** A year of minutes of the demo job, read and charted. */
async function timeYear(origin: string) {
  const [job] = demoJobs()
  const { id } = await sendJson(origin, 'POST', '/api/jobs', { job })
  const minutes = await sendLived(origin, id, { seed: 3, stepMin: 1, days: YEAR_DAYS })
  const browser = await launchBrowser()
  const context = await browser.newContext({ baseURL: origin, serviceWorkers: 'block' })
  const page = await context.newPage()
  await page.goto(`/jobs/${id}/loads`)
  await page.locator('.chain-answer').first().waitFor()
  await rest(8000)
  const times: number[] = []
  for (let i = 0; i < 5; i++) {
    await page.evaluate(`
      window.chartedMs = null
      addEventListener('click', (event) => {
        const look = () =>
          requestAnimationFrame(() =>
            document.querySelector('.log .chart svg') ? setTimeout(() => (window.chartedMs = performance.now() - event.timeStamp), 0) : look(),
          )
        look()
      }, { capture: true, once: true })
    `)
    await page.getByRole('navigation', { name: 'Chain' }).getByRole('link', { name: /^Log/ }).click()
    await page.waitForFunction(() => (window as unknown as { chartedMs: number | null }).chartedMs !== null)
    times.push(await page.evaluate(() => (window as unknown as { chartedMs: number }).chartedMs))
    await page
      .getByRole('navigation', { name: 'Chain' })
      .getByRole('link', { name: /^Loads/ })
      .click()
    await page.getByRole('heading', { name: 'What must it run?' }).waitFor()
  }
  await page.addInitScript(markShown('.log .chart svg'))
  const anew: number[] = []
  for (let i = 0; i < 6; i++) anew.push(await shownMs(page, `/jobs/${id}/log`, '.log .chart svg'))
  await browser.close()
  const { length } = await fetch(`${origin}/api/jobs/${id}/readings`).then((answer) => answer.text())
  return {
    minutes,
    firstMs: times[0] ?? Number.NaN,
    medianMs: percentile(times, 0.5),
    anewFirstMs: anew[0] ?? Number.NaN,
    anewMs: percentile(anew.slice(1), 0.5),
    answerKb: length / 1024,
  }
}

const application = await startApplication({ durable: true })
const database = new pg.Client({ connectionString: application.cluster.url })
await database.connect()
try {
  const { jobs } = await sendJson<{ jobs: { id: string }[] }>(application.origin, 'GET', '/api/jobs')
  const reading = await timeReading(application.origin, jobs[2]?.id ?? randomUUID())
  const year = await timeYear(application.origin)
  await manyJobs(database)
  const list = await timeList(application.origin)
  const monitors = await timeMonitors(application.origin, database)
  process.stdout.write(JSON.stringify({ list, reading, year, monitors }))
} finally {
  await database.end()
  await application.stop()
}
