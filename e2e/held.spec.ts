import { fieldStation } from '@yard-lamp/core'
import { expect, putJob, test } from './application.ts'

test('a load disconnect goes in line, is drawn and bought; too small a shunt is a danger, mended at one press', async ({
  page,
  origin,
}) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/wiring`)
  await page.getByLabel('What goes in line').selectOption({ label: 'a low-voltage load disconnect' })
  await page.getByLabel('Circuit it goes into').selectOption({ label: 'Bus bars to DC board' })
  await page.getByRole('button', { name: 'Put in line' }).click()
  const row = page.getByLabel('Taken, Load disconnect, Bus bars to DC board')
  await expect(row).toBeVisible()
  await expect(page.locator('.diagram-run g > title', { hasText: /^Load disconnect/ })).toHaveCount(1)
  await page.getByLabel('Taken, Shunt', { exact: true }).selectOption({ label: 'none' })
  await page.getByLabel('Taken, Battery switch', { exact: true }).selectOption({ label: 'none' })
  const danger = page.getByText(/Bank to bus bars: nothing opens it by hand/)
  await expect(danger).toBeVisible()
  await page.getByRole('button', { name: 'Mend it' }).first().click()
  await page.getByRole('button', { name: /Let the design choose the switch/ }).click()
  await expect(danger).toBeHidden()
  await page.goto(`${origin}/jobs/${id}/parts`)
  await expect(page.getByText('Load disconnect, Bus bars to DC board')).toBeVisible()
  await expect(page.getByText('shunt of the monitor')).toBeHidden()
})

test('branches follow the rooms, and bars in two stages a tick', async ({ page, origin }) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/wiring`)
  await expect(page.getByRole('button', { name: /^AC board to Laboratory:/ })).toBeVisible()
  await page.getByRole('button', { name: /^AC board to Laboratory:/ }).click()
  await expect(page.locator('tr.chosen')).toContainText('AC board to Laboratory')
  await page.getByLabel(/the inverters have bus bars of their own/).check()
  await expect(page.getByLabel('Cable, Link to the inverter bus bars')).toBeVisible()
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(page.getByLabel('Cable, Link to the inverter bus bars')).toBeHidden()
})

test('a second bank on the site with a small system of its own', async ({ page, origin }) => {
  const station = fieldStation()
  const id = await putJob(origin, station)
  await page.goto(`${origin}/jobs/${id}/battery#other-small-systems-here`)
  await page.getByRole('button', { name: 'Another small system on this site' }).click()
  const system = page.getByRole('region', { name: 'System 2' })
  await system.getByLabel('Name').fill('Porch')
  const porch = page.getByRole('region', { name: 'Porch' })
  await porch.getByLabel('Voltage').selectOption('12')
  await porch.getByLabel('Loads that Porch carries').click()
  await page.getByRole('option', { name: 'Bunk lamp' }).click()
  await page.keyboard.press('Escape')
  await expect(porch.getByText(/\d+.×.1\d(\.\d)?.V.\d+.Ah/)).toBeVisible()
  await page
    .getByRole('link', { name: /Wiring/ })
    .first()
    .click()
  await expect(page.getByRole('heading', { name: 'Porch' })).toBeVisible()
  await expect(page.getByLabel('Cable, DC board to Bunk lamp')).toBeVisible()
  await page.getByRole('link', { name: /Parts/ }).first().click()
  await expect(page.getByRole('cell', { name: 'Porch: battery', exact: true })).toBeVisible()
  await page.goto(`${origin}/jobs/${id}/loads`)
  await expect(page.getByTitle('carried by Porch, not by the main system')).toBeVisible()
})

test('a weight for an axle is held against what stands on it', async ({ page, origin }) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/parts`)
  await page.getByRole('button', { name: 'Set a weight' }).click()
  await page.getByLabel('What bears it').fill('Rear axle')
  await page.getByLabel('May bear').fill('45')
  await page.getByLabel('May bear').blur()
  await expect(page.getByText(/Rear axle: \d+.kg of the system stand there; it may bear 45.kg/)).toBeVisible()
  await expect(page.getByText(/too much/)).toBeVisible()
})
