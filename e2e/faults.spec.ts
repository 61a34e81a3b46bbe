import type { Page } from '@playwright/test'
import { expect, inChain, openLoads as open, pump, putJob, readJob, saved, test } from './application.ts'

// Servers that go, hang or lose an answer, browsers that keep nothing, two tabs: nothing is lost, and what is so is said.

// Some of these close every page of their context.
test.use({ isAlone: true })

const wattsOf = async (origin: string, id: string, name: RegExp) =>
  (await readJob(origin, id)).job.loads.find((load) => name.test(load.name))?.powerW
/** Cuts the page off from its server. */
const cut = (page: Page) => page.route('**/api/**', (route) => route.abort())

test('an edit the server never got comes back with the tab that made it, and is saved', async ({ page, origin }) => {
  const id = await putJob(origin)
  await open(page, origin, id)
  await page.route('**/api/jobs/*', (route) => (route.request().method() === 'GET' ? route.continue() : route.abort()))
  await pump(page).fill('654')
  await expect(page.getByText('Not saved: The server does not answer. Kept in this browser.')).toBeVisible()
  page.on('dialog', (dialog) => void dialog.accept())
  await page.reload()
  await expect(pump(page)).toHaveValue('654')
  await page.unroute('**/api/jobs/*')
  await expect.poll(() => wattsOf(origin, id, /pump/)).toBe(654)
})

test('two tabs without a server keep each its own, and both are shown when it is back', async ({
  page,
  context,
  origin,
}) => {
  const id = await putJob(origin)
  const other = await context.newPage()
  await open(page, origin, id)
  await open(other, origin, id)
  for (const each of [page, other]) await cut(each)
  await pump(page).fill('601')
  await pump(other).fill('77')
  for (const each of [page, other]) await expect(each.getByText(/^Not saved: .* Kept in this browser/)).toBeVisible()
  await page.unroute('**/api/**')
  await expect(page.getByText('Saved, revision 2')).toBeVisible()
  // What the other holds back is its own: the first did not drop it.
  expect(
    await other.evaluate(() => Object.keys(localStorage).filter((key) => key.startsWith('yardlamp.draft.')).length),
  ).toBe(1)
  await other.unroute('**/api/**')
  const dialog = other.getByRole('dialog', { name: 'Someone else saved this job' })
  await expect(dialog).toBeVisible()
  await dialog.getByRole('button', { name: 'Take theirs' }).click()
  await saved(other)
  await expect(pump(other)).toHaveValue('601')
  const { jobs } = (await (await fetch(`${origin}/api/jobs`)).json()) as { jobs: { id: string; name: string }[] }
  const mine = jobs.find(({ name }) => name.endsWith('(my version)'))
  expect(await wattsOf(origin, mine?.id ?? '', /pump/)).toBe(77)
})

test('a copy of a tab has drafts of its own', async ({ page, context, origin }) => {
  const id = await putJob(origin)
  await open(page, origin, id)
  const opened = context.waitForEvent('page')
  await page.evaluate(() => void window.open(location.href))
  const copy = await opened
  await saved(copy)
  for (const each of [page, copy]) await cut(each)
  await pump(page).fill('601')
  await pump(copy).fill('602')
  for (const each of [page, copy]) await expect(each.getByText(/^Not saved: .* Kept in this browser/)).toBeVisible()
  const drafts = await page.evaluate(() =>
    Object.entries(localStorage).filter(([key]) => key.startsWith('yardlamp.draft.')),
  )
  expect(drafts.map(([, text]) => /"powerW":(601|602)\b/.exec(text)?.[1]).sort()).toEqual(['601', '602'])
})

test('edits of tabs that were closed are taken up, the latest first; a person says what becomes of the others', async ({
  context,
  origin,
}) => {
  const id = await putJob(origin)
  for (const watts of ['611', '622']) {
    const tab = await context.newPage()
    await open(tab, origin, id)
    await cut(tab)
    await pump(tab).fill(watts)
    await expect(tab.getByText(/^Not saved: .* Kept in this browser/)).toBeVisible()
    // The second opens while the first is there: each keeps its own.
    if (watts === '622') for (const each of context.pages()) await each.close({ runBeforeUnload: false })
  }
  const again = await context.newPage()
  await again.goto(`${origin}/jobs/${id}/loads`)
  await expect(pump(again)).toHaveValue('622')
  const left = again.getByRole('list', { name: 'Edits that were not saved' })
  await expect(left.getByRole('listitem')).toHaveCount(1)
  await left.getByRole('button', { name: 'Make them a job of their own' }).click()
  await left.getByRole('link', { name: 'open it' }).click()
  await expect(again.getByLabel('Watts each, Water pump')).toHaveValue('611')
  expect(await wattsOf(origin, id, /pump/)).toBe(622)
  expect(
    await again.evaluate(() => Object.keys(localStorage).filter((key) => key.startsWith('yardlamp.draft.'))),
  ).toEqual([])
})

test('where the browser keeps nothing it is not said to, and closing asks', async ({ page, origin }) => {
  const id = await putJob(origin)
  await page.addInitScript(() => {
    Storage.prototype.setItem = () => {
      throw new DOMException('full', 'QuotaExceededError')
    }
    // As browsers do that are told to keep nothing.
    LockManager.prototype.request = () => Promise.reject(new DOMException('denied', 'SecurityError'))
    LockManager.prototype.query = () => Promise.reject(new DOMException('denied', 'SecurityError'))
  })
  await open(page, origin, id)
  await cut(page)
  await pump(page).fill('655')
  await expect(page.getByText(/^Not saved: .* This browser keeps nothing: leave the page open\./)).toBeVisible()
  await expect(page.getByText(/Kept in this browser/)).toHaveCount(0)
  const asked = page.waitForEvent('dialog')
  void page.reload().catch(() => undefined)
  const dialog = await asked
  expect(dialog.type()).toBe('beforeunload')
  await dialog.dismiss()
  await expect(pump(page)).toHaveValue('655')
  await page.unroute('**/api/**')
  await expect(page.getByText('Saved, revision 2')).toBeVisible()
})

