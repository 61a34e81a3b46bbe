import { emptyJob, fieldStation } from '@yard-lamp/core'
import pg from 'pg'
import { expect, follow, openLoads as open, pump, putJob, readJob, saved, test } from './application.ts'

// Documents and drafts that cannot be read, figures that make no sense, characters that cannot be kept, words without an end.

test('a document that cannot be read says where, can be downloaded, and gives way to an earlier version', async ({
  page,
  origin,
  application,
}) => {
  const id = await putJob(origin)
  await open(page, origin, id)
  await pump(page).fill('432')
  await expect(page.getByText('Saved, revision 2')).toBeVisible()
  const database = new pg.Client({ connectionString: application.cluster.url })
  await database.connect()
  await database.query(
    `update job_revisions set document = replace(document, '"recordLowC":', '"recordLowC":"cold","was":') where job_id = $1 and revision = 2`,
    [id],
  )
  await database.end()
  for (let times = 0; times < 2; times++) {
    await page.goto(`${origin}/jobs/${id}/loads`)
    await expect(page.getByRole('heading', { name: 'This job cannot be read as it is kept' })).toBeVisible()
    await expect(page.getByText('site.recordLowC: got "cold"')).toBeVisible()
  }
  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Download it as it is kept' }).click()
  expect((await download).suggestedFilename()).toBe('as-kept.yardlamp.json')
  await page
    .getByRole('row', { name: /Revision 1/ })
    .getByRole('button', { name: 'Take back' })
    .click()
  await expect(pump(page)).toHaveValue('370')
})

test('a page that meets a fault twice says the ways on, and its unsaved edits can be put aside', async ({
  page,
  origin,
  faults,
}) => {
  const id = await putJob(origin)
  await open(page, origin, id)
  await page.route('**/assets/WiringPage-*.js', (route) =>
    route.fulfill({ contentType: 'text/javascript', body: 'throw new Error("of the program")' }),
  )
  await page.goto(`${origin}/jobs/${id}/wiring`)
  await expect(page.getByRole('heading', { name: 'This page met a fault' })).toBeVisible()
  await page.getByRole('button', { name: 'Load again' }).click()
  await expect(page.getByRole('heading', { name: 'This page still cannot be shown' })).toBeVisible()
  await expect(page.getByRole('heading', { name: 'This page met a fault' })).toHaveCount(0)
  await page.getByRole('link', { name: 'Loads' }).click()
  await expect(pump(page)).toHaveValue('370')
  faults.length = 0
})

test('a draft that cannot be read keeps nobody out, and is not thrown away', async ({ page, origin }) => {
  const id = await putJob(origin)
  await open(page, origin, id)
  await page.evaluate(
    (job) =>
      localStorage.setItem(
        `yardlamp.draft.${job}.gone`,
        '{"baseRevision":1,"at":"2026-01-02T03:04:05Z","job":{"format":',
      ),
    id,
  )
  await page.goto(`${origin}/jobs/${id}/loads`)
  await expect(pump(page)).toHaveValue('370')
  const left = page.getByRole('list', { name: 'Edits that were not saved' })
  await expect(left).toContainText('They cannot be read any more: it is no document.')
  const download = page.waitForEvent('download')
  await left.getByRole('button', { name: 'Download' }).click()
  expect((await download).suggestedFilename()).toBe('edits-not-saved.yardlamp.json')
  await left.getByRole('button', { name: 'Drop them' }).click()
  await expect(left).toHaveCount(0)
  expect(await page.evaluate((job) => localStorage.getItem(`yardlamp.draft.${job}.gone`), id)).toBeNull()
})

