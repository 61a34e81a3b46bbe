import { applyAll, fieldStation } from '@yard-lamp/core'
import { FIRES } from '../core/tests/broken-jobs.ts'
import { expect, putJob, test } from './application.ts'

test('what could mend a finding is tried in a worker, and one press does it', async ({ page, origin }) => {
  const { job } = FIRES['wire.drop'] ?? { job: fieldStation() }
  await page.goto(`${origin}/jobs/${await putJob(origin, job)}/wiring`)
  const finding = page.getByRole('list', { name: 'What this link needs' }).getByRole('listitem').first()
  await expect(finding).toBeVisible()
  expect(page.workers()).toHaveLength(0)
  await finding.getByRole('button', { name: 'Mend it' }).click()
  const remedy = finding.locator('.remedies button').first()
  await expect(remedy).toBeVisible()
  expect(page.workers().map((worker) => worker.url())).toEqual([expect.stringContaining('design.worker')])
  const said = await finding.locator('.notice-text').first().textContent()
  await remedy.click()
  await expect(page.getByText(said?.slice(0, 40) ?? '?')).toHaveCount(0)
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled()
})

test('the wiring page says which figures count what, and does not claim what is not counted', async ({
  page,
  origin,
}) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/wiring`)
  const said = page.getByText(/^Carries: the limit as laid/)
  await expect(said).toContainText('grouping is not counted here')
  await expect(said).not.toContainText(/with .*grouping/)
  await expect(said).toContainText(/Devices are 1\.\d+ × the current/)
})

test('an assumption in a working leads to the field it is entered in', async ({ page, origin }) => {
  const job = applyAll(fieldStation(), [{ act: 'set-option', part: 'battery', patch: { agingFactor: null } }])
  await page.goto(`${origin}/jobs/${await putJob(origin, job)}/battery`)
  await page.locator('.answers .figure').first().click()
  const working = page.getByRole('complementary', { name: /^Working:/ })
  await expect(working).toBeVisible()
  const movers = working.getByRole('listitem').filter({ hasText: /a tenth more makes it/ })
  await expect(movers.first()).toBeVisible()
  const enter = movers.getByRole('button', { name: 'enter it' }).first()
  await enter.click()
  await expect(page.locator('[data-place]:focus')).toBeVisible()
})
