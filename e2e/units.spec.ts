import { emptyJob, fieldStation } from '@yard-lamp/core'
import { expect, inChain, putJob, readJob, saved, test } from './application.ts'

test('a job in US units is shown, typed and printed in them, and its figures stay', async ({ page, origin }) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/site`)
  const low = page.getByLabel('Record low')
  await expect(low).toHaveValue('-11')
  await page.getByLabel('Figures in').selectOption('us')
  await expect(low).toHaveValue('12.2')
  await expect(page.locator('main')).toContainText('12 °F')
  await low.fill('14')
  await low.blur()
  await saved(page)
  expect((await readJob(origin, id)).job.site.recordLowC).toBeCloseTo(-10, 6)
  // A unit that is written is taken as written, and stays as it was written.
  await low.fill('-12 °C')
  await low.blur()
  await saved(page)
  expect((await readJob(origin, id)).job).toMatchObject({ units: 'us', site: { recordLowC: -12 } })
  await page.reload()
  await expect(page.getByLabel('Record low')).toHaveValue('-12 °C')
  await page.goto(`${origin}/jobs/${id}/sheet`)
  await expect(page.getByText(/Record low\s+10\s°F/)).toBeVisible()
  // Workings are in the units their formulas are written for, the job's beside them; all else is in the job's alone.
  // Insulation is named by its °C everywhere.
  for (const section of await page.locator('.sheet > :not(.sheet-workings)').all())
    await expect(section).not.toContainText(/\d(?<!XLPE 90|PVC 70)\s°C(?! insulation| battery cable)/)
  await expect(page.locator('.sheet-workings')).toContainText(/−12\s°C \(10\s°F\)/)
})

test('the choice is remembered for the next job, and can be undone in this one', async ({ page, origin }) => {
  const id = await putJob(origin, emptyJob('Choosing'))
  await page.goto(`${origin}/jobs/${id}/site`)
  await page.getByLabel('Figures in').selectOption('us')
  await page.getByLabel('Record low').fill('500')
  await expect(page.getByRole('alert').getByText(/expected a number from -130 to 176 °F/)).toBeVisible()
  await page.getByLabel('Record low').fill('')
  await page.goto(origin)
  await page.getByRole('button', { name: 'Begin a job' }).click()
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Empty/ })
    .click()
  await expect(page).toHaveURL(/loads$/)
  await inChain(page, 'Site').getByRole('link').click()
  await expect(page.getByLabel('Figures in')).toHaveValue('us')
  await page.getByLabel('Figures in').selectOption('metric')
})

test('the catalogue opened directly has its dialog whole', async ({ page, origin }) => {
  await page.goto(`${origin}/catalogue/panel`)
  await page.getByRole('button', { name: 'Add a panel' }).click()
  const field = page.getByRole('dialog').locator('.field').first()
  await expect(field).toBeVisible()
  const box = field.locator('.field-box')
  // As a field of any other page: its box has an edge and its label stands above it.
  await expect(box).toHaveCSS('border-top-style', 'solid')
  await expect(field).toHaveCSS('display', 'flex')
})

test('a version is named in the history, and keeps its name', async ({ page, origin }) => {
  const id = await putJob(origin, { ...fieldStation(), name: 'Named' })
  await page.goto(`${origin}/jobs/${id}/loads`)
  const open = async () => {
    await page.getByRole('button', { name: 'More for this job' }).click()
    await page.getByRole('menuitem', { name: 'Earlier versions' }).click()
  }
  await open()
  const name = page.getByLabel('Name of revision 1')
  await name.fill('as quoted')
  await name.press('Enter')
  await page.reload()
  await open()
  await expect(page.getByLabel('Name of revision 1')).toHaveValue('as quoted')
})
