import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type BrowserContext, test as base, chromium, expect, type Page } from '@playwright/test'
import { fieldStation, type Job } from '@yard-lamp/core'
import { type Application, CHROMIUM, startApplication } from '../scripts/application.ts'
import { DESK } from './desk.ts'

interface TestFixtures {
  origin: string
  faults: string[]
  /** A browser context of the test's own, where it closes all its pages. */
  isAlone: boolean
}
interface WorkerFixtures {
  application: Application
  /** One for all tests of a worker, so that pages are read and compiled once; each test finds it empty. */
  shared: BrowserContext
}

/** One application and one browser profile for each worker; each test makes the jobs it spoils. */
export const test = base.extend<TestFixtures, WorkerFixtures>({
  application: [
    // biome-ignore lint/correctness/noEmptyPattern: the runner reads the names of fixtures from this pattern
    async ({}, use) => {
      const application = await startApplication()
      await use(application)
      await application.stop()
    },
    { scope: 'worker' },
  ],
  shared: [
    // biome-ignore lint/correctness/noEmptyPattern: the runner reads the names of fixtures from this pattern
    async ({}, use) => {
      const profile = mkdtempSync(join(tmpdir(), 'yardlamp-profile-'))
      const context = await chromium.launchPersistentContext(profile, {
        ...CHROMIUM,
        viewport: DESK,
        serviceWorkers: 'block',
      })
      await use(context)
      await context.close()
      rmSync(profile, { recursive: true, force: true })
    },
    { scope: 'worker' },
  ],
  isAlone: [false, { option: true }],
  context: async ({ context, shared, isAlone, isMobile }, use) => use(isAlone || isMobile ? context : shared),
  page: async ({ context, shared, origin }, use) => {
    const before = context.pages()
    const page = await context.newPage()
    if (context === shared) await empty(page, origin)
    await use(page)
    for (const each of context.pages()) if (!before.includes(each)) await each.close()
  },
  origin: async ({ application }, use) => use(application.origin),
  /** What the page reported as errors; a test that sees any of its own making empties it. */
  faults: [
    async ({ page }, use) => {
      const faults: string[] = []
      page.on('pageerror', (error) => faults.push(error.message))
      page.on(
        'console',
        (message) =>
          message.type() === 'error' && !/Failed to load resource/.test(message.text()) && faults.push(message.text()),
      )
      await use(faults)
      expect(faults).toEqual([])
    },
    { auto: true },
  ],
})

/** Forgets what earlier tests left with the browser; what it has read of the application stays. */
async function empty(page: Page, origin: string): Promise<void> {
  const session = await page.context().newCDPSession(page)
  const storageTypes = 'cookies,local_storage,indexeddb,service_workers,cache_storage'
  await session.send('Storage.clearDataForOrigin', { origin, storageTypes })
  await session.detach()
}

export { expect, startApplication }

/** Puts a job on the server and gives its id. */
export async function putJob(origin: string, job: Job = fieldStation()): Promise<string> {
  const post = () =>
    fetch(`${origin}/api/jobs`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ job }),
    })
  // A connection that was kept may be closed by the server in the same moment: then on a new one.
  const answer = await post().catch(post)
  return ((await answer.json()) as { id: string }).id
}

export async function readJob(origin: string, id: string): Promise<{ revision: number; job: Job }> {
  return (await fetch(`${origin}/api/jobs/${id}`)).json() as Promise<{ revision: number; job: Job }>
}

/** A link's entry in the chain. */
export const inChain = (page: Page, name: string) =>
  page
    .getByRole('navigation', { name: 'Chain' })
    .getByRole('listitem')
    .filter({ hasText: new RegExp(`^${name}`) })

/** Goes to another page of the application as a link in it does, without reading it all anew; pages are told by their headings. */
export async function follow(page: Page, path: string): Promise<void> {
  const heading = page.locator('h1').first()
  const before = (await heading.textContent()) ?? ''
  await page.evaluate((to) => {
    history.pushState(null, '', to)
    dispatchEvent(new PopStateEvent('popstate'))
  }, path)
  await expect(heading).not.toHaveText(before)
}

export const saved = (page: Page) => expect(page.getByText(/^Saved, revision/)).toBeVisible()

/** The watts of the load that tests of saving type into. */
export const pump = (page: Page) => page.getByLabel('Watts each, Water pump')

/** Opens the loads of a job that is saved. */
export async function openLoads(page: Page, origin: string, id: string): Promise<void> {
  await page.goto(`${origin}/jobs/${id}/loads`)
  await saved(page)
}
