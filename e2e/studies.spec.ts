import { expect, putJob, test } from './application.ts'

test('a server works a thousand years while the page is elsewhere, and makes the report', async ({ page, origin }) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/proof`)
  await page.getByRole('button', { name: 'Have them worked' }).click()
  await expect(page.getByText(/1,000 years, /)).toBeVisible()
  await page.goto(`${origin}/jobs/${id}/sheet?for=customer`)
  await page.getByRole('button', { name: 'PDF by the server' }).click()
  await expect(page.getByRole('link', { name: 'PDF of revision 1' })).toBeVisible({ timeout: 60_000 })
  const href = await page.getByRole('link', { name: 'PDF of revision 1' }).getAttribute('href')
  const pdf = await page.request.get(`${origin}${href}`)
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-')
  await page.goto(`${origin}/jobs/${id}/proof`)
  await expect(page.getByText(/of 1,000 years carry what the brief asks/)).toBeVisible({ timeout: 60_000 })
})

test('what was written down by hand over time has its pictures', async ({ page, origin }) => {
  const id = await putJob(origin)
  const common = (at: string) => ({ id: crypto.randomUUID(), at, when: at, by: 'Odo Marl', note: '' })
  const records = ['2026-01-10', '2026-03-12', '2026-05-20'].flatMap((day, i) => {
    const at = `${day}T10:00:00.000Z`
    return [
      { ...common(at), kind: 'generator', runH: 2 + i, fuelL: 1.5 + i },
      { ...common(at), kind: 'cleaning', cleaned: 'washed' },
      { ...common(at), kind: 'gravity', electrolyteC: 35, cells: [{ cell: 'B1.1', gravity: 1.25 }] },
    ]
  })
  const answer = await page.request.post(`${origin}/api/jobs/${id}/records`, { data: { records } })
  expect(answer.status()).toBe(204)
  await page.goto(`${origin}/jobs/${id}/log`)
  const part = page.locator('.part', { has: page.getByRole('heading', { name: 'By hand, over time' }) })
  await part.getByRole('button', { name: 'Gravity by cell' }).click()
  // 10 K over 25 °C: 0.007 more than was read.
  await expect(part.locator('.chart')).toHaveAccessibleName(/B1\.1: 1\.257/)
  await part.getByRole('button', { name: 'Generator hours' }).click()
  await expect(part.locator('.chart')).toHaveAccessibleName(/: 9\.0 h$/)
})
