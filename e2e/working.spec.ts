import { applyAll, fieldStation } from '@yard-lamp/core'
import { FIRES } from '../core/tests/broken-jobs.ts'
import { expect, putJob, test } from './application.ts'

test('what could mend a finding is tried in a worker, and one press does it', async ({ page, origin }) => {
  const { job } = FIRES['wire.drop'] ?? { job: fieldStation() }
  await page.goto(`${origin}/jobs/${await putJob(origin, job)}/wiring`)
  const finding = page.getByRole('list', { name: 'What this link needs' }).getByRole('listitem').first()
  await expect(finding).toBeVisible()
  // The worker of the year is there as well, sooner or later.
  const designers = () => page.workers().filter((each) => /design\.worker/.test(each.url()))
  expect(designers()).toHaveLength(0)
  await finding.getByRole('button', { name: 'Mend it' }).click()
  const remedy = finding.locator('.remedies button').first()
  await expect(remedy).toBeVisible()
  expect(designers()).toHaveLength(1)
  const said = await finding.locator('.notice-text').first().textContent()
  await remedy.click()
  await expect(page.getByText(said?.slice(0, 40) ?? '?')).toHaveCount(0)
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled()
})

test('the wiring page says which figures count what, and a finding leads into the sheet of its circuit', async ({
  page,
  origin,
}) => {
  const job = applyAll(fieldStation(), [
    { act: 'set-circuit', circuitId: 'battery-main', patch: { installation: 'battery-105-metric' } },
  ])
  await page.goto(`${origin}/jobs/${await putJob(origin, job)}/wiring`)
  await expect(page.getByText(/^Carries: as laid/)).toContainText('beside what lies with it')
  await page.getByRole('button', { name: 'Go there' }).first().click()
  await expect(page.getByLabel('Read from the table')).toBeFocused()
  // A reason an inspector can weigh is asked for, and then the rules are content.
  await page.getByLabel('Why it is laid otherwise').fill('flexible leads of the maker of the inverter')
  await expect(page.getByText(/read from 105 °C battery cable/)).toHaveCount(0)
  const sheet = page.locator('.circuit-opened')
  await expect(sheet.getByText(/\d+ × [\d.]+ for the air × 1(\.00)? for its neighbours/)).toBeVisible()
  await expect(sheet.getByText('one battery more')).toBeVisible()
  await page.getByLabel('Side by side, itself counted').fill('4')
  await expect(sheet.getByText(/× 0\.60? for its neighbours/)).toBeVisible()
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
