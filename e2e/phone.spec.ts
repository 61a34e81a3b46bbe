import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type BrowserContext, chromium, type Page } from '@playwright/test'
import { demoJobs } from '@yard-lamp/core'
import type { SiteRecord } from '@yard-lamp/core/records'
import { type Application, CHROMIUM, type Line, startApplication, startLine } from '../scripts/application.ts'
import { expect, putJob, test } from './application.ts'

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true }
const PIXEL = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8z8DwHwAFBQIAX8jx0gAAAABJRU5ErkJggg==',
  'base64',
)
const clinic = () => {
  const job = demoJobs().find(({ name }) => name.startsWith('Clinic'))
  if (!job) throw new Error('no clinic')
  return job
}

/** A telephone of its own, whose way to the server is the test’s to cut; it can be switched off and on. */
interface Telephone {
  readonly line: Line
  readonly application: Application
  page(): Page
  restart(): Promise<void>
}

async function withTelephone(work: (telephone: Telephone) => Promise<void>): Promise<void> {
  const application = await startApplication({ demo: false })
  const line = await startLine(application.origin)
  const profile = mkdtempSync(join(tmpdir(), 'yardlamp-phone-'))
  const start = () =>
    chromium.launchPersistentContext(profile, { ...CHROMIUM, ...PHONE, serviceWorkers: 'allow', baseURL: line.origin })
  let context: BrowserContext = await start()
  let page = context.pages()[0] ?? (await context.newPage())
  try {
    await work({
      line,
      application,
      page: () => page,
      async restart() {
        await context.close()
        context = await start()
        page = context.pages()[0] ?? (await context.newPage())
      },
    })
  } finally {
    // What a page still asks for ends with its way.
    await line.close()
    await context.close()
    await application.stop()
    rmSync(profile, { recursive: true, force: true })
  }
}

/** The application is kept on the telephone, and the pages that were opened with a way. */
async function installed(page: Page): Promise<void> {
  await page.evaluate(async () => void (await navigator.serviceWorker.ready))
  await expect
    .poll(() =>
      page.evaluate(
        () =>
          navigator.serviceWorker.controller !== null ||
          caches.keys().then((names) => names.some((name) => name.includes('precache'))),
      ),
    )
    .toBe(true)
  await page.reload()
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true)
}

const records = async ({ application: { origin } }: Telephone, id: string): Promise<SiteRecord[]> =>
  ((await (await fetch(`${origin}/api/jobs/${id}/records`)).json()) as { records: SiteRecord[] }).records

async function begin(page: Page): Promise<void> {
  await page.getByLabel('Who does the work').fill('Ines Varga')
  await page.getByRole('button', { name: 'Begin the work' }).click()
  await expect(page.getByRole('article').first()).toBeVisible()
}

test('without signal the job opens, is built and photographed over a restart, and all of it is sent afterwards', async () => {
  test.slow()
  await withTelephone(async (telephone) => {
    const id = await putJob(telephone.application.origin, clinic())
    await telephone.page().goto(`/jobs/${id}/build`)
    await begin(telephone.page())
    await installed(telephone.page())
    await expect(telephone.page().getByRole('article').first()).toBeVisible()
    await expect.poll(async () => (await records(telephone, id)).length).toBe(1)

    telephone.line.set('cut')
    let page = telephone.page()
    await page.reload()
    const first = page.getByRole('article').first()
    await expect(first).toBeVisible()
    await page
      .getByLabel('Photograph of this step')
      .setInputFiles({ name: 'a.png', mimeType: 'image/png', buffer: PIXEL })
    await expect(page.getByRole('img', { name: 'Waits to be sent' })).toBeVisible()
    await page.getByRole('button', { name: '✗ Failed' }).click()
    await expect(page.getByRole('button', { name: /^3 waiting/ })).toBeVisible()

    await telephone.restart()
    page = telephone.page()
    for (const path of ['loads', 'log', 'upkeep', 'drawing', 'wiring', 'build']) {
      await page.goto(`/jobs/${id}/${path}`)
      await expect(page.locator('h1, svg[role=img]').first()).toBeVisible()
    }
    await expect(page.getByRole('button', { name: /^3 waiting/ })).toBeVisible()
    expect(await records(telephone, id)).toHaveLength(1)

    telephone.line.set('open')
    await page.getByRole('button', { name: /^3 waiting/ }).click()
    await expect(page.getByRole('button', { name: /waiting/ })).toHaveCount(0)
    expect((await records(telephone, id)).map(({ kind }) => kind)).toEqual(['begin', 'photo', 'step'])
  })
})

