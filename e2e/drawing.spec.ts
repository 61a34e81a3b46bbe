import { readFileSync } from 'node:fs'
import { applyAll, fieldStation } from '@yard-lamp/core'
import { expect, putJob, test } from './application.ts'

test('the one-line drawing: a circuit chosen in it is chosen in its table, units are told one by one, keys zoom it', async ({
  page,
  origin,
}) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/wiring`)
  const drawing = page.getByRole('group', { name: /^One-line drawing/ })
  await drawing.getByRole('button', { name: /^Array to controller: W2 {1,2}16 mm², 2 × 18\.0.m, 2 wires$/ }).click()
  await expect(page.getByRole('row', { name: /^All of Array to controller/ })).toHaveClass('chosen')
  // And back: a row chosen in the table is chosen in the drawing.
  await page.getByLabel('Length one way, Bank to bus bars').focus()
  await expect(drawing.getByRole('button', { name: /^Bank to bus bars:/ })).toHaveAttribute('aria-pressed', 'true')
  await expect(drawing.getByText('GP1.4')).toHaveCount(0)
  await drawing.getByRole('button', { name: 'Unfold 4 panels' }).press('Enter')
  await expect(drawing.getByText(/^GP1\.4 +2 in series, 430.W$/)).toBeVisible()
  await drawing.focus()
  await expect(
    page.locator('figure', { has: drawing }).getByRole('button', { name: 'Fit the whole drawing' }),
  ).toBeDisabled()
  await page.keyboard.press('+')
  await page.keyboard.press('ArrowLeft')
  const moved = drawing.locator('> g')
  await expect(moved).toHaveAttribute('transform', /scale\(1\.35\)/)
  await page.keyboard.press('0')
  await expect(moved).toHaveAttribute('transform', /translate\(0,0\) scale\(1\)/)
})

test('what is found shows at its part of the drawing', async ({ page, origin }) => {
  const job = applyAll(fieldStation(), [
    { act: 'set-circuit', circuitId: 'battery-main', patch: { deviceId: 'wardwick-bf-strip' } },
    { act: 'set-bond', bondId: 'earth.inverter', patch: { leftOut: true } },
  ])
  await page.goto(`${origin}/jobs/${await putJob(origin, job)}/wiring`)
  const drawing = page.getByRole('group', { name: /^One-line drawing/ })
  await expect(drawing.locator('title', { hasText: 'BS strip fuse and holder breaks' })).toHaveCount(1)
  await expect(drawing.getByText(/16.mm²: left out$/)).toBeVisible()
  await page.getByLabel('Left out, Protective conductor, Inverter').uncheck()
  await expect(drawing.getByText(/: left out$/)).toHaveCount(0)
})

test('the drawing on paper: its size is remembered, and its file stands alone', async ({ page, origin }) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/wiring`)
  await page.getByRole('link', { name: 'The drawing, to print and to keep' }).click()
  const sheet = page.getByRole('img', { name: 'One-line drawing of Saltmarsh ringing station on A4' })
  await expect(sheet.getByText('Lithium, a generator')).toBeVisible()
  await page.getByText('Tabloid', { exact: true }).click()
  await expect(page.getByRole('img', { name: /on Tabloid$/ })).toBeVisible()
  await page.reload()
  await expect(page.getByRole('img', { name: /on Tabloid$/ })).toBeVisible()
  const coming = page.waitForEvent('download')
  await page.getByRole('button', { name: 'SVG' }).click()
  const file = await (await coming).path()
  const text = readFileSync(file, 'utf8')
  expect(text).toMatch(/^<\?xml[^>]+>\n<svg [^>]*width="431\.8mm"/)
  expect(text).toMatch(/W5 {2}95.mm²/)
  // Whole in itself: no style of the page, nothing fetched.
  expect(text).not.toMatch(/var\(--|href=|<image|<script/)
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByRole('button', { name: 'SVG' })).toBeHidden()
  const pdf = await page.pdf({ preferCSSPageSize: true })
  expect(pdf.toString('latin1').match(/\/Type\s*\/Page\b/g)).toHaveLength(1)
  expect(pdf.toString('latin1')).toMatch(/\/MediaBox\s*\[0 0 1224/)
})
