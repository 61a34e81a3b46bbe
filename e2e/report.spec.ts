import { readFileSync } from 'node:fs'
import { applyAll, fieldStation } from '@yard-lamp/core'
import excel from 'exceljs'
import { expect, putJob, test } from './application.ts'

test('a report for each reader, on screen and as a PDF made in the browser, with its drawing', async ({
  page,
  origin,
}) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/sheet`)
  const report = page.getByRole('main')
  for (const heading of ['Brief', 'Loads', 'Wiring schedule', 'Settings', 'Parts', 'Workings'])
    await expect(report.getByRole('heading', { name: heading, exact: true, level: 2 })).toBeVisible()
  await page.getByText('For the customer').click()
  await expect(report.getByRole('heading', { name: 'Wiring schedule' })).toHaveCount(0)
  await expect(report.getByRole('img', { name: 'One-line drawing' })).toBeVisible()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'PDF', exact: true }).click(),
  ])
  expect(download.suggestedFilename()).toBe('Saltmarsh ringing station, for the customer.pdf')
  const made = readFileSync(await download.path()).toString('latin1')
  expect(made.slice(0, 5)).toBe('%PDF-')
  expect(made).toContain('/Outlines')
  // Letters are letters, of typefaces within the file.
  expect(made).toMatch(/\/FontFile2/)
  // The reader is in the address: it opens so again.
  await page.reload()
  await expect(report.getByRole('heading', { name: 'Wiring schedule' })).toHaveCount(0)
})

test('the tables of a report leave as a workbook, and the server makes the same report as a PDF', async ({
  page,
  origin,
}) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/sheet?for=inspector`)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Workbook' }).click(),
  ])
  const book = new excel.Workbook()
  await book.xlsx.readFile(await download.path())
  expect(book.worksheets.map(({ name }) => name)).toEqual(expect.arrayContaining(['Wiring', 'Earth', 'Settings']))
  const answer = await page.request.get(`${origin}/api/jobs/${id}/report.pdf?for=inspector`)
  expect([answer.status(), answer.headers()['content-type']]).toEqual([200, 'application/pdf'])
  expect((await answer.body()).subarray(0, 5).toString()).toBe('%PDF-')
})

test('a report of a dangerous design says so before all else', async ({ page, origin }) => {
  const thin = applyAll(fieldStation(), [{ act: 'set-circuit', circuitId: 'battery-main', patch: { size: '10 mm2' } }])
  await page.goto(`${origin}/jobs/${await putJob(origin, thin)}/sheet?for=customer`)
  await expect(page.getByRole('heading', { level: 2 }).first()).toHaveText(
    'Not to be built from: this design is not finished',
  )
})
