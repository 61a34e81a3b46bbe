import { readFileSync } from 'node:fs'
import { fieldStation } from '@yard-lamp/core'
import { expect, inChain, putJob, test } from './application.ts'

test('a panel is added from its sheet, in the units it prints, refused where it contradicts itself, and retired', async ({
  page,
  origin,
}) => {
  await page.goto(`${origin}/catalogue/panel`)
  await page.getByRole('button', { name: 'Add a panel' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Begin from').selectOption({ index: 1 })
  await dialog.getByLabel('maker').fill('Quernstone')
  await dialog.getByLabel('model').fill('Q-1')
  await dialog.getByLabel('open-circuit voltage').fill('0,041 kV')
  await dialog.getByLabel('temperature coefficient of Voc').fill('-102.5 mV/°C')
  await dialog.getByLabel('length').fill('67.8 in')
  await dialog.getByLabel('working voltage').fill('44')
  await dialog.getByRole('button', { name: 'Keep the sheet' }).click()
  await expect(dialog.getByText(/allowed: a number below the open-circuit voltage/)).toBeVisible()
  await dialog.getByLabel('working voltage').fill('32.6')
  await dialog.getByLabel('power at test conditions').fill('430')
  await dialog.getByLabel('working current').fill('13.19')
  await dialog.getByLabel('short-circuit current').fill('13.92')
  await dialog.getByRole('button', { name: 'Keep the sheet' }).click()
  await expect(dialog).toHaveCount(0)
  const row = page.getByRole('row', { name: /Quernstone Q-1/ })
  await expect(row).toContainText('-0.0025')
  await expect(row).toContainText('1,722.12')
  await row.getByRole('button', { name: /^Retire/ }).click()
  await expect(row).toHaveCount(0)
  await page.getByLabel('retired ones too').check()
  await row.getByRole('button', { name: /^Offer/ }).click()
  await expect(row.getByRole('button', { name: /^Retire/ })).toBeVisible()
})

for (const form of ['CSV', 'XLSX', 'JSON'] as const) {
  test(`taken out as ${form}, changed outside, and brought in again`, async ({ page, origin }) => {
    await page.goto(`${origin}/catalogue/charger`)
    const out = page.waitForEvent('download')
    await page.getByRole('button', { name: `Take out as ${form}` }).click()
    const file = await (await out).path()
    const name = `sheets.${form.toLowerCase()}`
    let buffer = readFileSync(file)
    if (form === 'CSV')
      buffer = Buffer.from(buffer.toString().replace('K12-15', 'K12-15 new').replace(',129', ',cheap'))
    await page.getByLabel('File to bring in').setInputFiles({ name, mimeType: 'application/octet-stream', buffer })
    const brought = page.getByRole('region', { name: 'What the file holds' })
    await expect(brought).toContainText('can be taken in')
    if (form === 'CSV') await expect(brought).toContainText('price (price): got "cheap"')
    await brought.getByRole('button', { name: 'Take them in' }).click()
    await expect(page.getByRole('status')).toContainText(/\d+ added, \d+ replaced/)
  })
}

test('nothing is taken out or added before the shelves are read', async ({ page, origin }) => {
  let open = () => {}
  const held = new Promise<void>((resolve) => {
    open = resolve
  })
  await page.route('**/api/catalogue/items', async (route) => {
    await held
    await route.continue()
  })
  await page.goto(`${origin}/catalogue/charger`)
  const takeOut = page.getByRole('button', { name: 'Take out as XLSX' })
  await expect(takeOut).toBeDisabled()
  await expect(page.getByRole('button', { name: 'Add a charger' })).toBeDisabled()
  await expect(page.getByRole('button', { name: 'Add the list' })).toHaveCount(0)
  open()
  await expect(takeOut).toBeEnabled()
})

test('a broken file is said in a sentence and changes nothing', async ({ page, origin }) => {
  await page.goto(`${origin}/catalogue/charger`)
  for (const [name, text, says] of [
    ['a.json', '{"items": ', /a.json is not JSON/],
    ['a.xlsx', 'no book', /is not an XLSX file that can be read/],
    ['a.csv', 'maker,model', /holds no rows/],
  ] as const) {
    await page.getByLabel('File to bring in').setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) })
    await expect(page.getByRole('alert')).toHaveText(says)
  }
})

