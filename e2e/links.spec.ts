import { expect, inChain, putJob, test } from './application.ts'

test('battery: another unit is taken, kept locked, and let go again', async ({ page, origin }) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/battery`)
  const row = page.getByRole('row', { name: /Murrow Cell MV2-800/ })
  await row.getByRole('button', { name: 'take this' }).click()
  await expect(inChain(page, 'Battery')).toContainText('24 × 2 V 800 Ah')
  await expect(page.getByText('Vented batteries give off hydrogen')).toBeVisible()
  await row.getByRole('button', { name: 'locked — let go' }).click()
  await expect(inChain(page, 'Battery')).toContainText('6 × 25.6 V 120 Ah')
})

test('array: a month left to a generator makes the array smaller', async ({ page, origin }) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/array`)
  await expect(page.getByRole('img', { name: /Every month is carried/ })).toBeVisible()
  for (const month of ['Nov', 'Dec', 'Jan']) await page.getByRole('button', { name: month, exact: true }).click()
  await expect(inChain(page, 'Backup')).toContainText('kVA')
  await expect(inChain(page, 'Array')).toContainText('was')
  await inChain(page, 'Backup').getByRole('link').click()
  await expect(page.getByText('A generator never runs indoors')).toBeVisible()
})

test('controller: a string too long is a danger and never looks finished', async ({ page, origin }) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/controller`)
  await page.getByLabel('Panels in a string').fill('3')
  await page
    .getByRole('row', { name: /Lanthorn M150\/45/ })
    .getByRole('button')
    .click()
  await page.getByRole('row', { name: /Lanthorn M150\/45/ }).scrollIntoViewIfNeeded()
  await page.keyboard.press('4')
  await page
    .getByRole('row', { name: /Dorveth D144-545/ })
    .getByRole('button')
    .click()
  await expect(page.getByRole('link', { name: /^▲ 1 danger/ })).toBeVisible()
  await page.keyboard.press('5')
  await expect(page.getByText(/162\.\d.V open-circuit at −11.°C; the limit is 150.V/)).toBeVisible()
  await page.goto(page.url().replace('/controller', '/sheet'))
  await expect(page.getByRole('heading', { name: 'Not to be built from: this design is not finished' })).toBeVisible()
})

test('inverter: one too small says by how much', async ({ page, origin }) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/inverter`)
  await page
    .getByRole('row', { name: /W24-800/ })
    .getByRole('button')
    .click()
  await expect(
    page.getByText(/asks for 870.W, [0-9,]+.VA with headroom and heat; the inverter gives 650.W, 800.VA/),
  ).toBeVisible()
})

test('wiring: a fuse taken away is a danger; choosing a circuit in the drawing chooses its row', async ({
  page,
  origin,
}) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/wiring`)
  await page.getByRole('button', { name: /^Bank to bus bars:/ }).click()
  await expect(page.getByRole('row', { name: /^All of Bank to bus bars/ })).toHaveClass('chosen')
  await page.getByLabel('Device, Bank to bus bars').selectOption('none')
  const notices = page.getByRole('list', { name: 'What this link needs' })
  await expect(notices.getByText('A fault here burns the cable.')).toBeVisible()
  await page.getByLabel('Device, Bank to bus bars').selectOption('')
  await expect(page.getByText('checks silent')).toBeVisible()
  await page.getByLabel('Length one way, Array to controller').fill('200 ft')
  await expect(page.getByLabel('Cable, Array to controller')).toContainText('35')
})

test('parts: a thicker cable changes the price', async ({ page, origin }) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/wiring`)
  await page.getByLabel('Cable, Array to controller').selectOption('35 mm2')
  await expect(inChain(page, 'Parts')).toContainText('was')
  await page.keyboard.press('Escape')
  await inChain(page, 'Parts').getByRole('link').click()
  await expect(page.getByRole('row', { name: /Solar lead 35 mm² Array to controller/ })).toContainText('77 m')
})

test('the sheet holds answers, schedules, workings and cautions', async ({ page, origin }) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/sheet`)
  await page.emulateMedia({ media: 'print' })
  const sheet = page.getByRole('main')
  for (const text of [
    'Saltmarsh ringing station',
    'Wiring schedule',
    'Bank to bus bars',
    'battery.required-capacity',
    'does not replace the local electrical code',
    'fuse fitted last',
    'Dehumidifier, archive (later: not sized for)',
  ]) {
    await expect(sheet).toContainText(text)
  }
  await expect(sheet).not.toContainText('Not to be built from')
  await expect(page.getByRole('button', { name: /Print/ })).toBeHidden()
})
