import { test as base, expect, type Page } from '@playwright/test'
import { fieldStation, type Job } from '@yard-lamp/core'
import { type Application, startApplication } from '../scripts/application.ts'

/** One application for each worker; each test makes the jobs it spoils. */
export const test = base.extend<{ origin: string; faults: string[] }, { application: Application }>({
  application: [
    // biome-ignore lint/correctness/noEmptyPattern: the runner reads the names of fixtures from this pattern
    async ({}, use) => {
      const application = await startApplication()
      await use(application)
      await application.stop()
    },
    { scope: 'worker' },
  ],
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
