import type { Browser, Page } from '@playwright/test'
import { emptyJob } from '@yard-lamp/core'
import { expect, putJob, startApplication, test } from './application.ts'

const PASSWORD = 'four lamps in a row'

/** A browser of somebody’s own, with nothing kept in it. */
async function windowOf(browser: Browser, origin: string): Promise<Page> {
  const context = await browser.newContext({ baseURL: origin, viewport: { width: 1280, height: 800 } })
  return context.newPage()
}

async function signIn(page: Page, name: string, password: string): Promise<void> {
  await page.getByLabel('Name to sign in by').fill(name)
  await page.getByLabel('Password', { exact: true }).fill(password)
  await page.getByRole('button', { name: 'Sign in' }).click()
}

test('an owner lets a viewer in, who chooses a password, looks, and keeps nothing', async ({ browser }) => {
  const application = await startApplication()
  try {
    const { origin } = application
    const id = await putJob(origin)
    const owner = await windowOf(browser, origin)
    await owner.goto('/people')
    await owner.getByLabel('Name', { exact: true }).fill('Runa Vell')
    await owner.getByLabel('Signs in by').fill('runa')
    await owner.getByLabel(/^Password, 12/).fill('short')
    await owner.getByRole('button', { name: 'Make the owner' }).click()
    await expect(owner.getByRole('alert')).toContainText('at least 12 characters')
    await owner.getByLabel('Name', { exact: true }).fill('Runa Vell')
    await owner.getByLabel('Signs in by').fill('runa')
    await owner.getByLabel(/^Password, 12/).fill(PASSWORD)
    await owner.getByRole('button', { name: 'Make the owner' }).click()
    await expect(owner.getByText('One person at this machine')).toBeVisible()
    await owner.getByLabel('Name', { exact: true }).fill('Odo Marl')
    await owner.getByLabel('Signs in by').fill('odo')
    await owner.getByLabel('Role', { exact: true }).selectOption('viewer')
    await owner.getByRole('button', { name: 'Let in' }).click()
    const first = (await owner.locator('.people-given code').textContent()) ?? ''
    await expect(owner.getByRole('row', { name: /Runa Vell .*Odo Marl/ })).toBeVisible()
    await expect(owner.getByText('You are Runa Vell.')).toBeVisible()

    const viewer = await windowOf(browser, origin)
    await viewer.goto(`/jobs/${id}/loads`)
    await signIn(viewer, 'odo', 'not the password')
    await expect(viewer.getByRole('alert')).toContainText('No one here has this name with this password.')
    await signIn(viewer, 'odo', first)
    await viewer.getByLabel('Password you were given').fill(first)
    await viewer.getByLabel('New password', { exact: true }).fill(`${PASSWORD} too`)
    await viewer.getByLabel('New password once more').fill(`${PASSWORD} too`)
    await viewer.getByRole('button', { name: 'Keep it' }).click()
    await viewer.getByLabel('Watts each, Water pump').fill('444')
    await expect(viewer.getByText('Tried here only, not kept')).toBeVisible()
    await viewer.reload()
    await expect(viewer.getByLabel('Watts each, Water pump')).not.toHaveValue('444')

    await owner.reload()
    await owner.getByRole('button', { name: 'End', exact: true }).click()
    await expect(owner.getByRole('button', { name: 'End', exact: true })).toHaveCount(0)
    await viewer.goto('/')
    await expect(viewer.getByRole('button', { name: 'Sign in' })).toBeVisible()
    await owner.reload()
    await expect(owner.getByRole('row', { name: /Odo Marl signed in/ }).first()).toBeVisible()
  } finally {
    await application.stop()
  }
})

test('somebody signed out in the middle signs in over the page, and what was typed is saved', async ({ browser }) => {
  const application = await startApplication()
  try {
    const { origin } = application
    const id = await putJob(origin)
    const page = await windowOf(browser, origin)
    await page.goto('/')
    const said = { name: 'Runa Vell', account: 'runa', role: 'owner', password: PASSWORD }
    expect((await page.request.post('/api/people', { data: said })).status()).toBe(201)
    const second = { name: 'Odo Marl', account: 'odo', role: 'viewer' }
    expect((await page.request.post('/api/people', { data: second })).status()).toBe(201)
    await page.goto(`/jobs/${id}/loads`)
    await page.getByLabel('Watts each, Water pump').fill('401')
    await expect(page.getByText('Saved, revision 2')).toBeVisible()
    await page.request.delete('/api/session')
    await page.getByLabel('Watts each, Water pump').fill('402')
    await expect(page.getByText('You were signed out.')).toBeVisible()
    await page.getByRole('dialog').getByLabel('Password', { exact: true }).fill(PASSWORD)
    await page.getByRole('dialog').getByRole('button', { name: 'Sign in' }).click()
    await expect(page.getByText('Saved, revision 3')).toBeVisible()
    await expect(page.getByLabel('Watts each, Water pump')).toHaveValue('402')
  } finally {
    await application.stop()
  }
})