test('nobody is told that someone else saved what was saved here: back and forward, and an answer that got lost', async ({
  page,
  origin,
}) => {
  const id = await putJob(origin)
  await page.goto(origin)
  await open(page, origin, id)
  // A slow save is on its way while the page is left and comes again.
  await page.route('**/api/jobs/*', async (route) => {
    if (route.request().method() === 'GET') return route.continue()
    const response = await route.fetch()
    await new Promise((resolve) => setTimeout(resolve, 300))
    await route.fulfill({ response })
  })
  for (const watts of ['701', '702', '703']) {
    await pump(page).fill(watts)
    await page.goBack()
    await page.goForward()
    await expect(pump(page)).toHaveValue(watts)
  }
  await saved(page)
  await page.unroute('**/api/jobs/*')
  // The server saves, and its answer never comes; then something more is typed.
  let lost = 0
  await page.route('**/api/jobs/*', async (route) => {
    if (route.request().method() === 'GET' || lost > 0) return route.continue()
    lost += 1
    await route.fetch()
    await route.abort()
  })
  await pump(page).fill('704')
  await expect(page.getByText(/^Not saved/)).toBeVisible()
  await page.getByLabel('Watts each, Sample freezer').fill('66')
  await saved(page)
  await expect(page.getByRole('dialog')).toHaveCount(0)
  expect([await wattsOf(origin, id, /pump/), await wattsOf(origin, id, /freezer/)]).toEqual([704, 66])
})

test('a server that hangs while someone goes on typing is said within 15 s, and all is saved when it wakes', async ({
  page,
  origin,
}) => {
  const id = await putJob(origin)
  await open(page, origin, id)
  let hangs = true
  await page.route('**/api/jobs/*', async (route) => {
    while (hangs) await new Promise((resolve) => setTimeout(resolve, 100))
    await route.continue().catch(() => undefined)
  })
  const startedMs = Date.now()
  const said = page.getByText(/^Not saved: The server does not answer/)
  await pump(page).click()
  for (let i = 0; !(await said.isVisible()); i++) {
    expect(Date.now() - startedMs).toBeLessThan(15_000)
    await page.keyboard.press('Control+a')
    await page.keyboard.type(String(100 + (i % 800)), { delay: 60 })
  }
  await page.keyboard.press('Control+a')
  await page.keyboard.type('999')
  hangs = false
  await expect.poll(() => wattsOf(origin, id, /pump/)).toBe(999)
  await expect(page.getByText(/^Saved, revision/)).toBeVisible()
})

test('a link not visited before, with the server gone, says so in place and comes by itself', async ({
  page,
  origin,
  faults,
}) => {
  const id = await putJob(origin)
  await open(page, origin, id)
  await page.route('**/*', (route) => route.abort())
  await pump(page).fill('641')
  await expect(page.getByText(/^Not saved/)).toBeVisible()
  await inChain(page, 'Wiring').getByRole('link').first().click()
  await expect(page.getByRole('heading', { name: 'This page is not here yet' })).toBeVisible()
  // What stands around it stays: the chain, and the way back to a link that is here.
  await inChain(page, 'Loads').getByRole('link').first().click()
  await expect(pump(page)).toHaveValue('641')
  await inChain(page, 'Wiring').getByRole('link').first().click()
  await page.unroute('**/*')
  await expect(page.getByRole('table').first()).toBeVisible()
  await expect(page.getByRole('heading', { name: 'This page is not here yet' })).toHaveCount(0)
  await expect.poll(() => wattsOf(origin, id, /pump/)).toBe(641)
  faults.length = 0
})

test('a job asked for while the server is away opens by itself when it is back', async ({ page, origin }) => {
  const id = await putJob(origin)
  await page.route('**/api/**', (route) => route.abort())
  await page.goto(`${origin}/jobs/${id}/loads`)
  await expect(page.getByRole('heading', { name: 'The job is not open yet' })).toBeVisible()
  await page.unroute('**/api/**')
  await expect(pump(page)).toBeVisible()
})

test('a save that arrives after the page was opened again is nobody else’s', async ({ page, origin }) => {
  const id = await putJob(origin)
  await open(page, origin, id)
  let first: (() => Promise<unknown>) | null = null
  let isLate = false
  await page.route('**/api/jobs/*', async (route) => {
    const request = route.request()
    if (request.method() === 'GET') return route.continue()
    const { host: _, 'content-length': __, ...headers } = request.headers()
    if (!first) {
      first = () =>
        page.request.fetch(request.url(), { method: request.method(), headers, data: request.postDataBuffer() ?? '' })
      return route.abort()
    }
    // What was sent before comes in now, ahead of what this page sends.
    if (!isLate) {
      isLate = true
      await first()
    }
    return route.continue()
  })
  await pump(page).fill('655')
  await expect(page.getByText(/^Not saved: .* Kept in this browser/)).toBeVisible()
  page.on('dialog', (dialog) => void dialog.accept())
  await page.reload()
  await expect(pump(page)).toHaveValue('655')
  await saved(page)
  await expect(page.getByRole('dialog', { name: 'Someone else saved this job' })).toHaveCount(0)
  expect(isLate).toBe(true)
  expect(await wattsOf(origin, id, /pump/)).toBe(655)
})