test('on a line that is slow, and one that loses answers, what is written down is kept once', async () => {
  test.slow()
  await withTelephone(async (telephone) => {
    const id = await putJob(telephone.application.origin, clinic())
    const page = telephone.page()
    await page.goto(`/jobs/${id}/log`)
    const write = async (runH: string) => {
      await page.getByLabel('Ran for').fill(runH)
      await page.getByLabel('Who', { exact: true }).fill('Odo Marl')
      await page.getByRole('button', { name: 'Write down', exact: true }).click()
    }
    await page.getByRole('button', { name: 'Generator', exact: true }).click()
    telephone.line.set('half')
    await write('2')
    await expect.poll(async () => (await records(telephone, id)).length).toBe(1)
    await expect(page.getByRole('button', { name: /^1 waiting/ })).toBeVisible()
    telephone.line.set('slow')
    await write('3')
    await expect(page.getByRole('button', { name: /waiting/ })).toHaveCount(0, { timeout: 60_000 })
    const sent = await records(telephone, id)
    expect(sent.map((each) => each.kind === 'generator' && each.runH)).toEqual([2, 3])
  })
})

test('two telephones record one step without hearing of each other: both are kept, and what was done later counts', async () => {
  test.slow()
  await withTelephone(async (telephone) => {
    const { origin } = telephone.application
    const id = await putJob(origin, clinic())
    const page = telephone.page()
    await page.goto(`/jobs/${id}/build`)
    await begin(page)
    await expect.poll(async () => (await records(telephone, id)).length).toBe(1)
    telephone.line.set('cut')
    await page.getByRole('button', { name: '✗ Failed' }).click()
    await expect(page.getByRole('button', { name: /waiting/ })).toBeVisible()
    const own = await page.evaluate(
      () =>
        new Promise<SiteRecord>((resolve, reject) => {
          const open = indexedDB.open('yardlamp-outbox')
          open.onerror = () => reject(open.error)
          open.onsuccess = () => {
            const all = open.result.transaction('records').objectStore('records').getAll()
            all.onsuccess = () =>
              resolve(all.result.find((each: { record: SiteRecord }) => each.record.kind === 'step').record)
          }
        }),
    )
    // Somebody else did it a minute later, and was sent first.
    const at = new Date(Date.parse(own.at) + 60_000).toISOString()
    const other = { ...own, id: crypto.randomUUID(), at, by: 'Odo Marl', outcome: 'pass' }
    const answer = await fetch(`${origin}/api/jobs/${id}/records`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ records: [other] }),
    })
    expect(answer.status).toBe(204)
    telephone.line.set('open')
    await page.getByRole('button', { name: /waiting/ }).click()
    await expect(page.getByRole('button', { name: /waiting/ })).toHaveCount(0)
    expect(await records(telephone, id)).toHaveLength(3)
    await page.reload()
    await expect(page.getByRole('article').first()).toBeVisible()
    await expect(page.getByText(/1 of 74/).first()).toBeVisible()
  })
})

test('a device that is nearly full says so before it is', async () => {
  await withTelephone(async (telephone) => {
    const page = telephone.page()
    // The browser’s own answer: the means to make its storage small are not taken by this one.
    await page.addInitScript(() => {
      StorageManager.prototype.estimate = async () => ({ quota: 40 * 1024 * 1024, usage: 3 * 1024 * 1024 })
    })
    await page.goto('/')
    await expect(page.getByText('This device has room for 37 MB more')).toBeVisible()
  })
})
