import { readFileSync } from 'node:fs'
import { applyAll, fieldStation } from '@yard-lamp/core'
import excel from 'exceljs'
import { expect, putJob, readJob, saved, test } from './application.ts'

test('a line says why so many, takes a quantity, a price and a supplier of one’s own, and goes back', async ({
  page,
  origin,
}) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/parts`)
  await expect(page.getByText('lines to order')).toBeVisible()
  const battery = page.getByRole('row', { name: /Haskerl H24-120 LFP/ })
  await expect(battery).toContainText('5,010.00')
  await battery.getByRole('button').click()
  await page.getByLabel('Order', { exact: true }).fill('8')
  const details = page.locator('.parts-details')
  await details.getByLabel('Price of one').fill('800')
  await details.getByLabel('Supplier').fill('Cousin Ebbe')
  await expect(battery).toContainText('6,400.00')
  // A size up and a size down are tried on the whole chain.
  await expect(page.getByText('Haskerl H24-230 LFP')).toBeVisible()
  await page.getByText('by supplier', { exact: true }).click()
  await expect(page.getByRole('rowheader', { name: 'Cousin Ebbe' })).toBeVisible()
  await saved(page)
  const { job } = await readJob(origin, id)
  expect(job.trade.bought['haskerl-24-120']).toEqual({ price: 800, supplier: 'Cousin Ebbe', leadDays: null })
  expect(job.options[0]?.parts.quantities).toEqual({ 'battery room/haskerl-24-120': 8 })
  await page
    .getByRole('row', { name: /Haskerl H24-120 LFP/ })
    .getByRole('button')
    .click()
  await page.getByRole('button', { name: 'As its sheet says' }).click()
  await expect(page.getByRole('row', { name: /Haskerl H24-120 LFP/ })).toContainText('5,010.00')
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(page.getByRole('row', { name: /Haskerl H24-120 LFP/ })).toContainText('6,400.00')
})

test('small parts lie folded; a bad figure is named and nothing is lost', async ({ page, origin }) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/parts`)
  await page.getByText('by place', { exact: true }).click()
  const lugs = page.getByRole('row', { name: /Crimp lug 10.mm² M8/ })
  await expect(lugs).toHaveCount(0)
  await page
    .getByRole('button', { name: /small parts/ })
    .last()
    .click()
  await expect(lugs).toContainText('30')
  await lugs.getByRole('button').click()
  await expect(page.getByText(/Battery string to bank terminals, at Batteries/).last()).toBeVisible()
  const tax = page.getByLabel('Tax', { exact: true })
  await tax.fill('250')
  await tax.press('Tab')
  await expect(page.getByRole('alert')).toContainText(/“250”.*from 0 to 100/)
  await tax.fill('10')
  await expect(page.getByRole('row', { name: /^Tax/ })).toContainText(/1,\d{3}\.\d\d/)
})

test('another currency asks for its rate, and then all prices are in it', async ({ page, origin }) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/parts`)
  await page.getByLabel('Currency').fill('chf')
  await expect(page.getByText(/Prices stay in EUR until the rate to CHF/)).toBeVisible()
  await page.getByLabel('1 EUR is').fill('0.5')
  await expect(page.getByRole('row', { name: /Haskerl H24-120 LFP/ })).toContainText('2,505.00')
  await expect(page.getByText(/Prices stay in EUR/)).toHaveCount(0)
  await expect(page.getByRole('navigation', { name: 'Chain' })).toContainText(/CHF/)
})

test('the list leaves as a workbook of formulas, as plain rows, and as orders by supplier', async ({
  page,
  origin,
}) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/parts`)
  const take = async (name: string) => {
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name }).click()])
    return { name: download.suggestedFilename(), path: await download.path() }
  }
  const workbook = await take('Workbook')
  expect(workbook.name).toBe('Saltmarsh ringing station, parts.xlsx')
  const file = new excel.Workbook()
  await file.xlsx.readFile(workbook.path)
  expect(file.worksheets.map(({ name }) => name)).toEqual(['Parts', 'Cut list', 'Work', 'Added', 'Weight', 'To pay'])
  const gross = file.getWorksheet('To pay')?.lastRow?.getCell(2)
  expect(gross?.formula).toBe('B9+B11')
  await expect(page.getByRole('row', { name: /^To pay/ })).toContainText(
    new Intl.NumberFormat('en-GB', { minimumFractionDigits: 2 }).format(Number(gross?.result)),
  )
  const rows = readFileSync((await take('CSV')).path, 'utf8').split('\r\n')
  expect(rows[0]).toMatch(/^\ufeff?Place,Sort,Part,For/)
  const orders = new excel.Workbook()
  await orders.xlsx.readFile((await take('Orders by supplier')).path)
  expect(orders.worksheets.map(({ name }) => name)).toContain('Fellside Fixings')
})

test('the quote sets options side by side, says when it is none yet, and is kept', async ({ page, origin }) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/quote`)
  const quote = page.getByRole('main')
  await expect(quote.getByRole('columnheader', { name: 'Lead-acid, generator in winter' })).toBeVisible()
  await page.getByLabel('Customer').fill('Wardens of the Holm\nEast Landing')
  await expect(quote).toContainText('East Landing')
  await page.getByLabel('Lead-acid, generator in winter').uncheck()
  await expect(quote.getByRole('columnheader')).toHaveCount(0)
  await page.getByRole('button', { name: 'Remove At hand-over' }).click()
  await expect(page.getByText(/^20.% of the whole is in no payment/)).toBeVisible()
  await expect(quote.getByText('Not an offer yet')).toHaveCount(0)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(page.getByLabel('When').last()).toHaveValue('At hand-over')
  await saved(page)
  const dangerous = applyAll(fieldStation(), [
    { act: 'set-circuit', circuitId: 'battery-main', patch: { size: '10 mm2' } },
    { act: 'set-quote', patch: { optionIds: [] } },
  ])
  await page.goto(`${origin}/jobs/${await putJob(origin, dangerous)}/quote`)
  await expect(quote.getByText('Not an offer yet')).toBeVisible()
  await expect
    .poll(async () => (await readJob(origin, id)).job.trade.quote)
    .toMatchObject({ customer: 'Wardens of the Holm\nEast Landing', optionIds: ['a'] })
})

test('an axle bears by its lever once it is said where things stand', async ({ page, origin }) => {
  const job = applyAll(fieldStation(), [{ act: 'set-site', patch: { kind: 'trailer' } }])
  await page.goto(`${origin}/jobs/${await putJob(origin, job)}/parts`)
  await page.getByRole('button', { name: 'Set a weight' }).click()
  await page.getByLabel('Bears', { exact: true }).selectOption('rear')
  await expect(page.getByText(/Not known yet: how far its axles are apart/)).toBeVisible()
  await page.getByLabel('Between the axles').fill('4')
  for (const place of ['Array', 'Battery room', 'Converter wall', 'Cable runs'])
    await page.getByLabel(`${place}, behind the front`).fill('2')
  const weight = Number(
    ((await page.locator('.answer', { hasText: 'weight' }).first().textContent()) ?? '').replace(/\D/g, ''),
  )
  await expect(page.locator('.weight-sum')).toContainText(
    new RegExp(`^${Math.round(weight / 2)}.kg|^${Math.floor(weight / 2)}.kg`),
  )
})