test('a price list prices designs, and a job says where it was designed with other figures', async ({
  page,
  origin,
}) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/battery`)
  await page.getByLabel('Days without sun').fill('2.9')
  await expect(page.getByText(/^Saved, revision 2/)).toBeVisible()
  await page.goto(`${origin}/catalogue/battery`)
  await page.getByLabel('Name', { exact: true }).fill('Harbour supplies')
  await page.getByLabel('One of it is, in EUR').fill('2')
  await page.getByLabel(/^Item, price, stock/).fill('haskerl-24-120, five, 3')
  await page.getByRole('button', { name: 'Add the list' }).click()
  await expect(page.getByRole('alert')).toContainText('line 1: got the price "five"')
  await page.getByLabel('File of prices').setInputFiles({
    name: 'harbour.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('Item,Price,Stock\nhaskerl-24-120,1000,3\n'),
  })
  await expect(page.getByLabel(/^Item, price, stock/)).toHaveValue(/haskerl-24-120,1000,3/)
  await page.getByRole('button', { name: 'Add the list' }).click()
  const list = page.getByRole('row', { name: /Harbour supplies/ })
  await list.getByRole('button', { name: 'take its prices' }).click()
  await expect(page.getByRole('row', { name: /Haskerl H24-120 LFP/ }).first()).toBeVisible()
  await page.goto(`${origin}/jobs/${id}/parts`)
  const before = await inChain(page, 'Parts').textContent()
  await expect(page.getByText(/keeps the figures it was designed with.*Haskerl H24-120 LFP \(price\)/)).toBeVisible()
  await page.getByRole('button', { name: 'Take the new figures' }).click()
  await expect(inChain(page, 'Parts')).not.toHaveText(before ?? '')
  await page.goto(`${origin}/catalogue/battery`)
  await list.getByRole('button', { name: 'in use — let go' }).click()
  await list.getByRole('button', { name: /^Remove/ }).click()
  await expect(list).toHaveCount(0)
})

test('a large file is read beside the page, and let go when it is cancelled', async ({ page, origin }) => {
  await page.goto(`${origin}/catalogue/panel`)
  const rows = Array.from({ length: 19_000 }, (_, i) => `Maker,Model ${i},mono,400,37,31,13,13,x`).join('\n')
  const file = {
    name: 'large.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`maker,model,cells,powerW,vocV,vmpV,iscA,impA,noctC\n${rows}`),
  }
  await page.getByLabel('File to bring in').setInputFiles(file)
  const reading = page.getByRole('status').filter({ hasText: 'Reading large.csv' })
  await reading.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByRole('alert')).toHaveText('large.csv was not read: cancelled.')
  await page.getByLabel('File to bring in').setInputFiles({ ...file, buffer: Buffer.from('maker,model\nA,B') })
  await expect(page.getByText(/1 cannot/)).toBeVisible()
})

test('from a job to the catalogue and back: a battery entered from its label stands among the candidates, marked', async ({
  page,
  origin,
}) => {
  const id = await putJob(origin, fieldStation())
  await page.goto(`${origin}/jobs/${id}/battery`)
  await page.getByRole('link', { name: 'Their sheets, and adding one' }).click()
  await page.getByRole('button', { name: 'Add a battery' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Enter its label only' }).click()
  await expect(dialog.getByRole('textbox')).toHaveCount(6)
  await dialog.getByLabel('maker').fill('Quernstone')
  await dialog.getByLabel('model').fill('Label 12-110')
  await dialog.getByLabel('chemistry').selectOption('agm lead-acid')
  await dialog.getByLabel('nominal voltage').fill('12')
  await dialog.getByLabel('rated capacity').fill('lots')
  await dialog.getByLabel('weight').fill('32')
  await dialog.getByLabel('price').fill('230')
  await dialog.getByRole('button', { name: 'Keep the sheet' }).click()
  await expect(dialog.getByText(/rated capacity .*got "lots"/)).toBeVisible()
  await dialog.getByLabel('rated capacity').fill('110')
  await dialog.getByRole('button', { name: 'Keep the sheet' }).click()
  await expect(page.getByRole('row', { name: /Quernstone Label 12-110/ })).toContainText('label only')
  await page.getByRole('link', { name: 'Back to the job' }).click()
  await page
    .getByRole('button', { name: /^Show all \d+/ })
    .first()
    .click()
  await expect(page.getByRole('row', { name: /Quernstone Label 12-110/ }).first()).toBeVisible()

  await page.keyboard.press('Control+k')
  await page.getByLabel('Go to, or do').fill('label 12-110')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Catalogue' })).toBeVisible()
  await expect(page.getByRole('row', { name: /Quernstone Label 12-110/ })).toBeVisible()
  await expect(page.getByRole('row')).toHaveCount(2)
})