test('two people see each other on a job, and what touches different parts comes together by itself', async ({
  page,
  origin,
}) => {
  const id = await putJob(origin)
  const other = await page.context().newPage()
  await page.goto(`${origin}/jobs/${id}/loads`)
  await other.goto(`${origin}/jobs/${id}/loads`)
  await other.getByLabel('Watts each, Water pump').fill('455')
  await expect(other.getByText('Saved, revision 2')).toBeVisible()
  await expect(page.getByText('Being edited by you, in another window')).toBeVisible({ timeout: 20_000 })
  await expect(page.getByLabel('Watts each, Water pump')).toHaveValue('455', { timeout: 20_000 })
  // Both at once: neither page has heard of the other’s.
  await Promise.all([
    page.getByLabel('Name of the job').fill('Ringing station, east'),
    other.getByLabel('Watts each, Water pump').fill('466'),
  ])
  for (const each of [page, other]) {
    await expect(each.getByLabel('Name of the job')).toHaveValue('Ringing station, east', { timeout: 20_000 })
    await expect(each.getByLabel('Watts each, Water pump')).toHaveValue('466', { timeout: 20_000 })
    await expect(each.getByRole('dialog')).toHaveCount(0)
  }
  // What the other did is not taken back here.
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByLabel('Name of the job')).not.toHaveValue('Ringing station, east')
  await expect(page.getByLabel('Watts each, Water pump')).toHaveValue('466')
})

test('a link shows one option’s quote to whoever has it, is counted, and shows nothing once it is taken back', async ({
  page,
  browser,
  origin,
}) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/loads`)
  await page.getByRole('button', { name: 'More for this job' }).click()
  await page.getByRole('menuitem', { name: 'Show something by a link' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('For whom').fill('the warden')
  await dialog.getByRole('button', { name: 'Make the link' }).click()
  const link = (await dialog.locator('.share-made code').textContent()) ?? ''
  const visitor = await (await browser.newContext()).newPage()
  await visitor.goto(link)
  await expect(visitor.getByText('To pay, EUR')).toBeVisible({ timeout: 30_000 })
  await expect(visitor.getByText('Shown to you by a link, until')).toBeVisible()
  await page.reload()
  await page.getByRole('button', { name: 'More for this job' }).click()
  await page.getByRole('menuitem', { name: 'Show something by a link' }).click()
  await expect(dialog.getByText(/opened once/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Take back' }).click()
  await expect(dialog.getByText(/taken back/)).toBeVisible()
  await visitor.reload()
  await expect(visitor.getByRole('alert')).toContainText('has ended or was taken back')
})

test('jobs are found, filed, put aside and asked by their state', async ({ browser }) => {
  const application = await startApplication({ demo: false })
  try {
    const { origin } = application
    for (const name of ['North barn', 'South barn', 'Ferry hut']) await putJob(origin, emptyJob(name))
    const page = await windowOf(browser, origin)
    await page.goto('/')
    await expect(page.getByText('3 jobs')).toBeVisible()
    await page.keyboard.press('/')
    await page.keyboard.type('barn')
    await expect(page.getByText('2 jobs')).toBeVisible()
    await page.getByRole('button', { name: 'More for North barn' }).click()
    await page.getByRole('menuitem', { name: 'File in a folder' }).click()
    await page.getByRole('dialog').getByLabel('Folder').fill('Farms')
    await page.getByRole('button', { name: 'File it' }).click()
    await page.getByLabel('Folder', { exact: true }).selectOption('Farms')
    await expect(page.getByText('One job')).toBeVisible()
    await page.getByRole('button', { name: 'More for North barn' }).click()
    await page.getByRole('menuitem', { name: 'Done with' }).click()
    await expect(page.getByText('No job is like this.')).toBeVisible()
    await page.getByRole('button', { name: 'Done with' }).click()
    await expect(page.getByRole('link', { name: 'North barn' })).toBeVisible()
    // What was asked for is there again after a job was looked at.
    await page.getByRole('link', { name: 'North barn' }).click()
    await expect(page.getByLabel('Name of the job')).toBeVisible()
    await page.goBack()
    await expect(page.getByLabel('Find jobs by name, place, customer or folder')).toHaveValue('barn')
    await expect(page.getByRole('link', { name: 'North barn' })).toBeVisible()
  } finally {
    await application.stop()
  }
})