test('nor is one of this very tab, by opening the job or by typing on', async ({ page, origin }) => {
  const id = await putJob(origin)
  await open(page, origin, id)
  await page.evaluate((job) => {
    const tab = sessionStorage.getItem('yardlamp.tab')
    localStorage.setItem(`yardlamp.draft.${job}.${tab}`, '{"baseRevision":1,"job":{"broken')
  }, id)
  await page.reload()
  const left = page.getByRole('list', { name: 'Edits that were not saved' })
  await expect(left.getByRole('listitem')).toHaveCount(1)
  await pump(page).fill('431')
  await expect(page.getByText('Saved, revision 2')).toBeVisible()
  await page.reload()
  await expect(left.getByRole('listitem')).toHaveCount(1)
  expect(await page.evaluate(() => Object.values(localStorage).filter((text) => text.includes('broken')).length)).toBe(
    1,
  )
  await left.getByRole('button', { name: 'Drop them' }).click()
  await expect(left).toHaveCount(0)
})

test('figures that cannot be reckoned with open all the same, with the place that is wrong', async ({
  page,
  origin,
}) => {
  const job = fieldStation()
  const id = await putJob(origin, job)
  // As an earlier version took it: saved on top, where reading is as lenient as for what is kept.
  await fetch(`${origin}/api/jobs/${id}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ baseRevision: 1, job: { ...job, site: { ...job.site, recordHighC: -85 } } }),
  })
  await page.goto(`${origin}/jobs/${id}/site`)
  await expect(page.getByText(/the record low again: it stands above the record high/)).toBeVisible()
  await page.getByLabel('Record high', { exact: true }).fill('35')
  await expect(page.getByText(/it stands above the record high/)).toHaveCount(0)
  await saved(page)
  // And it is not let in again by the field.
  await page.getByLabel('Record high', { exact: true }).fill('-60')
  await expect(page.getByText(/expected a number from .*, not below the record low/).first()).toBeVisible()
  expect((await readJob(origin, id)).job.site.recordHighC).toBe(35)
})

test('characters that cannot be kept are taken out with a word, and the save goes through', async ({
  page,
  origin,
}) => {
  const id = await putJob(origin)
  await open(page, origin, id)
  await page
    .getByLabel('Name of load', { exact: false })
    .first()
    .evaluate((input: HTMLInputElement) => {
      const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set
      set?.call(input, `Pump\u0000 \ud83d end`)
      input.dispatchEvent(new Event('input', { bubbles: true }))
    })
  await expect(page.getByText('A character that cannot be kept was taken out')).toBeVisible()
  await expect(page.getByText('Saved, revision 2')).toBeVisible()
  expect((await readJob(origin, id)).job.loads.some(({ name }) => name === 'Pump  end')).toBe(true)
})

test('long texts without a gap widen nothing', async ({ page, origin }) => {
  const long = 'Unbrokenlongword'.repeat(12)
  const job = fieldStation()
  const [option] = job.options
  if (!option) throw new Error('the demo job has an option')
  const id = await putJob(origin, {
    ...job,
    name: long.slice(0, 200),
    note: long.repeat(20),
    site: { ...job.site, place: long.slice(0, 200), sunSource: long.slice(0, 200) },
    loads: job.loads.map((load) => ({
      ...load,
      name: long.slice(0, 120),
      group: long.slice(0, 80),
      note: long.repeat(3),
    })),
    options: job.options.map((each) => ({ ...each, name: `${each.id}${long.slice(0, 100)}` })),
  })
  await putJob(origin, emptyJob(long.slice(0, 200)))
  const pages = [
    '',
    ...[
      'site',
      'loads',
      'battery',
      'array',
      'controller',
      'inverter',
      'backup',
      'wiring',
      'parts',
      'checks',
      'options',
    ].map((each) => `/jobs/${id}/${each}`),
  ]
  for (const path of pages) {
    await page.setViewportSize({ width: 1280, height: 800 })
    if (path === '') await page.goto(origin)
    else await follow(page, path)
    await page.locator('h1').first().waitFor()
    for (const [width, height] of [
      [1280, 800],
      [390, 844],
    ] as const) {
      await page.setViewportSize({ width, height })
      // Charts follow the new width a moment later.
      const over = () =>
        page.evaluate(() => {
          const root = document.scrollingElement as Element
          const work = document.querySelector('.job-main') ?? root
          return Math.max(root.scrollWidth - root.clientWidth, work.scrollWidth - work.clientWidth)
        })
      await expect.poll(over, { message: `${path} at ${width}` }).toBeLessThan(2)
    }
  }
})
