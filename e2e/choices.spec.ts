import { applyAll, EMPTY_BACKUP, fieldStation } from '@yard-lamp/core'
import { expect, inChain, putJob, test } from './application.ts'

test('battery: eight chemistries on equal terms, a subsidy moves the price, and one is taken', async ({
  page,
  origin,
}) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/battery`)
  const chemistries = page.locator('.chemistry-table tbody tr')
  await expect(chemistries).toHaveCount(8)
  const gel = chemistries.filter({ hasText: 'gel lead-acid' })
  const before = await gel.locator('td').nth(9).textContent()
  await page.getByLabel('Price factor of gel lead-acid').fill('0.5')
  await expect(gel.locator('td').nth(9)).not.toHaveText(before ?? '')
  await page.getByLabel('Price factor of gel lead-acid').fill('-1')
  await expect(page.getByText(/-1.*0 to 5|from 0 to 5/).first()).toBeVisible()
  await page.getByLabel('Price factor of gel lead-acid').fill('')
  await gel.getByRole('button', { name: 'take this' }).click()
  await expect(inChain(page, 'Battery')).toContainText('36 × 2 V 600 Ah')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(inChain(page, 'Battery')).toContainText('6 × 25.6 V 120 Ah')
})

test('battery: one string fewer in words, and a school taken in one action', async ({ page, origin }) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/battery`)
  await expect(page.getByRole('listitem').filter({ hasText: /5 strings of 1\s*falls \d+.% short/ })).toBeVisible()
  const plain = page.getByRole('row', { name: /^Plain/ })
  await expect(plain).toContainText('losses counted in the bank')
  await plain.getByRole('button', { name: 'take this' }).click()
  await expect(plain.getByRole('button', { name: 'this job’s' })).toBeVisible()
  await expect(inChain(page, 'Battery')).toContainText('a check has advice')
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByLabel(/This job’s figures are a school/).fill('Island school')
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect(
    page.getByRole('row', { name: /^Island school/ }).getByRole('button', { name: 'this job’s' }),
  ).toBeVisible()
})

test('what is already there is judged and not bought', async ({ page, origin }) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/battery`)
  const price = await inChain(page, 'Parts').textContent()
  await page.getByLabel('Something is already there').selectOption({ label: 'Haskerl H24-120 LFP' })
  await page.getByRole('button', { name: 'Add it' }).click()
  await page.getByLabel('How many', { exact: true }).fill('2')
  await expect(inChain(page, 'Parts')).not.toHaveText(price ?? '')
  await page.getByLabel('Age', { exact: true }).fill('3')
  await expect(page.getByText(/new units stand beside units 3.years old/)).toBeVisible()
  await page.getByLabel('Something is already there').selectOption({ label: 'Murrow Cell MG6-225' })
  await page.getByRole('button', { name: 'Add it' }).click()
  await expect(page.getByText(/they charge and empty each other/)).toBeVisible()
})

test('a danger is mended by an action that was tried', async ({ page, origin }) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/controller`)
  await page.getByLabel('Panels in a string').first().fill('5')
  await expect(page.getByText(/destroys the controller/)).toBeVisible()
  const danger = page.locator('.notice-danger').filter({ hasText: 'destroys the controller' })
  await danger.getByRole('button', { name: 'Mend it' }).click()
  await danger.getByRole('button', { name: /panels in a string/ }).click()
  await expect(page.getByText(/destroys the controller/)).toHaveCount(0)
})

