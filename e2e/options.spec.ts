import { expect, inChain, putJob, readJob, saved, test } from './application.ts'

test('an option is made from the current one, edited apart, compared, chosen and removed', async ({ page, origin }) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/options`)
  await expect(page.getByLabel('Name of Lithium, a generator')).toBeVisible()
  const before = await inChain(page, 'Parts').textContent()
  await page.getByRole('button', { name: 'Another option like the chosen one' }).click()
  await page.getByLabel('Name of Option A').fill('Five days')
  await expect(page.getByLabel('Option worked on')).toHaveValue(/./)
  await page.goto(`${origin}/jobs/${id}/battery`)
  await page.getByLabel('Days without sun').fill('5')
  await expect(inChain(page, 'Parts')).not.toHaveText(before ?? '')
  await page.getByRole('link', { name: 'compare' }).click()
  const carries = page.getByRole('row', { name: /^Carries/ })
  await expect(carries).toContainText(/3\.0.days.*6\.0.days/)
  await page.getByRole('button', { name: 'Choose Lithium, a generator' }).click()
  await expect(inChain(page, 'Parts')).toHaveText(before ?? '')
  await saved(page)
  const { job } = await readJob(origin, id)
  expect(job.options.map(({ name, battery }) => [name, battery.autonomyDays])).toEqual([
    ['Lithium, a generator', 3],
    ['Five days', 5],
    ['Lead-acid, generator in winter', 2],
  ])
  await page.getByRole('button', { name: 'Remove Five days' }).click()
  await expect(page.getByLabel('Name of Five days')).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByLabel('Name of Five days')).toBeVisible()
})
