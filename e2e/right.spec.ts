import { apply, fieldStation, type Job } from '@yard-lamp/core'
import { expect, inChain, putJob, readJob, test } from './application.ts'

/** The ringing station in a room that freezes, with nothing of its battery chosen. */
function freezing(): Job {
  const job = fieldStation()
  const open = { itemId: null, parallel: null } as const
  const site = { ...job.site, batteryRoomLowC: -2, batteryRoomHighC: 25 }
  return apply({ ...job, site }, { act: 'set-option', part: 'battery', patch: open })
}

test('a heated box is what the battery stands in: chemistry and capacity follow, and a weak heater is told of', async ({
  page,
  origin,
}) => {
  const id = await putJob(origin, freezing())
  await page.goto(`${origin}/jobs/${id}/battery`)
  const chosen = page.locator('.drawing').first()
  await expect(chosen).not.toContainText('LFP')
  await page.getByLabel('it stands in a heated box').check()
  await expect(chosen).toContainText('LFP')
  await expect(page.getByText(/At its coldest the battery is at 5\.0.°C/)).toBeVisible()
  await page.getByLabel('Heater rating').fill('6')
  await page.getByLabel('Heater rating').blur()
  await page.goto(`${origin}/jobs/${id}/loads`)
  await expect(page.getByText('Battery-box heating')).toBeVisible()
  await page.goto(`${origin}/jobs/${id}/checks`)
  // Held at −7 °C nothing of lithium may be charged: the design takes what bears it.
  await page.goto(`${origin}/jobs/${id}/battery`)
  await expect(page.getByText(/At its coldest the battery is at −2\.0.°C/)).toBeVisible()
  await expect(chosen).not.toContainText('LFP')
})

test('an AC-coupled array has panels, strings and an inverter of its own, and stands in the parts', async ({
  page,
  origin,
}) => {
  const job = apply(fieldStation(), {
    act: 'set-option',
    part: 'inverter',
    patch: { itemId: 'castlemere-24-3000c', quantity: 1 },
  })
  const id = await putJob(origin, job)
  await page.goto(`${origin}/jobs/${id}/inverter`)
  await page.getByLabel('an array feeds the AC board beside the battery inverter').check()
  await expect(inChain(page, 'Inverter')).toBeVisible()
  await page.locator('[data-place="inverter.acCoupled.panelId"]').selectOption({ label: 'Fenlode F108-400' })
  await page.locator('[data-place="inverter.acCoupled.inverterId"]').selectOption({ label: 'Helmsley HS1500' })
  await expect(page.getByText(/4 panels, 1,600.W/)).toBeVisible()
  await page.locator('[data-place="inverter.acCoupled.panelsPerString"]').fill('14')
  await page.locator('[data-place="inverter.acCoupled.panelsPerString"]').blur()
  await page.locator('.topbar-checks').click()
  await expect(page.locator('.notice-danger').filter({ hasText: 'AC-coupled array: A string of 14' })).toBeVisible()
  await page.goBack()
  await page.locator('[data-place="inverter.acCoupled.panelsPerString"]').fill('')
  await page.locator('[data-place="inverter.acCoupled.panelsPerString"]').blur()
  await page.goto(`${origin}/jobs/${id}/parts`)
  await expect(page.getByText('Helmsley HS1500')).toBeVisible()
})

test('shore with an inlet of few amperes sets the charger lower, and a limit above it is a fault', async ({
  page,
  origin,
}) => {
  const job = apply(fieldStation(), {
    act: 'set-option',
    part: 'inverter',
    patch: { itemId: 'castlemere-24-3000c', quantity: 1 },
  })
  const id = await putJob(origin, job)
  await page.goto(`${origin}/jobs/${id}/backup`)
  await page.locator('[data-place="backup.kind"]').selectOption('mains')
  const set = page.locator('[data-place="backup.chargerSetA"]')
  await expect(set).toHaveAttribute('placeholder', /^70 rated/)
  await page.getByLabel('Inlet and lead bear').fill('6')
  await expect(set).toHaveAttribute('placeholder', /^\d+, what may come in, less the house/)
  await page.getByLabel('Input limit set to').fill('10')
  await page.getByLabel('Input limit set to').blur()
  await page.goto(`${origin}/jobs/${id}/checks`)
  await expect(page.getByText(/The input limit is set to 10.A; inlet and lead bear 6.A/)).toBeVisible()
})

test('a finding is accepted with a reason, a danger with a name, and stands so on the sheet', async ({
  page,
  origin,
}) => {
  const job = apply(fieldStation(), { act: 'set-circuit', circuitId: 'inverter-dc', patch: { deviceId: 'none' } })
  const id = await putJob(origin, job)
  await page.goto(`${origin}/jobs/${id}/checks`)
  const danger = page.locator('.notice-danger').filter({ hasText: 'no fuse or breaker at its source' })
  await danger.getByRole('button', { name: 'Accept …' }).click()
  await danger.getByLabel('Why it may stay as it is').fill('Fused in the inverter itself, by its sheet.')
  await expect(danger.getByRole('button', { name: 'Accept it' })).toBeDisabled()
  await danger.getByLabel('Who decided').fill('J. Farrow, electrician')
  await danger.getByRole('button', { name: 'Accept it' }).click()
  await expect(page.getByRole('heading', { name: 'Accepted as they are' })).toBeVisible()
  await expect(page.getByText('checks silent')).toBeVisible()
  await expect.poll(async () => (await readJob(origin, id)).job.options[0]?.accepted.length).toBe(1)
  await page.goto(`${origin}/jobs/${id}/sheet`)
  await expect(page.getByText(/by J\. Farrow, electrician: Fused in the inverter itself/)).toBeVisible()
  await expect(page.getByText('Not to be built from')).toHaveCount(0)
  await page.goto(`${origin}/jobs/${id}/checks`)
  await page.getByRole('button', { name: 'No longer accept' }).click()
  await expect(page.getByText('checks silent')).toHaveCount(0)
})
