import { emptyJob } from '@yard-lamp/core'
import { epwText } from '../core/tests/made-weather.ts'
import { expect, inChain, putJob, readJob, saved, test } from './application.ts'

test('twelve figures pasted, place and cold typed, and the array follows', async ({ page, origin }) => {
  const id = await putJob(origin, emptyJob('Pasted'))
  await page.goto(`${origin}/jobs/${id}/site`)
  await page.getByLabel('Latitude, north +').fill('47.5')
  await page.getByLabel('Record low', { exact: true }).fill('-24')
  const january = page.getByLabel('Jan', { exact: true })
  await january.focus()
  await january.evaluate((field, text) => {
    const data = new DataTransfer()
    data.setData('text', text)
    field.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))
  }, '1.1 1.9 3,0 4.2 5.0 5.5 5.6 4.8 3.6 2.2 1.2 0.9')
  await expect(page.getByLabel('Dec', { exact: true })).toHaveValue('0.9')
  await expect(inChain(page, 'Site')).toContainText('sun hours, December')
  await expect(page.getByRole('img', { name: /Sun by month/ })).toBeVisible()
  await page.getByLabel('Dec', { exact: true }).fill('9')
  await expect(page.getByRole('alert').filter({ hasText: 'December: 9 kWh/m² a day is more than the' })).toBeVisible()
})

test('an EPW weather file is brought in: what it holds is shown first, then taken', async ({ page, origin }) => {
  const id = await putJob(origin, emptyJob('Weather'))
  await page.goto(`${origin}/jobs/${id}/site`)
  await page.getByRole('button', { name: 'Bring in a weather file' }).click()
  const dialog = page.getByRole('dialog', { name: 'Bring in a weather file' })
  const file = (name: string, text: string) => ({ name, mimeType: 'text/plain', buffer: Buffer.from(text) })
  await dialog.getByLabel('Weather file', { exact: true }).setInputFiles(file('broken.epw', 'no weather'))
  await expect(dialog.getByRole('alert')).toContainText('its first line should begin with LOCATION')
  await expect(dialog.getByRole('alert')).toContainText('Nothing was changed')
  await dialog.getByLabel('Weather file', { exact: true }).setInputFiles(file('lowmere.epw', epwText()))
  await expect(dialog).toContainText(/8,760 hours, 51\.50°, −2\.25°, 120.m/)
  await expect(dialog).toContainText('No gaps')
  await dialog.getByRole('button', { name: 'Take these months' }).click()
  await expect(page.getByLabel('Latitude, north +')).toHaveValue('51.5')
  await expect(page.getByLabel('Jan', { exact: true })).toHaveValue('1.2')
  await expect(inChain(page, 'Site')).toContainText('sun hours')
  await saved(page)
  const { site } = (await readJob(origin, id)).job
  expect(site).toMatchObject({ sunSource: 'Weather file lowmere.epw', recordLowC: 1, utcOffsetH: 0 })
})

test('an hourly table is read by the columns a person names, and its gaps are told', async ({ page, origin }) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/site`)
  await page.getByRole('button', { name: 'Bring in a weather file' }).click()
  const dialog = page.getByRole('dialog', { name: 'Bring in a weather file' })
  const rows = Array.from(
    { length: 8760 },
    (_, i) => `${i};${i < 30 ? '' : i % 24 >= 9 && i % 24 < 15 ? '0,4' : '0'};7,5`,
  )
  const buffer = Buffer.from(`hour;reading;t air\n${rows.join('\n')}`)
  await dialog
    .getByLabel('Weather file', { exact: true })
    .setInputFiles({ name: 'hours.csv', mimeType: 'text/csv', buffer })
  await dialog.getByLabel('Sun on the flat').selectOption('reading')
  await dialog.getByLabel('Sun in').selectOption('kWh/m²')
  await dialog.getByRole('button', { name: 'Read these columns' }).click()
  await expect(dialog.getByRole('list', { name: 'Gaps' })).toContainText('January: 30 of 744 hours have no sun figure')
  await expect(dialog.getByRole('row', { name: /kWh/ })).toContainText('2.40')
  await page.keyboard.press('Escape')
  await expect(page.getByLabel('Jan', { exact: true })).toHaveValue('0.86')
})

test('a climate is taken as an assumption, and typing over it ends that', async ({ page, origin }) => {
  const id = await putJob(origin, emptyJob('Climate'))
  await page.goto(`${origin}/jobs/${id}/site`)
  await page.getByRole('button', { name: 'Take a climate' }).click()
  await expect(page.getByRole('button', { name: 'Take Hot desert' })).toHaveCount(0)
  await page.getByRole('dialog').getByLabel('At latitude, north +').fill('-23')
  await page.getByRole('button', { name: 'Take Hot desert' }).click()
  await expect(page.getByText(/Climate of Yard Lamp: Hot desert; a month may differ by 6.% either way/)).toBeVisible()
  await expect(page.getByLabel('These figures are')).toHaveValue('climate')
  await page.getByLabel('Mar', { exact: true }).fill('6')
  await expect(page.getByLabel('These figures are')).toHaveValue('guess')
})

test('a horizon is drawn by mouse over the paths of the sun, and typed', async ({ page, origin }) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/site`)
  await page.getByRole('button', { name: 'Clear it' }).click()
  const before = await inChain(page, 'Site').textContent()
  const picture = page.getByRole('img', { name: /Paths of the sun/ })
  await picture.scrollIntoViewIfNeeded()
  const box = await picture.boundingBox()
  if (!box) throw new Error('no picture')
  const middleX = box.x + 40 + (box.width - 48) / 2
  await page.mouse.move(middleX - 120, box.y + box.height - 110)
  await page.mouse.down()
  await page.mouse.move(middleX, box.y + box.height - 110, { steps: 5 })
  await page.mouse.move(middleX + 120, box.y + box.height - 110, { steps: 5 })
  await page.mouse.up()
  await expect(page.getByRole('row', { name: /of the beam/ })).toBeVisible()
  await expect(inChain(page, 'Site')).not.toHaveText(before ?? '')
  await saved(page)
  const { horizon } = (await readJob(origin, id)).job.site
  expect(Math.max(...horizon.map(({ heightDeg }) => heightDeg))).toBeGreaterThan(15)
  const points = page.getByLabel('Points of the horizon')
  await points.fill('90 5\n180 twelve')
  await points.blur()
  await expect(page.getByText('line 2, “180 twelve”: expected an azimuth from -180 to 360')).toBeVisible()
  await points.fill('90 5\n180 12\n270 5')
  await points.blur()
  await saved(page)
  expect((await readJob(origin, id)).job.site.horizon).toHaveLength(3)
})