test('controller: every layout is ranked on its volts, one is taken, and another array joins', async ({
  page,
  origin,
}) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/controller`)
  const planner = page.locator('.planner tbody tr')
  await expect(planner.first()).toContainText('2 × 2 × 2')
  await planner.filter({ hasText: '3 × 1 × 3' }).getByRole('button').click()
  await expect(inChain(page, 'Array')).toContainText('9 × 430 W')
  await page.getByRole('button', { name: 'Another array on a controller of its own' }).click()
  await expect(inChain(page, 'Controller')).toContainText('and 1 more')
  await expect(page.getByText(/into the bank; best month brings/)).toBeVisible()
})

test('array: the panels are laid on the roof, and surplus is given to a water heater', async ({ page, origin }) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/array`)
  await expect(page.getByRole('img', { name: /Loft roof: 8 wanted, 12 fit by area; by weight 10/ })).toBeVisible()
  await page.getByLabel('Free at the edges').fill('1500')
  // Fewer fit: other panels, or as many as fit.
  const roof = page.getByRole('img', { name: /Loft roof: \d+ wanted, \d+ fit by area/ })
  await expect(roof).not.toHaveAccessibleName(/8 wanted, 12 fit/)
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Something that can use it' }).click()
  await expect(page.getByRole('row', { name: /^Water heater/ })).toBeVisible()
  await page.getByLabel('Most in a day').fill('-4')
  await expect(page.getByText(/from 0|above 0/).first()).toBeVisible()
})

test('backup: a generator, its bond, a charger set lower, its fuel, and an engine', async ({ page, origin }) => {
  const charging = { itemId: 'castlemere-24-3000c', quantity: 1 }
  const job = applyAll(fieldStation(), [
    { act: 'set-option', part: 'inverter', patch: charging },
    { act: 'set-option', part: 'backup', patch: EMPTY_BACKUP },
  ])
  await page.goto(`${origin}/jobs/${await putJob(origin, job)}/backup`)
  await expect(page.getByRole('img', { name: /Alone \d+.h of the darkest fortnight go without/ })).toBeVisible()
  await page.getByLabel('Backup', { exact: true }).selectOption('generator')
  const bond = page.locator('.notice').filter({ hasText: 'is not answered' })
  await bond.getByRole('button', { name: 'Mend it' }).click()
  await bond.getByRole('button', { name: /^Bond/ }).click()
  await expect(bond).toHaveCount(0)
  await page.getByLabel('Neutral and earth are joined').selectOption('both')
  await expect(page.getByText(/joined twice/)).toBeVisible()
  const toFull = inChain(page, 'Backup')
  const atRating = await toFull.textContent()
  await page.getByLabel('Set to, all together').fill('12 A')
  await expect(toFull).not.toHaveText(atRating ?? '')
  await page.getByLabel('Set to, all together').fill('4000')
  await expect(page.getByText(/is all it gives: that is counted, not 4,000.A/)).toBeVisible()
  await page.getByLabel('Set to, all together').fill('-3')
  await expect(page.getByRole('alert').filter({ hasText: '“-3” — expected a number above 0 to 5,000 A' })).toBeVisible()
  await page.getByLabel('Set to, all together').fill('')
  for (const month of ['Nov', 'Dec', 'Jan']) await page.getByRole('button', { name: month, exact: true }).click()
  await page.getByLabel('an engine charges the bank as well').check()
  await page.getByLabel('Alternator voltage').fill('28')
  await expect(page.getByText(/draws .* at idle and puts/)).toBeVisible()
  await page.getByLabel('DC-DC charger').selectOption({ label: 'Kelder KD24-24/30' })
  await page.getByLabel('At idle, hot').fill('30')
  await expect(page.getByText(/overheats, and can burn/)).toBeVisible()
})

test('inverter: hours against the rating, sleep, and an AC-coupled array', async ({ page, origin }) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/inverter`)
  await expect(page.getByRole('img', { name: /Most can run together at \d+:00/ })).toBeVisible()
  await page.getByLabel('an array feeds the AC board beside the battery inverter').check()
  await page.getByLabel('Its power').fill('1 kW')
  await expect(page.getByText(/serves loads by day without the battery/)).toBeVisible()
  await expect(inChain(page, 'Array')).toContainText('and 1 more')
  await page.getByLabel('sleeps between pulses').check()
  await expect(page.getByLabel('Draw asleep')).toBeVisible()
})
