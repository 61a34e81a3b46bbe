import { writeFile } from 'node:fs/promises'
import { emptyJob, fieldStation, JOB_VERSION } from '@yard-lamp/core'
import { expect, putJob, readJob, saved, test } from './application.ts'

test('the demo jobs stand in the list, sound, and open', async ({ page, origin }) => {
  await page.goto(origin)
  // Other tests make jobs of the same name; the demo is the oldest, and the list has the newest first.
  const station = page.getByRole('listitem').filter({ hasText: 'Saltmarsh ringing station' }).last()
  await expect(station).toContainText('checks silent')
  await expect(station).toContainText('Wh a day')
  await page.getByRole('link', { name: 'Narrowboat Corncrake' }).first().click()
  await expect(page.getByRole('heading', { name: 'What must it run?' })).toBeVisible()
})

test('an empty job asks for the first things, and one load gives a battery', async ({ page, origin }) => {
  await page.goto(origin)
  await page.getByRole('button', { name: 'Begin a job' }).click()
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Empty/ })
    .click()
  await expect(page.getByText('what it must run: each load with watts and hours')).toBeVisible()
  await expect(page.getByText(/^\d+ faults?$/)).toHaveCount(0)
  await page.getByRole('button', { name: 'Add a load' }).click()
  await expect(page.getByLabel('Name of load 1')).toBeFocused()
  await page.keyboard.type('Router')
  await page.getByLabel('Watts each, Router').fill('12')
  await page.getByLabel('Hours a day, Router').fill('24')
  await expect(page.getByRole('navigation', { name: 'Chain' })).toContainText('× 12.8 V')
  await saved(page)
})

test('a job is copied, put into the bin and taken out again', async ({ page, origin }) => {
  await putJob(origin, { ...emptyJob('Bin me'), note: 'kept' })
  await page.goto(origin)
  await page.getByRole('button', { name: 'More for Bin me' }).click()
  await page.getByRole('menuitem', { name: 'Make a copy' }).click()
  await expect(page.getByRole('link', { name: 'Bin me (copy)' })).toBeVisible()
  await page.getByRole('button', { name: 'More for Bin me', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Put into the bin' }).click()
  await expect(page.getByRole('link', { name: 'Bin me', exact: true })).toHaveCount(0)
  await page.getByRole('button', { name: 'Bin', exact: true }).click()
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Bin me' })
    .getByRole('button', { name: 'Take out of the bin' })
    .click()
  // At once, while the job may still be on its way out.
  await page.getByRole('button', { name: 'Jobs', exact: true }).click()
  await expect(page.getByRole('link', { name: 'Bin me', exact: true })).toBeVisible()
})

test('a job saved as a file comes back the same', async ({ page, origin }) => {
  const id = await putJob(origin, { ...fieldStation(), name: 'Round trip' })
  await page.goto(`${origin}/jobs/${id}/loads`)
  await page.getByRole('button', { name: 'More for this job' }).click()
  const download = page.waitForEvent('download')
  await page.getByRole('menuitem', { name: 'Save as a file' }).click()
  const file = await (await download).path()
  await page.goto(origin)
  await page.getByLabel('Job file').setInputFiles(file)
  await expect(page).toHaveURL(/\/jobs\/.+\/loads/)
  const newId = /jobs\/([^/]+)/.exec(page.url())?.[1] ?? ''
  expect((await readJob(origin, newId)).job).toEqual((await readJob(origin, id)).job)
})

test('a file that is no job is refused in a sentence and changes nothing', async ({ page, origin }) => {
  const jobsThere = async () => ((await (await fetch(`${origin}/api/jobs`)).json()) as { jobs: unknown[] }).jobs.length
  const before = await jobsThere()
  await page.goto(origin)
  for (const [name, content, says] of NO_JOBS)
    await test.step(name, async () => {
      const file = test.info().outputPath(name)
      await writeFile(file, content)
      await page.getByLabel('Job file').setInputFiles(file)
      await expect(page.getByRole('alert')).toContainText(says)
      await expect(page).toHaveURL(`${origin}/`)
    })
  expect(await jobsThere()).toBe(before)
})
const NO_JOBS: readonly (readonly [name: string, content: Buffer, says: RegExp])[] = [
  ['cut.json', Buffer.from('{"format": "yard-lamp-job", "vers'), /cut\.json was not brought in: this file is not JSON/],
  ['foreign.json', Buffer.from('{"some": "thing"}'), /foreign\.json .*this is not a Yard Lamp job/],
  ['picture.json', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 1, 2]), /picture\.json .*this file is not JSON/],
  [
    'newer.json',
    Buffer.from(JSON.stringify({ ...fieldStation(), version: JOB_VERSION + 1 })),
    /newer\.json .*written by a newer Yard Lamp/,
  ],
  [
    'wrong.json',
    Buffer.from(JSON.stringify({ ...fieldStation(), currency: 'euro' })),
    /wrong\.json .*currency: got "euro"; allowed: three capital letters/,
  ],
  [
    'large.json',
    Buffer.alloc(50 * 1024 * 1024, 32),
    /large\.json .*it is 50\.0.MB, and a job file is at most 5 MB\. Nothing was changed\./,
  ],
]

test('an address of no job says so', async ({ page, origin }) => {
  await page.goto(`${origin}/jobs/00000000-0000-4000-8000-000000000000/loads`)
  await expect(page.getByRole('heading', { name: 'There is no such job' })).toBeVisible()
})

test('a job begins as a shape, its loads typical and its place open, and as a template of one’s own', async ({
  page,
  origin,
}) => {
  await page.goto(origin)
  await page.getByRole('button', { name: 'Begin a job' }).click()
  const dialog = page.getByRole('dialog', { name: 'Begin a job' })
  await dialog.getByRole('button', { name: /^Greenhouse/ }).click()
  await expect(page.getByRole('heading', { name: 'What must it run?' })).toBeVisible()
  await expect(page.getByLabel('Name of load 1')).toHaveValue('Circulation pump, DC')
  await expect(page.getByText('the record low, for the voltage of a string')).toHaveCount(0)
  const id = page.url().split('/').at(-2) ?? ''
  const { job } = await readJob(origin, id)
  expect(job.loads.every(({ basis }) => basis === 'typical')).toBe(true)
  expect(job.site.latitudeDeg).toBeNull()
  await page.getByLabel('Watts each, Circulation pump, DC').fill('31')
  await saved(page)

  await page.goto(origin)
  await page.getByRole('button', { name: 'More for Greenhouse' }).first().click()
  await page.getByRole('menuitem', { name: 'Keep as a template' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Greenhouse' }).first()).toContainText('template')
  await page.getByRole('button', { name: 'Begin a job' }).click()
  await dialog
    .getByRole('list')
    .first()
    .getByRole('button', { name: /^Greenhouse/ })
    .click()
  await expect(page.getByLabel('Watts each, Circulation pump, DC')).toHaveValue('31')
  expect(page.url()).not.toContain(id)
})