test('the plane is dragged, its rules compared, another roof added, and the year made', async ({ page, origin }) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/site`)
  const map = page.getByRole('slider', { name: /Tilt and direction/ })
  await map.scrollIntoViewIfNeeded()
  const box = await map.boundingBox()
  if (!box) throw new Error('no map')
  await page.mouse.click(box.x + 40 + (box.width - 48) * 0.25, box.y + 110)
  await expect(page.getByLabel('Faces (180 is south)')).toHaveValue('90')
  await map.press('ArrowRight')
  await expect(page.getByLabel('Faces (180 is south)')).toHaveValue('91')
  await page.getByRole('button', { name: 'Take the tilt two positions' }).click()
  await expect(page.getByLabel('Tilt in winter')).toBeVisible()
  await page.getByRole('button', { name: 'Another plane' }).click()
  await expect(page.getByText('50 % of it')).toBeVisible()
  await saved(page)
  const { planes } = (await readJob(origin, id)).job.site
  expect(planes).toMatchObject([
    { azimuthDeg: 91, positions: 'two' },
    { name: 'Plane 2', parts: 1 },
  ])
  await expect(page.getByText(/\d+ clear days/)).toBeVisible()
  const days = page.getByRole('img', { name: /Sun on the flat day by day/ })
  const first = await days.innerHTML()
  await page.getByRole('button', { name: 'another year' }).click()
  await expect.poll(() => days.innerHTML()).not.toBe(first)
})

test('a place is found by its name, or by a click on the map, with its clock; one undo takes it back', async ({
  page,
  origin,
}) => {
  const id = await putJob(origin, emptyJob('Somewhere'))
  await page.goto(`${origin}/jobs/${id}/site`)
  await page.getByRole('button', { name: 'Find the place' }).click()
  const dialog = page.getByRole('dialog', { name: 'Find the place' })
  const search = dialog.getByLabel('Name of a town')
  await search.fill('zzqxv')
  await expect(dialog).toContainText('No place of a thousand people or more is called “zzqxv”')
  await search.fill('kathmandu')
  await expect(dialog.getByRole('list', { name: 'Places found' }).getByRole('button').first()).toContainText('Nepal')
  await search.press('Enter')
  await expect(dialog).toContainText('clock UTC +5:45')
  await page.keyboard.press('Enter')
  await expect(dialog).toBeHidden()
  await expect(page.getByLabel('Latitude, north +')).toHaveValue(/^27\.7/)
  await expect(page.getByLabel('Time zone')).toHaveValue('5.75')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByLabel('Latitude, north +')).toHaveValue('')

  await page.getByRole('button', { name: 'Take a climate' }).click()
  const climates = page.getByRole('dialog', { name: 'Take a climate' })
  await climates.getByRole('button', { name: 'Find the place' }).click()
  const map = dialog.getByRole('application')
  const box = await map.boundingBox()
  if (!box) throw new Error('the map has no size')
  // A fifth of the way down at three quarters: 54° north, 90° east, inland.
  await map.click({ position: { x: box.width * 0.75, y: box.height * 0.2 } })
  await expect(dialog.getByText(/5[34]\.\d+° north, (89|90)\.\d+° east, clock UTC \+7:00/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Take this place' }).click()
  await expect(climates.getByRole('row').nth(1)).toContainText('met here')
  await climates.getByRole('button', { name: 'Take Northern forest' }).click()
  await expect(inChain(page, 'Site')).toContainText('sun hours')
  await saved(page)
  expect((await readJob(origin, id)).job.site).toMatchObject({
    climateId: 'boreal',
    utcOffsetH: 7,
    sunBasis: 'climate',
  })
})
